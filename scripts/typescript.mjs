// Lets Node run the sources in TypeScript for the unit tests: node --import ./scripts/typescript.mjs
// Types are taken away and nothing else, so that what is tested runs as fast as what is built.
import { register } from 'node:module'

register('./typescriptLoader.mjs', import.meta.url)
