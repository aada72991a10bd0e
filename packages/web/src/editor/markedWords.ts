/** The words that are marked for the index, underlined in the open division while that is wanted. */
import type { Entries } from '@steady-ledger/core/work/registers/register.ts'
import type { Term } from '@steady-ledger/core/work/registers/terms.ts'
import type { Node } from '@tiptap/pm/model'
import { type EditorState, Plugin, PluginKey } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'
import { isShown, show } from '../app/shownInGalley.ts'
import type { Session } from '../session/session.ts'
import type { LiveNumbers } from './live.ts'
import { divisionStart, openIndex } from './oneDivision.ts'

type Find = typeof import('@steady-ledger/core/content/index/markedWords.ts').markedWords

const key = new PluginKey<boolean>('marked words')
/** Stemmers are loaded when the words are shown first. */
let find: Find | null = null

export async function showMarkedWords(session: Session, shown: boolean): Promise<void> {
  show('index words', shown)
  if (shown) find ??= (await import('@steady-ledger/core/content/index/markedWords.ts')).markedWords
  session.dispatch(session.state.tr.setMeta(key, shown).setMeta('addToHistory', false))
}

export function markedWords(live: LiveNumbers): Plugin<boolean> {
  let drawn: { division: Node; start: number; terms: Entries<Term>; set: DecorationSet } | null = null
  const decorationsOf = (state: EditorState): DecorationSet | null => {
    if (!key.getState(state) || !find) return null
    const index = openIndex(state)
    const division = state.doc.child(index)
    const start = divisionStart(state.doc, index)
    const { terms, language } = live
    if (drawn?.division === division && drawn.start === start && drawn.terms === terms) return drawn.set
    const words: Decoration[] = []
    division.descendants((node, at) => {
      if (!node.inlineContent) return true
      for (const { from, to } of find!(node, term => terms[term]?.heading ?? '', language))
        words.push(Decoration.inline(start + at + 2 + from, start + at + 2 + to, { class: 'marked-words' }))
      return true
    })
    drawn = { division, start, terms, set: DecorationSet.create(state.doc, words) }
    return drawn.set
  }
  return new Plugin<boolean>({
    key,
    state: { init: () => isShown('index words'), apply: (tr, shown) => (tr.getMeta(key) as boolean | undefined) ?? shown },
    props: { decorations: decorationsOf },
  })
}
