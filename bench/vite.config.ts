/** The benchmarks as they are shipped code: bundled like the command line, for what runs from source is slowed down by its loader. */
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'
import { bundledForNode } from '../scripts/bundledForNode.ts'

const root = path.dirname(fileURLToPath(import.meta.url))
const entry = (file: string): string => path.join(root, file)

export default defineConfig(
  bundledForNode(root, {
    bench: entry('bench.ts'),
    turnover: entry('turnover.ts'),
    growth: entry('growth.ts'),
    citations: entry('citations.ts'),
    outputs: entry('outputs.ts'),
    memory: entry('memory.ts'),
    extremes: entry('extremes.ts'),
    helper: entry('../packages/cli/src/formulas/helper.ts'),
  }),
)
