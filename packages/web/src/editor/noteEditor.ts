/** The text of a note, written beside its line in an editor of its own whose steps go into the work; Esc goes back to the text. */

import { findBlock } from '@steady-ledger/core/work/commands/sections.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { redo, undo } from '@tiptap/pm/history'
import { keymap } from '@tiptap/pm/keymap'
import { Fragment, type Node, Slice } from '@tiptap/pm/model'
import { type Command, EditorState, TextSelection } from '@tiptap/pm/state'
import { StepMap } from '@tiptap/pm/transform'
import { Decoration, DecorationSet, EditorView } from '@tiptap/pm/view'
import { chords } from './chords.ts'
import { cursorFirst } from './cursorFirst.ts'
import { formulaBeside } from './formulaPlaces.ts'
import { insertFormula } from './insert.ts'
import { keepsItsSelection } from './keepsItsSelection.ts'
import { citationView } from './nodeViews/citation.ts'
import type { Hosts } from './nodeViews/common.ts'
import { formulaView } from './nodeViews/formula.ts'
import { indexMarkView } from './nodeViews/indexMark.ts'
import { mentionView } from './nodeViews/mention.ts'
import { referenceView } from './nodeViews/reference.ts'
import { wordCommands } from './textCommands.ts'

const fromOutside = 'from outside'
const { noteBreak } = schema.nodes

/** Enter begins another paragraph; in one that is still empty it ends the note, and no empty paragraph stays. */
const nextParagraph =
  (leave: () => boolean): Command =>
  (state, dispatch) => {
    const { $from, empty } = state.selection
    const { nodeBefore } = $from
    if (empty && (!nodeBefore || nodeBefore.type === noteBreak) && !$from.nodeAfter) {
      if (nodeBefore) dispatch?.(state.tr.delete($from.pos - 1, $from.pos))
      return leave()
    }
    if (!nodeBefore || nodeBefore.type === noteBreak || $from.nodeAfter?.type === noteBreak) return true
    dispatch?.(state.tr.replaceSelectionWith(noteBreak!.create(), false).scrollIntoView())
    return true
  }

/** A paragraph that is still empty needs something to stand on, or the browser puts the cursor, and what is typed, before its break. */
const lastLine = (state: EditorState): DecorationSet => {
  const { doc } = state
  if (doc.lastChild?.type !== noteBreak) return DecorationSet.empty
  return DecorationSet.create(doc, [Decoration.widget(doc.content.size, () => document.createElement('br'), { side: 1 })])
}

/** Lines of pasted text become paragraphs of the note. */
function pastedText(text: string): Slice {
  const lines = text.split(/[\r\n]+/).filter(line => line.trim())
  const parts = lines.flatMap((line, index) => [...(index > 0 ? [noteBreak!.create()] : []), schema.text(line)])
  return new Slice(Fragment.from(parts), 0, 0)
}

export class NoteEditor {
  private readonly view: EditorView
  readonly id: string

  constructor(place: HTMLElement, outer: EditorView, note: Node, hosts: Hosts, close: () => void) {
    this.id = note.attrs.id
    const leave = (): boolean => {
      close()
      return true
    }
    const pick = (kind: 'reference' | 'citation', { selection }: EditorState): boolean => {
      hosts.pick(kind, selection.to)
      return true
    }
    this.view = new EditorView(place, {
      state: EditorState.create({
        doc: note,
        plugins: [
          cursorFirst(),
          keymap({
            Escape: leave,
            Enter: nextParagraph(leave),
            'Mod-Enter': leave,
          }),
          chords({
            undo: () => undo(outer.state, outer.dispatch),
            redo: () => redo(outer.state, outer.dispatch),
            ...wordCommands,
            reference: state => pick('reference', state),
            citation: state => pick('citation', state),
            mention: state => {
              hosts.mention(state)
              return true
            },
            formula: (state, dispatch, own) => {
              if (!insertFormula(state, dispatch) || !own) return false
              hosts.compose(own, own.state.selection.from)
              return true
            },
          }),
        ],
      }),
      handleKeyDown: (own, event) => {
        const beside = formulaBeside(own.state, event)
        if (beside) hosts.compose(own, beside.at, beside.opensAt)
        return beside !== null
      },
      clipboardTextParser: pastedText,
      decorations: lastLine,
      nodeViews: {
        reference: referenceView(hosts),
        mention: mentionView(hosts),
        citation: citationView(hosts),
        formula: formulaView(hosts),
        indexMark: indexMarkView(hosts),
      },
      attributes: { class: 'note-text', 'aria-label': 'Text of the note', role: 'textbox', 'aria-multiline': 'true' },
      dispatchTransaction: tr => {
        const { state, transactions } = this.view.state.applyTransaction(tr)
        this.view.updateState(state)
        if (tr.getMeta(fromOutside)) return
        const at = findBlock(outer.state.doc, this.id)
        if (at < 0) return
        const shift = StepMap.offset(at + 1)
        const outerTr = outer.state.tr
        for (const { steps } of transactions)
          for (const step of steps) {
            const mapped = step.map(shift)
            if (mapped) outerTr.step(mapped)
          }
        if (outerTr.docChanged) outer.dispatch(outerTr)
      },
    })
    keepsItsSelection(this.view.dom)
  }

  /** Writing goes on at its end, or at a position in it. */
  focus(at?: number): void {
    const { doc, tr } = this.view.state
    this.view.focus()
    this.view.dispatch(
      tr.setSelection(at === undefined ? TextSelection.atEnd(doc) : TextSelection.create(doc, Math.max(0, Math.min(at, doc.content.size)))),
    )
  }

  /** Takes over what changed outside (undo, for one), touching only the part that differs. Returns false when the note is gone. */
  follow(doc: Node): boolean {
    const at = findBlock(doc, this.id)
    const node = at < 0 ? null : doc.nodeAt(at)
    if (!node) return false
    const { state } = this.view
    const start = node.content.findDiffStart(state.doc.content)
    if (start === null) return true
    let { a, b } = node.content.findDiffEnd(state.doc.content)!
    const overlap = start - Math.min(a, b)
    if (overlap > 0) {
      a += overlap
      b += overlap
    }
    this.view.dispatch(state.tr.replace(start, b, node.slice(start, a)).setMeta(fromOutside, true))
    return true
  }

  destroy(): void {
    this.view.destroy()
  }
}
