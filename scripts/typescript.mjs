// Lets Node run the sources in TypeScript: node --import ./scripts/typescript.mjs, or an import of this file, which each thread needs for itself.
// Types are taken away and nothing else, so that what is tested runs as fast as what is built.
import { register } from 'node:module'

register('./typescriptLoader.mjs', import.meta.url)
