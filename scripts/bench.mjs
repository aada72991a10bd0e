// npm run bench: prints the figures of the budgets and writes docs/benchmarks.md.
import { isBuilt } from './built.mjs'
import { installPackages, run } from './install.mjs'

installPackages()
if (!isBuilt('packages/web/dist/index.html', 'packages', 'demo')) run('npx vite build packages/web --logLevel warn')
run('npx vite build bench --logLevel warn')
run('node bench/dist/bench.js')
