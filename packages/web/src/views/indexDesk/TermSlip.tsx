/** The fields of a term. */
import { termName } from '@steady-ledger/core/content/index/terms.ts'
import { mergeTerms } from '@steady-ledger/core/work/commands/indexMarks.ts'
import type { Term } from '@steady-ledger/core/work/registers/terms.ts'
import { setEntry } from '@steady-ledger/core/work/steps/registerStep.ts'
import { closeHistory } from '@tiptap/pm/history'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Check, Field } from '../../ui/fields.tsx'
import { Menu } from '../../ui/Menu.tsx'
import { askForOther, termCalled, wrongUpper } from './termForms.ts'

interface Props {
  id: string
  onRemove(): void
  onAdd(): void
  onMerged(id: string): void
}

export function TermSlip({ id, onRemove, onAdd, onMerged }: Props) {
  const session = useSession()
  const terms = useView(view => view.terms)
  const term = terms[id]!
  const set = (change: Partial<Term>): boolean =>
    session.dispatch(setEntry(closeHistory(session.state.tr), session.work, 'terms', id, { ...session.work.terms[id]!, ...change }))
  const merge = (): void =>
    askForOther(
      session,
      `Merge “${term.heading}” into another term`,
      'Merge',
      id,
      into => {
        if (!session.dispatch(mergeTerms(closeHistory(session.state.tr), session.work, id, into))) return
        session.sayDone(`“${term.heading}” is merged into “${session.work.terms[into]!.heading}”, with its places.`)
        onMerged(into)
      },
      'Its places, and what stands under it, go to the other one.',
    )
  const names = (ids: readonly string[]): string =>
    ids
      .map(each => termName(terms, each))
      .filter(Boolean)
      .join('; ')
  const sent = (text: string): { ids: string[]; wrong: string } => {
    const ids: string[] = []
    for (const name of text
      .split(';')
      .map(each => each.trim())
      .filter(Boolean)) {
      const found = termCalled(terms, name)
      if (!found) return { ids, wrong: `There is no term “${name}”, or there are several of this name. Several terms are parted by “;”.` }
      if (found === id) return { ids, wrong: 'A term cannot send to itself.' }
      if (!ids.includes(found)) ids.push(found)
    }
    return { ids, wrong: '' }
  }
  return (
    <div className="grid gap-2">
      <div className="flex items-start gap-2">
        <div className="min-w-0 flex-1">
          <Field
            label="Heading"
            value={term.heading}
            check={value => (value.trim() ? '' : 'A term has at least one letter.')}
            onChange={value => set({ heading: value.trim().slice(0, 500) })}
          />
        </div>
        <Menu
          label="What can be done with this term"
          align="end"
          className="button mt-[22px]"
          items={[
            { key: 'under', says: 'New term under it…', run: onAdd },
            { key: 'merge', says: 'Merge into another term…', run: merge },
            { key: 'remove', says: 'Remove it and its marks', run: onRemove },
          ]}
        >
          ⋯
        </Menu>
      </div>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2 max-[1000px]:grid-cols-1">
        <Field
          label="Under (empty for a main term)"
          value={term.under ? termName(terms, term.under) : ''}
          check={value => wrongUpper(terms, id, value.trim())}
          onChange={value => set({ under: value.trim() ? (termCalled(terms, value) ?? '') : '' })}
        />
        <Field
          label="Sorted as (empty: as it is called)"
          value={term.sortKey}
          onChange={value => set({ sortKey: value.trim().slice(0, 500) })}
        />
        <Field
          label="See instead"
          value={names(term.see)}
          check={value => sent(value).wrong}
          onChange={value => set({ see: sent(value).ids })}
        />
        <Field
          label="See also"
          value={names(term.seeAlso)}
          check={value => sent(value).wrong}
          onChange={value => set({ seeAlso: sent(value).ids })}
        />
        <Field
          label="Index it stands in (empty for the only one)"
          value={term.index}
          check={value => (/^[\w.-]{0,60}$/.test(value.trim()) ? '' : 'A word of letters, figures, dots and dashes.')}
          onChange={value => set({ index: value.trim() })}
        />
        <div className="self-end">
          <Check label="Listed" value={term.listed} onChange={listed => set({ listed })} />
        </div>
      </div>
    </div>
  )
}
