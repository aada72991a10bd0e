/** Thin marks in the galley where a page turns. They change when pages do, not when a key is pressed. */
import { Plugin, PluginKey } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'
import { openIndex } from './oneDivision.ts'

/** Page index and label of a block by id. */
export type PageOf = (id: string) => { index: number; label: string } | undefined

const key = new PluginKey<Turns>('page turns')
export const setPages = (pageOf: PageOf) => ({ key, value: pageOf })

interface Turns {
  marks: DecorationSet
  open: string
  pageOf: PageOf
}

export const pageTurns = (): Plugin<Turns> =>
  new Plugin<Turns>({
    key,
    state: {
      init: () => ({ marks: DecorationSet.empty, open: '', pageOf: () => undefined }),
      apply(tr, old, _before, state) {
        const pageOf: PageOf = tr.getMeta(key) ?? old.pageOf
        const division = state.doc.child(openIndex(state))
        if (pageOf === old.pageOf && division.attrs.id === old.open)
          return tr.docChanged ? { ...old, marks: old.marks.map(tr.mapping, tr.doc) } : old
        const marks: Decoration[] = []
        let start = 0
        for (let i = 0; i < openIndex(state); i++) start += state.doc.child(i).nodeSize
        let before: { index: number; label: string } | undefined
        division.forEach((block, offset) => {
          const page = pageOf(block.attrs.id)
          if (!page) return
          if (before && page.index > before.index)
            marks.push(
              Decoration.node(start + 1 + offset, start + 1 + offset + block.nodeSize, {
                class: 'page-turn',
                'data-turn': `${before.label} | ${page.label}`,
              }),
            )
          before = page
        })
        return { marks: DecorationSet.create(state.doc, marks), open: division.attrs.id, pageOf }
      },
    },
    props: { decorations: state => key.getState(state)?.marks },
  })
