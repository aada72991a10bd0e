/** The fields of an abbreviation or symbol. */
import { fullForm, shortForm } from '@steady-ledger/core/content/mentions/forms.ts'
import { mergeAbbreviations } from '@steady-ledger/core/work/commands/mentions.ts'
import { isLanguage } from '@steady-ledger/core/work/definition.ts'
import type { Abbreviation } from '@steady-ledger/core/work/registers/abbreviations.ts'
import { setEntry } from '@steady-ledger/core/work/steps/registerStep.ts'
import { closeHistory } from '@tiptap/pm/history'
import { useEffect, useRef } from 'react'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Check, Field } from '../../ui/fields.tsx'
import { Menu } from '../../ui/Menu.tsx'
import { askForOtherEntry } from './askForMention.ts'
import { Formula } from './Formula.tsx'

export function EntrySlip({ id, fresh, onRemove, onMerged }: { id: string; fresh: boolean; onRemove(): void; onMerged(id: string): void }) {
  const session = useSession()
  const entry = useView(view => view.abbreviations[id])!
  const language = useView(view => view.settings.language)
  const symbol = entry.kind === 'symbol'
  const set = (change: Partial<Abbreviation>): boolean =>
    session.dispatch(
      setEntry(closeHistory(session.state.tr), session.work, 'abbreviations', id, { ...session.work.abbreviations[id]!, ...change }),
    )
  const name = entry.short || entry.full
  const merge = (): void =>
    askForOtherEntry(session, `Merge “${name}” into another one`, 'Merge', id, into => {
      if (!session.dispatch(mergeAbbreviations(closeHistory(session.state.tr), session.work, id, into))) return
      session.sayDone(`“${name}” is merged into “${session.work.abbreviations[into]!.short}”, with its mentions.`)
      onMerged(into)
    })
  const words = (
    field: keyof Abbreviation & ('short' | 'full' | 'shortPlural' | 'fullPlural' | 'unit' | 'remark' | 'sortKey' | 'group'),
    label: string,
    more: { help?: string } = {},
  ) => (
    <Field
      label={label}
      value={entry[field]}
      onChange={value => set({ [field]: value.trim().slice(0, field === 'full' || field === 'fullPlural' ? 1000 : 200) })}
      {...more}
    />
  )
  const place = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (fresh) place.current?.querySelector('input')?.focus()
  }, [fresh])
  return (
    <div className="grid gap-2" ref={place}>
      <div className="flex items-start gap-2">
        <div className="min-w-0 flex-1">{words('full', 'Full form')}</div>
        <Menu
          label="What can be done with this entry"
          align="end"
          className="button mt-[22px]"
          items={[
            { key: 'merge', says: 'Merge into another one…', run: merge },
            { key: 'remove', says: 'Remove it', run: onRemove },
          ]}
        >
          ⋯
        </Menu>
      </div>
      <div className="grid grid-cols-2 items-start gap-x-4 gap-y-2 max-[1000px]:grid-cols-1">
        {symbol ? (
          <div>
            <Field
              label="Symbol, in the notation of formulas"
              value={entry.formula}
              onChange={value => set({ formula: value.trim().slice(0, 2000) })}
            />
            {entry.formula && (
              <p className="mt-1 font-text">
                <Formula notation={entry.formula} />
              </p>
            )}
          </div>
        ) : (
          words('short', 'Short form')
        )}
        {words('unit', 'Unit, such as m s^-1')}
        {!symbol &&
          words('fullPlural', 'Full form of many', {
            help: entry.fullPlural ? '' : `Empty: ${fullForm(entry, true, language)}`,
          })}
        {!symbol &&
          words('shortPlural', 'Short form of many', {
            help: entry.shortPlural ? '' : `Empty: ${shortForm(entry, true, language)}`,
          })}
        {words('group', 'Group in the list')}
        {words('sortKey', 'Sorted as (empty: by itself)')}
        <Field
          label="Language of the full form (empty: that of the work)"
          value={entry.language ?? ''}
          check={value => (!value.trim() || isLanguage(value.trim()) ? '' : 'A code such as de, fr or en-GB, or nothing.')}
          onChange={value => set({ language: value.trim() || null })}
        />
        {words('remark', 'Remark, for yourself')}
        <div className="self-end">
          <Check label="Listed" value={entry.listed} onChange={listed => set({ listed })} />
        </div>
      </div>
    </div>
  )
}
