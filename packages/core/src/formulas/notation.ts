/** The notation formulas are kept in: which parts of it the program reads, shared by the outlines and by MathML. */
export const notationPackages = ['base', 'ams', 'boldsymbol', 'mathtools', 'configmacros']
export const notationMacros: Record<string, string | [string, number]> = {
  differentialD: '\\mathrm{d}',
  exponentialE: '\\mathrm{e}',
  imaginaryI: '\\mathrm{i}',
  placeholder: ['\\square', 1],
}
