import { plainShorts } from '../../content/mentions/plainShort.ts'
import type { Standing } from '../../content/mentions/standing.ts'
import { attributesOf } from '../../work/kinds/index.ts'
import { division, type Node } from '../../work/schema.ts'
import { type FoundIn, workCheck } from '../check.ts'

const nameOf = ({ short, full, formula }: { short: string; full: string; formula: string }): string => short || full || formula

/** Mentions of entries that are gone. */
export const lostMention = workCheck('lostMention', {
  title: 'Abbreviations: mentions without an entry',
  weight: 'mustMend',
  *look({ turnover: { mentions } }) {
    for (const { node, entry, holder, division: index } of mentions.byPlace.values()) {
      if (Object.hasOwn(mentions.entries, entry)) continue
      const { was } = attributesOf(node, 'mention')
      yield {
        message: was ? `“${was}” is mentioned here, and its entry is gone.` : 'Something is mentioned here whose entry is gone.',
        advice: 'Choose another entry in the slip, or remove the mention. Undo brings the entry back.',
        place: holder,
        division: index,
      }
    }
  },
})

/** The short form that an author asked for before readers know it, and the full one where they know it already. */
export const mentionOrder = workCheck('mentionOrder', {
  title: 'Abbreviations: short before they are written out, or written out twice',
  weight: 'shouldMend',
  look: ({ turnover: { mentions, work } }) => {
    const found: FoundIn[] = []
    const rule = work.houseStyle.mentions.first
    const byScope = new Map<string, Standing[]>()
    for (const standing of mentions.byPlace.values()) {
      const node = work.doc.child(standing.division)
      const abstract = division(node).role === 'abstract'
      if (standing.within !== 'text' || !Object.hasOwn(mentions.entries, standing.entry) || !mentions.entries[standing.entry]!.full)
        continue
      const scope = `${standing.entry} ${abstract || rule === 'division' ? standing.division : ''}`
      byScope.set(scope, [...(byScope.get(scope) ?? []), standing])
    }
    for (const scope of byScope.values()) {
      const first = scope.findIndex(({ said }) => said === 'both')
      scope.forEach(({ said, reason, entry, holder, division: index }, order) => {
        if (reason !== 'asked') return
        const place = { place: holder, division: index }
        const name = nameOf(mentions.entries[entry]!)
        if (said === 'short' && first > order)
          found.push({
            ...place,
            message: `“${name}” is asked to be short here, and is written out only later.`,
            advice: 'Let it be written out by itself where it is first, in the slip.',
          })
        else if (said === 'both' && first >= 0 && first < order)
          found.push({
            ...place,
            message: `“${name}” is written out here again, as was asked for, and readers know it already.`,
            advice: 'Let it be short by itself, in the slip.',
          })
      })
    }
    return found
  },
})

/** Short forms that stand as plain words: they are not counted, and are not written out where they are first. */
export const plainMention = workCheck('plainMention', {
  title: 'Abbreviations: short forms as plain words',
  weight: 'worthALook',
  *look({ turnover: { work } }) {
    const { doc, abbreviations, settings } = work
    for (const { entry, text, identity, start, end, holder, plural, division: index } of plainShorts(
      doc,
      abbreviations,
      settings.language,
    )) {
      const range = { identity, from: start, to: end }
      yield {
        message: `“${text}” stands here as a plain word: it is not written out where it comes first.`,
        advice: 'Make it a mention, if it is the abbreviation of the register.',
        place: holder,
        division: index,
        range,
        remedy: { says: 'Make it a mention', does: 'mentionWords', range, expected: text, entry, plural },
      }
    }
  },
})

/** The division of a list of a kind; empty where there is none. */
const listOf = (doc: Node, kind: 'abbreviation' | 'symbol'): string => {
  const role = kind === 'symbol' ? 'symbols' : 'abbreviations'
  const node = doc.children.find(each => division(each).role === role)
  return node ? division(node).id : ''
}

/** Entries that nobody mentions, that say nothing, or of which two look the same. */
export const abbreviationEntries = workCheck('abbreviationEntries', {
  title: 'Abbreviations: entries that do not hold',
  weight: 'worthALook',
  *look({ turnover: { mentions, work } }) {
    const used = new Set([...mentions.byPlace.values()].map(({ entry }) => entry))
    const byShort = new Map<string, string>()
    for (const [id, entry] of Object.entries(mentions.entries)) {
      const name = nameOf(entry)
      const place = { place: listOf(work.doc, entry.kind) }
      if (!entry.full)
        yield {
          ...place,
          message: name ? `“${name}” is in the register, and nobody has said what it stands for.` : 'An entry of the register is empty.',
          advice: 'Write its full form among the short forms, or remove it.',
        }
      else if (entry.kind === 'abbreviation' && !used.has(id) && entry.listed)
        yield {
          ...place,
          message: `“${name}” is listed, and is mentioned nowhere.`,
          advice: 'Mention it where it is meant, or remove it, or let it be left out of the list.',
        }
      const key = entry.formula ? '' : entry.short
      const other = key ? byShort.get(key) : undefined
      if (other && mentions.entries[other]!.full !== entry.full)
        yield {
          ...place,
          weight: 'shouldMend',
          message: `“${key}” stands for “${mentions.entries[other]!.full}” and for “${entry.full}”.`,
          advice: 'Give one of them another short form, or merge them if both are the same.',
        }
      else if (key) byShort.set(key, id)
    }
  },
})
