/** The fields of a source, by its type; what it lacks, and what the list says of it. */
import { sourceProblems } from '@steady-ledger/core/content/citations/identifiers.ts'
import { sourceCalled } from '@steady-ledger/core/content/citations/sourceCalled.ts'
import { fieldNames, isFilled, lacksOf, type SourceField, sourceForms } from '@steady-ledger/core/content/citations/sourceForms.ts'
import { dateFromWords, dateInWords, namesFromWords, namesInWords } from '@steady-ledger/core/content/citations/sourceWords.ts'
import { isLanguage } from '@steady-ledger/core/work/definition.ts'
import {
  type Source,
  type SourceDates,
  type SourceNames,
  type SourceText,
  sourceDates,
  sourceNames,
  sourceTexts,
} from '@steady-ledger/core/work/registers/sources.ts'
import { setEntry } from '@steady-ledger/core/work/steps/registerStep.ts'
import { closeHistory } from '@tiptap/pm/history'
import { useMemo, useState } from 'react'
import { useSession, useView } from '../../session/sessionContext.ts'
import { ask } from '../../ui/Ask.tsx'
import { Choice, Field } from '../../ui/fields.tsx'
import { Menu } from '../../ui/Menu.tsx'
import { findSources } from './sourceRows.ts'

const names: ReadonlySet<string> = new Set(sourceNames)
const dates: ReadonlySet<string> = new Set(sourceDates)
const allFields: readonly SourceField[] = [...sourceNames, ...sourceTexts, ...sourceDates]
const long: ReadonlySet<string> = new Set(['title', 'abstract', 'annote', 'note'])
/** Fields that take the whole width of the slip. */
const wide: ReadonlySet<string> = new Set(['title', 'author', 'editor', 'abstract', 'annote', 'note', 'container-title', 'URL'])

const typeOptions = Object.fromEntries(Object.entries(sourceForms).map(([type, { name }]) => [type, name])) as Record<
  Source['type'],
  string
>

interface Props {
  id: string
  onRemove(): void
  /** Asks how this one becomes part of another. */
  onMerge(into: string): void
}

export function SourceSlip({ id, onRemove, onMerge }: Props) {
  const session = useSession()
  const source = useView(view => view.sources[id])!
  useView(view => view.turnover)
  const [added, setAdded] = useState<readonly SourceField[]>([])
  const set = (change: Partial<Source>): boolean => {
    const before = session.work.sources[id]
    if (!before) return false
    const next: Record<string, unknown> = { ...before, ...change }
    for (const [field, value] of Object.entries(next))
      if (value === undefined || (field !== 'key' && value === '') || (Array.isArray(value) && value.length === 0)) delete next[field]
    return session.dispatch(setEntry(closeHistory(session.state.tr), session.work, 'sources', id, next as Source))
  }
  const { shows } = sourceForms[source.type]
  const more = allFields.filter(field => !shows.includes(field) && (isFilled(source, field) || added.includes(field)))
  const unused = allFields.filter(field => !shows.includes(field) && !more.includes(field))
  const lacks = lacksOf(source)
  const problems = sourceProblems(source)
  const called = sourceCalled(source)
  const listed = [...session.live.citations.lists.values()].flatMap(({ entries }) => entries.filter(entry => entry.source === id))[0]

  const merge = (): void => {
    const { sources } = session.work
    const byName = new Map(findSources(sources, '').flatMap(other => (other === id ? [] : [[longName(sources[other]!), other] as const])))
    ask({
      title: `Merge “${called}” into another source`,
      fields: [
        {
          label: 'Source',
          value: '',
          offers: [...byName.keys()],
          check: value => (byName.has(value.trim()) ? '' : 'There is none of this name. Choose one of those offered.'),
        },
      ],
      does: 'Compare them',
      run: ([name = '']) => {
        const into = byName.get(name)
        if (into) onMerge(into)
      },
    })
  }
  return (
    <div className="grid gap-3">
      <div className="flex items-start gap-2">
        <div className="min-w-0 flex-1">
          <Choice label="Type" value={source.type} options={typeOptions} onChange={type => set({ type })} />
        </div>
        <div className="w-[180px]">
          <Field label="Key, to find it by" value={source.key} onChange={value => set({ key: value.trim().slice(0, 200) })} />
        </div>
        <Menu
          label="What can be done with this source"
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
      {listed && (
        <p className="border-l-3 border-(--structure) bg-(--structure-wash) px-3 py-1.5 font-text">
          <span className="visually-hidden">In the list of sources: </span>
          {listed.margin.map(({ text }) => text).join('')}{' '}
          {listed.text.map(({ text, marks }, index) =>
            marks?.includes('emphasis') ? <em key={index}>{text}</em> : <span key={index}>{text}</span>,
          )}
        </p>
      )}
      {(lacks.length > 0 || problems.length > 0) && (
        <ul className="grid gap-1 border-l-3 border-(--mend) bg-(--mend-wash) px-3 py-1.5">
          {lacks.map(words => (
            <li key={words}>It has no {words} yet.</li>
          ))}
          {problems.map(problem => (
            <li key={problem}>{problem}</li>
          ))}
        </ul>
      )}
      <div className="grid grid-cols-2 items-start gap-x-4 gap-y-2 max-[1000px]:grid-cols-1">
        {[...shows, ...more].map(field => (
          <div key={field} className={wide.has(field) ? 'col-span-full' : ''}>
            <SourceFieldInput source={source} field={field} set={set} />
          </div>
        ))}
      </div>
      <p className="button-row">
        <Menu
          label="Other fields"
          items={unused.map(field => ({ key: field, says: fieldNames[field], run: () => setAdded([...added, field]) }))}
        >
          Another field…
        </Menu>
      </p>
      {source.other && (
        <details>
          <summary className="text-[13px] text-(--ink-soft)">Kept from its file, without a field here</summary>
          <dl className="mt-1 grid grid-cols-[120px_minmax(0,1fr)] gap-x-3 text-[13px]">
            {Object.entries(source.other).map(([name, value]) => [
              <dt key={`${name} name`} className="text-(--ink-soft)">
                {name}
              </dt>,
              <dd key={name} className="break-words">
                {value}
              </dd>,
            ])}
          </dl>
        </details>
      )}
    </div>
  )
}

const longName = (source: Source): string => [sourceCalled(source), source.title].filter(Boolean).join(': ').slice(0, 120)

function SourceFieldInput({ source, field, set }: { source: Source; field: SourceField; set(change: Partial<Source>): boolean }) {
  const label = fieldNames[field]
  const isName = names.has(field)
  const isDate = dates.has(field)
  const value = useMemo(
    () =>
      isName
        ? namesInWords(source[field as SourceNames] ?? [])
        : isDate
          ? dateInWords(source[field as SourceDates] ?? {})
          : (source[field as SourceText] ?? ''),
    [source, field, isName, isDate],
  )
  if (isName)
    return (
      <Field
        label={label}
        value={value}
        help={field === 'author' ? 'Family, Given; Family, Given. An institution is written without a comma.' : ''}
        onChange={words => set({ [field]: namesFromWords(words).slice(0, 1000) })}
      />
    )
  if (isDate)
    return (
      <Field
        label={label}
        value={value}
        placeholder={field === 'issued' ? '2019, 2019-03-14, 2019–2021, c. 1890' : '2024-05-31'}
        onChange={words => set({ [field]: words.trim() ? dateFromWords(words) : undefined })}
      />
    )
  return (
    <Field
      label={label}
      value={value}
      {...(long.has(field) ? { multiline: true } : {})}
      {...(field === 'language'
        ? { check: (words: string) => (!words.trim() || isLanguage(words.trim()) ? '' : 'A code such as de, fr or en-GB, or nothing.') }
        : {})}
      onChange={words => set({ [field]: words.trim().slice(0, 20_000) })}
    />
  )
}
