import { workCheck } from '../check.ts'

/** One letter of the register that is said to stand for two things. */
export const symbolTwice = workCheck('symbolTwice', {
  title: 'Letters that stand for two things',
  weight: 'shouldMend',
  *look({ turnover }) {
    const first = new Map<string, string>()
    const symbols = Object.values(turnover.work.abbreviations).filter(({ kind, formula }) => kind === 'symbol' && formula)
    for (const { formula, full } of symbols) {
      const before = first.get(formula)
      if (before === undefined) first.set(formula, full)
      else if (before !== full)
        yield {
          message: `One letter is said to stand for two things: “${before}” and “${full}”.`,
          advice: 'Set a letter of its own for one of them, or tell them apart by something low beside it.',
          place: turnover.symbols().find(({ key }) => key === formula)?.first ?? '',
        }
    }
  },
})
