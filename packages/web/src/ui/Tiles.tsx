/** A row of tiles, some of them text to type in: added by name, moved by dragging or with Alt and an arrow key, taken out with Delete. */
import { type ReactNode, useState } from 'react'
import { Menu } from './Menu.tsx'

/** A tile that is added by a name; `tile` is what it puts in. */
export interface TileKind<Tile> {
  key: string
  says: string
  tile: Tile
}

interface Props<Tile> {
  name: string
  tiles: (Tile | { text: string })[]
  onChange(tiles: (Tile | { text: string })[]): void
  /** What can be added beside text. */
  kinds: TileKind<Tile>[]
  saysOf(tile: Tile): string
  /** What stands on a tile that is no text; its words where nothing is given. */
  show?(tile: Tile): ReactNode
  /** A field on the tile, to alter it where it stands. */
  field?(tile: Tile, onChange: (next: Tile) => void): ReactNode
}

const isText = <Tile,>(tile: Tile | { text: string }): tile is { text: string } =>
  typeof tile === 'object' && tile !== null && 'text' in tile

export function Tiles<Tile>({ name, tiles, onChange, kinds, saysOf, show, field }: Props<Tile>) {
  const [dragged, setDragged] = useState(-1)
  const without = (index: number): (Tile | { text: string })[] => tiles.filter((_, i) => i !== index)
  const move = (index: number, to: number): void => {
    if (to < 0 || to >= tiles.length || to === index) return
    const next = without(index)
    next.splice(to, 0, tiles[index]!)
    onChange(next)
  }
  const alter = (index: number, tile: Tile | { text: string }): void => onChange(tiles.map((other, i) => (i === index ? tile : other)))
  return (
    <div className="tiles" role="group" aria-label={name}>
      {tiles.map((tile, index) => {
        const says = isText(tile) ? `text “${tile.text}”` : saysOf(tile)
        const onKeyDown = (event: { key: string; altKey: boolean; preventDefault(): void }): void => {
          if (!isText(tile) && (event.key === 'Delete' || event.key === 'Backspace')) onChange(without(index))
          else if (event.altKey && (event.key === 'ArrowLeft' || event.key === 'ArrowRight'))
            move(index, event.key === 'ArrowLeft' ? index - 1 : index + 1)
          else return
          event.preventDefault()
        }
        return (
          // The tile itself is moved by its keys; dragging is a second way for a hand on the mouse.
          // biome-ignore lint/a11y/noStaticElementInteractions: dragging only
          <span
            key={`${index} ${isText(tile) ? 'text' : says}`}
            className={`${isText(tile) ? 'tile' : `tile field-tile${field ? ' with-field' : ''}`}${dragged === index ? ' opacity-40' : ''}`}
            draggable
            onDragStart={event => {
              setDragged(index)
              event.dataTransfer.effectAllowed = 'move'
              event.dataTransfer.setData('text/plain', says)
            }}
            onDragEnd={() => setDragged(-1)}
            onDragOver={event => dragged >= 0 && event.preventDefault()}
            onDrop={event => {
              if (dragged < 0) return
              event.preventDefault()
              move(dragged, index)
              setDragged(-1)
            }}
          >
            {isText(tile) ? (
              <input
                type="text"
                aria-label={`Text in ${name}`}
                value={tile.text}
                size={Math.max(1, tile.text.length)}
                maxLength={200}
                onChange={event => alter(index, { text: event.target.value })}
                onKeyDown={onKeyDown}
              />
            ) : (
              <>
                <button type="button" title="Alt and an arrow key move it, Delete removes it" onKeyDown={onKeyDown}>
                  {show?.(tile) ?? says}
                </button>
                {field?.(tile, next => alter(index, next))}
              </>
            )}
            <button
              type="button"
              className="tile-out px-[5px] text-(--ink-soft) hover:text-(--mend)"
              aria-label={`Remove ${says}`}
              onClick={() => onChange(without(index))}
            >
              ×
            </button>
          </span>
        )
      })}
      <Menu
        label={`Add to ${name}`}
        className="tile-add ml-auto w-10 border border-dashed border-(--field-border) bg-(--sheet) px-0.5 py-px text-center"
        items={[
          ...kinds.map(({ key, says, tile }) => ({ key, says, run: () => onChange([...tiles, tile]) })),
          { key: 'text', says: 'Text', run: () => onChange([...tiles, { text: ' ' }]) },
        ]}
      >
        +
      </Menu>
    </div>
  )
}
