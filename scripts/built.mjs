import { existsSync, readdirSync, statSync } from 'node:fs'
import path from 'node:path'

/** When a file of a folder was last changed, in milliseconds; what is built or installed does not count. */
function newest(folder) {
  let latest = 0
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (entry.name === 'dist' || entry.name === 'node_modules') continue
    const file = path.join(folder, entry.name)
    latest = Math.max(latest, entry.isDirectory() ? newest(file) : statSync(file).mtimeMs)
  }
  return latest
}

/** Whether a file was built after the latest change of the folders it is made from. */
export const isBuilt = (file, ...folders) => existsSync(file) && folders.every(folder => newest(folder) <= statSync(file).mtimeMs)
