/** Formatting the citations of a 300-page work: 400 sources, 600 citations. All of them cold, and after edits. Prints milliseconds as JSON. */

import { Transform } from 'prosemirror-transform'
import { generateWork } from '../demo/src/generate.ts'
import { withManySources } from '../demo/src/generateSources.ts'
import { asPrinted } from '../packages/core/src/content/citations/asPrinted.ts'
import { CitationEngine } from '../packages/core/src/content/citations/citationEngine.ts'
import { citationsAt } from '../packages/core/src/work/commands/sources.ts'
import { setEntry } from '../packages/core/src/work/steps/registerStep.ts'
import { afterSteps } from '../packages/core/src/work/steps/workStep.ts'
import type { Work } from '../packages/core/src/work/work.ts'

export interface CitationTimes {
  cold: Record<string, number[]>
  edits: Record<string, number[]>
}

const base = withManySources(generateWork(300, 1), 400, 600)
const styled = (style: 'numbers' | 'authorAndYear' | 'notes'): Work => ({
  ...base,
  houseStyle: { ...base.houseStyle, citations: { ...base.houseStyle.citations, style } },
})
const citations = (engine: CitationEngine, work: Work) => engine.citations({ ...work, doc: asPrinted(work) })
const timed = (run: () => unknown): number => {
  const began = performance.now()
  run()
  return performance.now() - began
}

/** What an author does between two looks at the text. */
const edits: Record<string, (work: Work, order: number) => Work> = {
  'a place in a citation': (work, order) => {
    const tr = new Transform(work.doc)
    const [at] = citationsAt(tr.doc, `s${order * 3}`)
    tr.setNodeAttribute(
      at!,
      'cites',
      (tr.doc.nodeAt(at!)!.attrs.cites as object[]).map(one => ({ ...one, locator: String(20 + order) })),
    )
    return { ...work, doc: tr.doc }
  },
  'a citation of a known source': (work, order) => {
    const tr = new Transform(work.doc)
    const at = citationsAt(tr.doc, 's200')[0]!
    const node = tr.doc.nodeAt(at)!
    tr.insert(
      at,
      node.type.create({ id: `put${order}`, cites: (node.attrs.cites as { source: string }[]).map(one => ({ ...one, source: 's0' })) }),
    )
    return { ...work, doc: tr.doc }
  },
  'the first citation of a source, before all others': (work, order) => {
    const id = `new${order}`
    const tr = setEntry(new Transform(work.doc), work, 'sources', id, { ...work.sources.s100!, key: id, title: `A new title ${order}` })
    const added = afterSteps(work, tr.steps)
    const text = new Transform(work.doc)
    const at = Math.min(...Object.keys(work.sources).flatMap(source => citationsAt(work.doc, source)))
    const node = work.doc.nodeAt(at)!
    text.insert(
      at,
      node.type.create({ id: `put${id}`, cites: (node.attrs.cites as { source: string }[]).map(one => ({ ...one, source: id })) }),
    )
    return { ...added, doc: text.doc }
  },
  'the title of a source': (work, order) => {
    const tr = setEntry(new Transform(work.doc), work, 'sources', 's100', { ...work.sources.s100!, title: `Another title ${order}` })
    return afterSteps(work, tr.steps)
  },
  'a chapter that moves': (work, order) => {
    const { children } = work.doc
    const from = 5 + (order % 3)
    return {
      ...work,
      doc: work.doc.copy(
        work.doc.type.create(null, [...children.slice(0, from), children[from + 1]!, children[from]!, ...children.slice(from + 2)]).content,
      ),
    }
  },
}

const cold: Record<string, number[]> = {}
const after: Record<string, number[]> = {}
for (const style of ['numbers', 'authorAndYear', 'notes'] as const) {
  const work = styled(style)
  cold[style] = [1, 2, 3].map(() => timed(() => citations(new CitationEngine(), work)))
  for (const [name, edit] of Object.entries(edits)) {
    const engine = new CitationEngine()
    let now = work
    citations(engine, now)
    after[`${name}, ${style}`] = Array.from({ length: 7 }, (_, order) => {
      now = edit(now, order)
      return timed(() => citations(engine, now))
    })
  }
}
process.stdout.write(JSON.stringify({ cold, edits: after } satisfies CitationTimes))
