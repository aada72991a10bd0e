import { workCheck } from '../check.ts'

/** Everybody knows what these are, or they only count. */
const known = new Set(['i', 'j', 'k', 'n', '\\pi', 'e'])

/** A letter with an index, a prime or a mark above it is one of those that the bare letter stands for. */
function baseOf(key: string): string {
  const base = key
    .replace(/'+$/, '')
    .replace(/_(?:\{.*\}|\S)$/, '')
    .replace(/^\\(?:bar|dot|ddot|hat|tilde|vec)\{(.*)\}$/, '$1')
  return base === key ? key : baseOf(base)
}

/** Letters that nobody says the meaning of, in a work that says it of others: one finding each, where it is used first. */
export const unexplainedSymbol = workCheck('unexplainedSymbol', {
  title: 'Letters that are used and never explained',
  weight: 'worthALook',
  *look({ turnover }) {
    const described = new Set(
      Object.values(turnover.work.abbreviations).flatMap(({ kind, formula }) => (kind === 'symbol' ? [formula] : [])),
    )
    if (described.size === 0) return
    for (const { key, spoken, count, first } of turnover.symbols())
      if (![key, baseOf(key)].some(own => described.has(own) || known.has(own)))
        yield {
          message: `What ${spoken} stands for is not said; it is used ${count === 1 ? 'once' : `${count} times`}.`,
          advice: 'Open the formula, put the cursor behind the letter, and press F3.',
          place: first,
        }
  },
})
