/** One box to go anywhere and do anything: headings, entries and pages by what they say, words of the text, commands by name. */

import { saysFormula } from '@steady-ledger/core/numbers/item.ts'
import { plainText } from '@steady-ledger/core/work/schema.ts'
import { useEffect, useMemo, useState } from 'react'
import { type NavigateFunction, useLocation } from 'react-router'
import { loadKeepsakes, useKeepsakes } from '../composer/keepsakes.ts'
import { insertKept } from '../editor/insert.ts'
import { useSession, useView } from '../session/sessionContext.ts'
import { Choices, type ListedChoice } from '../ui/Choices.tsx'
import { Dialog } from '../ui/Dialog.tsx'
import { namedCommands } from './commands.ts'
import { findText } from './findText.ts'
import { keysOf } from './shortcuts.ts'
import { takeChoice } from './takeChoice.ts'
import { noteUse, usedLast } from './usedLast.ts'

interface Listed extends ListedChoice {
  run(): void
}
const mostListed = 40
const mostFound = 12
/** So many rows are there with the box; the rest of a list that nothing was asked of is below what is in sight, and comes when it is gone to. */
const firstRows = 24
/** From so many letters on words are looked for in the text as well. */
const lettersToFind = 3

/** The first of them, group by group. */
function firstOf<Row>(groups: readonly [string, Row[]][], most: number): [string, Row[]][] {
  let left = most
  return groups.map(([title, rows]) => {
    const taken = rows.slice(0, left)
    left -= taken.length
    return [title, taken]
  })
}

export function CommandBox({ onClose, onKeys, navigate }: { onClose(): void; onKeys(): void; navigate: NavigateFunction }) {
  const session = useSession()
  const ledger = useView(view => view.ledger)
  const doc = useView(view => view.doc)
  const labels = useView(view => view.turnover?.labels)
  const kept = useKeepsakes(({ list }) => list)
  const [whole, setWhole] = useState(false)
  useEffect(() => void loadKeepsakes(), [])
  const inGalley = useLocation().pathname.includes('/galley')
  const [asked, setAsked] = useState('')
  const groups = useMemo((): [string, Listed[]][] => {
    const words = asked.toLowerCase().split(/\s+/).filter(Boolean)
    const fits = (text: string): boolean => words.every(word => text.toLowerCase().includes(word))
    const page = /^(?:page\s+|p\.?\s*)?([ivxlc]+|\d+)$/i.exec(asked.trim())?.[1]?.toLowerCase()
    const pages: Listed[] =
      page && labels?.includes(page)
        ? [{ key: 'page', number: page, text: `Page ${page}`, hint: 'page', run: () => navigate(`pages/${page}`) }]
        : []
    const commands: Listed[] = []
    const notHere: Listed[] = []
    for (const { name, anywhere, shortcut, can, run } of namedCommands) {
      if (!(inGalley || anywhere) || !fits(name)) continue
      const act = (): void => {
        noteUse(name)
        run(session, navigate)
      }
      if (can?.(session) ?? true) commands.push({ key: name, text: name, ...(shortcut ? { keys: keysOf(shortcut) } : {}), run: act })
      else notHere.push({ key: name, text: name, hint: 'not where the cursor is', out: true, run: act })
    }
    const listOfKeys = 'The list of keys'
    if (fits(listOfKeys)) commands.push({ key: listOfKeys, text: listOfKeys, keys: keysOf('keys'), run: onKeys })
    const last = usedLast()
    const recent = words.length ? [] : last.flatMap(name => commands.find(({ key }) => key === name) ?? [])
    const entries: Listed[] = []
    for (const entry of ledger.entries) {
      if (entries.length >= mostListed) break
      const name =
        entry.item.block === 'division' && !entry.number
          ? ''
          : `${entry.names.one} ${entry.number.replace(`${entry.names.one} `, '')}`.trim()
      const text = saysFormula(entry.item) ? entry.item.label || 'equation' : plainText(entry.item.text!)
      if (entry.item.kind !== 'note' && fits(`${name} ${text} ${entry.item.label}`))
        entries.push({ key: entry.id, number: name, text, hint: 'go to', run: () => navigate(`galley/${entry.id}`) })
    }
    const keepsakes: Listed[] =
      inGalley && words.length
        ? kept
            .filter(({ name }) => fits(name))
            .map(({ id, name, notation }) => ({
              key: `keepsake ${id}`,
              text: name,
              hint: 'put in',
              run: () => session.run(insertKept(notation)),
            }))
        : []
    const sought = asked.trim()
    const found = sought.length < lettersToFind ? [] : findText(doc, sought, mostFound)
    return [
      ['Pages', pages],
      ['Used last', recent],
      ['What can be done', commands.filter(command => !recent.includes(command))],
      ['Keepsakes', keepsakes],
      ['Headings and what is numbered', entries.slice(0, words.length ? mostListed : 12)],
      [
        'In the text',
        found
          .filter(({ id }) => !entries.some(({ key }) => key === id))
          .map(({ id, before, words: said, after }) => ({
            key: `text ${id}`,
            text: (
              <>
                {before}
                <mark className="bg-(--should-wash) text-inherit">{said}</mark>
                {after}
              </>
            ),
            hint: 'go to',
            run: () => navigate(`galley/${id}`),
          })),
      ],
      ['Not where the cursor is', notHere],
    ]
  }, [asked, ledger, labels, navigate, session, inGalley, doc, kept, onKeys])
  return (
    <Dialog
      title="Go to, find or do"
      bare
      className="top-[58px] w-[680px]"
      onClose={onClose}
      // Whoever looked something up and took nothing goes on writing where the cursor was.
      giveFocus={() => session.editor?.focus()}
    >
      <Choices
        label="Go to a heading, entry or page, find words, or name a command"
        placeholder="A heading, a number, a page, words of the text, or what to do"
        asked={asked}
        onAsked={setAsked}
        groups={whole || asked ? groups : firstOf(groups, firstRows)}
        onTake={({ run }) => takeChoice(session, onClose, run)}
        onMore={() => setWhole(true)}
        empty="Nothing in this work is called that, and no text says it."
      />
    </Dialog>
  )
}
