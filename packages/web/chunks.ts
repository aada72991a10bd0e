/** Which modules come in one file: each file that is asked for takes a way to the server and back, and a head of its own. */
import path from 'node:path'
import { normalizePath } from 'vite'

/** As much of what the bundler knows of a module as is needed here. */
interface Chunking {
  getModuleInfo(id: string): { importedIds: readonly string[] } | null
}

/** All that a module needs before it runs, by its path, itself among it. Throws where there is no such module. */
const neededBy = (file: string) => {
  const entry = normalizePath(file)
  let needed: Set<string> | undefined
  return (id: string, graph: Chunking): boolean => {
    if (!needed) {
      if (!graph.getModuleInfo(entry)) throw new Error(`${entry} is not among the modules.`)
      needed = new Set([entry])
      for (const each of needed) for (const imported of graph.getModuleInfo(each)?.importedIds ?? []) needed.add(imported)
    }
    return needed.has(id)
  }
}

/** In one file what both of two modules need; of several such files that one is made first whose priority is higher. */
export function neededByBoth(name: string, priority: number, folder: string, one: string, other: string) {
  const first = neededBy(path.join(folder, one))
  const second = neededBy(path.join(folder, other))
  return { name: (id: string, graph: Chunking) => (first(id, graph) && second(id, graph) ? name : null), priority }
}
