/** Unit tests that take long come first: at the end no thread is busy alone. Jest knows how long files take from the second run on. */
import Sequencer from '@jest/test-sequencer'

const long = [
  'outputsAgree',
  'citations',
  'cli/test/pdf',
  'editedIsFresh',
  'validators',
  'torture',
  'office',
  'core/test/pdf',
  'recorded',
  'symbols',
  'cli/test/calls',
  'officeNumbers',
  'formulaTree',
  'core/test/kinds',
]
const rank = ({ path }) => long.findIndex(name => path.endsWith(`${name}.test.ts`))

export default class LongFirst extends Sequencer {
  sort(tests) {
    const usual = super.sort(tests)
    const first = usual.filter(test => rank(test) >= 0).sort((a, b) => rank(a) - rank(b))
    return [...first, ...usual.filter(test => rank(test) < 0)]
  }
}
