/** The command line, built: Node reads a few files and not hundreds. */
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'
import { bundledForNode } from '../../scripts/bundledForNode.ts'

const root = path.dirname(fileURLToPath(import.meta.url))

export default defineConfig(bundledForNode(root, { cli: path.join(root, 'src/cli.ts'), helper: path.join(root, 'src/formulas/helper.ts') }))
