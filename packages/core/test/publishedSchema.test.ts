/** The published schema says what the reader takes: another validator of the standard agrees, on every file that we have. */
import { readFileSync, writeFileSync } from 'node:fs'
import { Ajv } from 'ajv'
import fc from 'fast-check'
import { demoWorks } from '../../../demo/src/index.ts'
import { formNames, isAddress, isKey, isLanguage, isPictureName } from '../src/work/definition.ts'
import { readBundle } from '../src/work/file/bundle.ts'
import { publishedSchema } from '../src/work/file/publishedSchema.ts'
import { workFromJson, workToJson } from '../src/work/file/workFile.ts'
import { newWork } from '../src/work/work.ts'
import { wideWorks } from './support/randomWorks.ts'

const file = new URL('../../../docs/work.schema.json', import.meta.url)
const written = `${JSON.stringify(publishedSchema(), null, 1)}\n`
if (process.env.RECORD) writeFileSync(file, written)

const keeps: Record<string, (text: string) => boolean> = {
  key: isKey,
  language: isLanguage,
  'picture-name': isPictureName,
  address: isAddress,
}
const ajv = new Ajv({ strict: false, formats: Object.fromEntries(formNames.map(name => [name, keeps[name] ?? true])) })
const validate = ajv.compile(JSON.parse(readFileSync(file, 'utf8')))
const problemsOf = (json: unknown): unknown => (validate(json) ? null : validate.errors)

test('it is the one that the definitions make', () => expect(readFileSync(file, 'utf8')).toBe(written))
test('new works, the demo works and files of every version keep to it', async () => {
  let count = 0
  const id = (): string => `n${count++}`
  const texts = [newWork('thesis', 'T', id), newWork('paper', 'P', id), await demoWorks.thesis(), await demoWorks.paper()].map(workToJson)
  for (const text of texts) expect(problemsOf(JSON.parse(text))).toBeNull()
  // As they are read: fields that a file does not know yet are as in an empty work.
  for (const version of [1, 2, 3, 4, 5, 6, 7]) {
    const bytes = readFileSync(new URL(`./fixtures/version${version}.ledger.zip`, import.meta.url))
    expect(problemsOf(JSON.parse(workToJson(readBundle(bytes))))).toBeNull()
  }
})
test('random works keep to it, and what breaks it is refused by the reader', () =>
  fc.assert(
    fc.property(wideWorks, work => {
      const json = JSON.parse(workToJson(work))
      expect(problemsOf(json)).toBeNull()
      for (const wrong of [
        { ...json, settings: { ...json.settings, language: 'en-G' } },
        { ...json, scheme: { ...json.scheme, levels: { ...json.scheme.levels, main: [] } } },
        { ...json, houseStyle: { ...json.houseStyle, sink: -1 } },
      ]) {
        expect(problemsOf(wrong)).not.toBeNull()
        expect(() => workFromJson(JSON.stringify(wrong), new Map())).toThrow(/cannot be used/)
      }
    }),
    { numRuns: 20 },
  ))
test.each(['en-G', 'en-a', 'abcd', 'constructor', 'x', 'en--GB'])('%s is no language', tag => expect(isLanguage(tag)).toBe(false))
test.each(['en', 'en-GB', 'de-1996', 'zh-Hant-TW', 'pl', 'gsw'])('%s is one', tag => expect(isLanguage(tag)).toBe(true))
