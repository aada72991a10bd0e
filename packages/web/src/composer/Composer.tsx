/** The composer: the equation is written in place, by keys or from a small palette; no notation is shown. Esc goes back to the text. */
import { NodeSelection, TextSelection } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import type { MathfieldElement } from 'mathlive'
import { useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react'
import { useSession } from '../session/sessionContext.ts'
import { FormulaText } from '../views/FormulaText.tsx'
import { showWhole, useFloatingPlace } from '../views/galley/floatingPlace.ts'
import { palette } from './palette.ts'
import { handleSlots, typeInto } from './slots.ts'

const listeningMilliseconds = 60

export function Composer({ view, at, onClose }: { view: EditorView; at: number; onClose(): void }) {
  const session = useSession()
  const place = useRef<HTMLDivElement>(null)
  const field = useRef<MathfieldElement | null>(null)
  const box = useRef<HTMLDivElement>(null)
  /** What was typed while the field was still being loaded. */
  const early = useRef('')
  const leaveWhenReady = useRef(false)
  const ready = useRef(false)
  const unedited = useRef<{ value?: string; source?: string }>({})
  const [group, setGroup] = useState(palette[0]!.name)
  const [failure, setFailure] = useState('')
  const position = useRef(at)
  const [sitting] = useState(() => Date.now())
  const where = useCallback(() => position.current, [])
  const floating = useFloatingPlace(view, where)
  const placed = floating !== null

  /** What stands in the field goes into the work. The field tells of its changes a moment late, so leaving asks as well. */
  const commit = useCallback(() => {
    const node = view.state.doc.nodeAt(position.current)
    const value = field.current?.getValue('latex-expanded')
    // The field writes a formula its own way: one that was not edited stays as it was.
    const source = value === unedited.current.value ? unedited.current.source : value
    if (node?.attrs.formula === undefined || source === undefined || source === node.attrs.formula) return
    // What is written in one sitting of the composer is one step, however many letters it has.
    session.dispatch(view.state.tr.setNodeAttribute(position.current, 'formula', source).setMeta('composition', sitting))
  }, [view, session, sitting])

  // A press elsewhere closes it, and what stands in it is kept: asked before the field leaves the page, after which it says nothing.
  useLayoutEffect(() => () => commit(), [commit])

  const leave = useCallback(() => {
    commit()
    onClose()
    const node = view.state.doc.nodeAt(position.current)
    if (node?.attrs.formula !== undefined) {
      const { doc } = view.state
      const selection = node.isInline
        ? TextSelection.create(doc, position.current + node.nodeSize)
        : NodeSelection.create(doc, position.current)
      view.dispatch(view.state.tr.setSelection(selection))
    }
    view.focus()
  }, [view, onClose, commit])

  // From the first key on what is typed is meant for the equation, and must not replace it in the text.
  useLayoutEffect(() => {
    if (!placed) return
    box.current?.focus({ preventScroll: true })
    showWhole(box.current)
  }, [placed])

  useEffect(() => {
    if (!placed) return
    let gone = false
    let made: MathfieldElement | null = null
    const start = async (): Promise<void> => {
      const { MathfieldElement } = await import('mathlive')
      await import('mathlive/fonts.css')
      if (gone) return
      MathfieldElement.fontsDirectory = null
      MathfieldElement.soundsDirectory = null
      made = new MathfieldElement()
      made.mathVirtualKeyboardPolicy = 'manual'
      made.smartFence = true
      made.value = view.state.doc.nodeAt(position.current)?.attrs.formula ?? ''
      made.setAttribute('aria-label', 'Equation')
      place.current?.append(made)
      made.menuItems = []
      field.current = made
      unedited.current = { value: made.getValue('latex-expanded'), source: view.state.doc.nodeAt(position.current)?.attrs.formula }
      made.addEventListener('input', commit)
      handleSlots(made, leave)
      requestAnimationFrame(() => {
        made?.focus()
        // The field takes a moment to listen after it got the focus; until then keys are kept and typed for it.
        setTimeout(() => {
          ready.current = true
          if (made && early.current) {
            typeInto(made, early.current)
            commit()
          }
          early.current = ''
          if (leaveWhenReady.current) leave()
        }, listeningMilliseconds)
      })
    }
    start().catch(error => setFailure((error as Error).message))
    return () => {
      gone = true
      made?.remove()
      field.current = null
      ready.current = false
    }
  }, [view, leave, commit, placed])

  if (!floating) return null
  const insert = (template: string): void => {
    field.current?.insert(template, { selectionMode: 'placeholder', focus: true, insertionMode: 'replaceSelection' })
  }
  return (
    <div
      ref={box}
      className="composer"
      style={{ top: floating.top }}
      role="group"
      aria-label="Composer"
      tabIndex={-1}
      onKeyDownCapture={event => {
        if (ready.current) return
        if (event.key === 'Escape' && early.current && !failure) leaveWhenReady.current = true
        else if (event.key === 'Escape') leave()
        else if (event.key.length === 1 && !event.ctrlKey && !event.metaKey) early.current += event.key
        else return
        event.preventDefault()
        event.stopPropagation()
      }}
    >
      <div ref={place} className="composer-field" />
      {failure && (
        <p className="wrong" role="alert">
          The composer cannot start: {failure}
        </p>
      )}
      <div className="composer-palette">
        <div className="composer-groups" role="tablist" aria-label="Signs and structures">
          {palette.map(({ name }) => (
            <button
              key={name}
              type="button"
              role="tab"
              aria-selected={name === group}
              onMouseDown={event => event.preventDefault()}
              onClick={() => setGroup(name)}
            >
              {name}
            </button>
          ))}
        </div>
        <div className="composer-signs" role="tabpanel" aria-label={group}>
          {palette
            .find(({ name }) => name === group)!
            .signs.map(({ name, shows, inserts, typed }) => (
              <button
                key={name}
                type="button"
                className="sign"
                title={typed ? `${name} – type ${typed}` : name}
                onMouseDown={event => event.preventDefault()}
                onClick={() => insert(inserts)}
              >
                <FormulaText source={shows} />
                <span>{name}</span>
                {typed && <kbd>{typed}</kbd>}
              </button>
            ))}
        </div>
      </div>
      <p className="composer-foot">
        <span>
          <kbd>Tab</kbd> next slot
        </span>
        <span>
          <kbd>→</kbd> leave the structure
        </span>
        <span>
          <kbd>Esc</kbd> back to the text
        </span>
      </p>
    </div>
  )
}
