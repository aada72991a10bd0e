/** Asks which pages of a PDF are put in, and as what; says how far it is, and can be left at any time. */
import { type FormEvent, useCallback, useEffect, useId, useRef, useState } from 'react'
import { sizeOf } from '../../../session/jobState.ts'
import { useSession } from '../../../session/sessionContext.ts'
import { reasonFor } from '../../../storage/health.ts'
import { Dialog } from '../../../ui/Dialog.tsx'
import { notify } from '../../../ui/notices.ts'
import { leave, noneWaiting, useWaiting, type Waiting } from './askForPages.ts'
import { type InsertedAs, insertPages } from './insertPages.ts'
import { pagesNamed } from './pageRange.ts'
import { PdfReader } from './pdfReader.ts'

/** What is read is held until all of it is. */
const mostPages = 400
/** In bytes. */
const largest = 500_000_000

type Phase = { kind: 'opening' } | { kind: 'asking'; count: number } | { kind: 'reading'; done: number; of: number } | { kind: 'keeping' }

/** The first of the files that wait. */
export function PagesDialog() {
  const first = useWaiting(({ waiting }) => waiting[0])
  useEffect(() => noneWaiting, [])
  return first && <Asked key={first.order} {...first} />
}

function Asked({ order, file, figure }: Waiting) {
  const session = useSession()
  const close = useCallback(() => leave(order), [order])
  const [phase, setPhase] = useState<Phase>({ kind: 'opening' })
  const reader = useRef<PdfReader | null>(null)
  useEffect(() => {
    const opened = new PdfReader()
    reader.current = opened
    const open = async (): Promise<void> => {
      if (file.size > largest)
        throw new Error(
          `“${file.name}” has ${sizeOf(file.size)}; up to ${sizeOf(largest)} can be read. Save the pages you need in a file of their own.`,
        )
      const count = await opened.open(file.name, new Uint8Array(await file.arrayBuffer()))
      setPhase({ kind: 'asking', count })
    }
    open().catch(error => refuse(error, close))
    return () => opened.end()
  }, [file, close])
  const take = async (pages: number[], about: string, as: InsertedAs): Promise<void> => {
    setPhase({ kind: 'reading', done: 0, of: pages.length })
    try {
      const read = await reader.current!.read(pages, (done, of) => setPhase({ kind: 'reading', done, of }))
      setPhase({ kind: 'keeping' })
      await insertPages(session, file.name, about, as, read)
      close()
    } catch (error) {
      refuse(error as Error, close)
    }
  }
  return (
    <Dialog
      title={`Pages of “${file.name}”`}
      className="top-[90px] w-[460px] px-4.5 pt-3.5 pb-4"
      onClose={close}
      // What was dropped came from elsewhere: the focus goes to the text.
      giveFocus={() => session.editor?.focus()}
    >
      {phase.kind === 'asking' ? (
        <Form count={phase.count} figure={figure} onTake={(pages, about, as) => void take(pages, about, as)} onCancel={close} />
      ) : (
        <>
          <p role="status">{saysOf(phase)}</p>
          <progress
            className="my-2 w-full"
            aria-label="Pages read"
            {...(phase.kind === 'reading' ? { value: phase.done, max: phase.of } : {})}
          />
          {phase.kind !== 'keeping' && (
            <p className="button-row">
              <button type="button" className="button" onClick={close}>
                Cancel
              </button>
            </p>
          )}
        </>
      )}
    </Dialog>
  )
}

function saysOf(phase: Exclude<Phase, { kind: 'asking' }>): string {
  if (phase.kind === 'opening') return 'The file is being opened …'
  return phase.kind === 'keeping' ? 'The pages are put in …' : `Reading page ${Math.min(phase.done + 1, phase.of)} of ${phase.of} …`
}

const refuse = (error: Error, close: () => void): void => {
  close()
  notify({ kind: 'wrong', text: `${reasonFor(error)} Nothing was changed.` })
}

interface FormProps {
  count: number
  figure: string | null
  onTake(pages: number[], about: string, as: InsertedAs): void
  onCancel(): void
}

function Form({ count, figure, onTake, onCancel }: FormProps) {
  const [named, setNamed] = useState(figure || count === 1 ? '1' : `1–${count}`)
  const [about, setAbout] = useState('')
  const [tried, setTried] = useState(false)
  const id = useId()
  const pages = pagesNamed(named, count)
  const wrong =
    typeof pages === 'string'
      ? pages
      : figure && pages.length > 1
        ? 'A figure shows one page: name one.'
        : pages.length > mostPages
          ? `Up to ${mostPages} pages can be put in at a time.`
          : ''
  const submit = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault()
    setTried(true)
    if (wrong || typeof pages === 'string') return
    const how = ((event.nativeEvent as SubmitEvent).submitter as HTMLButtonElement | null)?.value
    onTake(pages, about.trim(), figure ? { figure } : how === 'figures' ? 'figures' : 'pages')
  }
  return (
    <form onSubmit={submit} className="grid gap-2.5">
      <div className="field">
        <span aria-hidden="true">{figure ? 'Page' : 'Pages'}</span>
        <input
          aria-label={figure ? 'Page' : 'Pages'}
          aria-invalid={tried && Boolean(wrong)}
          aria-describedby={tried && wrong ? id : undefined}
          value={named}
          onChange={event => setNamed(event.target.value)}
        />
        {tried && wrong && (
          <span id={id} className="text-[13px] text-(--mend)" role="alert">
            {wrong}
          </span>
        )}
      </div>
      <div className="field">
        <span aria-hidden="true">What they are, for readers who cannot see them</span>
        <input
          aria-label="What they are, for readers who cannot see them"
          placeholder="Declaration, signed"
          value={about}
          onChange={event => setAbout(event.target.value)}
        />
      </div>
      <p className="quiet-note">
        {figure
          ? 'The page is printed as it is in the file where an archive takes it so.'
          : 'As pages, each stands on a page of its own, below your running heads and with your folio. Words that can be read on them are read to those who cannot see them.'}
      </p>
      <p className="button-row">
        <button type="submit" className="button primary">
          {figure ? 'Show this page' : 'Put in as pages'}
        </button>
        {!figure && (
          <button type="submit" className="button" value="figures">
            Put in as figures
          </button>
        )}
        <button type="button" className="button" onClick={onCancel}>
          Cancel
        </button>
      </p>
    </form>
  )
}
