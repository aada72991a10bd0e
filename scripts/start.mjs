// npm start: installs what is missing, builds where the source is newer than what was built, serves, and opens the application.
import { isBuilt } from './built.mjs'
import { installPackages, run } from './install.mjs'

installPackages()
if (!isBuilt('packages/web/dist/index.html', 'packages', 'demo')) {
  process.stdout.write('Building …\n')
  run('npx vite build packages/web --logLevel warn')
}
await import('./typescript.mjs')
await import('../packages/server/src/main.ts')
