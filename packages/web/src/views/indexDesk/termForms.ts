/** Forms in which terms get their name, and marks their term. */
import { termName } from '@steady-ledger/core/content/index/terms.ts'
import { mayStandUnder } from '@steady-ledger/core/work/commands/indexMarks.ts'
import { newTerm } from '@steady-ledger/core/work/registers/terms.ts'
import { setEntry } from '@steady-ledger/core/work/steps/registerStep.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { closeHistory } from '@tiptap/pm/history'
import type { Transaction } from '@tiptap/pm/state'
import { canMark, markSelection, wordsToMark } from '../../editor/indexMarks.ts'
import { newId } from '../../newId.ts'
import type { Session } from '../../session/session.ts'
import { ask } from '../../ui/Ask.tsx'
import { notify } from '../../ui/notices.ts'

type Terms = Work['terms']

/** Names of all terms with those above them, as they are chosen by. */
export const termNames = (terms: Terms): Map<string, string> => new Map(Object.keys(terms).map(id => [termName(terms, id), id]))

/** The term of a name as it is typed: the whole name, or a heading that only one term has. */
export function termCalled(terms: Terms, name: string): string | undefined {
  const wanted = name.trim().toLocaleLowerCase()
  if (!wanted) return undefined
  let only: string | undefined
  let several = false
  for (const [id, { heading }] of Object.entries(terms)) {
    if (termName(terms, id).toLocaleLowerCase() === wanted) return id
    if (heading.toLocaleLowerCase() !== wanted) continue
    several = only !== undefined
    only = id
  }
  return several ? undefined : only
}

/** The term that a selection is most likely about: of its name, or with the same words but for an inflection or a letter. */
export async function proposedTerm(terms: Terms, words: string, language: string): Promise<string | undefined> {
  const called = termCalled(terms, words)
  if (called) return called
  const { alike } = await import('@steady-ledger/core/content/index/find.ts')
  return Object.keys(terms).find(id => alike(terms[id]!.heading, words, language))
}

const under = (session: Session) => ({
  value: '',
  label: 'Under the term (empty for a main one)',
  offers: [...termNames(session.work.terms).keys()],
  check: (value: string) =>
    !value || termCalled(session.work.terms, value) ? '' : 'There is no such term. Choose one of those offered, or leave this empty.',
})

/** Adds a term to a transaction, and gives its id. */
function addTerm(tr: Transaction, work: Work, heading: string, upper: string): string {
  const id = newId()
  setEntry(tr, work, 'terms', id, {
    ...newTerm(),
    heading: heading.trim().slice(0, 500),
    under: upper,
    index: work.terms[upper]?.index ?? '',
  })
  return id
}

/** Asks for the term that the selection is marked for, with a proposal; a new one is made by the way. */
export function askForMark(session: Session): void {
  const { state, work } = session
  if (!canMark(state)) {
    notify({ kind: 'wrong', text: 'A mark stands in a line of text: put the cursor into one, or select words of it.' })
    return
  }
  const words = wordsToMark(state)
  void proposedTerm(work.terms, words, work.settings.language).then(proposed => {
    const range = !state.selection.$from.sameParent(state.selection.$to)
    ask({
      title: range ? 'Mark these pages for the index' : 'Mark for the index',
      fields: [
        {
          label: 'Term',
          value: proposed ? termName(work.terms, proposed) : range ? '' : words,
          offers: [...termNames(work.terms).keys()],
          check: value => (value ? '' : 'A mark needs a term: choose one, or write a new one.'),
        },
        under(session),
      ],
      note: 'A term that is not there yet is made.',
      does: 'Mark',
      also: { says: 'Mark as main place', value: 'main' },
      run: ([name = '', upper = ''], how) => {
        if (session.state.doc !== state.doc) return
        const tr = closeHistory(session.state.tr)
        const above = termCalled(session.work.terms, upper) ?? ''
        const known = above
          ? Object.keys(session.work.terms).find(
              id =>
                session.work.terms[id]!.under === above && session.work.terms[id]!.heading.toLocaleLowerCase() === name.toLocaleLowerCase(),
            )
          : termCalled(session.work.terms, name)
        const term = known ?? addTerm(tr, session.work, name, above)
        session.dispatch(markSelection(tr, session.state, term, how === 'main'))
        session.editor?.focus()
      },
    })
  })
}

/** Asks for a new term; `then` is told its id. */
export function askForTerm(session: Session, upper: string, then: (id: string) => void): void {
  const { terms } = session.work
  ask({
    title: 'New term',
    fields: [
      { label: 'Heading', value: '', check: value => (value ? '' : 'A term has at least one letter.') },
      { ...under(session), value: upper ? termName(terms, upper) : '' },
    ],
    does: 'Add',
    run: ([heading = '', above = '']) => {
      const tr = closeHistory(session.state.tr)
      const id = addTerm(tr, session.work, heading, termCalled(session.work.terms, above) ?? '')
      if (session.dispatch(tr)) then(id)
    },
  })
}

/** Asks for another term, by name. */
export function askForOther(session: Session, title: string, does: string, but: string, run: (id: string) => void, note?: string): void {
  const { terms } = session.work
  ask({
    title,
    fields: [
      {
        label: 'Term',
        value: '',
        offers: [...termNames(terms)].flatMap(([name, id]) => (id === but ? [] : [name])),
        check: value => {
          const id = termCalled(terms, value)
          return !id ? 'There is no such term, or several. Choose one of those offered.' : id === but ? 'This is the term itself.' : ''
        },
      },
    ],
    ...(note ? { note } : {}),
    does,
    run: ([name = '']) => {
      const id = termCalled(session.work.terms, name)
      if (id) run(id)
    },
  })
}

export const wrongUpper = (terms: Terms, id: string, name: string): string => {
  const upper = name ? termCalled(terms, name) : ''
  if (upper === undefined) return 'There is no such term, or several. Choose one of those offered, or leave this empty.'
  return mayStandUnder(terms, id, upper) ? '' : 'It would stand under itself, or deeper than three levels.'
}
