/**
 * Reads an office text (ISO/IEC 29500) and counts it anew by the rules of the standard: lists (17.9), sequences, references to styles and
 * places (17.16.5), notes by section. Nothing of the writer is used.
 */

import { strFromU8, unzipSync } from 'fflate'
import { counted } from './officeCounts.ts'
import { evenly, type ReadOutput, twice } from './readOutputs.ts'
import { named, readXmlTree, type XmlElement } from './xmlTree.ts'

const child = (of: XmlElement | null | undefined, name: string): XmlElement | null =>
  of ? (of.children.find(each => each.tagName === name) ?? null) : null
const val = (of: XmlElement | null | undefined, name = 'w:val'): string | null => of?.getAttribute(name) ?? null

/** The nearest element of a name that something stands in. */
function around(of: XmlElement, name: string): XmlElement | null {
  let at: XmlElement | null = of
  while (at && at.tagName !== name) at = at.parentElement
  return at
}

interface Level {
  start: number
  format: string
  text: string
  restart: number | null
  legal: boolean
}

/** A field: what it asks for, what it shows, and what it comes to. */
export interface OfficeField {
  instruction: string
  shows: string
  /** Null for what only pages can tell, or what stands over several paragraphs. */
  comes: string | null
  /** The paragraph that it stands in. */
  paragraph: XmlElement
}

export interface OfficeText {
  document: XmlElement
  /** The number that lists give to a paragraph. */
  numberOf: Map<XmlElement, string>
  fields: OfficeField[]
  /** Numbers of the marks of notes, in their order. */
  notes: { part: string; id: string; number: string }[]
  /** The paragraph of each place, and the words between its marks. */
  places: Map<string, { paragraph: XmlElement; words: string }>
  files: Record<string, Uint8Array>
}

const styleOf = (paragraph: XmlElement): string => val(child(child(paragraph, 'w:pPr'), 'w:pStyle')) ?? 'Normal'
const headingLevel = (paragraph: XmlElement): number => Number(/^Heading(\d)$/.exec(styleOf(paragraph))?.[1] ?? 0)

export function readOffice(bytes: Uint8Array, change?: (document: XmlElement) => void): OfficeText {
  const files = unzipSync(bytes)
  const document = readXmlTree(strFromU8(files['word/document.xml']!))
  change?.(document)
  const paragraphs = named(document, 'w:p')
  const numberOf = countLists(paragraphs, readXmlTree(strFromU8(files['word/numbering.xml']!)))
  const notes = countNotes(document)
  const { fields, places } = countFields(paragraphs, numberOf, notes)
  return { document, numberOf, fields, notes, places, files }
}

function countLists(paragraphs: readonly XmlElement[], numbering: XmlElement): Map<XmlElement, string> {
  const abstracts = new Map<string, Level[]>()
  for (const each of named(numbering, 'w:abstractNum'))
    abstracts.set(
      val(each, 'w:abstractNumId')!,
      each.children
        .filter(({ tagName }) => tagName === 'w:lvl')
        .map(level => ({
          start: Number(val(child(level, 'w:start')) ?? 0),
          format: val(child(level, 'w:numFmt')) ?? 'decimal',
          text: val(child(level, 'w:lvlText')) ?? '',
          restart: child(level, 'w:lvlRestart') ? Number(val(child(level, 'w:lvlRestart'))) : null,
          legal: child(level, 'w:isLgl') !== null,
        })),
    )
  const instances = new Map(named(numbering, 'w:num').map(each => [val(each, 'w:numId')!, each]))
  const counters = new Map<string, (number | undefined)[]>()
  const used = new Set<string>()
  const numbers = new Map<XmlElement, string>()
  for (const paragraph of paragraphs) {
    const own = child(child(paragraph, 'w:pPr'), 'w:numPr')
    const id = val(child(own, 'w:numId'))
    if (!id || id === '0') continue
    const at = Number(val(child(own, 'w:ilvl')) ?? 0)
    const instance = instances.get(id)!
    const abstract = val(child(instance, 'w:abstractNumId'))!
    const levels = abstracts.get(abstract)!
    const counts = counters.get(abstract) ?? []
    counters.set(abstract, counts)
    const overrides = new Map(
      instance.children
        .filter(({ tagName }) => tagName === 'w:lvlOverride')
        .map(each => [Number(val(each, 'w:ilvl')), Number(val(child(each, 'w:startOverride')))]),
    )
    // The first paragraph of an instance that says where its levels begin begins there.
    if (!used.has(id)) {
      used.add(id)
      for (const [level, start] of overrides) counts[level] = start - 1
    }
    counts[at] = counts[at] === undefined ? (overrides.get(at) ?? levels[at]!.start) : counts[at]! + 1
    for (let below = at + 1; below < levels.length; below++) {
      const { restart } = levels[below]!
      if (restart === null || at + 1 <= restart) counts[below] = overrides.has(below) ? overrides.get(below)! - 1 : undefined
    }
    const { text, legal, format } = levels[at]!
    numbers.set(
      paragraph,
      format === 'bullet'
        ? text
        : text.replace(/%(\d)/g, (_, digit: string) =>
            counted(counts[Number(digit) - 1] ?? levels[Number(digit) - 1]!.start, legal ? 'decimal' : levels[Number(digit) - 1]!.format),
          ),
    )
  }
  return numbers
}

/** Notes count in their part; where that is so ruled, anew in each section. */
function countNotes(document: XmlElement): OfficeText['notes'] {
  const notes: OfficeText['notes'] = []
  const counts: Record<string, number> = {}
  let pending: { part: string; id: string; at: number; mark: string | null }[] = []
  const end = (section: XmlElement): void => {
    for (const { part, at, mark } of pending) {
      const rules = child(section, part === 'footnotes' ? 'w:footnotePr' : 'w:endnotePr')
      if (mark === null) {
        counts[part] = (counts[part] ?? 0) + 1
        notes[at]!.number = counted(counts[part]!, val(child(rules, 'w:numFmt')) ?? 'decimal')
      }
    }
    for (const part of ['footnotes', 'endnotes'])
      if (val(child(child(section, part === 'footnotes' ? 'w:footnotePr' : 'w:endnotePr'), 'w:numRestart')) === 'eachSect') counts[part] = 0
    pending = []
  }
  // A section ends with the paragraph that tells of it.
  let closing: { section: XmlElement; paragraph: XmlElement } | null = null
  for (const each of document.within) {
    if (closing && !closing.paragraph.contains(each)) {
      end(closing.section)
      closing = null
    }
    if (each.tagName === 'w:footnoteReference' || each.tagName === 'w:endnoteReference') {
      const part = each.tagName === 'w:footnoteReference' ? 'footnotes' : 'endnotes'
      const mark = val(each, 'w:customMarkFollows') ? (each.nextElementSibling?.textContent ?? '') : null
      pending.push({ part, id: val(each, 'w:id')!, at: notes.length, mark })
      notes.push({ part, id: val(each, 'w:id')!, number: mark ?? '' })
    } else if (each.tagName === 'w:sectPr') {
      const paragraph = around(each, 'w:p')
      if (paragraph) closing = { section: each, paragraph }
      else end(each)
    }
  }
  return notes
}

interface Open {
  instruction: string
  separate: boolean
  shows: XmlElement[]
  begun: XmlElement
}

function countFields(paragraphs: readonly XmlElement[], numberOf: ReadonlyMap<XmlElement, string>, notes: OfficeText['notes']) {
  const found: { open: Open; paragraph: XmlElement; ends: XmlElement }[] = []
  const places: OfficeText['places'] = new Map()
  const openPlaces = new Map<string, { name: string; paragraph: XmlElement; texts: XmlElement[]; notes: number[] }>()
  const openFields: Open[] = []
  const noteAt = new Map<string, number>()
  let noteCount = 0
  for (const paragraph of paragraphs)
    for (const each of paragraph.within) {
      if (around(each, 'w:p') !== paragraph) continue
      const name = each.tagName
      if (name === 'w:bookmarkStart') openPlaces.set(val(each, 'w:id')!, { name: val(each, 'w:name')!, paragraph, texts: [], notes: [] })
      else if (name === 'w:bookmarkEnd') {
        const place = openPlaces.get(val(each, 'w:id')!)
        if (place) {
          places.set(place.name, {
            paragraph: place.paragraph,
            get words() {
              return place.texts.map(({ textContent }) => textContent).join('')
            },
          })
          if (place.notes.length) noteAt.set(place.name, place.notes[0]!)
        }
        openPlaces.delete(val(each, 'w:id')!)
      } else if (name === 'w:fldChar') {
        const type = val(each, 'w:fldCharType')
        if (type === 'begin') openFields.push({ instruction: '', separate: false, shows: [], begun: paragraph })
        else if (type === 'separate') openFields.at(-1)!.separate = true
        else {
          const open = openFields.pop()!
          found.push({ open, paragraph: open.begun, ends: paragraph })
        }
      } else if (name === 'w:instrText') openFields.at(-1)!.instruction += each.textContent
      else if (name === 'w:t' || name === 'm:t' || name === 'w:tab') {
        for (const open of openFields) if (open.separate) open.shows.push(each)
        for (const place of openPlaces.values()) place.texts.push(each)
      } else if (name === 'w:footnoteReference' || name === 'w:endnoteReference') {
        for (const place of openPlaces.values()) place.notes.push(noteCount)
        noteCount++
      }
    }
  const shown = ({ shows }: Open): string => shows.map(each => (each.tagName === 'w:tab' ? '\t' : each.textContent)).join('')
  /** Without stops at its end; with the switch \\t without words around its counters. */
  const bare = (number: string, words: boolean): string => {
    const trimmed = number.replace(/[\s.]+$/, '')
    if (!words) return trimmed
    const kept = trimmed.split(/\s+/).filter(part => /^[(§]*(\d|[A-Z](\b|\.)|[ivxlcIVXLC]+\b)/.test(part))
    return (kept.join(' ') || trimmed).replace(/^[^\p{L}\p{N}]+/u, '')
  }
  const order = new Map(paragraphs.map((each, at) => [each, at]))
  const headings = paragraphs.flatMap((each, at) => (headingLevel(each) ? [{ each, at, level: headingLevel(each) }] : []))
  const lastOfLevel = (level: number, before: XmlElement): XmlElement | undefined =>
    headings.findLast(heading => heading.level === level && heading.at <= order.get(before)!)?.each
  const sequences = new Map<string, { value: number; at: number }>()
  const comes = (instruction: string, paragraph: XmlElement): string | null => {
    const [kind, name = '', ...switches] = instruction.trim().split(/\s+/)
    const after = (sign: string): string | null => (switches.includes(sign) ? switches[switches.indexOf(sign) + 1]! : null)
    if (kind === 'SEQ') {
      const state = sequences.get(name) ?? { value: 0, at: -1 }
      const level = Number(after('\\s') ?? 0)
      const here = order.get(paragraph)!
      const passed = level > 0 && headings.some(heading => heading.level <= level && heading.at > state.at && heading.at <= here)
      const reset = after('\\r')
      const value = switches.includes('\\c') ? state.value : reset !== null ? Number(reset) : passed ? 1 : state.value + 1
      sequences.set(name, { value, at: switches.includes('\\c') ? state.at : here })
      return counted(value, after('\\*') ?? 'ARABIC')
    }
    if (kind === 'STYLEREF') {
      const heading = lastOfLevel(Number(name), paragraph)
      return heading ? bare(numberOf.get(heading) ?? '0', switches.includes('\\t')) : null
    }
    if (kind === 'REF' && switches.includes('\\n')) {
      const place = places.get(name)
      return place ? bare(numberOf.get(place.paragraph) ?? '0', switches.includes('\\t')) : 'no such place'
    }
    if (kind === 'REF') return places.get(name)?.words ?? 'no such place'
    if (kind === 'NOTEREF') return noteAt.has(name) ? notes[noteAt.get(name)!]!.number : 'no such place'
    return null
  }
  const fields: OfficeField[] = []
  const settle = (kinds: RegExp): void => {
    for (const { open, paragraph } of found) {
      if (!kinds.test(open.instruction.trim())) continue
      const says = comes(open.instruction, paragraph)
      fields.push({ instruction: open.instruction.trim(), shows: shown(open), comes: says, paragraph })
      // What refers to a place that holds fields reads what they came to.
      if (says !== null && open.shows[0]) {
        open.shows[0].textContent = says
        for (const more of open.shows.slice(1)) more.textContent = ''
      }
    }
  }
  settle(/^(SEQ|STYLEREF)\b/)
  settle(/^(REF|NOTEREF)\b/)
  settle(/^(PAGEREF|TOC|INDEX|XE|PAGE)\b/)
  return { fields, places }
}

/** Fields that come to something else than they show. */
export const wrongFields = (fields: readonly OfficeField[]): string[] =>
  fields
    .filter(({ comes, shows }) => comes !== null && evenly(comes) !== evenly(shows))
    .map(({ instruction, shows, comes }) => `${instruction}: shows “${shows}”, comes to “${comes}”`)

/** The name of a place as the text has it, by the id of what stands there. */
export const placeName = (id: string): string =>
  `e_${id.replace(/-/g, '_').replace(/[^A-Za-z0-9_]/gu, sign => `_${sign.codePointAt(0)!.toString(16)}`)}`.slice(0, 40)

const wordsIn = (paragraph: XmlElement): string =>
  [...paragraph.within]
    .filter(({ tagName }) => ['w:t', 'w:tab', 'w:br'].includes(tagName))
    .map(each => (each.tagName === 'w:t' ? each.textContent : ' '))
    .join('')

const known = new WeakMap<XmlElement, string>()
/** What stands in a paragraph or a table: asked for many times. */
function wordsOf(of: XmlElement): string {
  let words = known.get(of)
  if (words === undefined) known.set(of, (words = wordsIn(of)))
  return words
}

/** Read as other outputs are: numbers of lists before their paragraphs, notes behind the text. */
export function officeOutput(bytes: Uint8Array): ReadOutput & { wrong: string[] } {
  const office = readOffice(bytes)
  const numbered = (paragraph: XmlElement): string => `${office.numberOf.get(paragraph) ?? ''} ${wordsOf(paragraph)}`
  const paragraphs = named(office.document, 'w:p')
  const noteParts = ['footnotes', 'endnotes'].flatMap(part =>
    office.files[`word/${part}.xml`] ? [[part, readXmlTree(strFromU8(office.files[`word/${part}.xml`]!))] as const] : [],
  )
  const notes = noteParts.flatMap(([part, document]) =>
    document.children.map(each => {
      const number = office.notes.find(note => note.part === part && note.id === val(each, 'w:id'))?.number ?? ''
      return { each, text: `${number} ${wordsOf(each)}` }
    }),
  )
  const found = new Map<string, string>()
  for (const [name, { paragraph }] of office.places) {
    const cell = around(paragraph, 'w:tc')
    const tables: string[] = []
    for (
      let next = paragraph.nextElementSibling;
      next && (next.tagName === 'w:tbl' || styleOf(next) === 'TableNote' || styleOf(next) === 'PanelCaption');
      next = next.nextElementSibling
    )
      tables.push(wordsOf(next))
    const before = paragraph.previousElementSibling?.tagName === 'w:tbl' ? wordsOf(paragraph.previousElementSibling) : ''
    found.set(name, evenly([numbered(paragraph), ...tables, cell ? '' : before].join(' ')))
  }
  for (const { each, text } of notes) for (const mark of named(each, 'w:bookmarkStart')) found.set(val(mark, 'w:name')!, evenly(text))
  const names = [
    ...named(office.document, 'w:bookmarkStart'),
    ...noteParts.flatMap(([, document]) => named(document, 'w:bookmarkStart')),
  ].map(each => val(each, 'w:name')!)
  const links = [office.document, ...noteParts.map(([, document]) => document)].flatMap(document =>
    named(document, 'w:hyperlink').flatMap(each => val(each, 'w:anchor') ?? []),
  )
  const placed = new Set(names)
  return {
    wrong: wrongFields(office.fields),
    all: evenly([...paragraphs.map(numbered), ...notes.map(({ text }) => text)].join(' ')),
    at: id => found.get(placeName(id)) ?? null,
    doubled: twice(names),
    dangling: links.filter(name => !placed.has(name)),
  }
}
