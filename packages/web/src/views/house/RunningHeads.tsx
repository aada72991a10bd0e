/** Running heads and feet as tiles: for right-hand pages, left-hand pages and the pages on which divisions open. */
import type { HeadField, HeadLine, Heads, HeadTile, HouseStyle, PageFrame } from '@steady-ledger/core/work/houseStyle.ts'
import { type Role, roles } from '@steady-ledger/core/work/schema.ts'
import { useState } from 'react'
import { Check, Choice } from '../../app/fields.tsx'

export const fieldNames: Record<HeadField, string> = {
  pageLabel: 'Page number',
  chapterNumber: 'Chapter number',
  chapterTitle: 'Chapter title',
  firstSection: 'First section on the page',
  lastSection: 'Last section on the page',
  workTitle: 'Title of the work',
  author: 'Author',
}
const sides = { recto: 'Right-hand pages', verso: 'Left-hand pages', opening: 'Opening pages' } as const
const bands = { head: 'Above', foot: 'Below' } as const
const places: (keyof HeadLine)[] = ['left', 'centre', 'right']

/** Roles that can have heads of their own. */
const ownHeads: Role[] = ['titlePage', 'abstract', 'contents', 'seriesList', 'chapter', 'appendix', 'endnotes']

export function RunningHeads({ style, change }: { style: HouseStyle; change(next: HouseStyle): void }) {
  const { runningHead } = style
  const [role, setRole] = useState<Role | 'all'>('all')
  const own = role === 'all' ? runningHead : runningHead.roles[role]
  const set = (heads: Heads): void =>
    change({
      ...style,
      runningHead: role === 'all' ? { ...runningHead, ...heads } : { ...runningHead, roles: { ...runningHead.roles, [role]: heads } },
    })
  const setOwn = (wanted: boolean): void => {
    if (role === 'all') return
    const { recto, verso, opening } = runningHead
    const { [role]: _gone, ...others } = runningHead.roles
    change({ ...style, runningHead: { ...runningHead, roles: wanted ? { ...others, [role]: { recto, verso, opening } } : others } })
  }
  const shown = (Object.keys(sides) as (keyof typeof sides)[]).filter(side => side !== 'verso' || style.page.twoSided)
  return (
    <div className="heads">
      <div className="house-grid">
        <Choice<string>
          label="Heads of"
          value={role}
          options={{
            all: 'All divisions',
            ...Object.fromEntries(ownHeads.map(key => [key, `${roles[key].name}${runningHead.roles[key] ? ' (their own)' : ''}`])),
          }}
          onChange={value => setRole(value as Role | 'all')}
        />
        {role !== 'all' && <Check label={`${roles[role].name}: heads of their own`} value={own !== undefined} onChange={setOwn} />}
      </div>
      {own === undefined && (
        <p className="quiet-note">{role === 'titlePage' ? 'Title pages have no heads.' : 'They have the heads of all divisions.'}</p>
      )}
      {own &&
        shown.map(side => (
          <fieldset key={side}>
            <legend>{side === 'recto' && !style.page.twoSided ? 'All pages' : sides[side]}</legend>
            {(Object.keys(bands) as (keyof PageFrame)[]).map(band => (
              <div key={band} className="head-band">
                <span className="head-band-name">{bands[band]}</span>
                {places.map(place => (
                  <Tiles
                    key={place}
                    name={`${sides[side]}, ${bands[band].toLowerCase()}, ${place}`}
                    tiles={own[side][band][place]}
                    onChange={tiles => {
                      const { recto, verso, opening } = own
                      set({ recto, verso, opening, [side]: { ...own[side], [band]: { ...own[side][band], [place]: tiles } } })
                    }}
                  />
                ))}
              </div>
            ))}
          </fieldset>
        ))}
    </div>
  )
}

/** A row of tiles: add one by name, type into text tiles, move with the arrow keys, take one out with Delete. */
function Tiles({ name, tiles, onChange }: { name: string; tiles: HeadTile[]; onChange(tiles: HeadTile[]): void }) {
  const without = (index: number): HeadTile[] => tiles.filter((_, i) => i !== index)
  const move = (index: number, by: number): void => {
    const to = index + by
    if (to < 0 || to >= tiles.length) return
    const next = without(index)
    next.splice(to, 0, tiles[index]!)
    onChange(next)
  }
  return (
    <div className="tiles" role="group" aria-label={name}>
      {tiles.map((tile, index) => {
        const says = 'text' in tile ? `text “${tile.text}”` : fieldNames[tile.field]
        const onKeyDown = (event: { key: string; altKey: boolean; preventDefault(): void }): void => {
          if ('field' in tile && (event.key === 'Delete' || event.key === 'Backspace')) onChange(without(index))
          else if (event.altKey && (event.key === 'ArrowLeft' || event.key === 'ArrowRight'))
            move(index, event.key === 'ArrowLeft' ? -1 : 1)
          else return
          event.preventDefault()
        }
        return (
          <span key={`${index} ${'field' in tile ? tile.field : 'text'}`} className={'field' in tile ? 'tile field-tile' : 'tile'}>
            {'text' in tile ? (
              <input
                type="text"
                aria-label={`Text in ${name}`}
                value={tile.text}
                size={Math.max(1, tile.text.length)}
                maxLength={200}
                onChange={event => onChange(tiles.map((other, i) => (i === index ? { text: event.target.value } : other)))}
                onKeyDown={onKeyDown}
              />
            ) : (
              <button type="button" title="Alt and an arrow key move it, Delete takes it out" onKeyDown={onKeyDown}>
                {fieldNames[tile.field]}
              </button>
            )}
            <button type="button" className="tile-out" aria-label={`Take out ${says}`} onClick={() => onChange(without(index))}>
              ×
            </button>
          </span>
        )
      })}
      <select
        className="tile-add"
        aria-label={`Add to ${name}`}
        value=""
        onChange={event => {
          const { value } = event.target
          onChange([...tiles, value === 'text' ? { text: ' ' } : { field: value as HeadField }])
        }}
      >
        <option value="">+</option>
        {Object.entries(fieldNames).map(([key, says]) => (
          <option key={key} value={key}>
            {says}
          </option>
        ))}
        <option value="text">Text</option>
      </select>
    </div>
  )
}
