import { dividedLanguages } from '@steady-ledger/core/languages/patterns.ts'
import { languages } from '../src/app/languages.ts'

test('every language that is offered has patterns, and the other way round', () =>
  expect(
    Object.keys(languages)
      .map(tag => tag.toLowerCase())
      .sort(),
  ).toEqual([...dividedLanguages].sort()))
