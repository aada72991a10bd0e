/** Functions that are called by upright names. */

/** Those that the notation has commands for. */
export const knownFunctions: readonly string[] =
  'sin cos tan cot sec csc arcsin arccos arctan sinh cosh tanh coth exp ln log lg arg deg dim hom ker lim max min sup inf det gcd Pr'.split(
    ' ',
  )

/** Those whose scripts are set under them in displays. */
export const limitNames: ReadonlySet<string> = new Set(
  'lim,max,min,sup,inf,det,gcd,Pr,lim inf,lim sup,arg max,arg min,ess sup,ess inf'.split(','),
)

const known = new Set([...knownFunctions, 'liminf', 'limsup'])
export const isFunction = (text: string): boolean => known.has(text)
