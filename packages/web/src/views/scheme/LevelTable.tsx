/** The levels of a set of rules: how each number is written, where it begins, what it begins again after, and how it looks in the work. */
import type { WorkLedger } from '@steady-ledger/core/numbers/ledger.ts'
import {
  type CounterForm,
  countersIn,
  type LevelRule,
  type RuleSet,
  type Scheme,
  type Tile,
} from '@steady-ledger/core/work/parts/scheme.ts'
import { plainText } from '@steady-ledger/core/work/schema.ts'
import { useState } from 'react'
import { DraftInput } from '../../ui/DraftInput.tsx'
import { Check, Choice } from '../../ui/fields.tsx'
import { Segments } from '../../ui/Segments.tsx'
import { CounterTiles } from './CounterTiles.tsx'
import { NameFields } from './NameFields.tsx'
import { SchemeSample } from './SchemeSample.tsx'

type LevelTile = Extract<Tile, { level: number }>
const sets: Record<RuleSet, string> = { main: 'Main matter', appendix: 'Appendices', chapterAppendix: 'Chapter appendices' }
const follows: Record<LevelRule['follows'], string> = { space: 'A space', gap: 'A gap', nothing: 'Nothing', line: 'A new line' }
/** Levels that are shown though the work has no heading of them. */
const usualLevels = 4

interface Props {
  scheme: Scheme
  change(next: Scheme): void
  /** Of the scheme that is shown. */
  ledger: WorkLedger
}

export function LevelTable({ scheme, change, ledger }: Props) {
  const [set, setSet] = useState<RuleSet>('main')
  const [all, setAll] = useState(false)
  const [open, setOpen] = useState(-1)
  const rules = scheme.levels[set]
  const deepest = Math.max(
    usualLevels,
    ...ledger.entries.map(({ item }) => (item.kind === 'heading' && item.rules === set ? item.level : 1)),
  )
  const parts = ledger.entries.some(({ item }) => item.kind === 'heading' && item.level === 0)
  const least = set === 'chapterAppendix' ? 2 : parts || all ? 0 : 1
  const shown = rules.filter(rule => rule.level >= least && (all || rule.level <= deepest))
  const alter = (level: number, more: Partial<LevelRule>): void =>
    change({ ...scheme, levels: { ...scheme.levels, [set]: rules.map(rule => (rule.level === level ? { ...rule, ...more } : rule)) } })
  return (
    <section>
      <div className="mb-3 flex flex-wrap items-end justify-between gap-5 [&_.field]:mb-2">
        <h2 className="font-text text-xl/7 font-semibold">Levels</h2>
        <Segments label="Rules for" value={set} options={sets} onChange={setSet} />
      </div>
      <table className={`data-table pattern-table ${all ? '[&_.tiles]:flex-wrap [&_.tiles]:gap-y-[5px]' : ''}`}>
        <thead>
          <tr>
            <th scope="col">Level</th>
            <th scope="col">How its number is written</th>
            <th scope="col">Begins</th>
            <th scope="col">Again after</th>
            <th scope="col">From your work</th>
          </tr>
        </thead>
        <tbody>
          {shown.map(rule => (
            <LevelRow
              key={rule.level}
              rule={rule}
              rules={rules}
              first={set === 'main' ? 0 : 1}
              language={scheme.language}
              sample={sampleOf(ledger, set, rule.level)}
              alter={more => alter(rule.level, more)}
              open={open === rule.level}
              onOpen={() => setOpen(open === rule.level ? -1 : rule.level)}
            />
          ))}
        </tbody>
      </table>
      {deepest < 9 && (
        <button type="button" className="quiet-link" onClick={() => setAll(!all)}>
          {all ? 'Show the levels in use' : 'Show parts and all nine levels'}
        </button>
      )}
    </section>
  )
}

interface RowProps {
  rule: LevelRule
  rules: LevelRule[]
  /** The first level that its pattern can say. */
  first: number
  language: string
  sample: { number: string; text: string } | null
  alter(more: Partial<LevelRule>): void
  open: boolean
  onOpen(): void
}

function LevelRow({ rule, rules, first, language, sample, alter, open, onOpen }: RowProps) {
  const { level, names } = rule
  const name = `${names.one || 'Level'}, level ${level}`
  const formAt = (tile: LevelTile): CounterForm =>
    rule.forceArabic ? 'arabic' : (tile.form ?? rules.find(other => other.level === tile.level)?.form ?? 'arabic')
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
            {level} {names.one}
          </button>
        </th>
        <td>
          <CounterTiles
            name={name}
            pattern={rule.pattern}
            level={level}
            first={first}
            form={rule.form}
            formAt={formAt}
            language={language}
            onPattern={pattern => alter({ pattern })}
            onForm={form => alter({ form })}
          />
        </td>
        <td>
          <NumberCell label={`${name}: begins at`} value={rule.start} onChange={start => alter({ start })} />
        </td>
        <td>
          <select
            className="px-1 py-[3px]"
            aria-label={`${name}: begins again after`}
            value={rule.restartAfter ?? ''}
            onChange={event => alter({ restartAfter: event.target.value === '' ? null : Number(event.target.value) })}
          >
            <option value="">runs on</option>
            {Array.from({ length: Math.max(0, level - first) }, (_, i) => (
              <option key={i} value={first + i}>
                level {first + i}
              </option>
            ))}
          </select>
        </td>
        <SchemeSample number={sample?.number} words={sample?.text ?? ''} />
      </tr>
      {open && (
        <tr className="bg-(--structure-wash)">
          <td colSpan={5} className="py-1 pr-3.5 pb-3 pl-5">
            <div className="field-grid">
              <NameFields names={names} onChange={next => alter({ names: next })} />
              <Choice
                label="Between number and words"
                value={rule.follows}
                options={follows}
                onChange={value => alter({ follows: value })}
              />
              <Check
                label="All counters in it are written 1 2 3"
                value={rule.forceArabic}
                onChange={forceArabic => alter({ forceArabic })}
              />
              <Check
                label="Written another way in references and lists"
                value={rule.bare !== null}
                onChange={own => alter({ bare: own ? [...countersIn(rule.pattern)] : null })}
              />
            </div>
            {rule.bare && (
              <CounterTiles
                name={`${name} in references`}
                pattern={rule.bare}
                level={level}
                first={first}
                form={rule.form}
                formAt={formAt}
                language={language}
                onPattern={bare => alter({ bare })}
                onForm={form => alter({ form })}
              />
            )}
          </td>
        </tr>
      )}
    </>
  )
}

/** A whole number that is written when it is left. */
export const NumberCell = ({ label, value, onChange }: { label: string; value: number; onChange(value: number): void }) => (
  <span className="relative">
    <DraftInput
      label={label}
      className="w-11 px-1.5 py-[3px]"
      numeric
      over
      value={String(value)}
      check={text => (/^\s*\d{1,5}\s*$/.test(text) ? '' : 'A whole number, 0 or more')}
      onChange={text => onChange(Number(text))}
    />
  </span>
)

/** The heading of a level that shows most of its number: the third in its row where there are so many. */
function sampleOf(ledger: WorkLedger, set: RuleSet, level: number): { number: string; text: string } | null {
  const found = ledger.entries.filter(({ item, number }) => item.kind === 'heading' && item.rules === set && item.level === level && number)
  const entry = found[Math.min(2, found.length - 1)]
  return entry ? { number: entry.number, text: entry.item.text ? plainText(entry.item.text) : '' } : null
}
