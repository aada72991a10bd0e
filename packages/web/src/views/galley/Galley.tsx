/** The writing view: spine, sheet, slip. */

import { findBlock, setAttributes } from '@steady-ledger/core/work/commands/sections.ts'
import { NodeSelection, TextSelection } from '@tiptap/pm/state'
import { EditorView } from '@tiptap/pm/view'
import { type CSSProperties, useCallback, useEffect, useRef, useState } from 'react'
import { flushSync } from 'react-dom'
import { useLocation, useNavigate, useParams } from 'react-router'
import { offerActs } from '../../app/acts.ts'
import { Divider, useWidth } from '../../app/Divider.tsx'
import { notify } from '../../app/notice.ts'
import { showTurns, turnsShown } from '../../app/pageTurnsShown.ts'
import { useSession, useView } from '../../app/sessionContext.ts'
import { Composer } from '../../composer/Composer.tsx'
import { entryType, insertEquation, insertFigure, insertFormula, insertNote, insertReference } from '../../editor/insert.ts'
import type { Hosts } from '../../editor/nodeViews/common.ts'
import { nodeViews } from '../../editor/nodeViews/index.ts'
import type { Session } from '../../session.ts'
import { newId } from '../../storage/database.ts'
import { labelFrom, pictureFromFile } from '../../storage/pictureIntake.ts'
import { SinceField } from '../ledger/SinceField.tsx'
import { AddButton } from './AddButton.tsx'
import { NotePanel } from './NotePanel.tsx'
import { ReferencePicker } from './ReferencePicker.tsx'
import { Slip } from './Slip.tsx'
import { Spine } from './Spine.tsx'

/** What floats beside the text: one thing at a time. */
type Floating = { kind: 'composer'; at: number } | { kind: 'note'; id: string } | { kind: 'reference'; at: number | null } | null

const narrow = innerWidth <= 1100
const spineLimits = { usual: narrow ? 196 : 236, least: 140, most: 420 }
const slipLimits = { usual: narrow ? 236 : 284, least: 200, most: 480 }

const isPicture = (file: File): boolean => /^image\//.test(file.type) || /\.(svg|png|jpe?g|webp)$/i.test(file.name)

export function Galley() {
  const session = useSession()
  const navigate = useNavigate()
  const location = useLocation()
  const { block } = useParams()
  const place = useRef<HTMLDivElement>(null)
  const chooser = useRef<HTMLInputElement>(null)
  const choosingFor = useRef('')
  const [floating, setFloating] = useState<Floating>(null)
  const [view, setView] = useState<EditorView | null>(null)
  const [panels, setPanels] = useState({ spine: true, slip: true })
  const [turns, setTurns] = useState(turnsShown)
  const [spineWidth, setSpineWidth] = useWidth('spine', spineLimits)
  const [slipWidth, setSlipWidth] = useWidth('slip', slipLimits)
  const writer = useView(shown => shown.writer)
  // The same function every time: what floats must not be built anew while it is being typed in.
  const closeFloating = useCallback(() => setFloating(null), [])

  useEffect(() => {
    const hosts: Hosts = {
      live: session.live,
      compose: (_view, at) => setFloating({ kind: 'composer', at }),
      openNote: (shown, at) => {
        const node = shown.state.doc.nodeAt(at)
        if (node) setFloating({ kind: 'note', id: node.attrs.id })
      },
      follow: id => navigate(`../galley/${id}`),
      replacePicture: id => {
        choosingFor.current = id
        chooser.current?.click()
      },
    }
    const made = new EditorView(place.current, {
      state: session.state,
      dispatchTransaction: session.dispatch,
      attributes: () => ({
        class: 'sheet-text',
        spellcheck: 'true',
        lang: session.work.settings.language,
        style: `--proof-word: "${session.live.words.proof}. "`,
        'aria-label': 'Text of the work',
        role: 'textbox',
        'aria-multiline': 'true',
      }),
      nodeViews: nodeViews(hosts),
      // A line break that is pasted parts words and nothing more; those of notes stay what they are.
      transformPastedHTML: html => html.replace(/<br(?![^>]*data-kind)[^>]*>/gi, ' '),
      handleDOMEvents: {
        dragover: (_view, event) => {
          if (event.dataTransfer?.types.includes(entryType)) event.preventDefault()
          return false
        },
        drop: (shown, event) => {
          const dragged = event.dataTransfer?.getData(entryType)
          if (dragged) {
            event.preventDefault()
            const place = shown.posAtCoords({ left: event.clientX, top: event.clientY })
            if (!place) return true
            session.dispatch(session.state.tr.setSelection(TextSelection.near(session.state.doc.resolve(place.pos))))
            if (!session.run(insertReference([dragged], 'nameAndNumber')))
              notify({ kind: 'wrong', text: 'A reference stands in a line of text: drop it there.' })
            return true
          }
          const files = [...(event.dataTransfer?.files ?? [])].filter(isPicture)
          if (files.length === 0) return false
          event.preventDefault()
          const figure = (event.target as HTMLElement).closest<HTMLElement>('.panel, figure.figure')?.dataset.id
          if (figure) void setPicture(session, figure, files[0]!)
          else void addFigures(session, files)
          return true
        },
        paste: (_view, event) => {
          const files = [...(event.clipboardData?.files ?? [])].filter(isPicture)
          if (files.length === 0 || event.clipboardData?.types.includes('text/html')) return false
          event.preventDefault()
          void addFigures(session, files)
          return true
        },
      },
      handleKeyDown: (shown, event) => {
        const { selection } = shown.state
        if (event.key === 'Enter' && selection instanceof NodeSelection) {
          const { name } = selection.node.type
          if (name === 'equation' || name === 'formula') setFloating({ kind: 'composer', at: selection.from })
          else if (name === 'note') setFloating({ kind: 'note', id: selection.node.attrs.id })
          else if (name === 'reference') setFloating({ kind: 'reference', at: selection.from })
          else return false
          return true
        }
        if ((event.ctrlKey || event.metaKey) && event.altKey) {
          const acts = { f: 'figure', t: 'table', e: 'equation', m: 'formula', n: 'note', r: 'reference' } as const
          const name = acts[event.key.toLowerCase() as keyof typeof acts]
          if (name === 'table') return false
          if (name) {
            event.preventDefault()
            perform[name]()
            return true
          }
        }
        return false
      },
    })
    session.attach(made)
    setView(made)
    const compose = (): void => {
      const { selection } = session.state
      if (selection instanceof NodeSelection) flushSync(() => setFloating({ kind: 'composer', at: selection.from }))
    }
    const perform = {
      figure: () => {
        const id = newId()
        session.run(insertFigure('', '', id))
        choosingFor.current = id
        chooser.current?.click()
      },
      equation: () => session.run(insertEquation) && compose(),
      formula: () => session.run(insertFormula) && compose(),
      note: () => {
        if (!session.run(insertNote)) return
        const before = session.state.selection.$from.nodeBefore
        if (before?.type.name === 'note') flushSync(() => setFloating({ kind: 'note', id: before.attrs.id }))
      },
      reference: () => flushSync(() => setFloating({ kind: 'reference', at: null })),
    }
    const withdraw = offerActs(perform)
    return () => {
      withdraw()
      session.detach(made)
      made.destroy()
      setView(null)
    }
  }, [session, navigate])

  useEffect(() => {
    if (view && block && location.key) {
      session.goTo(block)
    } else if (view) {
      view.focus()
      view.dispatch(view.state.tr.scrollIntoView())
    }
  }, [view, block, session, location.key])

  return (
    <div className="galley" style={{ '--spine-width': `${spineWidth}px`, '--slip-width': `${slipWidth}px` } as CSSProperties}>
      {panels.spine && (
        <>
          <Spine />
          <Divider label="Width of the spine" width={spineWidth} limits={spineLimits} grows="right" onWidth={setSpineWidth} />
        </>
      )}
      <div className="sheet-scroll" data-testid="sheet">
        <div className="sheet">
          {!writer && <p className="reading-note">Another tab is writing this work; here you can read along.</p>}
          <div ref={place} />
        </div>
        {view && <AddButton view={view} />}
        {view && floating?.kind === 'composer' && <Composer view={view} at={floating.at} onClose={closeFloating} />}
        {view && floating?.kind === 'note' && <NotePanel view={view} id={floating.id} onClose={closeFloating} />}
        {view && floating?.kind === 'reference' && <ReferencePicker view={view} at={floating.at} onClose={closeFloating} />}
      </div>
      {panels.slip && (
        <>
          <Divider label="Width of the slip" width={slipWidth} limits={slipLimits} grows="left" onWidth={setSlipWidth} />
          <Slip
            onComposer={at => setFloating({ kind: 'composer', at })}
            onReference={at => setFloating({ kind: 'reference', at })}
            onPicture={id => {
              choosingFor.current = id
              chooser.current?.click()
            }}
          />
        </>
      )}
      <div className="panel-switches">
        <SinceField />
        <button
          type="button"
          aria-pressed={panels.spine}
          onClick={() => setPanels({ ...panels, spine: !panels.spine })}
          title="Show or hide the spine"
        >
          Spine
        </button>
        <button
          type="button"
          aria-pressed={panels.slip}
          onClick={() => setPanels({ ...panels, slip: !panels.slip })}
          title="Show or hide the slip"
        >
          Slip
        </button>
        <button
          type="button"
          aria-pressed={turns}
          onClick={() => {
            showTurns(!turns)
            setTurns(!turns)
          }}
          title="Show or hide where pages turn"
        >
          Page turns
        </button>
      </div>
      <input
        ref={chooser}
        type="file"
        className="visually-hidden"
        tabIndex={-1}
        aria-label="Picture file"
        accept=".svg,.png,.jpg,.jpeg,.webp,image/svg+xml,image/png,image/jpeg,image/webp"
        onChange={event => {
          const file = event.target.files?.[0]
          if (file) void setPicture(session, choosingFor.current, file)
          event.target.value = ''
        }}
      />
    </div>
  )
}

async function takeIn(session: Session, file: File): Promise<string | null> {
  try {
    const picture = await pictureFromFile(file, new Set(session.work.pictures.keys()))
    await session.addPicture(picture)
    return picture.name
  } catch (error) {
    notify({ kind: 'wrong', text: (error as Error).message })
    return null
  }
}

async function setPicture(session: Session, id: string, file: File): Promise<void> {
  const name = await takeIn(session, file)
  if (!name) return
  const { tr, doc } = session.state
  const at = findBlock(doc, id)
  const label = at >= 0 && !doc.nodeAt(at)!.attrs.label ? { label: freeLabel(session, labelFrom(name)) } : {}
  if (setAttributes(tr, id, { picture: name, ...label })) session.dispatch(tr)
}

async function addFigures(session: Session, files: File[]): Promise<void> {
  for (const file of files) {
    const name = await takeIn(session, file)
    if (name) session.run(insertFigure(name, freeLabel(session, labelFrom(name))))
  }
}

/** A label nothing else carries. */
function freeLabel(session: Session, wanted: string): string {
  const taken = new Set(session.live.ledger.entries.map(entry => entry.item.label))
  for (let n = 1; ; n++) {
    const label = n === 1 ? wanted : `${wanted}-${n}`
    if (!taken.has(label)) return label
  }
}
