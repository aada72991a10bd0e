// The helper from source: a thread does not inherit the loader of TypeScript.
import '../../../../scripts/typescript.mjs'

await import('./helper.ts')
