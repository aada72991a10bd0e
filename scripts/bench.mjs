// npm run bench: prints the figures of the budgets and writes docs/benchmarks.md.
import { existsSync } from 'node:fs'
import { installPackages, run } from './install.mjs'

installPackages()
if (!existsSync('packages/web/dist/index.html')) run('npx vite build packages/web --logLevel warn')
run('node --import tsx bench/bench.ts')
