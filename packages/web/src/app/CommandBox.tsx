/** One box to go anywhere and do anything: headings, entries and pages by what they say, commands by name. */

import { saysFormula } from '@steady-ledger/core/numbers/item.ts'
import { plainText } from '@steady-ledger/core/work/schema.ts'
import { Dialog } from 'radix-ui'
import { useMemo, useRef, useState } from 'react'
import { type NavigateFunction, useLocation } from 'react-router'
import { useSession, useView } from '../session/sessionContext.ts'
import { namedCommands } from './commands.ts'

interface Choice {
  key: string
  number: string
  text: string
  hint: string
  /** Null where it cannot act as things stand. */
  run: (() => void) | null
}
const mostShown = 40

export function CommandBox({ onClose, navigate }: { onClose(): void; navigate: NavigateFunction }) {
  const session = useSession()
  const ledger = useView(view => view.ledger)
  const labels = useView(view => view.turnover?.labels)
  const inGalley = useLocation().pathname.includes('/galley')
  const [asked, setAsked] = useState('')
  const [at, setAt] = useState(0)
  const list = useRef<HTMLDivElement>(null)
  const choices = useMemo(() => {
    const words = asked.toLowerCase().split(/\s+/).filter(Boolean)
    const fits = (text: string): boolean => words.every(word => text.toLowerCase().includes(word))
    const found: Choice[] = []
    const page = /^(?:page\s+|p\.?\s*)?([ivxlc]+|\d+)$/i.exec(asked.trim())?.[1]
    if (page && labels?.includes(page.toLowerCase()))
      found.push({ key: 'page', number: page, text: `Page ${page}`, hint: 'page', run: () => navigate(`pages/${page.toLowerCase()}`) })
    const notHere: Choice[] = []
    for (const { name, anywhere, keys, can, run } of namedCommands) {
      if (!(inGalley || anywhere) || !fits(name)) continue
      const choice = { key: name, number: '', text: name }
      if (can?.(session) ?? true) found.push({ ...choice, hint: keys ?? 'command', run: () => run(session, navigate) })
      else notHere.push({ ...choice, hint: 'not where the cursor is', run: null })
    }
    for (const entry of ledger.entries) {
      if (found.length > mostShown * 2) break
      const name =
        entry.item.block === 'division' && !entry.number
          ? ''
          : `${entry.names.one} ${entry.number.replace(`${entry.names.one} `, '')}`.trim()
      const text = saysFormula(entry.item) ? entry.item.label || 'equation' : plainText(entry.item.text!)
      if (entry.item.kind !== 'note' && fits(`${name} ${text} ${entry.item.label}`))
        found.push({ key: entry.id, number: name, text, hint: 'go to', run: () => navigate(`galley/${entry.id}`) })
    }
    return [...found, ...notHere].slice(0, mostShown)
  }, [asked, ledger, labels, navigate, session, inGalley])
  const take = (choice: Choice | undefined): void => {
    if (!choice?.run) return
    onClose()
    // Once the box has let go of the focus: what runs takes it where it belongs.
    setTimeout(choice.run)
  }
  const move = (step: number): void => {
    const next = Math.max(0, Math.min(choices.length - 1, at + step))
    setAt(next)
    list.current?.children[next]?.scrollIntoView({ block: 'nearest' })
  }
  return (
    <Dialog.Root open onOpenChange={open => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="overlay" />
        <Dialog.Content
          className="command-box"
          aria-describedby={undefined}
          onCloseAutoFocus={event => {
            event.preventDefault()
            // Whoever looked something up and took nothing goes on writing where the cursor was.
            if (document.activeElement === document.body) session.editor?.focus()
          }}
        >
          <Dialog.Title className="visually-hidden">Go to, or do</Dialog.Title>
          <input
            aria-label="Go to a heading, entry or page, or name a command"
            role="combobox"
            aria-expanded="true"
            aria-controls="command-choices"
            aria-activedescendant={choices[at] ? `choice-${at}` : undefined}
            placeholder="A heading, a number, a page, or what to do"
            value={asked}
            onChange={event => {
              setAsked(event.target.value)
              setAt(0)
            }}
            onKeyDown={event => {
              if (event.key === 'ArrowDown') move(1)
              else if (event.key === 'ArrowUp') move(-1)
              else if (event.key === 'Enter') take(choices[at])
              else return
              event.preventDefault()
            }}
          />
          <div id="command-choices" role="listbox" aria-label="Choices" ref={list} className="choices">
            {choices.map((choice, index) => (
              <div
                key={choice.key}
                id={`choice-${index}`}
                role="option"
                tabIndex={-1}
                aria-selected={index === at}
                aria-disabled={!choice.run}
                className="choice"
                onClick={() => take(choice)}
                onKeyDown={() => {}}
              >
                <span className="choice-number">{choice.number}</span>
                <span className="choice-text">{choice.text}</span>
                <span className="choice-hint">{choice.hint}</span>
              </div>
            ))}
            {choices.length === 0 && <p className="empty">Nothing in this work is called that.</p>}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
