/** Running heads and feet as tiles: for right-hand pages, left-hand pages and the pages on which divisions open. */
import type { HeadField, HeadLine, Heads, HouseStyle, PageFrame } from '@steady-ledger/core/work/parts/houseStyle.ts'
import { type Role, roleNames, roles } from '@steady-ledger/core/work/schema.ts'
import { useState } from 'react'
import { Check, Choice } from '../../ui/fields.tsx'
import { type TileKind, Tiles } from '../../ui/Tiles.tsx'

export const fieldNames: Record<HeadField, string> = {
  pageLabel: 'Page number',
  chapterNumber: 'Chapter number',
  chapterTitle: 'Chapter title',
  firstSection: 'First section on the page',
  lastSection: 'Last section on the page',
  workTitle: 'Title of the work',
  author: 'Author',
}
const kinds = Object.entries(fieldNames).map(
  ([key, says]): TileKind<{ field: HeadField }> => ({ key, says, tile: { field: key as HeadField } }),
)
const sides = { recto: 'Right-hand pages', verso: 'Left-hand pages', opening: 'Opening pages' } as const
const bands = { head: 'Above', foot: 'Below' } as const
const places: (keyof HeadLine)[] = ['left', 'centre', 'right']

/** Roles that can have heads of their own. */
const ownHeads = roleNames.filter(role => role !== 'part')

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
    <div className="mb-4 grid gap-3">
      <div className="field-grid">
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
        <p className="quiet-note">{roles[role as Role]?.quiet ? 'They have no heads.' : 'They have the heads of all divisions.'}</p>
      )}
      {own &&
        shown.map(side => (
          <fieldset key={side} className="border border-(--rule-strong) px-3 pt-1.5 pb-2.5">
            <legend className="px-1 text-[13px] text-(--ink-soft)">
              {side === 'recto' && !style.page.twoSided ? 'All pages' : sides[side]}
            </legend>
            {(Object.keys(bands) as (keyof PageFrame)[]).map(band => (
              <div key={band} className="grid grid-cols-[48px_repeat(3,minmax(0,1fr))] items-center gap-2 py-[3px]">
                <span className="text-[13px] text-(--ink-soft)">{bands[band]}</span>
                {places.map(place => (
                  <Tiles<{ field: HeadField }>
                    key={place}
                    kinds={kinds}
                    saysOf={tile => fieldNames[tile.field]}
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
