/** The shelf: the works kept in this browser. */

import { writeBundle } from '@steady-ledger/core/work/file/bundle.ts'
import type { Salvage } from '@steady-ledger/core/work/file/salvage.ts'
import { newWork, type Work } from '@steady-ledger/core/work/work.ts'
import { useCallback, useEffect, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { NoticeBar } from '../../app/NoticeBar.tsx'
import { notify } from '../../app/notice.ts'
import { closeSession } from '../../app/sessions.ts'
import { database, loadWork, newId, removeWork, storeWork, type WorkRecord } from '../../storage/database.ts'
import { download, fileName } from '../download.ts'
import { putDemoOnShelf } from './demo.ts'
import { readInWorker } from './readInWorker.ts'

const date = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' })

/** How many things that a damaged file lacks are called by name. */
const mostNamed = 6

export function Shelf() {
  const navigate = useNavigate()
  const [works, setWorks] = useState<WorkRecord[] | null>(null)
  const [busy, setBusy] = useState('')
  const [reading, setReading] = useState<{ name: string; done: number; of: number; stop(): void } | null>(null)
  const [failure, setFailure] = useState('')
  const [title, setTitle] = useState('')
  const chooser = useRef<HTMLInputElement>(null)
  const refresh = useCallback(async () => {
    const all = await database.works.orderBy('changed').reverse().toArray()
    setWorks(all.filter(record => !record.deleted))
  }, [])
  useEffect(() => {
    document.title = 'Shelf – Steady Ledger'
    void (async () => {
      try {
        await closeSession()
        await forgetDeleted()
        await putDemoOnShelf(setBusy)
        setBusy('')
        await refresh()
      } catch (error) {
        setFailure(`The browser’s storage cannot be used: ${(error as Error).message}`)
      }
    })()
  }, [refresh])

  const add = async (work: Work): Promise<string> => {
    const id = newId()
    await storeWork(id, work)
    return id
  }
  const start = async (kind: 'thesis' | 'paper'): Promise<void> => {
    const id = await add(newWork(kind, title.trim() || (kind === 'thesis' ? 'Untitled thesis' : 'Untitled paper'), newId))
    navigate(`/work/${id}/galley`)
  }
  const open = async (file: File): Promise<void> => {
    const ending = new AbortController()
    setReading({ name: file.name, done: 0, of: 1, stop: () => ending.abort() })
    try {
      const tell = (done: number, of: number): void => setReading(was => was && { ...was, done, of })
      // Everything is read and checked before anything is stored: a failed opening changes nothing.
      const intake = await readInWorker(new Uint8Array(await file.arrayBuffer()), tell, ending.signal)
      if (intake.kind === 'refused') refused(file.name, intake.message, intake.readable)
      else if (intake.kind === 'read') navigate(`/work/${await add(intake.work)}/galley`)
    } catch (error) {
      refused(file.name, (error as Error).message, null)
    } finally {
      setReading(null)
    }
  }
  const refused = (name: string, message: string, readable: Salvage | null): void =>
    notify({
      kind: 'wrong',
      text: `“${name}” was not opened. ${message} Nothing on the shelf was changed.`,
      ...(readable ? { action: { says: 'Open what can be read', run: () => void openReadable(readable) } } : {}),
    })
  const openReadable = async ({ work, missing }: Salvage): Promise<void> => {
    const id = await add(work)
    navigate(`/work/${id}/galley`)
    const lacks = missing.slice(0, mostNamed).join(', ')
    const more = missing.length > mostNamed ? ` and ${missing.length - mostNamed} more` : ''
    if (missing.length) notify({ kind: 'wrong', text: `This is what could be read. Missing: ${lacks}${more}.` })
    else notify({ kind: 'done', text: 'All of it could be read.' })
  }
  const duplicate = async (record: WorkRecord): Promise<void> => {
    const { work } = await loadWork(record.id)
    await storeWork(newId(), work, { copied: Date.now(), pages: record.pages, words: record.words })
    await refresh()
  }
  const exportBundle = async (record: WorkRecord): Promise<void> => {
    const { work } = await loadWork(record.id)
    download(writeBundle(work), 'application/zip', `${fileName(record.title)}.ledger.zip`)
  }
  const remove = async (record: WorkRecord): Promise<void> => {
    await database.works.update(record.id, { deleted: Date.now() })
    await refresh()
    notify({
      kind: 'done',
      text: `“${record.title}” was taken off the shelf.`,
      action: {
        says: 'Put it back',
        run: () => void database.works.update(record.id, { deleted: undefined }).then(refresh),
      },
    })
  }
  return (
    <main
      className="shelf"
      onDragOver={event => event.preventDefault()}
      onDrop={event => {
        event.preventDefault()
        const file = event.dataTransfer.files[0]
        if (file) void open(file)
      }}
    >
      <header className="shelf-head">
        <div>
          <h1>Steady Ledger</h1>
          <p>The works kept in this browser. Nothing leaves it unless you write a file.</p>
        </div>
        <button type="button" className="button" onClick={() => chooser.current?.click()}>
          Open a bundle
        </button>
        <input
          ref={chooser}
          type="file"
          accept=".zip,application/zip"
          className="visually-hidden"
          aria-label="Bundle file"
          tabIndex={-1}
          onChange={event => {
            const file = event.target.files?.[0]
            if (file) void open(file)
            event.target.value = ''
          }}
        />
      </header>
      {failure && (
        <p className="wrong" role="alert">
          {failure}
        </p>
      )}
      {busy && <p role="status">{busy}</p>}
      {reading && (
        <p role="status" className="shelf-reading">
          Opening “{reading.name}” … <progress aria-label="Files read" value={reading.done} max={reading.of} />{' '}
          <button type="button" className="button" onClick={reading.stop}>
            Cancel
          </button>
        </p>
      )}
      <ul className="works">
        {works?.map(record => (
          <li key={record.id} className="work-card">
            <Link to={`/work/${record.id}/galley`} className="work-cover">
              <span className="cover-page" aria-hidden="true">
                <span className="cover-title">{record.title}</span>
                <span className="cover-author">{record.settings.author}</span>
              </span>
              <span className="work-name">{record.title}</span>
            </Link>
            <p className="work-facts">
              {record.copied && `Copy of ${date.format(record.copied)} · `}
              {record.kind === 'thesis' ? 'Thesis' : 'Paper'}
              {record.pages > 0 && ` · ${record.pages} pages`}
              {record.words > 0 && ` · ${record.words.toLocaleString('en-GB')} words`}
              <br />
              {date.format(record.changed)} ·{' '}
              {record.size > 1e6 ? `${(record.size / 1e6).toFixed(1)} MB` : `${Math.ceil(record.size / 1000)} KB`}
            </p>
            <div className="work-acts">
              <button type="button" onClick={() => void duplicate(record)}>
                Duplicate
              </button>
              <button type="button" onClick={() => void exportBundle(record)}>
                Export
              </button>
              <button type="button" onClick={() => void remove(record)}>
                Delete
              </button>
            </div>
          </li>
        ))}
        <li className="work-card new-work">
          <h2>New work</h2>
          <label className="field">
            <span>Title</span>
            <input type="text" value={title} onChange={event => setTitle(event.target.value)} placeholder="It can be changed at any time" />
          </label>
          <div className="new-acts">
            <button type="button" className="button primary" onClick={() => void start('thesis')}>
              Begin a thesis
            </button>
            <button type="button" className="button" onClick={() => void start('paper')}>
              Begin a paper
            </button>
          </div>
          <p className="work-facts">
            A thesis counts by chapter and opens each on a new page; a paper counts through, and its sections run on.
          </p>
        </li>
      </ul>
      <NoticeBar />
    </main>
  )
}

const keptDeleted = 24 * 60 * 60 * 1000

/** Works deleted more than a day ago are gone for good. */
async function forgetDeleted(): Promise<void> {
  const old = await database.works.filter(record => record.deleted !== undefined && record.deleted < Date.now() - keptDeleted).toArray()
  for (const record of old) await removeWork(record.id)
}
