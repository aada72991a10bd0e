/** A pattern of fixed text and counters, written with tiles: numbers of headings and of items of lists alike. */
import { writeCounter } from '@steady-ledger/core/numbers/counterForm.ts'
import type { CounterForm, Tile } from '@steady-ledger/core/work/parts/scheme.ts'
import { type TileKind, Tiles } from '../../ui/Tiles.tsx'
import { formNames } from './forms.ts'

type LevelTile = Extract<Tile, { level: number }>

interface Props {
  /** What is numbered, as the fields say it. */
  name: string
  pattern: Tile[]
  /** The level the pattern is of, and the first one that there is. */
  level: number
  first: number
  form: CounterForm
  formAt(tile: LevelTile): CounterForm
  language: string
  onPattern(pattern: Tile[]): void
  onForm(form: CounterForm): void
}

export function CounterTiles({ name, pattern, level, first, form, formAt, language, onPattern, onForm }: Props) {
  const kinds = Array.from({ length: level - first + 1 }, (_, i): TileKind<LevelTile> => {
    const at = first + i
    return { key: String(at), says: `Counter of level ${at}`, tile: { level: at } }
  })
  return (
    <Tiles<LevelTile>
      name={`the number of ${name}`}
      tiles={pattern}
      kinds={kinds}
      saysOf={tile => `counter of level ${tile.level}`}
      show={tile => (
        <>
          <strong>{writeCounter(tile.level === level ? 1 : 3, formAt(tile), language)}</strong> <small>level {tile.level}</small>
        </>
      )}
      field={(tile, onChange) => (
        <select
          aria-label={`How level ${tile.level} is written in ${name}`}
          value={tile.level === level ? form : (tile.form ?? '')}
          onChange={event => {
            const next = event.target.value as CounterForm
            // The level's own counter has its form in the rule, so that everything below follows it.
            if (tile.level === level) onForm(next)
            else onChange(next ? { level: tile.level, form: next } : { level: tile.level })
          }}
        >
          {tile.level !== level && <option value="">as there</option>}
          {Object.entries(formNames).map(([key, says]) => (
            <option key={key} value={key}>
              {says}
            </option>
          ))}
        </select>
      )}
      onChange={onPattern}
    />
  )
}
