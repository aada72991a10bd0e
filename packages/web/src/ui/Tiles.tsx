/** A row of tiles, some of them text to type in: added by name, moved by dragging or with Alt and an arrow key, taken out with Delete. */
import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core'
import { rectSortingStrategy, SortableContext, useSortable } from '@dnd-kit/sortable'
import type { PointerEvent, ReactNode } from 'react'
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

/** A tile is dragged by what is not to be typed in or chosen from. */
class TilePointer extends PointerSensor {
  static override activators = [
    {
      eventName: 'onPointerDown' as const,
      handler: ({ nativeEvent: { target, button, isPrimary } }: PointerEvent): boolean =>
        isPrimary && button === 0 && !(target as Element).closest('input, select'),
    },
  ]
}

/** A hand that drags sees where it is; those who listen move tiles by their keys. */
const announcements = { onDragStart: () => '', onDragOver: () => '', onDragEnd: () => '', onDragCancel: () => '' }
const screenReaderInstructions = { draggable: '' }

/** How far the pointer goes until it drags and does not press, in pixels. */
const startsAfter = { distance: 4 }

function Draggable({ id, className, children }: { id: string; className: string; children: ReactNode }) {
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({ id })
  return (
    <span
      ref={setNodeRef}
      {...listeners}
      className={`${className} touch-none ${isDragging ? 'z-2 opacity-60' : ''}`}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)`, transition } : undefined}
    >
      {children}
    </span>
  )
}

export function Tiles<Tile>({ name, tiles, onChange, kinds, saysOf, show, field }: Props<Tile>) {
  const sensors = useSensors(useSensor(TilePointer, { activationConstraint: startsAfter }))
  const without = (index: number): (Tile | { text: string })[] => tiles.filter((_, i) => i !== index)
  const move = (index: number, to: number): void => {
    if (to < 0 || to >= tiles.length || to === index) return
    const next = without(index)
    next.splice(to, 0, tiles[index]!)
    onChange(next)
  }
  const alter = (index: number, tile: Tile | { text: string }): void => onChange(tiles.map((other, i) => (i === index ? tile : other)))
  const dropped = ({ active, over }: DragEndEvent): void => {
    if (over) move(Number(active.id), Number(over.id))
  }
  return (
    <div className="tiles" role="group" aria-label={name}>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={dropped}
        accessibility={{ announcements, screenReaderInstructions }}
      >
        <SortableContext items={tiles.map((_, index) => String(index))} strategy={rectSortingStrategy}>
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
              <Draggable
                key={`${index} ${isText(tile) ? 'text' : says}`}
                id={String(index)}
                className={isText(tile) ? 'tile' : `tile field-tile${field ? ' with-field' : ''}`}
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
              </Draggable>
            )
          })}
        </SortableContext>
      </DndContext>
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
