/** The storage of a browser in which the demo works stand on the shelf and their formulas are kept: made once, and put into each test’s browser. */
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import type { Page } from '@playwright/test'

const file = new URL('../.cache/seed.json', import.meta.url)

/** What it was made by: the program as it was built, whose files are named for what is in them, and what takes the seed. */
function madeBy(): string {
  const hash = createHash('sha256')
  for (const name of ['../packages/web/dist/index.html', './makeSeed.ts', './seed.ts'])
    hash.update(readFileSync(new URL(name, import.meta.url)))
  return hash.digest('hex')
}

/** Whether there is a seed of the program as it was built last. */
export const isMade = (): boolean => existsSync(file) && (JSON.parse(readFileSync(file, 'utf8')) as Dump).madeBy === madeBy()

interface StoreDump {
  name: string
  keyPath: string | string[]
  indexes: { name: string; keyPath: string | string[]; unique: boolean }[]
  rows: unknown[]
}
interface Dump {
  madeBy?: string
  version: number
  stores: StoreDump[]
}

/** Reads the whole database of a page, bytes as base64. */
export async function takeSeed(page: Page): Promise<void> {
  const dump = await page.evaluate(async (): Promise<Dump> => {
    const asked = <T>(request: IDBRequest<T>): Promise<T> =>
      new Promise((resolve, reject) => {
        request.onsuccess = () => resolve(request.result)
        request.onerror = () => reject(request.error)
      })
    const base64 = (bytes: Uint8Array): string => {
      let text = ''
      for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192))
      return btoa(text)
    }
    const plain = async (value: unknown): Promise<unknown> => {
      if (value instanceof Blob) return { ' blob': base64(new Uint8Array(await value.arrayBuffer())), type: value.type }
      if (ArrayBuffer.isView(value))
        return { ' array': value.constructor.name, of: base64(new Uint8Array(value.buffer, value.byteOffset, value.byteLength)) }
      if (value instanceof Map) return { ' map': await plain([...value]) }
      if (Array.isArray(value)) return Promise.all(value.map(plain))
      if (typeof value !== 'object' || value === null) return value
      return Object.fromEntries(await Promise.all(Object.entries(value).map(async ([key, inner]) => [key, await plain(inner)])))
    }
    const database = await asked(indexedDB.open('steady-ledger'))
    const stores = await Promise.all(
      [...database.objectStoreNames].map(async name => {
        const store = database.transaction(name).objectStore(name)
        const indexes = [...store.indexNames].map(index => store.index(index))
        const told = indexes.map(({ name: own, keyPath, unique }) => ({ name: own, keyPath: keyPath as string | string[], unique }))
        const { keyPath } = store
        // Pages are drawn again sooner than their drawings are put back for every test.
        const rows = name === 'lastDrawings' ? [] : await asked(store.getAll())
        return { name, keyPath: keyPath as string | string[], indexes: told, rows: (await plain(rows)) as unknown[] }
      }),
    )
    const { version } = database
    database.close()
    return { version, stores }
  })
  mkdirSync(new URL('.', file), { recursive: true })
  writeFileSync(file, JSON.stringify({ ...dump, madeBy: madeBy() }))
}

let seed: string | undefined

/**
 * Makes what was taken ready in a page: from its browser, which keeps it for the next page, or from the file. Some megabytes are not sent, nor their
 * bytes read out of base64, for every test. False where the browser has it not yet and no text is given.
 */
const makeReady = (page: Page, text?: string): Promise<boolean> =>
  page.evaluate(async text => {
    const here = window as unknown as { ledgerSeed?: Dump }
    if (here.ledgerSeed) return true
    const bytesOf = (base64: string): Uint8Array<ArrayBuffer> => Uint8Array.from(atob(base64), letter => letter.charCodeAt(0))
    const whole = (value: unknown): unknown => {
      if (Array.isArray(value)) return value.map(whole)
      if (typeof value !== 'object' || value === null) return value
      if (' map' in value) return new Map(whole(value[' map']) as [unknown, unknown][])
      const given = value as Record<string, string>
      if (given[' blob'] !== undefined) return new Blob([bytesOf(given[' blob'])], { type: given.type ?? '' })
      if (given[' array'] !== undefined) {
        const made = (globalThis as unknown as Record<string, new (buffer: ArrayBuffer) => unknown>)[given[' array']]
        return made ? new made(bytesOf(given.of ?? '').buffer) : null
      }
      return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, whole(inner)]))
    }
    const database = await new Promise<IDBDatabase>((resolve, reject) => {
      const request = indexedDB.open('seed-of-tests', 1)
      request.onupgradeneeded = () => request.result.createObjectStore('seed')
      request.onsuccess = () => resolve(request.result)
      request.onerror = () => reject(request.error)
    })
    const store = database.transaction('seed', 'readwrite').objectStore('seed')
    const kept = await new Promise<Dump | undefined>((resolve, reject) => {
      const request = store.get('all')
      request.onsuccess = () => {
        const dump = request.result ?? (text ? (whole(JSON.parse(text)) as Dump) : undefined)
        if (dump && !request.result) store.put(dump, 'all')
        resolve(dump)
      }
      request.onerror = () => reject(request.error)
    })
    database.close()
    if (kept) here.ledgerSeed = kept
    return kept !== undefined
  }, text)

/** Puts what was taken into the storage of a page’s browser, in place of all that is there; the page is on the address of the application. */
export async function putSeed(page: Page): Promise<void> {
  if (!existsSync(file)) throw new Error('There is no seed: the set-up of the browser tests did not run.')
  seed ??= readFileSync(file, 'utf8')
  if (!(await makeReady(page))) await makeReady(page, seed)
  await page.evaluate(async () => {
    const { version, stores } = (window as unknown as { ledgerSeed: Dump }).ledgerSeed
    localStorage.clear()
    sessionStorage.clear()
    const own = 'steady-ledger'
    for (const { name } of await indexedDB.databases())
      if (name !== own && name !== 'seed-of-tests')
        await new Promise<void>((resolve, reject) => {
          const request = indexedDB.deleteDatabase(name!)
          request.onsuccess = () => resolve()
          request.onerror = () => reject(request.error)
        })
    await new Promise<void>((resolve, reject) => {
      const request = indexedDB.open(own, version)
      request.onerror = () => reject(request.error)
      request.onblocked = () => reject(new Error('A page of the test before still has its storage open.'))
      request.onupgradeneeded = () => {
        for (const { name, keyPath, indexes } of stores) {
          const store = request.result.createObjectStore(name, { keyPath })
          for (const index of indexes) store.createIndex(index.name, index.keyPath, { unique: index.unique })
        }
      }
      request.onsuccess = () => {
        const change = request.result.transaction(
          stores.map(({ name }) => name),
          'readwrite',
        )
        /** A test changes few of some hundred rows: what says the same is left. Of a file it is enough how long it is. */
        const saying = (row: unknown): string =>
          JSON.stringify(row, (_key, value) =>
            value instanceof Blob ? [value.size, value.type] : value instanceof Map ? [...value] : value,
          )
        for (const { name, rows } of stores) {
          const store = change.objectStore(name)
          if (name === 'formulas') {
            // Formulas that are kept are the same for every work: they stay from test to test.
            const count = store.count()
            count.onsuccess = () => {
              if (count.result < rows.length) for (const row of rows) store.put(row)
            }
            continue
          }
          if (rows.length === 0) {
            store.clear()
            continue
          }
          const there = store.getAll()
          there.onsuccess = () => {
            const wanted = new Map(rows.map(row => [saying(row), row]))
            const changed = there.result.filter(row => !wanted.delete(saying(row)))
            const path = store.keyPath
            for (const row of changed) store.delete(Array.isArray(path) ? path.map(part => row[part]) : row[path as string])
            for (const row of wanted.values()) store.put(row)
          }
        }
        change.onerror = () => reject(change.error)
        change.oncomplete = () => {
          request.result.close()
          resolve()
        }
      }
    })
  })
}
