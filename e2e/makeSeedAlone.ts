/** Makes the seed of the browser tests by itself: `npm test` has it made while unit tests run, and a browser waits for a work that rests. */
import path from 'node:path'
import { createServer, listen } from '../packages/server/src/server.ts'
import { makeSeed } from './makeSeed.ts'

const { server, port } = await listen(createServer(path.resolve('packages/web/dist')), 4400)
try {
  await makeSeed(`http://localhost:${port}`)
} finally {
  server.close()
  server.closeAllConnections()
}
