/** The book of what came in: one file outside the browser, written whole or not at all, that forgets the oldest. */
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { Objection, Receipt } from '../../../core/src/dispatch/handIn/answers.ts'

export interface Entry extends Receipt {
  file: string
  bytes: number
  remarks: Objection[]
}

const mostEntries = 500
const version = 1

export class Book {
  private readonly file: string
  private entries: Entry[] | null = null
  /** One change after the other. */
  private last: Promise<unknown> = Promise.resolve()

  constructor(file: string) {
    this.file = file
  }

  private async read(): Promise<Entry[]> {
    if (this.entries) return this.entries
    let text: string
    try {
      text = await readFile(this.file, 'utf8')
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error
      return (this.entries = [])
    }
    try {
      const read = JSON.parse(text) as { version: number; entries: Entry[] }
      if (read.version !== version || !Array.isArray(read.entries)) throw new Error('another form')
      this.entries = read.entries
    } catch {
      // A book that nobody can read is laid aside, and not written over.
      await rename(this.file, `${this.file}.unreadable-${Date.now()}`)
      this.entries = []
    }
    return this.entries
  }

  async find(number: string): Promise<Entry | null> {
    return (await this.read()).find(entry => entry.number === number) ?? null
  }
  async withChecksum(checksum: string): Promise<Entry | null> {
    return (await this.read()).find(entry => entry.checksum === checksum) ?? null
  }

  /** Enters what came in, under the next number of its year; what is there already under this checksum comes back as it is. */
  enter(what: Omit<Entry, 'number' | 'at'>, at: Date): Promise<{ entry: Entry; again: boolean }> {
    const entering = this.last.then(async () => {
      const entries = await this.read()
      const before = entries.find(({ checksum }) => checksum === what.checksum)
      if (before) return { entry: before, again: true }
      const year = `${at.getFullYear()}-`
      const numbers = entries.flatMap(({ number }) => (number.startsWith(year) ? [Number(number.slice(year.length))] : []))
      const number = `${year}${String(Math.max(0, ...numbers) + 1).padStart(4, '0')}`
      const entry = { number, at: at.toISOString(), ...what }
      const next = [...entries, entry].slice(-mostEntries)
      await mkdir(path.dirname(this.file), { recursive: true })
      await writeFile(`${this.file}.new`, `${JSON.stringify({ version, entries: next }, null, 1)}\n`)
      await rename(`${this.file}.new`, this.file)
      this.entries = next
      return { entry, again: false }
    })
    this.last = entering.catch(() => {})
    return entering
  }
}
