/** Forms in which abbreviations and symbols get their words, and the selection becomes a mention. */
import { entryShort } from '@steady-ledger/core/content/mentions/forms.ts'
import { mentionPlaces } from '@steady-ledger/core/work/commands/mentions.ts'
import { type Abbreviation, newAbbreviation } from '@steady-ledger/core/work/registers/abbreviations.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { setEntry } from '@steady-ledger/core/work/steps/registerStep.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { closeHistory } from '@tiptap/pm/history'
import { type EditorState, TextSelection, type Transaction } from '@tiptap/pm/state'
import { entryOfShort, type ToMention, toMention } from '../../editor/mentions.ts'
import { newId } from '../../newId.ts'
import type { Session } from '../../session/session.ts'
import { ask } from '../../ui/Ask.tsx'
import { notify } from '../../ui/notices.ts'

type Entries = Work['abbreviations']

/** What entries are chosen by: “SGS: sectional ground survey”. */
const nameOf = (entry: Abbreviation): string => [entryShort(entry), entry.short ? entry.full : ''].filter(Boolean).join(': ')
export const entryNames = (entries: Entries, but = ''): Map<string, string> =>
  new Map(Object.entries(entries).flatMap(([id, entry]) => (id === but || !nameOf(entry) ? [] : [[nameOf(entry), id]])))

/** The entry that is called so: by its name, its short form or its full form. */
export function entryCalled(entries: Entries, name: string): string | undefined {
  const wanted = name.trim()
  if (!wanted) return undefined
  return (
    entryNames(entries).get(wanted) ??
    Object.entries(entries).find(([, { short }]) => short === wanted)?.[0] ??
    Object.entries(entries).find(([, { full }]) => full.toLocaleLowerCase() === wanted.toLocaleLowerCase())?.[0]
  )
}

/** Where the words are that become a mention: in the text, or in a note that has an editor of its own. */
interface Within {
  state: EditorState
  /** The position of its content in the work. */
  shift: number
  focus(): void
}

function putMention(session: Session, within: Within, found: ToMention, tr: Transaction, entry: string, plural: boolean): void {
  const [from, to] = [found.from + within.shift, found.to + within.shift]
  if (from === to) tr.insert(from, schema.nodes.mention.create({ entry, plural }))
  else mentionPlaces(tr, [{ from, to, plural }], entry)
  if (within.shift === 0) tr.setSelection(TextSelection.create(tr.doc, from + 1))
  session.dispatch(within.shift === 0 ? tr.scrollIntoView() : tr)
  within.focus()
}

/** Makes the selection a mention: at once where its short form is known, else with a proposal of what it stands for. */
export function askForMention(
  session: Session,
  within: Within = { state: session.state, shift: 0, focus: () => session.editor?.focus() },
): void {
  const { state, work } = session
  const found = toMention(within.state)
  if (!found) {
    notify({ kind: 'wrong', text: 'A mention stands in a line of text: put the cursor into one, or select words of it.' })
    return
  }
  const known = entryOfShort(work.abbreviations, found.short, work.settings.language)
  if (known) {
    putMention(session, within, found, closeHistory(state.tr), known.entry, known.plural)
    return
  }
  ask({
    title: 'Mention an abbreviation or symbol',
    fields: [
      {
        label: 'Short form',
        value: found.short,
        offers: [...entryNames(work.abbreviations).keys()],
        check: value => (value ? '' : 'Choose an entry, or write a new short form.'),
      },
      { label: 'Full form (empty for one that is known)', value: found.full },
    ],
    note: 'One that is not there yet is made. It is written out where it comes first, and short afterwards.',
    does: 'Mention',
    run: ([short = '', full = '']) => {
      if (session.state.doc !== state.doc) return
      const tr = closeHistory(session.state.tr)
      const there = entryCalled(session.work.abbreviations, short)
      const id = there ?? newId()
      if (!there)
        setEntry(tr, session.work, 'abbreviations', id, { ...newAbbreviation(), short: short.slice(0, 200), full: full.slice(0, 1000) })
      putMention(session, within, found, tr, id, false)
    },
  })
}

/** Asks for a new entry of a kind; `then` is told its id. */
export function askForEntry(session: Session, kind: Abbreviation['kind'], then: (id: string) => void): void {
  ask({
    title: kind === 'symbol' ? 'New symbol' : 'New abbreviation',
    fields: [
      {
        label: kind === 'symbol' ? 'Symbol, as words or in the notation of formulas' : 'Short form',
        value: '',
        check: value => (value ? '' : 'It has at least one letter.'),
      },
      { label: 'Full form', value: '' },
    ],
    does: 'Add',
    run: ([short = '', full = '']) => {
      const id = newId()
      const own = kind === 'symbol' ? { formula: short.slice(0, 2000) } : { short: short.slice(0, 200) }
      const entry = { ...newAbbreviation(), kind, ...own, full: full.slice(0, 1000) }
      if (session.dispatch(setEntry(closeHistory(session.state.tr), session.work, 'abbreviations', id, entry))) then(id)
    },
  })
}

/** Asks for another entry, by name. */
export function askForOtherEntry(session: Session, title: string, does: string, but: string, run: (id: string) => void): void {
  const { abbreviations } = session.work
  ask({
    title,
    fields: [
      {
        label: 'Abbreviation or symbol',
        value: '',
        offers: [...entryNames(abbreviations, but).keys()],
        check: value => {
          const id = entryCalled(abbreviations, value)
          return !id ? 'There is none of this name. Choose one of those offered.' : id === but ? 'This is the one itself.' : ''
        },
      },
    ],
    does,
    run: ([name = '']) => {
      const id = entryCalled(session.work.abbreviations, name)
      if (id) run(id)
    },
  })
}
