/** The head of a desk: search in its register, a new entry, files in and out, how many there are, and a list of them put into the work. */
import { useRef } from 'react'
import { FileInput } from '../ui/FileInput.tsx'
import { Menu } from '../ui/Menu.tsx'

interface Props {
  /** What one entry is called, and what several are. */
  names: readonly [string, string]
  asked: string
  onAsk(words: string): void
  /** How many are found, and how many there are. */
  found: number
  all: number
  search: string
  newSays: string
  onNew(): void
  /** What a file may be, in one sentence. */
  files: string
  onFile(file: File): void
  /** What they can be saved as. */
  saves: readonly { key: string; says: string; run(): void }[]
  /** Kinds of file that are read, where they are others than tables. */
  accept?: string
  /** Said, with a button, where the work has no list of them yet. */
  missing: { says: string; put(): void } | null
}

export function RegisterHead({
  names: [one, several],
  asked,
  onAsk,
  found,
  all,
  search,
  newSays,
  onNew,
  files,
  onFile,
  saves,
  accept = '.csv,.txt,text/csv,text/plain',
  missing,
}: Props) {
  const chooser = useRef<HTMLInputElement>(null)
  return (
    <>
      <div className="flex gap-2">
        <input
          type="search"
          className="min-w-0 flex-1 border border-(--field-border) bg-(--sheet) px-2 py-1"
          aria-label={search}
          placeholder={search}
          value={asked}
          onChange={event => onAsk(event.target.value)}
        />
        <button type="button" className="button" onClick={onNew}>
          {newSays}
        </button>
        <Menu
          label={`What can be done with all ${several}`}
          align="end"
          items={[...saves, { key: 'open', says: `Add ${several} from a file…`, more: files, run: () => chooser.current?.click() }]}
        >
          ⋯
        </Menu>
        <FileInput input={chooser} label={`File of ${several}`} accept={accept} onFiles={([file]) => onFile(file!)} />
      </div>
      <p className="quiet-note" role="status">
        {asked.trim() ? `${found} of ${all} ${several}` : `${all} ${all === 1 ? one : several}`}
        {missing && (
          <>
            {` · ${missing.says} `}
            <button type="button" className="quiet" onClick={missing.put}>
              Put it in
            </button>
          </>
        )}
      </p>
    </>
  )
}
