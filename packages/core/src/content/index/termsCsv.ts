/** Terms as CSV, and terms from CSV or from a plain list. */
import Papa from 'papaparse'
import type { Entries } from '../../work/registers/register.ts'
import { newTerm, type Term } from '../../work/registers/terms.ts'
import { pathOf, termName } from './terms.ts'

const columns = ['term', 'under it', 'under that', 'sorted as', 'see', 'see also', 'index'] as const

/** A line a term: its heading behind those above it, then by what it is sorted and where it sends its reader. */
export const writeTermsCsv = (terms: Entries<Term>): string =>
  `${Papa.unparse(
    {
      fields: [...columns],
      data: Object.entries(terms).map(([id, { sortKey, see, seeAlso, index }]) => {
        const path = pathOf(terms, id).map(each => terms[each]!.heading)
        const names = (ids: readonly string[]): string =>
          ids
            .map(each => termName(terms, each))
            .filter(Boolean)
            .join('; ')
        return [path[0] ?? '', path[1] ?? '', path[2] ?? '', sortKey, names(see), names(seeAlso), index]
      }),
    },
    { escapeFormulae: true },
  )}\r\n`

const mostTerms = 20_000

/** What a file adds to a register: new entries by id, and how many of its lines were there already. Throws, in plain words, where it holds none. */
export function readTerms(text: string, terms: Entries<Term>, newId: () => string): { added: Record<string, Term>; known: number } {
  const lines = /[,;\t]/.test(text.split(/\r?\n/, 1)[0] ?? '') ? csvLines(text) : listLines(text)
  if (lines.length === 0)
    throw new Error('There is no term in this file. It should hold one a line, or be a CSV with the term in its first column.')
  if (lines.length > mostTerms) throw new Error(`A file of terms holds at most ${mostTerms.toLocaleString('en-GB')} lines.`)
  const added: Record<string, Term> = {}
  const byPath = new Map(Object.keys(terms).map(id => [keyOf(pathOf(terms, id).map(each => terms[each]!.heading)), id]))
  let known = 0
  const sends: { id: string; see: string; seeAlso: string }[] = []
  for (const { path, sortKey, see, seeAlso, index } of lines) {
    let upper = ''
    path.forEach((heading, depth) => {
      const key = keyOf(path.slice(0, depth + 1))
      let id = byPath.get(key)
      const last = depth === path.length - 1
      if (id && last) known++
      if (!id) {
        id = newId()
        byPath.set(key, id)
        added[id] = { ...newTerm(), heading: heading.slice(0, 500), under: upper, index: /^[\w.-]{0,60}$/.test(index) ? index : '' }
      }
      if (last && added[id]) {
        added[id] = { ...added[id]!, sortKey: sortKey.slice(0, 500) }
        if (see || seeAlso) sends.push({ id, see, seeAlso })
      }
      upper = id
    })
  }
  // Where terms send to is known when all are read.
  const named = (text: string): string[] =>
    text.split(';').flatMap(name => byPath.get(keyOf(name.split(',').map(each => each.trim()))) ?? byPath.get(keyOf([name.trim()])) ?? [])
  for (const { id, see, seeAlso } of sends)
    added[id] = {
      ...added[id]!,
      see: named(see)
        .filter(each => each !== id)
        .slice(0, 100),
      seeAlso: named(seeAlso)
        .filter(each => each !== id)
        .slice(0, 100),
    }
  return { added, known }
}

const keyOf = (path: readonly string[]): string => path.map(each => each.trim().toLocaleLowerCase()).join('\n')

interface TermLine {
  path: string[]
  sortKey: string
  see: string
  seeAlso: string
  index: string
}

function csvLines(text: string): TermLine[] {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: true })
  const cell = (row: readonly string[], at: number): string => (row[at] ?? '').trim().replace(/^'(?=[=+\-@])/, '')
  const head = data[0]?.map(each => each.trim().toLowerCase())
  const rows = head?.[0] === columns[0] ? data.slice(1) : data
  return rows.flatMap(row => {
    const path = [0, 1, 2].map(at => cell(row, at)).filter(Boolean)
    return path.length ? [{ path, sortKey: cell(row, 3), see: cell(row, 4), seeAlso: cell(row, 5), index: cell(row, 6) }] : []
  })
}

/** One term a line; what is set in stands under what is not. */
function listLines(text: string): TermLine[] {
  const above: { indent: number; heading: string }[] = []
  return text.split(/\r?\n/).flatMap(line => {
    const heading = line.trim()
    if (!heading) return []
    const indent = line.replace(/\t/g, '    ').search(/\S/)
    while (above.length && above.at(-1)!.indent >= indent) above.pop()
    above.push({ indent, heading })
    return [{ path: above.slice(-3).map(each => each.heading), sortKey: '', see: '', seeAlso: '', index: '' }]
  })
}
