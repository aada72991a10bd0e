/** The series: how each number is written, what it is called, where its caption stands, and how it looks in the work. */

import { listTitleOf } from '@steady-ledger/core/content/lists/listTitleOf.ts'
import { saysFormula } from '@steady-ledger/core/numbers/item.ts'
import type { WorkLedger } from '@steady-ledger/core/numbers/ledger.ts'
import { seriesOfKinds } from '@steady-ledger/core/work/kinds/index.ts'
import { type CounterForm, countingRule, newSeries, type Scheme, type SeriesRule } from '@steady-ledger/core/work/parts/scheme.ts'
import { division, plainText } from '@steady-ledger/core/work/schema.ts'
import { useState } from 'react'
import { Link } from 'react-router'
import { addDivision } from '../../editor/insert.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Check, Choice, Field } from '../../ui/fields.tsx'
import { notify } from '../../ui/notices.ts'
import { formNames } from './forms.ts'
import { NumberCell } from './LevelTable.tsx'
import { NameFields } from './NameFields.tsx'
import { SchemeSample } from './SchemeSample.tsx'

interface Props {
  scheme: Scheme
  change(next: Scheme): void
  ledger: WorkLedger
}

export function SeriesTable({ scheme, change, ledger }: Props) {
  const [open, setOpen] = useState('')
  const alter = (key: string, more: Partial<SeriesRule>): void =>
    change({ ...scheme, series: scheme.series.map(rule => (rule.key === key ? { ...rule, ...more } : rule)) })
  /** A series of the author's own: it can be chosen for any statement, or any caption, in the galley. */
  const add = (statement: boolean): void => {
    const made = newSeries(scheme, statement ? 'Claim' : 'Map', statement)
    change({ ...scheme, series: [...scheme.series, made] })
    setOpen(made.key)
  }
  return (
    <section>
      <div className="mb-3 flex flex-wrap items-end justify-between gap-5 [&_.field]:mb-2">
        <h2 className="font-text text-xl/7 font-semibold">Series</h2>
        <Field
          label="Before the last of several"
          value={scheme.conjunction || conjunctionOf(scheme.language)}
          onChange={word =>
            change({ ...scheme, conjunction: word.trim() === conjunctionOf(scheme.language) ? '' : word.trim().slice(0, 40) })
          }
        />
        <Choice
          label="References use"
          value={scheme.nameForm}
          options={{ full: 'full names: Figure 3', short: 'short names: Fig. 3' }}
          onChange={nameForm => change({ ...scheme, nameForm })}
        />
      </div>
      <table className="data-table pattern-table">
        <thead>
          <tr>
            <th scope="col">Series</th>
            <th scope="col">How its number is written</th>
            <th scope="col">Names</th>
            <th scope="col">From your work</th>
          </tr>
        </thead>
        <tbody>
          {scheme.series.map(rule => (
            <SeriesRow
              key={rule.key}
              rule={rule}
              scheme={scheme}
              ledger={ledger}
              alter={more => alter(rule.key, more)}
              remove={() => change({ ...scheme, series: scheme.series.filter(({ key }) => key !== rule.key) })}
              open={open === rule.key}
              onOpen={() => setOpen(open === rule.key ? '' : rule.key)}
            />
          ))}
        </tbody>
      </table>
      <button type="button" className="quiet-link mr-5" onClick={() => add(false)}>
        + New series of captions
      </button>{' '}
      <button type="button" className="quiet-link" onClick={() => add(true)}>
        + New series of statements
      </button>
    </section>
  )
}

/** The language's own word before the last of several: “and”. */
const conjunctionOf = (language: string): string =>
  new Intl.ListFormat(language, { type: 'conjunction' })
    .formatToParts(['1', '2'])
    .filter(({ type }) => type === 'literal')
    .map(({ value }) => value.trim())
    .join('')

interface RowProps {
  rule: SeriesRule
  scheme: Scheme
  ledger: WorkLedger
  alter(more: Partial<SeriesRule>): void
  remove(): void
  open: boolean
  onOpen(): void
}

const levelChoices = { none: 'The whole work', '0': 'Level 0, the part', '1': 'Level 1', '2': 'Level 2', '3': 'Level 3' }
const asLevel = (value: string): number | null => (value === 'none' ? null : Number(value))

function SeriesRow({ rule, scheme, ledger, alter, remove, open, onOpen }: RowProps) {
  const counting = countingRule(scheme, rule)
  const own = ledger.entries.filter(({ item, number }) => item.kind === 'series' && item.series === rule.key && number)
  const sample = own[Math.min(2, own.length - 1)]
  const { names } = rule
  const tile = (text: string, says = ''): React.ReactNode => (
    <span className={says ? 'tile field-tile' : 'tile'}>
      <span className="px-2">
        {text} {says && <small>{says}</small>}
      </span>
    </span>
  )
  return (
    <>
      <tr className={open ? 'border-b-0 bg-(--structure-wash)' : undefined}>
        <th scope="row">
          <button
            type="button"
            className="px-1.5 py-1 text-left whitespace-nowrap text-(--structure) before:text-(--ink-soft) before:content-['▸_'/''] aria-expanded:before:content-['▾_'/'']"
            aria-expanded={open}
            onClick={onOpen}
          >
            {names.many}
          </button>
        </th>
        <td>
          <span className="tiles">
            {rule.brackets && tile('(')}
            {counting.prefixLevel !== null && (
              <>
                {tile(sample?.prefix || '3', `level ${counting.prefixLevel}`)}
                {counting.separator && tile(counting.separator)}
              </>
            )}
            {tile(sample?.own || '1', counting === rule ? 'count' : `count with ${counting.names.many.toLowerCase()}`)}
            {rule.brackets && tile(')')}
          </span>
        </td>
        <td>
          {names.one}, {names.shortOne}
        </td>
        <SchemeSample
          number={sample && (rule.brackets ? sample.number : `${names.one} ${sample.number}`)}
          words={sample && !saysFormula(sample.item) ? plainText(sample.item.text!) : ''}
        />
      </tr>
      {open && (
        <tr className="bg-(--structure-wash)">
          <td colSpan={4} className="py-1 pr-3.5 pb-3 pl-5">
            <div className="field-grid">
              <NameFields names={names} onChange={next => alter({ names: next })} />
              {rule.statement !== null && (
                <>
                  <Choice
                    label="Counts"
                    value={rule.countsWith ?? ''}
                    options={{
                      '': 'by itself',
                      ...Object.fromEntries(
                        scheme.series
                          .filter(other => other.statement !== null && other.key !== rule.key && other.countsWith === null)
                          .map(other => [other.key, `with ${other.names.many.toLowerCase()}`]),
                      ),
                    }}
                    onChange={value => alter({ countsWith: value || null })}
                  />
                  <Choice
                    label="Type of its text"
                    value={rule.statement}
                    options={{ italic: 'in italics', upright: 'upright' }}
                    onChange={statement => alter({ statement })}
                  />
                </>
              )}
              {counting === rule && (
                <>
                  <Choice
                    label="Its number begins with that of"
                    value={rule.prefixLevel === null ? 'none' : String(rule.prefixLevel)}
                    options={{ ...levelChoices, none: 'Nothing' }}
                    onChange={value => alter({ prefixLevel: asLevel(value) })}
                  />
                  <Field
                    label="Between that and the count (empty: they stand together)"
                    value={rule.separator}
                    check={text => (text.length > 40 ? 'At most 40 letters.' : '')}
                    onChange={separator => alter({ separator })}
                  />
                  <Choice
                    label="It counts within"
                    value={rule.restartAfter === null ? 'none' : String(rule.restartAfter)}
                    options={levelChoices}
                    onChange={value => alter({ restartAfter: asLevel(value) })}
                  />
                  <Choice<CounterForm>
                    label="The count is written"
                    value={rule.form}
                    options={formNames}
                    onChange={form => alter({ form })}
                  />
                  <div className="field">
                    <span>It begins at</span>
                    <NumberCell label={`${names.many} begin at`} value={rule.start} onChange={start => alter({ start })} />
                  </div>
                </>
              )}
              {rule.statement === null && (
                <Choice<CounterForm>
                  label={rule.key === 'equation' ? 'Lines of a group are' : 'Panels are'}
                  value={rule.partForm}
                  options={formNames}
                  onChange={partForm => alter({ partForm })}
                />
              )}
              <Check label="In brackets" value={rule.brackets} onChange={brackets => alter({ brackets })} />
              {rule.statement === null && rule.captionPlace !== 'margin' && (
                <>
                  <Choice
                    label="The caption stands"
                    value={rule.captionPlace}
                    options={{ above: 'above', below: 'below' } as Record<SeriesRule['captionPlace'], string>}
                    onChange={captionPlace => alter({ captionPlace })}
                  />
                  <Field
                    label="In captions it is called (empty: as in the text)"
                    value={rule.captionName}
                    onChange={text => alter({ captionName: text.trim().slice(0, 200) })}
                  />
                  <Field
                    label="Between number and caption"
                    value={rule.captionSeparator}
                    onChange={captionSeparator => alter({ captionSeparator })}
                  />
                </>
              )}
            </div>
            {rule.countsWith === null && <ListOfSeries rule={rule} />}
            {!seriesOfKinds.has(rule.key) && (
              <button
                type="button"
                className="button quiet"
                onClick={() => {
                  if (own.length)
                    notify({
                      kind: 'wrong',
                      text: `${own.length} ${own.length === 1 ? names.one : names.many} stand in this work. Make them something else first; the series was kept.`,
                    })
                  else remove()
                }}
              >
                Remove this series
              </button>
            )}
          </td>
        </tr>
      )}
    </>
  )
}

/** The generated list of a series: where it is, or the way to have one. It is a division, and changes at once. */
function ListOfSeries({ rule }: { rule: SeriesRule }) {
  const session = useSession()
  const doc = useView(view => view.doc)
  const list = doc.children.find(node => division(node).role === 'seriesList' && division(node).series === rule.key)
  if (list)
    return (
      <p>
        Its list: <Link to={`../galley/${division(list).id}`}>{plainText(list.firstChild!) || 'Untitled'}</Link>
      </p>
    )
  return (
    <button
      type="button"
      className="button quiet"
      onClick={() => {
        const { tr } = session.state
        const { scheme, settings } = session.work
        const title = listTitleOf(scheme, rule.key, settings.language)
        addDivision(tr, 'seriesList', title, rule.key)
        if (session.dispatch(tr)) session.sayDone(`“${title}” stands before the text.`)
      }}
    >
      Give it a list
    </button>
  )
}
