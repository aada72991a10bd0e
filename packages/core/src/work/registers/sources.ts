/** Sources, as items of the open format CSL-JSON: a type and the fields that it has. */
import { type Static, Type, words } from '../definition.ts'
import { register } from './register.ts'

const source = Type.Object({ id: words({ most: 100 }), type: words({ most: 60, usual: 'document' }) }, { additionalProperties: true })
export type Source = Static<typeof source>

export const sources = register<Source>(source)
