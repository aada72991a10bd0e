// Compiles the JSON Schemas of the work file to plain code, because the application's content-security policy forbids code that is made
// at run time. `npm run validators` writes the file; a test checks that it is up to date.
import { readFileSync, writeFileSync } from 'node:fs'
import { Ajv } from 'ajv'
import standalone from 'ajv/dist/standalone/index.js'

const folder = new URL('../packages/core/src/work/', import.meta.url)
const schema = JSON.parse(readFileSync(new URL('workFile.schema.json', folder), 'utf8'))
const ajv = new Ajv({ code: { source: true, esm: true }, allErrors: false, allowUnionTypes: true })
ajv.addSchema(schema, 'work')
ajv.addSchema({ $ref: 'work#/definitions/houseStyle' }, 'houseStyle')
const code = standalone.default(ajv, { validateWork: 'work', validateHouseStyle: 'houseStyle' })
export const compiled = `// Written by scripts/validators.mjs from workFile.schema.json.\n${code}\n`
if (process.argv[1] === new URL(import.meta.url).pathname) writeFileSync(new URL('workFile.validate.js', folder), compiled)
