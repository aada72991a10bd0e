/** Looks of lists: named, reused by any list, written by the same tiles as the numbers of headings. */
import { deeperLook, deepestList, type ListLevel, type ListMarking, type Scheme, type Tile } from '@steady-ledger/core/work/parts/scheme.ts'
import { useState } from 'react'
import { newId } from '../../newId.ts'
import { Field } from '../../ui/fields.tsx'
import { Segments } from '../../ui/Segments.tsx'
import { CounterTiles } from './CounterTiles.tsx'

type Kind = keyof Scheme['lists']
const kinds: Record<Kind, string> = { numbered: 'Numbered lists', bulleted: 'Lists with signs' }

interface Props {
  scheme: Scheme
  change(next: Scheme): void
  /** How many lists of the work have a look. */
  used(kind: Kind, key: string): number
}

export function ListLookTable({ scheme, change, used }: Props) {
  const [kind, setKind] = useState<Kind>('numbered')
  const looks = scheme.lists[kind]
  const put = (next: ListMarking[]): void => change({ ...scheme, lists: { ...scheme.lists, [kind]: next } })
  const add = (from: ListMarking): void => put([...looks, { ...structuredClone(from), key: newId(), name: `${from.name} (copy)` }])
  return (
    <section>
      <div className="mb-3 flex flex-wrap items-end justify-between gap-5 [&_.field]:mb-2">
        <h2 className="font-text text-xl/7 font-semibold">Lists</h2>
        <Segments label="Looks of" value={kind} options={kinds} onChange={setKind} />
      </div>
      <table className="data-table pattern-table">
        <thead>
          <tr>
            <th scope="col">Look</th>
            <th scope="col">How an item is marked, by depth</th>
            <th scope="col">Lists</th>
            <th scope="col">
              <span className="visually-hidden">What to do</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {looks.map((look, index) => (
            <tr key={look.key}>
              <th scope="row">
                <Field
                  label={`Name of the look ${look.name}`}
                  bare
                  value={look.name}
                  onChange={name => name.trim() && put(looks.map(other => (other === look ? { ...look, name: name.trim() } : other)))}
                />
                {index === 0 && <small className="quiet-note">usual</small>}
              </th>
              <td>
                <ol className="depths">
                  {look.levels.map((level, depth) => (
                    <li key={depth}>
                      <DepthField
                        kind={kind}
                        name={`${look.name}, depth ${depth + 1}`}
                        level={level}
                        depth={depth + 1}
                        look={look}
                        language={scheme.language}
                        onChange={next =>
                          put(
                            looks.map(other =>
                              other === look ? { ...look, levels: look.levels.map((old, i) => (i === depth ? next : old)) } : other,
                            ),
                          )
                        }
                      />
                    </li>
                  ))}
                </ol>
                <p className="flex gap-5 pt-0.5 text-[13px]">
                  {look.levels.length < deepestList && (
                    <button
                      type="button"
                      className="quiet-link"
                      onClick={() => put(looks.map(other => (other === look ? deeperLook(look) : other)))}
                    >
                      + Depth {look.levels.length + 1}
                    </button>
                  )}
                  {look.levels.length > 1 && (
                    <button
                      type="button"
                      className="quiet-link"
                      title="Deeper items are marked as the outermost again"
                      onClick={() => put(looks.map(other => (other === look ? { ...look, levels: look.levels.slice(0, -1) } : other)))}
                    >
                      Without depth {look.levels.length}
                    </button>
                  )}
                </p>
              </td>
              <td className="tabular-nums">{used(kind, look.key) || '–'}</td>
              <td>
                <button type="button" className="quiet-link" onClick={() => add(look)}>
                  Copy
                </button>{' '}
                {index > 0 && (
                  <button
                    type="button"
                    className="quiet-link"
                    title={used(kind, look.key) ? 'Lists of this look take the usual one' : undefined}
                    onClick={() => put(looks.filter(other => other !== look))}
                  >
                    Remove
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

interface DepthProps {
  kind: Kind
  name: string
  level: ListLevel
  depth: number
  look: ListMarking
  language: string
  onChange(next: ListLevel): void
}

function DepthField({ kind, name, level, depth, look, language, onChange }: DepthProps) {
  if (kind === 'bulleted') {
    const sign = level.pattern.map(tile => ('text' in tile ? tile.text : '')).join('')
    return (
      <Field
        label={`Sign of ${name}`}
        bare
        value={sign}
        onChange={text => text.trim() && onChange({ ...level, pattern: [{ text: text.trim().slice(0, 4) }] })}
      />
    )
  }
  return (
    <CounterTiles
      name={name}
      pattern={level.pattern}
      level={depth}
      first={1}
      form={level.form}
      formAt={tile => tile.form ?? look.levels[(tile.level - 1) % look.levels.length]!.form}
      language={language}
      onPattern={(pattern: Tile[]) => onChange({ ...level, pattern })}
      onForm={form => onChange({ ...level, form })}
    />
  )
}
