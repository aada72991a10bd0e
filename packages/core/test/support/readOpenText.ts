/**
 * Reads an OpenDocument text (ISO/IEC 26300) and counts it anew by the rules of the standard: the outline, lists, sequences with the number
 * of their chapter in front, references. Nothing of the writer is used.
 */

import { strFromU8, unzipSync } from 'fflate'
import { anchorOf } from '../../src/dispatch/markup/anchors.ts'
import { counted } from './officeCounts.ts'
import { evenly, type ReadOutput, twice } from './readOutputs.ts'
import { named, readXmlTree, type XmlElement } from './xmlTree.ts'

const get = (of: XmlElement | null | undefined, name: string): string | null => of?.getAttribute(name) ?? null

interface Level {
  format: string
  prefix: string
  suffix: string
  shown: number
  start: number
  bullet: string
}

const levelsOf = (style: XmlElement): Level[] => {
  const levels: Level[] = []
  for (const each of style.children)
    levels[Number(get(each, 'text:level')) - 1] = {
      format: get(each, 'style:num-format') ?? '',
      prefix: get(each, 'style:num-prefix') ?? '',
      suffix: get(each, 'style:num-suffix') ?? '',
      shown: Number(get(each, 'text:display-levels') ?? 1),
      start: Number(get(each, 'text:start-value') ?? 1),
      bullet: get(each, 'text:bullet-char') ?? '',
    }
  return levels
}

class Counter {
  counts: number[] = []
  constructor(readonly levels: Level[]) {}
  take(at: number, start: number | null): string {
    const { format, prefix, suffix, start: first, bullet } = this.levels[at]!
    this.counts = this.counts.slice(0, at + 1)
    for (let above = 0; above < at; above++) this.counts[above] ??= this.levels[above]!.start
    this.counts[at] = start ?? (this.counts[at] === undefined ? first : this.counts[at]! + 1)
    if (bullet) return bullet
    return format ? prefix + this.bare(at) + suffix : ''
  }
  bare(at: number): string {
    const { shown } = this.levels[at]!
    return Array.from({ length: shown }, (_, order) => at - shown + 1 + order)
      .filter(each => each >= 0)
      .map(each => counted(this.counts[each]!, this.levels[each]!.format))
      .join('.')
  }
}

export interface OpenField {
  what: string
  shows: string
  comes: string
}

export interface OpenText {
  numberOf: Map<XmlElement, string>
  fields: OpenField[]
  document: XmlElement
  places: Map<string, XmlElement>
}

const isBlock = (of: XmlElement): boolean => of.tagName === 'text:p' || of.tagName === 'text:h'

export function readOpenText(bytes: Uint8Array, change?: (document: XmlElement) => void): OpenText {
  const files = unzipSync(bytes)
  const document = readXmlTree(strFromU8(files['content.xml']!))
  const styles = readXmlTree(strFromU8(files['styles.xml']!))
  change?.(document)
  const outline = new Counter(levelsOf(named(styles, 'text:outline-style')[0]!))
  const listStyles = new Map(named(styles, 'text:list-style').map(each => [get(each, 'style:name')!, levelsOf(each)]))
  const decls = new Map(
    named(document, 'text:sequence-decl').map(each => [
      get(each, 'text:name')!,
      { level: Number(get(each, 'text:display-outline-level')), sign: get(each, 'text:separation-character') ?? '.' },
    ]),
  )
  const numberOf = new Map<XmlElement, string>()
  const continued = new Map<string, Counter>()
  const sequences = new Map<string, number>()
  const sinceHeading = new Map<string, number>()
  const fields: OpenField[] = []
  const said = new Map<string, string>()
  const places = new Map<string, XmlElement>()
  const references: XmlElement[] = []
  const noteNumbers = new Map<string, string>()
  const configurations = new Map(named(styles, 'text:notes-configuration').map(each => [get(each, 'text:note-class')!, each]))
  const noteCounts: Record<string, number> = {}
  const inline = (block: XmlElement): void => {
    for (const each of block.within) {
      let host: XmlElement | null = each.parentElement
      while (host && !isBlock(host)) host = host.parentElement
      if (host !== block) continue
      switch (each.tagName) {
        case 'text:bookmark':
        case 'text:bookmark-start':
          places.set(get(each, 'text:name')!, block)
          break
        case 'text:sequence': {
          const name = get(each, 'text:name')!
          const { level, sign } = decls.get(name)!
          const formula = get(each, 'text:formula') ?? `${name}+1`
          const begun = level > 0 && (sinceHeading.get(name) ?? Infinity) <= level
          const before = begun && formula === `${name}+1` ? 0 : (sequences.get(name) ?? 0)
          const value = formula === name ? (sequences.get(name) ?? 0) : formula === `${name}+1` ? before + 1 : Number(formula)
          sequences.set(name, value)
          sinceHeading.set(name, Infinity)
          const chapter = level ? outline.bare(Math.min(level, outline.counts.length) - 1) : ''
          const comes = `${chapter ? chapter + sign : ''}${counted(value, get(each, 'style:num-format') ?? '1')}`
          said.set(get(each, 'text:ref-name')!, comes)
          fields.push({ what: `sequence ${name}`, shows: each.textContent, comes })
          break
        }
        case 'text:bookmark-ref':
        case 'text:sequence-ref':
        case 'text:note-ref':
          references.push(each)
          break
        case 'text:note': {
          const kind = get(each, 'text:note-class')!
          const citation = each.children[0]!
          const label = get(citation, 'text:label')
          if (label === null) noteCounts[kind] = (noteCounts[kind] ?? 0) + 1
          const number = label ?? counted(noteCounts[kind]!, get(configurations.get(kind), 'style:num-format') ?? '1')
          noteNumbers.set(get(each, 'text:id')!, number)
          if (get(configurations.get(kind), 'text:start-numbering-at') !== 'page')
            fields.push({ what: `${kind} mark`, shows: citation.textContent, comes: number })
          for (const inner of each.within) if (isBlock(inner)) inline(inner)
        }
      }
    }
  }
  const block = (each: XmlElement): void => {
    if (each.tagName === 'text:h' && get(each, 'text:is-list-header') !== 'true' && !numberOf.has(each)) {
      const at = Number(get(each, 'text:outline-level')) - 1
      numberOf.set(each, outline.take(at, get(each, 'text:restart-numbering') ? Number(get(each, 'text:start-value')) : null))
    } else if (each.tagName === 'text:h') outline.counts = outline.counts.slice(0, Number(get(each, 'text:outline-level')))
    if (each.tagName === 'text:h') {
      const level = get(each, 'text:style-name')!.startsWith('Part') ? Infinity : Number(get(each, 'text:outline-level'))
      for (const name of decls.keys()) sinceHeading.set(name, Math.min(sinceHeading.get(name) ?? Infinity, level))
      for (const [kind, rules] of configurations)
        if (level === 1 && get(rules, 'text:start-numbering-at') === 'chapter') noteCounts[kind] = 0
    }
    inline(each)
  }
  const list = (of: XmlElement, counter: Counter, depth: number): void => {
    for (const item of of.children) {
      let first = true
      for (const each of item.children) {
        if (each.tagName === 'text:list') {
          const own = get(each, 'text:style-name')
          list(each, own && own !== get(of, 'text:style-name') ? new Counter(listStyles.get(own)!) : counter, depth + 1)
        } else {
          if (first && item.tagName === 'text:list-item')
            numberOf.set(each, counter.take(depth, get(item, 'text:start-value') ? Number(get(item, 'text:start-value')) : null))
          first = false
          block(each)
        }
      }
    }
  }
  const walk = (of: XmlElement): void => {
    for (const each of of.children)
      if (each.tagName === 'text:list') {
        const name = get(each, 'text:style-name')!
        const goesOn = get(each, 'text:continue-numbering') === 'true'
        const counter = (goesOn ? continued.get(name) : undefined) ?? new Counter(listStyles.get(name)!)
        continued.set(name, counter)
        list(each, counter, 0)
      } else if (isBlock(each)) block(each)
      else walk(each)
  }
  walk(named(document, 'office:text')[0]!)
  for (const each of references) {
    const name = get(each, 'text:ref-name')!
    const format = get(each, 'text:reference-format')
    if (format === 'page') continue
    const comes =
      each.tagName === 'text:sequence-ref'
        ? said.get(name)
        : each.tagName === 'text:note-ref'
          ? noteNumbers.get(name)
          : places.has(name)
            ? numberOf.get(places.get(name)!)
            : undefined
    fields.push({ what: `${each.tagName} ${name}`, shows: each.textContent, comes: comes ?? 'no such place' })
  }
  return { numberOf, fields, document, places }
}

const wordsOf = (of: XmlElement): string => {
  let out = ''
  for (const each of of.childNodes) {
    if (each.nodeType === 3) out += each.textContent
    else if (each.nodeType === 1) {
      const { tagName } = each as XmlElement
      if (tagName === 'svg:desc' || tagName === 'text:note') continue
      out +=
        tagName === 'text:tab' || tagName === 'text:line-break' || tagName === 'text:s'
          ? ' '
          : `${wordsOf(each as XmlElement)}${isBlock(each as XmlElement) ? ' ' : ''}`
    }
  }
  return out
}

/** Read as other outputs are: numbers before their paragraphs, notes where they are found by their own names. */
export function openTextOutput(bytes: Uint8Array): ReadOutput & { wrong: string[] } {
  const open = readOpenText(bytes)
  const found = new Map<string, string>()
  const numbered = (block: XmlElement): string => `${open.numberOf.get(block) ?? ''} ${wordsOf(block)}`
  for (const [name, block] of open.places) {
    const tables: string[] = []
    for (
      let next = block.nextElementSibling;
      next && (next.tagName === 'table:table' || /^(TableNote|PanelCaption)/.test(get(next, 'text:style-name') ?? ''));
      next = next.nextElementSibling
    )
      tables.push(wordsOf(next))
    const before = block.previousElementSibling?.tagName === 'table:table' ? wordsOf(block.previousElementSibling) : ''
    found.set(name, evenly([numbered(block), ...tables, before].join(' ')))
  }
  for (const note of named(open.document, 'text:note'))
    found.set(get(note, 'text:id')!, evenly(`${note.children[0]!.textContent} ${wordsOf(note.children[1]!)}`))
  const blocks = [...named(open.document, 'text:p'), ...named(open.document, 'text:h')]
  const names = [...named(open.document, 'text:bookmark-start'), ...named(open.document, 'text:bookmark')].map(
    each => get(each, 'text:name')!,
  )
  const links = named(open.document, 'text:a').flatMap(each =>
    get(each, 'xlink:href')!.startsWith('#') ? [get(each, 'xlink:href')!.slice(1)] : [],
  )
  const placed = new Set(names)
  return {
    all: evenly(blocks.map(numbered).join(' ')),
    at: id => found.get(anchorOf(id)) ?? null,
    doubled: twice(names),
    dangling: links.filter(name => !placed.has(name)),
    wrong: open.fields
      .filter(({ shows, comes }) => evenly(shows) !== evenly(comes))
      .map(({ what, shows, comes }) => `${what}: shows “${shows}”, comes to “${comes}”`),
  }
}
