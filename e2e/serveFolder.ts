/** Serves a built application from a folder, in a process of its own, and says that it does: node --import ./scripts/typescript.mjs e2e/serveFolder.ts FOLDER PORT */
import { createServer, listen } from '../packages/server/src/server.ts'

const [folder = '', port = ''] = process.argv.slice(2)
const listening = await listen(createServer(folder), Number(port))
process.stdout.write(`${listening.port}\n`)
