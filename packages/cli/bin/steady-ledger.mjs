#!/usr/bin/env node
// What was built starts in a second; where the source is newer, or nothing was built, the source runs.
import { fileURLToPath } from 'node:url'
import { isBuilt } from '../../../scripts/built.mjs'

const at = place => fileURLToPath(new URL(place, import.meta.url))
const built = isBuilt(at('../dist/cli.js'), at('../src'), at('../../core/src'), at('../../../demo'))
if (!built) await import('../../../scripts/typescript.mjs')
const { main } = await import(built ? '../dist/cli.js' : '../src/cli.ts')
process.exitCode = await main(process.argv.slice(2))
