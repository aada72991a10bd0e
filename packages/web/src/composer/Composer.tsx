/** The composer: a formula is written in place, by keys or from a palette; no notation is shown. Esc goes back to the text. */
import { whyUnreadable } from '@steady-ledger/core/formulas/mathml.ts'
import { speakRow } from '@steady-ledger/core/formulas/spoken/speak.ts'
import { readFormula } from '@steady-ledger/core/formulas/tree/readFormula.ts'
import type { Row } from '@steady-ledger/core/formulas/tree/terms.ts'
import { writeNotation } from '@steady-ledger/core/formulas/tree/writeNotation.ts'
import { insert } from '@steady-ledger/core/formulas/typing/insert.ts'
import { finished } from '@steady-ledger/core/formulas/typing/leave.ts'
import { meaningOf } from '@steady-ledger/core/formulas/typing/lexicon.ts'
import { removeCells } from '@steady-ledger/core/formulas/typing/remove.ts'
import { addCells } from '@steady-ledger/core/formulas/typing/resolve.ts'
import { endWord, typeText } from '@steady-ledger/core/formulas/typing/type.ts'
import { aroundCaret, currentRow, at as placed, put, selected, splice, type Writing } from '@steady-ledger/core/formulas/typing/writing.ts'
import { setEntry } from '@steady-ledger/core/work/steps/registerStep.ts'
import { closeHistory } from '@tiptap/pm/history'
import { NodeSelection, TextSelection } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import { type ClipboardEvent, type KeyboardEvent, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { noteUse } from '../app/usedLast.ts'
import { turnFormula } from '../editor/formulaPlaces.ts'
import { addEquationLine } from '../editor/groups.ts'
import { newId } from '../newId.ts'
import { useSession, useView } from '../session/sessionContext.ts'
import { ask } from '../ui/Ask.tsx'
import { notify } from '../ui/notices.ts'
import { showWhole, useFloatingPlace } from '../views/galley/floatingPlace.ts'
import { ArrayBar } from './ArrayBar.tsx'
import { ComposerFoot } from './ComposerFoot.tsx'
import { copyFormula, pastedFormula } from './clipboard.ts'
import { Field, whereIs } from './Field.tsx'
import { askToKeep } from './keepsakeForms.ts'
import { loadKeepsakes, useKeepsakes } from './keepsakes.ts'
import { meaningIn, newMeaning } from './meanings.ts'
import { Palette } from './Palette.tsx'
import type { Entry } from './palette.ts'
import { placeAfter } from './places.ts'
import { Result } from './Result.tsx'
import { SymbolLine, symbolAtCaret } from './SymbolLine.tsx'
import { usedSymbols } from './usedSymbols.ts'
import { useWritings } from './useWritings.ts'

const mostUsed = 20
/** How long nothing is typed before the work has what stands in the field, in milliseconds. */
const restBeforeCommit = 150

/** Where the caret is when it opens: at an end, or behind so many signs. */
export type OpensAt = 'start' | 'end' | number

interface Props {
  view: EditorView
  at: number
  opensAt: OpensAt
  onClose(): void
  /** Opens it on another formula. */
  onOpen(at: number): void
}

interface Read {
  row: Row
  wrong: string
}

function read(source: string): Read {
  try {
    return { row: readFormula(source), wrong: '' }
  } catch {
    // Nothing of the author's is lost: what cannot be read stays as one part.
    return {
      row: source.trim() ? [{ kind: 'kept', source }] : [],
      wrong: whyUnreadable(source) || 'It is written in a way that cannot be read.',
    }
  }
}

export function Composer({ view, at, opensAt, onClose, onOpen }: Props) {
  const session = useSession()
  const box = useRef<HTMLDivElement>(null)
  const input = useRef<HTMLTextAreaElement>(null)
  const drawn = useRef<HTMLDivElement>(null)
  const search = useRef<HTMLInputElement>(null)
  const [sitting] = useState(() => Date.now())
  const [opened] = useState(() => ({ node: view.state.doc.nodeAt(at), ...read(view.state.doc.nodeAt(at)?.attrs.formula ?? '') }))
  const { writing, to, undo, redo, mayUndo, mayRedo } = useWritings(() => opened.row)
  const kept = useKeepsakes(({ list }) => list)
  const where = useCallback(() => at, [at])
  const floating = useFloatingPlace(view, where)
  const display = opened.node?.type.name === 'equation'
  const [inGroup] = useState(() => view.state.doc.resolve(at).parent.type.name === 'equationGroup')
  const number = useView(({ ledger }) => (opened.node?.attrs.id ? (ledger.byId.get(opened.node.attrs.id)?.number ?? '') : ''))
  // What was only walked through stays as it was written, down to its spelling.
  const [unchanged] = useState(() => writeNotation(finished(opened.row)))
  const written = writing.row === opened.row ? unchanged : writeNotation(finished(writing.row))
  const source = written === unchanged ? (opened.node?.attrs.formula ?? '') : written
  const standsThere = useRef(source)
  standsThere.current = source

  /** What the work has of it: where something else stands, another formula came to its place. */
  const given = useRef<string>(opened.node?.attrs.formula ?? '')

  /** What stands in the field goes into the work: all of one sitting as one step. */
  const commit = useCallback(() => {
    const node = view.state.doc.nodeAt(at)
    if (node?.type !== opened.node?.type || node?.attrs.formula !== given.current || given.current === standsThere.current) return
    given.current = standsThere.current
    session.dispatch(view.state.tr.setNodeAttribute(at, 'formula', given.current).setMeta('composition', sitting))
  }, [view, session, sitting, at, opened])

  // A little after the last key: numbering, saving and drawing the text anew must not hold up the next letter.
  useEffect(() => {
    if (source === given.current) return
    const timer = setTimeout(commit, restBeforeCommit)
    return () => clearTimeout(timer)
  }, [source, commit])

  // A press elsewhere closes it, and what stands in it is kept.
  useLayoutEffect(() => () => commit(), [commit])

  useEffect(() => {
    void loadKeepsakes()
    session.askSymbols(true)
    return () => session.askSymbols(false)
  }, [session])
  const symbols = useView(view => view.symbols)
  const inUse = useMemo(() => usedSymbols(symbols), [symbols])

  const leave = useCallback(
    (side: 'before' | 'after' = 'after') => {
      commit()
      onClose()
      const node = view.state.doc.nodeAt(at)
      if (node?.attrs.formula !== undefined) {
        const { doc, tr } = view.state
        // In a note the cursor is that of its own editor, which opens again.
        const inNote = doc.resolve(at).parent.type.name === 'note'
        if (inNote) {
          if (!node.attrs.formula) session.dispatch(tr.delete(at, at + node.nodeSize))
          return
        }
        if (!node.isInline) tr.setSelection(NodeSelection.create(doc, at))
        else if (!node.attrs.formula) {
          // A formula in the line that nothing was written in was not meant.
          tr.delete(at, at + node.nodeSize)
          tr.setSelection(TextSelection.create(tr.doc, at))
        } else tr.setSelection(TextSelection.create(doc, at + (side === 'after' ? node.nodeSize : 0)))
        session.dispatch(tr)
      }
      view.focus()
    },
    [view, session, onClose, commit, at],
  )

  // From the first key on what is typed is meant for the equation, and must not replace it in the text.
  const open = floating !== null
  useLayoutEffect(() => {
    if (!open) return
    input.current?.focus({ preventScroll: true })
    showWhole(box.current)
    const { row } = opened
    if (opensAt === 'start') to(placed(row, { path: [], at: 0 }))
    else if (typeof opensAt === 'number' && drawn.current) to(placed(row, placeAfter(drawn.current, row, opensAt)))
  }, [open, opened, opensAt, to])

  // The palette is drawn once, and not with every letter: what it calls stays the same.
  const asked = useRef<{ put(entry: Pick<Entry, 'name' | 'puts' | 'before'>): void; keep(): void }>(null)
  const onPut = useCallback((entry: Pick<Entry, 'name' | 'puts' | 'before'>) => asked.current?.put(entry), [])
  const onKeep = useCallback(() => asked.current?.keep(), [])
  const onBack = useCallback(() => input.current?.focus(), [])

  if (!floating) return null

  const takeName = (name: string): void => {
    const { word, caret } = writing
    const without = word ? splice(writing, word.from, caret.at, []) : writing
    const keepsake = kept.find(each => each.name === name)
    if (keepsake && !meaningOf(name)) to(insert(without, read(keepsake.notation).row))
    else to(endWord(typeText(without, name)))
    noteUse(name, 'signs used last', mostUsed)
  }

  const addLine = (): void => {
    commit()
    view.dispatch(view.state.tr.setSelection(NodeSelection.create(view.state.doc, at)))
    if (!session.run(addEquationLine)) return
    const { selection } = view.state
    if (selection instanceof NodeSelection) onOpen(selection.from)
  }

  const onKeepAsked = (): void => {
    const ready = endWord(writing)
    const range = selected(ready)
    const row = range ? currentRow(ready).slice(...range) : ready.row
    if (!row.length) {
      notify({ kind: 'wrong', text: 'There is nothing to keep yet.' })
      return
    }
    askToKeep(writeNotation(finished(row)), range !== undefined, onBack)
  }

  asked.current = {
    put: entry => {
      noteUse(entry.name, 'signs used last', mostUsed)
      to(insert(endWord(writing), entry.puts, entry.before))
      input.current?.focus()
    },
    keep: onKeepAsked,
  }

  const turn = (): void => {
    commit()
    const turned = turnFormula(at)
    if (!session.run(turned.command)) {
      notify({
        kind: 'wrong',
        text: 'Here it cannot be turned: a formula in the line stands in a line of text, an equation between paragraphs.',
      })
      return
    }
    onOpen(turned.place(view.state))
  }

  const describe = (): void => {
    // Only a word that is being typed becomes something: what is not changed stays as it was written.
    const ready = writing.word ? endWord(writing) : writing
    const symbol = symbolAtCaret(ready)
    if (!symbol) {
      notify({ kind: 'wrong', text: 'There is no letter at the caret: put it behind the one that stands for something.' })
      return
    }
    if (ready !== writing) to(ready)
    const known = meaningIn(session.work.abbreviations, symbol.key)
    const { full = '', unit = '' } = known?.entry ?? {}
    ask({
      title: `What ${speakRow(symbol.row, session.work.settings.language)} stands for`,
      fields: [
        { label: 'It stands for', value: full },
        { label: 'Unit', value: unit },
      ],
      note: 'In the whole work. Leave both empty to say nothing of it.',
      does: 'Save',
      run: ([meaning = '', given = '']) => {
        const entry = { ...(known?.entry ?? newMeaning(symbol.key)), full: meaning.slice(0, 1000), unit: given.slice(0, 200) }
        const tr = setEntry(view.state.tr, session.work, 'abbreviations', known?.id ?? newId(), meaning || given ? entry : null)
        if (tr.steps.length) session.dispatch(closeHistory(tr))
        onBack()
      },
    })
  }

  const onKey = (event: KeyboardEvent): boolean => {
    const { key, shiftKey, altKey } = event
    const mod = event.ctrlKey || event.metaKey
    const inArray = aroundCaret(writing)?.structure.kind === 'grid'
    if (key === 'Escape') leave()
    else if (key === 'F2') search.current?.focus()
    else if (key === 'F3') describe()
    else if (mod && key.toLowerCase() === 'z' && !shiftKey) undo()
    else if (mod && (key.toLowerCase() === 'y' || (key.toLowerCase() === 'z' && shiftKey))) redo()
    else if (key === 'Enter' && mod) leave()
    else if (key === 'Enter' && inArray) to(addCells(endWord(writing), altKey ? 'column' : 'row'))
    else if (key === 'Enter') display ? addLine() : leave()
    else if (inArray && key === 'Backspace' && (mod || altKey)) to(removeCells(writing, altKey ? 'column' : 'row'))
    else if (
      (key === ' ' || key === 'Tab') &&
      writing.word &&
      kept.some(({ name }) => name === writing.word?.text) &&
      !meaningOf(writing.word.text)
    )
      takeName(writing.word.text)
    else return false
    return true
  }

  const onClipboard = (event: ClipboardEvent, act: 'copy' | 'cut' | 'paste'): void => {
    event.preventDefault()
    if (act === 'paste') {
      const pasted = pastedFormula(event.clipboardData)
      if ('wrong' in pasted) notify({ kind: 'wrong', text: pasted.wrong })
      else to(put(endWord(writing), pasted.row))
      return
    }
    const ready = endWord(writing)
    const range = selected(ready)
    // With nothing selected all of it is meant.
    copyFormula(event.clipboardData, range ? currentRow(ready).slice(...range) : ready.row)
    if (act === 'cut' && range) to(put(ready, []))
  }

  const onChanged = (next: Writing): void => {
    to(next)
    input.current?.focus()
  }

  return (
    <div
      ref={box}
      className="composer absolute right-5 left-[114px] z-6 max-w-[760px] border-2 border-(--structure) bg-(--sheet)"
      style={{ top: floating.top }}
      role="group"
      aria-label="Composer"
      tabIndex={-1}
    >
      <div className="grid grid-cols-[minmax(0,1fr)_auto] items-center">
        <Field
          writing={writing}
          display={display}
          input={input}
          drawn={drawn}
          names={[...kept.map(({ name }) => name), ...inUse.map(({ typed }) => typed)]}
          onWrite={to}
          onTake={takeName}
          onKey={onKey}
          onLeave={side => !display && leave(side)}
          onClipboard={onClipboard}
        />
        {display && <span className="pr-3 font-text text-(--structure)">{number}</span>}
      </div>
      <span id="composer-where" className="visually-hidden" aria-live="polite">
        {whereIs(writing)}
      </span>
      {opened.wrong && writing.row === opened.row && (
        <p className="px-3 text-(--mend)" role="alert">
          This formula cannot be read. {opened.wrong} It is kept as it came; write it anew, or remove it.
        </p>
      )}
      <Result source={source} display={display} row={writing.row} breaks={display && opened.node?.attrs.wide === 'break' && !inGroup} />
      <SymbolLine writing={writing} onDescribe={describe} />
      <ArrayBar writing={writing} onWrite={onChanged} />
      <Palette search={search} inUse={inUse} onPut={onPut} onBack={onBack} onKeep={onKeep} />
      <ComposerFoot
        display={display}
        undo={mayUndo ? undo : undefined}
        redo={mayRedo ? redo : undefined}
        onKeep={onKeepAsked}
        onTurn={turn}
      />
    </div>
  )
}
