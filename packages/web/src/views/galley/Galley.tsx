/** The writing view: spine, sheet, slip. */

import { type Command, NodeSelection, Selection, TextSelection } from '@tiptap/pm/state'
import { EditorView } from '@tiptap/pm/view'
import { useCallback, useContext, useEffect, useRef, useState } from 'react'
import { createPortal, flushSync } from 'react-dom'
import { useLocation, useNavigate, useParams } from 'react-router'
import { Boundary } from '../../app/Boundary.tsx'
import { FootPlace } from '../../app/footPlace.ts'
import { isShown, show, showAsRemembered } from '../../app/shownInGalley.ts'
import { Composer, type OpensAt } from '../../composer/Composer.tsx'
import { plainTextOf, withFormulas } from '../../composer/clipboard.ts'
import { formulaBeside } from '../../editor/formulaPlaces.ts'
import {
  entryType,
  insertEquation,
  insertFigure,
  insertFormula,
  insertNote,
  insertOtherNote,
  insertReference,
} from '../../editor/insert.ts'
import { keepsItsSelection } from '../../editor/keepsItsSelection.ts'
import { showMarkedWords } from '../../editor/markedWords.ts'
import type { Hosts } from '../../editor/nodeViews/common.ts'
import { nodeViews } from '../../editor/nodeViews/index.ts'
import { selectTitle } from '../../editor/selectTitle.ts'
import { newId } from '../../newId.ts'
import type { Session } from '../../session/session.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { FileInput } from '../../ui/FileInput.tsx'
import { notify } from '../../ui/notices.ts'
import { MiddlePanel, SidePanel, SidePanels } from '../../ui/SidePanel.tsx'
import { SinceField } from '../ledger/SinceField.tsx'
import { AddButton } from './AddButton.tsx'
import { CitationPicker } from './CitationPicker.tsx'
import { NotePanel } from './NotePanel.tsx'
import type { PickerPlace } from './Picker.tsx'
import { type PastedHtml, readPastedHtml } from './pastedHtml.ts'
import { PagesDialog } from './pdf/PagesDialog.tsx'
import { ReferencePicker } from './ReferencePicker.tsx'
import { SelectionBar } from './SelectionBar.tsx'
import { Slip } from './Slip.tsx'
import { Spine } from './Spine.tsx'
import { addFigures, keepPictures, setPicture, tellRefused } from './takeIn.ts'

/** What floats beside the text: one thing at a time. */
type Floating =
  | { kind: 'composer'; at: number; opensAt?: OpensAt; note?: string }
  | { kind: 'note'; id: string; cursor?: number }
  /** `put` is where it goes in a note, which is opened again then. */
  | { kind: 'reference' | 'citation'; at: number | null; put?: number; note?: string }
  | null

showAsRemembered()

/** The panels beside the sheet: in a narrow window the usual ones leave it more room. */
function panelLimits() {
  const narrow = innerWidth <= 1100
  return {
    spine: { usual: narrow ? 196 : 236, least: 140, most: 420 },
    slip: { usual: narrow ? 236 : 284, least: 200, most: 480 },
  }
}

export function Galley() {
  const session = useSession()
  const navigate = useNavigate()
  const location = useLocation()
  const { block } = useParams()
  const place = useRef<HTMLDivElement>(null)
  const chooser = useRef<HTMLInputElement>(null)
  const choosingFor = useRef('')
  const pageChooser = useRef<HTMLInputElement>(null)
  const [floating, setFloating] = useState<Floating>(null)
  const [view, setView] = useState<EditorView | null>(null)
  const [panels, setPanels] = useState({ spine: true, slip: true })
  const [limits] = useState(panelLimits)
  const [turns, setTurns] = useState(() => isShown('page turns'))
  const [indexWords, setIndexWords] = useState(() => isShown('index words'))
  const marked = useView(shown => Object.keys(shown.terms).length > 0)
  const role = useView(shown => shown.role)
  const foot = useContext(FootPlace)
  const slipOf = useView(shown => shown.selected.id)
  // The same function every time: what floats must not be built anew while it is being typed in.
  const closeFloating = useCallback(() => setFloating(null), [])

  // What was shown in the last sitting is shown again when its program is there.
  useEffect(() => {
    if (isShown('index words')) void showMarkedWords(session, true)
  }, [session])

  useEffect(() => {
    const hosts: Hosts = {
      live: session.live,
      compose: (_view, at, opensAt) => setFloating({ kind: 'composer', at, ...(opensAt !== undefined && { opensAt }) }),
      openNote: (shown, at) => {
        const node = shown.state.doc.nodeAt(at)
        if (node) setFloating({ kind: 'note', id: node.attrs.id })
      },
      follow: id => navigate(`../galley/${id}`),
      replacePicture: id => {
        choosingFor.current = id
        chooser.current?.click()
      },
      pick: () => {},
      mention: () => {},
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
      transformPastedHTML: html => withFormulas(html).replace(/<br(?![^>]*data-kind)[^>]*>/gi, ' '),
      clipboardTextSerializer: plainTextOf,
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
          const files = [...(event.dataTransfer?.files ?? [])]
          if (files.length === 0) return false
          event.preventDefault()
          const figure = (event.target as HTMLElement).closest<HTMLElement>('.panel, figure.figure')?.dataset.id
          if (figure && files.length === 1) void setPicture(session, figure, files[0]!)
          else {
            const place = shown.posAtCoords({ left: event.clientX, top: event.clientY })
            if (place) session.dispatch(session.state.tr.setSelection(Selection.near(session.state.doc.resolve(place.pos))))
            void addFigures(session, files)
          }
          return true
        },
        paste: (shown, event) => {
          const files = [...(event.clipboardData?.files ?? [])]
          const html = event.clipboardData?.getData('text/html') ?? ''
          // A picture that is copied comes with a line of HTML that says where it was; words that are copied bring no files.
          const words = html.replace(/<[^>]*>/g, '').trim()
          if (files.length > 0 && !words) {
            event.preventDefault()
            void addFigures(session, files)
            return true
          }
          const pasted = readPastedHtml(html)
          if (!pasted) return false
          event.preventDefault()
          void pasteWithPictures(session, shown, pasted)
          return true
        },
      },
      handleKeyDown: (shown, event) => {
        const { selection } = shown.state
        if (event.key === 'Enter' && selection instanceof NodeSelection) {
          const { name } = selection.node.type
          if (name === 'equation' || name === 'formula') setFloating({ kind: 'composer', at: selection.from })
          else if (name === 'note') setFloating({ kind: 'note', id: selection.node.attrs.id })
          else if (name === 'reference' || name === 'citation') setFloating({ kind: name, at: selection.from })
          else return false
          return true
        }
        const beside = formulaBeside(shown.state, event)
        if (beside) setFloating({ kind: 'composer', ...beside })
        return beside !== null
      },
    })
    keepsItsSelection(made.dom)
    session.attach(made)
    setView(made)
    const compose = (): void => {
      const { selection } = session.state
      if (selection instanceof NodeSelection) flushSync(() => setFloating({ kind: 'composer', at: selection.from }))
    }
    const writeNote = (insert: Command): void => {
      if (!session.run(insert)) return
      const before = session.state.selection.$from.nodeBefore
      if (before?.type.name === 'note') flushSync(() => setFloating({ kind: 'note', id: before.attrs.id }))
    }
    const perform = {
      figure: () => {
        const id = newId()
        session.run(insertFigure('', '', id))
        choosingFor.current = id
        chooser.current?.click()
      },
      pages: () => pageChooser.current?.click(),
      equation: () => session.run(insertEquation) && compose(),
      formula: () => session.run(insertFormula) && compose(),
      note: () => writeNote(insertNote),
      otherNote: () => writeNote(insertOtherNote),
      reference: () => flushSync(() => setFloating({ kind: 'reference', at: null })),
      citation: () => flushSync(() => setFloating({ kind: 'citation', at: null })),
    }
    session.acts = perform
    return () => {
      if (session.acts === perform) session.acts = {}
      session.detach(made)
      made.destroy()
      setView(null)
    }
  }, [session, navigate])

  useEffect(() => {
    // Who has asked for something meanwhile is writing in its field, and letters must not fall into the text.
    const free = !document.querySelector('dialog, [role="dialog"]')
    if (view && block && location.key) {
      if (!session.goTo(block, free)) notify({ kind: 'wrong', text: 'What this address leads to is not in the work any more.' })
    } else if (view && location.state?.begins) {
      // A work that was just begun: its title is written first. Once, and not again when the page is loaded anew.
      navigate('.', { replace: true, state: null })
      selectTitle(session, session.state.doc.firstChild!.attrs.id)
    } else if (view) {
      if (free) view.focus()
      view.dispatch(view.state.tr.scrollIntoView())
    }
  }, [view, block, session, navigate, location.key, location.state])

  // What floats goes when one presses elsewhere; what was written in it is kept.
  useEffect(() => {
    if (!floating) return
    const onPress = ({ target }: PointerEvent): void => {
      if (
        target instanceof Element &&
        !target.closest('.composer, .picker, .note-panel, [data-radix-popper-content-wrapper], dialog, [role="dialog"], .notice')
      )
        setFloating(null)
    }
    addEventListener('pointerdown', onPress, true)
    return () => removeEventListener('pointerdown', onPress, true)
  }, [floating])

  // Until the place to write is given, nothing in the text can have the focus.
  useEffect(() => {
    if (role === 'writer' && view && document.activeElement === document.body) view.focus()
  }, [role, view])

  return (
    <main className="h-full" aria-label="Galley">
      <SidePanels>
        {panels.spine && (
          <SidePanel name="spine" label="Width of the spine" limits={limits.spine} side="left">
            <nav className="h-full" aria-label="Spine: the outline of the work">
              <Boundary name="The spine">
                <Spine />
              </Boundary>
            </nav>
          </SidePanel>
        )}
        <MiddlePanel least={320}>
          <section className="sheet-scroll" data-testid="sheet" aria-label="Sheet">
            <div className="sheet">
              {role === 'reader' && <p className="reading-note">Another tab is writing this work; here you can read along.</p>}
              <div ref={place} />
            </div>
            {view && <AddButton view={view} />}
            <Boundary name="This panel" of={JSON.stringify(floating)}>
              {view && floating?.kind === 'composer' && (
                <Composer
                  key={floating.at}
                  view={view}
                  at={floating.at}
                  opensAt={floating.opensAt ?? 'end'}
                  onClose={floating.note ? () => setFloating({ kind: 'note', id: floating.note! }) : closeFloating}
                  onOpen={at => setFloating({ kind: 'composer', at })}
                />
              )}
              {view && floating?.kind === 'note' && (
                <NotePanel
                  view={view}
                  key={floating.id}
                  id={floating.id}
                  {...(floating.cursor !== undefined && { cursor: floating.cursor })}
                  onPick={(kind, put) => setFloating({ kind, at: null, put, note: floating.id })}
                  onClose={closeFloating}
                  onCompose={(at, opensAt) =>
                    setFloating({ kind: 'composer', at, note: floating.id, ...(opensAt !== undefined && { opensAt }) })
                  }
                />
              )}
              {view && !floating && <SelectionBar view={view} />}
              {view && (floating?.kind === 'reference' || floating?.kind === 'citation') && (
                <PickerOf
                  key={floating.kind}
                  kind={floating.kind}
                  view={view}
                  at={floating.at}
                  put={floating.put ?? null}
                  onClose={behind =>
                    setFloating(floating.note ? { kind: 'note', id: floating.note, ...(behind !== undefined && { cursor: behind }) } : null)
                  }
                />
              )}
            </Boundary>
            <FileInput
              input={chooser}
              label="Picture file"
              accept=".svg,.png,.jpg,.jpeg,.webp,.pdf,image/svg+xml,image/png,image/jpeg,image/webp,application/pdf"
              onFiles={([file]) => void setPicture(session, choosingFor.current, file!)}
            />
            <FileInput
              input={pageChooser}
              label="PDF file"
              accept=".pdf,application/pdf"
              multiple
              onFiles={files => void addFigures(session, files)}
            />
            <PagesDialog />
          </section>
        </MiddlePanel>
        {panels.slip && (
          <SidePanel name="slip" label="Width of the slip" limits={limits.slip} side="right">
            <section className="h-full" aria-label="Slip: what is selected">
              <Boundary name="The slip" of={slipOf}>
                <Slip
                  onComposer={at => setFloating({ kind: 'composer', at })}
                  onReference={at => setFloating({ kind: 'reference', at })}
                  onCitation={at => setFloating({ kind: 'citation', at })}
                  onPicture={id => {
                    choosingFor.current = id
                    chooser.current?.click()
                  }}
                />
              </Boundary>
            </section>
          </SidePanel>
        )}
        {foot &&
          createPortal(
            <>
              <SinceField />
              <Switch says="Spine" does="Show or hide the spine" on={panels.spine} onChange={spine => setPanels({ ...panels, spine })} />
              <Switch says="Slip" does="Show or hide the slip" on={panels.slip} onChange={slip => setPanels({ ...panels, slip })} />
              <Switch
                says="Page turns"
                does="Show or hide where pages turn"
                on={turns}
                onChange={shown => {
                  show('page turns', shown)
                  setTurns(shown)
                }}
              />
              {marked && (
                <Switch
                  says="Index words"
                  does="Underline the words that are marked for the index, or not"
                  on={indexWords}
                  onChange={shown => {
                    setIndexWords(shown)
                    void showMarkedWords(session, shown)
                  }}
                />
              )}
            </>,
            foot,
          )}
      </SidePanels>
    </main>
  )
}

/** The list to choose from, of references or of citations. */
const PickerOf = ({ kind, ...props }: { kind: 'reference' | 'citation' } & PickerPlace) =>
  kind === 'reference' ? <ReferencePicker {...props} /> : <CitationPicker {...props} />

const Switch = ({ says, does, on, onChange }: { says: string; does: string; on: boolean; onChange(on: boolean): void }) => (
  <button
    type="button"
    aria-pressed={on}
    title={does}
    className="aria-pressed:font-semibold aria-pressed:text-(--structure)"
    onClick={() => onChange(!on)}
  >
    {says}
  </button>
)

async function pasteWithPictures(session: Session, view: EditorView, pasted: PastedHtml): Promise<void> {
  if (!session.mayWrite()) return
  const taken = await keepPictures(session, pasted.files)
  view.pasteHTML(pasted.withFigures(file => taken.names.get(file)))
  tellRefused(session, { names: taken.names, refused: [...taken.refused, ...pasted.refused] })
}
