/** The palette of the first composer, in groups by what one looks for. `#?` is an empty slot, `#@` takes the term before. */
export interface Sign {
  name: string
  shows: string
  inserts: string
  /** Plain words that type it. */
  typed?: string
}

const sign = (name: string, shows: string, inserts = shows, typed = ''): Sign => ({ name, shows, inserts, typed })

export const palette: { name: string; signs: Sign[] }[] = [
  {
    name: 'Structures',
    signs: [
      sign('Fraction', '\\frac{a}{b}', '\\frac{#@}{#?}', '/'),
      sign('Power', 'a^{n}', '#@^{#?}', '^'),
      sign('Subscript', 'a_{n}', '#@_{#?}', '_'),
      sign('Both scripts', 'a_{i}^{n}', '#@_{#?}^{#?}'),
      sign('Root', '\\sqrt{a}', '\\sqrt{#0}', 'sqrt'),
      sign('Brackets', '\\left(a\\right)', '\\left(#0\\right)', '('),
    ],
  },
  {
    name: 'Calculus',
    signs: [
      sign('Derivative', '\\frac{\\mathrm{d}f}{\\mathrm{d}x}', '\\frac{\\mathrm{d}#?}{\\mathrm{d}#?}'),
      sign('Partial derivative', '\\frac{\\partial f}{\\partial x}', '\\frac{\\partial #?}{\\partial #?}'),
      sign('Integral', '\\int f\\,\\mathrm{d}x', '\\int #?\\,\\mathrm{d}#?', 'int'),
      sign('Between limits', '\\int_{a}^{b}', '\\int_{#?}^{#?}#?\\,\\mathrm{d}#?'),
      sign('Sum', '\\sum_{i}^{n}', '\\sum_{#?}^{#?}#?', 'sum'),
      sign('Value at', '\\left.f\\right|_{x}', '\\left.#0\\right|_{#?}'),
    ],
  },
  {
    name: 'Relations',
    signs: [
      sign('At most', '\\le', '\\le', '<='),
      sign('At least', '\\ge', '\\ge', '>='),
      sign('Not equal', '\\ne', '\\ne', '!='),
      sign('About', '\\approx'),
      sign('In proportion', '\\propto'),
      sign('Much less', '\\ll'),
    ],
  },
  {
    name: 'Greek',
    signs: [
      'alpha',
      'beta',
      'gamma',
      'delta',
      'epsilon',
      'theta',
      'kappa',
      'lambda',
      'mu',
      'nu',
      'rho',
      'sigma',
      'tau',
      'phi',
      'omega',
      'Delta',
    ].map(name => sign(name, `\\${name}`, `\\${name}`, name)),
  },
  {
    name: 'Decorations',
    signs: [
      sign('Mean', '\\overline{a}', '\\overline{#@}'),
      sign('Hat', '\\hat{a}', '\\hat{#@}'),
      sign('Vector', '\\vec{a}', '\\vec{#@}'),
      sign('Rate', '\\dot{a}', '\\dot{#@}'),
      sign('Prime', "a'", "#@'"),
    ],
  },
]
