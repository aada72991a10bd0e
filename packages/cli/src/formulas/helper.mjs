// The helper from source: a thread does not inherit the loader of TypeScript.
import { register } from 'tsx/esm/api'

register()
await import('./helper.ts')
