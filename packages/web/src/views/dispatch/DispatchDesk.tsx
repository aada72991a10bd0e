/** Where a work leaves the house: what must be mended first, then the files. */

import type { Output } from '@steady-ledger/core/dispatch/output.ts'
import { outputs } from '@steady-ledger/core/dispatch/outputs.ts'
import { partsOf } from '@steady-ledger/core/work/parts/index.ts'
import { titleOf } from '@steady-ledger/core/work/schema.ts'
import { useCallback, useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import { notify } from '../../app/notice.ts'
import { useSession, useView } from '../../app/sessionContext.ts'
import type { FromDispatch, ToDispatch } from '../../workers/protocol.ts'
import { download, fileName } from '../download.ts'
import { dayOf } from '../ledger/SinceMilestone.tsx'

type State =
  | { kind: 'idle' }
  | { kind: 'writing'; output: Output; says: string; done: number; of: number }
  | { kind: 'done'; output: Output; size: number; seconds: number }
  | { kind: 'failed'; output: Output; message: string }

export function DispatchDesk() {
  const session = useSession()
  const turnover = useView(view => view.turnover)
  const must = turnover?.findings.filter(finding => finding.weight === 'mustMend') ?? null
  const [state, setState] = useState<State>({ kind: 'idle' })
  const worker = useRef<Worker | null>(null)
  const stop = useCallback((): void => {
    worker.current?.terminate()
    worker.current = null
  }, [])
  useEffect(() => stop, [stop])

  const [milestone, setMilestone] = useState<string | null>(null)
  const writer = useView(view => view.writer)
  const milestoneName = milestone ?? `Dispatched on ${dayOf(new Date().toISOString())}`
  const write = (output: Output): void => {
    stop()
    // The PDF is what leaves the house: the numbers and pages it has go on record when it is written.
    const recorded = output.recorded && writer && milestoneName.trim() !== ''
    const records = recorded ? session.records() : null
    if (recorded && !records)
      notify({
        kind: 'wrong',
        text: 'No milestone is taken: the pages of the latest change are still being made. Write the PDF again in a moment to have one.',
      })
    const began = performance.now()
    const work = session.current()
    const finish = (bytes: Uint8Array): void => {
      download(bytes, output.mediaType, fileName(titleOf(work.doc)) + output.ending)
      if (records) session.takeMilestone(milestoneName.trim().slice(0, 200), records)
      setState({ kind: 'done', output, size: bytes.length, seconds: (performance.now() - began) / 1000 })
    }
    setState({ kind: 'writing', output, says: 'Starting', done: 0, of: 1 })
    const made = new Worker(new URL('../../workers/dispatch.worker.ts', import.meta.url), { type: 'module' })
    worker.current = made
    made.addEventListener('error', event => setState({ kind: 'failed', output, message: event.message || 'The writer could not start.' }))
    made.addEventListener('message', ({ data }: MessageEvent<FromDispatch>) => {
      if (data.kind === 'ready') {
        const { doc, pictures } = work
        const message: ToDispatch = {
          kind: 'write',
          output: output.name,
          doc: JSON.stringify(doc.toJSON()),
          parts: partsOf(work),
          pictures: [...pictures.values()],
          date: Date.now(),
        }
        made.postMessage(message)
      } else if (data.kind === 'progress') setState({ kind: 'writing', output, says: data.says, done: data.done, of: data.of })
      else if (data.kind === 'written') {
        stop()
        finish(data.bytes)
      } else {
        stop()
        setState({ kind: 'failed', output, message: data.message })
      }
    })
  }
  const writing = state.kind === 'writing'
  return (
    <main className="dispatch">
      <div className="dispatch-inner">
        <section>
          <h2>Before it leaves</h2>
          {must === null && <p>Checking…</p>}
          {must && must.length === 0 && <p className="fine">Nothing must be mended. Numbers, references, lists and pages agree.</p>}
          {must && must.length > 0 && (
            <p className="wrong">
              {must.length === 1 ? 'One thing' : `${must.length} things`} must be mended first. The files can be written all the same; what
              is wrong is marked in them. <Link to="../findings">Show findings</Link>
            </p>
          )}
        </section>
        <section>
          <h2>On record</h2>
          <label className="field">
            <span>Milestone that is taken with the PDF; empty for none</span>
            <input type="text" maxLength={200} value={milestoneName} onChange={event => setMilestone(event.target.value)} />
          </label>
          <p className="quiet-note">
            It keeps every number and page as they are now. <Link to="../ledger?since">What changed since earlier ones</Link>
          </p>
        </section>
        <section>
          <h2>Files</h2>
          <ul className="formats">
            {outputs.map(output => {
              const { name, title, says } = output
              const own = state.kind !== 'idle' && state.output === output ? state : null
              return (
                <li key={name}>
                  <div>
                    <h3>{title}</h3>
                    <p>{says}</p>
                    <div aria-live="polite">
                      {own?.kind === 'writing' && (
                        <p className="progress-line">
                          {own.says} <progress value={own.done} max={own.of} aria-label={own.says} />
                        </p>
                      )}
                      {own?.kind === 'done' && (
                        <p className="fine">
                          Written: {own.size > 1e6 ? `${(own.size / 1e6).toFixed(1)} MB` : `${Math.ceil(own.size / 1000)} KB`} in{' '}
                          {own.seconds.toFixed(1)} s.
                        </p>
                      )}
                      {own?.kind === 'failed' && <p className="wrong">Not written: {own.message}</p>}
                    </div>
                  </div>
                  {own?.kind === 'writing' ? (
                    <button
                      type="button"
                      className="button"
                      onClick={() => {
                        stop()
                        setState({ kind: 'idle' })
                      }}
                    >
                      Cancel
                    </button>
                  ) : (
                    <button type="button" className="button primary" disabled={writing} onClick={() => write(output)}>
                      Write
                    </button>
                  )}
                </li>
              )
            })}
          </ul>
        </section>
      </div>
    </main>
  )
}
