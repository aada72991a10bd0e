// npm run dev: the application with live reload, for developers.
import { installPackages, run } from './install.mjs'

installPackages()
run('npx vite packages/web --port 4300')
