/** What a new work still wants, each step done where it is said; gone when nothing is wanted, or when it is hidden. */
import { readyStyles } from '@steady-ledger/core/work/parts/readyStyles.ts'
import { countWords, division, titleOf } from '@steady-ledger/core/work/schema.ts'
import { type ReactNode, useState } from 'react'
import { remember, remembered } from '../../app/remembered.ts'
import { isUntitled } from '../../app/untitled.ts'
import { layOutTitlePage } from '../../app/workCommands.ts'
import { selectTitle } from '../../editor/selectTitle.ts'
import { titlePageIsEmpty } from '../../editor/titlePage.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Field } from '../../ui/fields.tsx'
import { Menu } from '../../ui/Menu.tsx'

/** A work of so many words has found its way. */
const enoughWords = 300

export function FirstSteps() {
  const session = useSession()
  const doc = useView(view => view.doc)
  const settings = useView(view => view.settings)
  const style = useView(view => view.houseStyle)
  const writer = useView(view => view.role === 'writer')
  const place = `first steps ${session.id}`
  const [hidden, setHidden] = useState(() => remembered(place) === 'hidden')
  if (hidden || !writer || countWords(doc) > enoughWords) return null
  const chapter = doc.children.find(node => division(node).role === 'chapter')
  const title = titleOf(doc)
  const titled = title !== '' && !isUntitled(title)
  const begun =
    chapter !== undefined &&
    chapter.firstChild!.content.size > 0 &&
    countWords(chapter) > chapter.firstChild!.textContent.split(/\s+/).length
  const pictured = session.work.pictures.size > 0
  const bare = titlePageIsEmpty(doc)
  if (titled && settings.author && begun && pictured && !bare) return null
  const paper = settings.kind === 'paper'
  return (
    <section
      aria-label="First steps"
      className="mb-1 grid grid-cols-[minmax(0,1fr)] gap-3 border border-(--structure) bg-(--sheet) px-3.5 py-3"
    >
      <h2 className="font-text text-lg font-semibold text-(--structure)">First steps</h2>
      <ol className="grid grid-cols-[minmax(0,1fr)] gap-3 [&_button]:h-auto [&_button]:whitespace-normal">
        <Step done={titled} says="Title">
          <button type="button" className="button" onClick={() => selectTitle(session, doc.firstChild!.attrs.id)}>
            Write the title
          </button>
        </Step>
        <Step done={settings.author !== ''} says="Author">
          <Field
            label="Author of the work"
            bare
            placeholder="Your name, as it is printed"
            value={settings.author}
            onChange={author => session.setPart('settings', { ...settings, author: author.trim() })}
          />
        </Step>
        {!paper && (
          <Step done={!bare} says="Title page">
            <button type="button" className="button" onClick={() => layOutTitlePage(session)}>
              Lay out the title page…
            </button>
          </Step>
        )}
        <Step says={`Pages: “${style.name}”`}>
          <Menu
            items={readyStyles.map(({ looks, make }) => ({
              key: looks,
              says: make().name,
              more: looks,
              run: () => {
                if (session.setPart('houseStyle', make())) session.sayDone(`“${make().name}” is applied.`)
              },
            }))}
          >
            What your institution asks for…
          </Menu>
        </Step>
        <Step done={begun} says={paper ? 'First section' : 'First chapter'}>
          <button type="button" className="button" disabled={!chapter} onClick={() => chapter && selectTitle(session, chapter.attrs.id)}>
            {paper ? 'Begin the first section' : 'Begin the first chapter'}
          </button>
        </Step>
        <Step done={pictured} says="Pictures: drop or paste them into the text, or choose a file (PNG, JPEG, WebP, SVG, PDF).">
          <button type="button" className="button" onClick={() => session.act('figure')}>
            Put in a figure
          </button>
        </Step>
      </ol>
      <button
        type="button"
        className="justify-self-start text-[13px] text-(--structure) underline"
        onClick={() => {
          remember(place, 'hidden')
          setHidden(true)
        }}
      >
        Hide these steps
      </button>
    </section>
  )
}

const Step = ({ says, done, children }: { says: string; done?: boolean; children: ReactNode }) => (
  <li className="grid grid-cols-[minmax(0,1fr)] gap-1">
    <span className={done ? 'text-(--ink-soft)' : 'font-semibold'}>
      {done && <span aria-hidden="true">✓ </span>}
      {says}
      {done && <span className="visually-hidden">, done</span>}
    </span>
    {!done && children}
  </li>
)
