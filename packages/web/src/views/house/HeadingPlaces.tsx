/** Where the number and the words of headings stand, by level, and whether the text goes on on their line. */

import { readSignedLength, writeLength } from '@steady-ledger/core/work/lengths.ts'
import type { HeadingStyle, HouseStyle } from '@steady-ledger/core/work/parts/houseStyle.ts'
import { Cell } from './Cell.tsx'

const levels = ['Title of a part', 'Chapter title', 'Heading of level 2', 'Heading of level 3', 'Heading of level 4']
/** Written where words follow their number. */
const follow = 'follow'
const most = 500
const least = -300

export function HeadingPlaces({ style, change }: { style: HouseStyle; change(next: HouseStyle): void }) {
  const styleAt = (level: number): HeadingStyle => (level === 0 ? style.part : style.headings[Math.min(level, style.headings.length) - 1]!)
  const set = (level: number, more: Partial<HeadingStyle>): void => {
    if (level === 0) {
      change({ ...style, part: { ...style.part, ...more } })
      return
    }
    const headings = Array.from({ length: Math.max(style.headings.length, level) }, (_, i) =>
      i + 1 === level ? { ...styleAt(level), ...more } : styleAt(i + 1),
    )
    change({ ...style, headings })
  }
  const read = (typed: string): number | null => {
    const points = readSignedLength(typed, 'mm')
    return points === null || points < least || points > most ? null : points
  }
  return (
    <table className="data-table mt-6">
      <thead>
        <tr>
          <th scope="col">Heading</th>
          <th scope="col">
            Number at <small>mm</small>
          </th>
          <th scope="col">
            Words at <small>mm</small>
          </th>
          <th scope="col">Letters</th>
          <th scope="col">The text</th>
        </tr>
      </thead>
      <tbody>
        {levels.map((name, level) => {
          const own = styleAt(level)
          const placed = own.align === 'left' || own.align === 'justified'
          return (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td>
                {placed ? (
                  <Cell
                    label={`${name}: its number stands at, in millimetres from the left edge of the text`}
                    value={writeLength(own.numberAt, 'mm')}
                    read={read}
                    wrong="A length; below 0 in the margin"
                    onChange={numberAt => set(level, { numberAt })}
                  />
                ) : (
                  <span className="quiet-note">with its words</span>
                )}
              </td>
              <td>
                {placed ? (
                  <Cell<number | 'follow'>
                    label={`${name}: its words stand at, in millimetres, or nothing to follow the number`}
                    value={own.textAt === null ? follow : writeLength(own.textAt, 'mm')}
                    read={typed => (['', follow].includes(typed.trim()) ? 'follow' : read(typed))}
                    wrong={`A length, or “${follow}”`}
                    onChange={at => set(level, { textAt: at === 'follow' ? null : at })}
                  />
                ) : (
                  <span className="quiet-note">{own.align === 'centre' ? 'centred' : 'at the right'}</span>
                )}
              </td>
              <td>
                <select
                  className="quiet-field max-w-[170px] px-0.5 py-[3px]"
                  aria-label={`${name}: letters`}
                  value={own.smallCapitals ? 'small' : 'usual'}
                  onChange={event => set(level, { smallCapitals: event.target.value === 'small' })}
                >
                  <option value="usual">As written</option>
                  <option value="small">Small capitals</option>
                </select>
              </td>
              <td>
                {level < 2 ? (
                  <span className="quiet-note">below it</span>
                ) : (
                  <select
                    className="quiet-field max-w-[170px] px-0.5 py-[3px]"
                    aria-label={`${name}: where the text goes on`}
                    value={own.runIn ? 'runIn' : 'below'}
                    onChange={event => set(level, { runIn: event.target.value === 'runIn' })}
                  >
                    <option value="below">Below it</option>
                    <option value="runIn">On its line</option>
                  </select>
                )}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}
