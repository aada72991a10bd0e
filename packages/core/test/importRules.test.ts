import { readFileSync } from 'node:fs'
import { withImportRules } from '../../../scripts/importRules.mjs'
import { stages } from '../../../scripts/stages.mjs'

const text = readFileSync(new URL('../../../biome.json', import.meta.url), 'utf8')

test('the linter holds to the list of stages', () => expect(JSON.parse(withImportRules(text))).toEqual(JSON.parse(text)))

test.each(stages.map((stage, index) => [stage, stages[index + 1]] as const).slice(0, -1))(
  'what stands in %s may not import %s',
  (stage, next) => {
    const own = (JSON.parse(text).overrides as { includes: string[] }[]).find(({ includes }) => includes[0]?.includes(`/${stage}/`))
    expect(JSON.stringify(own)).toContain(`"../${next}/**"`)
  },
)
