/** How the entries of the contents look, a row a level; what a list of one level looks like is the last row. */

import { readLength, writeLength } from '@steady-ledger/core/work/lengths.ts'
import type { HouseStyle, ListEntryLook } from '@steady-ledger/core/work/parts/houseStyle.ts'
import { Cell } from './Cell.tsx'

const mostLevels = 6

export function ListLooks({ style, change }: { style: HouseStyle; change(next: HouseStyle): void }) {
  const { looks, part } = style.contents
  const set = (next: ListEntryLook[]): void => change({ ...style, contents: { ...style.contents, looks: next } })
  const rows: { name: string; look: ListEntryLook; alter(more: Partial<ListEntryLook>): void }[] = [
    {
      name: 'Parts',
      look: part,
      alter: more => change({ ...style, contents: { ...style.contents, part: { ...part, ...more } } }),
    },
    ...looks.map((look, index) => ({
      name: index < looks.length - 1 ? `Level ${index + 1}` : index === 0 ? 'All levels' : `Level ${index + 1} and below, other lists`,
      look,
      alter: (more: Partial<ListEntryLook>) => set(looks.map((other, i) => (i === index ? { ...look, ...more } : other))),
    })),
  ]
  return (
    <>
      <table className="data-table">
        <thead>
          <tr>
            <th scope="col">Entries</th>
            <th scope="col">Weight</th>
            <th scope="col">To the page number</th>
            <th scope="col" className="pr-3.5 text-right">
              Above <small>pt</small>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ name, look, alter }) => {
            return (
              <tr key={name}>
                <th scope="row">{name}</th>
                <td>
                  <select
                    className="quiet-field max-w-[170px] px-0.5 py-[3px]"
                    aria-label={`${name}: weight`}
                    value={look.strong ? 'strong' : 'plain'}
                    onChange={event => alter({ strong: event.target.value === 'strong' })}
                  >
                    <option value="plain">Regular</option>
                    <option value="strong">Semibold</option>
                  </select>
                </td>
                <td>
                  <select
                    className="quiet-field max-w-[170px] px-0.5 py-[3px]"
                    aria-label={`${name}: up to the page number`}
                    value={look.leader ? 'dots' : 'space'}
                    onChange={event => alter({ leader: event.target.value === 'dots' })}
                  >
                    <option value="dots">Dots</option>
                    <option value="space">Space</option>
                  </select>
                </td>
                <td className="pr-3.5 text-right">
                  <Cell
                    label={`${name}: space above, in points`}
                    value={writeLength(look.before, 'pt')}
                    read={typed => {
                      const points = readLength(typed, 'pt')
                      return points === null || points < 0 || points > 200 ? null : points
                    }}
                    wrong="From 0 to 200 pt"
                    onChange={before => alter({ before })}
                  />
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <p className="button-row">
        {looks.length < mostLevels && (
          <button type="button" className="button" onClick={() => set([...looks, { ...looks.at(-1)! }])}>
            Level {looks.length + 1} by itself
          </button>
        )}
        {looks.length > 1 && (
          <button type="button" className="button" onClick={() => set(looks.slice(0, -1))}>
            Level {looks.length} as level {looks.length - 1}
          </button>
        )}
      </p>
    </>
  )
}
