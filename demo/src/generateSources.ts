/** A made work with many sources, cited all over: for benchmarks, and for looking at a desk that is full. */
import { newSource, type Source } from '@steady-ledger/core/work/registers/sources.ts'
import { type Node, schema } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { Fragment } from 'prosemirror-model'
import { at, cite } from './builder.ts'

const families = 'Al,Brun,Cor,Dun,El,Far,Gal,Hol,Im,Jor,Kel,Lun,Mar,Nor,Ost,Pel,Quen,Ros,Sil,Tor,Ul,Ven,Wes,Yar'
  .split(',')
  .flatMap(stem => ['bret', 'mar', 'vane', 'sil', 'moor', 'qual', 'dren', 'vek', 'den', 'vald', 'by', 'quist'].map(end => stem + end))
const given = 'Ada,Bram,Chidi,Dora,Ellis,Finn,Greta,Hanna,Ines,Jude'.split(',')
const subjects = 'wind,mixing,sills,basins,heat,storms,thermoclines,moorings,forecasts,waves,turbidity,oxygen'.split(',')
const turns = 'On the {} of upland lakes,What {} tell,A note on {},{} reconsidered,Measuring {},{} in small basins,The limits of {}'.split(
  ',',
)

/** Sources by id, the same for the same number. */
export function generateSources(count: number): Record<string, Source> {
  const made: Record<string, Source> = {}
  for (let i = 0; i < count; i++) {
    const names = Array.from({ length: 1 + (i % 4) }, (_, k) => ({
      family: `${families[(i * 7 + k * 5) % families.length]}${i % 3 ? '' : 'son'}`,
      given: given[(i * 3 + k) % given.length]!,
    }))
    made[`s${i}`] = {
      ...newSource(),
      type: i % 5 === 4 ? 'book' : 'article-journal',
      key: `made${i}`,
      author: names,
      title: `${turns[i % turns.length]!.replace('{}', subjects[(i * 5) % subjects.length]!)}, ${i}`,
      issued: { 'date-parts': [[1960 + ((i * 13) % 60)]] },
      ...(i % 5 === 4
        ? { publisher: 'Fenwold Press', 'publisher-place': 'Aldermoor' }
        : {
            'container-title': 'Journal of Upland Waters',
            volume: String(1 + (i % 40)),
            page: `${i + 1}–${i + 19}`,
            DOI: `10.5555/made.${i}`,
          }),
    }
  }
  return made
}

/** A work with so many sources, and so many citations at the ends of its paragraphs. */
export function withManySources(work: Work, sources: number, citations: number): Work {
  let paragraphs = 0
  work.doc.descendants(node => void (node.type.name === 'paragraph' && node.content.size > 200 && paragraphs++))
  let count = 0
  let seen = 0
  const citing = (node: Node): Node => {
    if (node.type.name === 'paragraph' && node.content.size > 200) {
      seen++
      const due = Math.floor((seen * citations) / paragraphs) - count
      const made = Array.from({ length: Math.max(0, due) }, () => {
        const first = (count * 37) % sources
        const own = cite(
          ...Array.from({ length: 1 + (count % 3) }, (_, k) => `s${(first + k * 11) % sources}`),
          ...(count % 6 ? [] : [at('12')]),
        )
        return own.type.create({ ...own.attrs, id: `many${count++}` })
      })
      return node.copy(Fragment.from([...node.children, ...made.flatMap(one => [schema.text(' '), one])]))
    }
    return node.isTextblock || !node.childCount ? node : node.copy(Fragment.from(node.children.map(citing)))
  }
  const list = schema.nodes.division.create(
    { id: 'manySources', role: 'sources' },
    schema.nodes.title.create(null, schema.text('References')),
  )
  const doc = citing(work.doc)
  return { ...work, sources: generateSources(sources), doc: doc.copy(doc.content.append(Fragment.from(list))) }
}
