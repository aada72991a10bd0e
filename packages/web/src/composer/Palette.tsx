/** Everything that can be put into a formula, by group or by search; all of it by keyboard. */
import { readFormula } from '@steady-ledger/core/formulas/tree/readFormula.ts'
import type { Row } from '@steady-ledger/core/formulas/tree/terms.ts'
import { type KeyboardEvent, memo, type RefObject, useMemo, useRef, useState } from 'react'
import { usedLast } from '../app/usedLast.ts'
import { keepsakesFile } from '../storage/keepsakes.ts'
import { FileInput } from '../ui/FileInput.tsx'
import { Menu } from '../ui/Menu.tsx'
import { notify } from '../ui/notices.ts'
import { download } from '../views/download.ts'
import { Drawn } from './Drawn.tsx'
import { askToRename } from './keepsakeForms.ts'
import { type Keepsake, readKeepsakes, setKeepsakes, useKeepsakes } from './keepsakes.ts'
import { type Entry, groupNames, palette } from './palette.ts'
import { searched } from './paletteSearch.ts'
import type { UsedSymbol } from './usedSymbols.ts'

const keepsakesGroup = 'Keepsakes'
const inUseGroup = 'In this work'

interface Props {
  search: RefObject<HTMLInputElement | null>
  /** Letters that the work uses, the most used first. */
  inUse: readonly UsedSymbol[]
  onPut(entry: Pick<Entry, 'name' | 'puts' | 'before'>): void
  onBack(): void
  /** What was dragged from the formula onto the group. */
  onKeep(): void
}

interface Shown {
  key: string
  name: string
  shows: Row | null
  typed?: string | undefined
  put(): void
  keepsake?: Keepsake
  wide?: boolean
}

export const Palette = memo(function Palette({ search, inUse, onPut, onBack, onKeep }: Props) {
  const [group, setGroup] = useState<string>(groupNames[0])
  const [asked, setAsked] = useState('')
  const [at, setAt] = useState(0)
  const buttons = useRef<HTMLDivElement>(null)
  const tabs = useRef<HTMLDivElement>(null)
  const kept = useKeepsakes(({ list }) => list)
  const allGroups = [...groupNames, ...(inUse.length ? [inUseGroup] : []), keepsakesGroup]

  const shown = useMemo((): Shown[] => {
    const ofEntry = (entry: Entry): Shown => ({
      key: `${entry.group} ${entry.name}`,
      name: entry.name,
      shows: entry.shows,
      typed: entry.typed,
      wide: entry.group === 'Ready equations',
      put: () => onPut(entry),
    })
    const ofKeepsake = (keepsake: Keepsake): Shown => {
      const row = readRow(keepsake.notation)
      return {
        key: keepsake.id,
        name: keepsake.name,
        shows: row,
        typed: keepsake.name,
        wide: true,
        keepsake,
        put: () => row && onPut({ name: keepsake.name, puts: row }),
      }
    }
    const ofUsed = ({ key, typed, row, count }: UsedSymbol): Shown => ({
      key,
      name: count === 1 ? 'used once' : `used ${count} times`,
      shows: row,
      typed,
      put: () => onPut({ name: typed, puts: row }),
    })
    if (asked.trim()) {
      const own = kept.filter(({ name }) => name.toLowerCase().includes(asked.trim().toLowerCase()))
      return [...own.map(ofKeepsake), ...searched(asked, usedLast('signs used last')).map(ofEntry)]
    }
    if (group === inUseGroup) return inUse.map(ofUsed)
    return group === keepsakesGroup ? kept.map(ofKeepsake) : palette.filter(entry => entry.group === group).map(ofEntry)
  }, [asked, group, kept, inUse, onPut])

  const focusOn = (index: number): void => {
    const bounded = Math.max(0, Math.min(shown.length - 1, index))
    setAt(bounded)
    buttons.current?.querySelectorAll<HTMLElement>('[data-entry]')[bounded]?.focus()
  }
  const columns = (): number => {
    const all = [...(buttons.current?.querySelectorAll<HTMLElement>('[data-entry]') ?? [])]
    const tops = all.map(each => each.getBoundingClientRect().top)
    const next = tops.findIndex(top => top > tops[0]!)
    return next < 0 ? all.length : next
  }

  const onKeyDown = (event: KeyboardEvent<HTMLDivElement>): void => {
    // Menus that open over the palette have their keys for themselves.
    if (!event.currentTarget.contains(event.target as Node)) return
    const { key } = event
    const inSearch = event.target === search.current
    const inTabs = tabs.current?.contains(event.target as Node)
    const done = (): void => {
      event.preventDefault()
      event.stopPropagation()
    }
    if (key === 'Escape' || key === 'F2') {
      done()
      if (key === 'Escape' && inSearch && asked) setAsked('')
      else onBack()
      return
    }
    if (inTabs) {
      const names = allGroups
      const step = key === 'ArrowDown' ? 1 : key === 'ArrowUp' ? -1 : 0
      if (step) {
        done()
        const to = (names.indexOf(group) + step + names.length) % names.length
        setGroup(names[to]!)
        setAsked('')
        setAt(0)
        tabs.current?.querySelectorAll<HTMLElement>('[role="tab"]')[to]?.focus()
      } else if (key === 'ArrowRight') {
        done()
        focusOn(0)
      }
      return
    }
    if (inSearch) {
      if (key === 'ArrowDown') {
        done()
        focusOn(0)
      } else if (key === 'Enter') {
        done()
        shown[0]?.put()
      }
      return
    }
    const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: columns(), ArrowUp: -columns() }[key]
    if (step) {
      done()
      if (at + step < 0) search.current?.focus()
      else focusOn(at + step)
    } else if (key === 'Home' || key === 'End') {
      done()
      focusOn(key === 'Home' ? 0 : shown.length - 1)
    }
  }

  return (
    // The keys of what is inside it.
    <div
      className="grid h-[236px] grid-cols-[140px_minmax(0,1fr)] grid-rows-[minmax(0,1fr)] border-t border-(--rule-strong)"
      role="group"
      aria-label="Palette"
      onKeyDown={onKeyDown}
    >
      <div className="grid grid-rows-[auto_minmax(0,1fr)] border-r border-(--rule-strong) bg-(--paper)">
        <input
          ref={search}
          type="search"
          aria-label="Search signs and structures"
          placeholder="Search all"
          title="F2"
          className="m-1.5 min-w-0 border border-(--field-border) bg-(--sheet) px-2 py-0.5 text-sm"
          value={asked}
          onChange={event => {
            setAsked(event.target.value)
            setAt(0)
          }}
        />
        <div
          ref={tabs}
          className="grid min-h-0 content-start overflow-y-auto pb-1"
          role="tablist"
          aria-orientation="vertical"
          aria-label="Signs and structures"
        >
          {allGroups.map(name => (
            <button
              key={name}
              type="button"
              role="tab"
              className="min-h-6 px-2.5 py-0.5 text-left text-[13px]/5 aria-selected:bg-(--sheet) aria-selected:font-semibold aria-selected:text-(--structure) aria-selected:shadow-[inset_3px_0_var(--structure)]"
              id={`palette-${name.replaceAll(' ', '-')}`}
              aria-controls="palette-panel"
              aria-selected={!asked.trim() && name === group}
              tabIndex={name === group ? 0 : -1}
              onMouseDown={event => event.preventDefault()}
              onDragOver={event => name === keepsakesGroup && event.preventDefault()}
              onDrop={event => {
                if (name !== keepsakesGroup) return
                event.preventDefault()
                onKeep()
              }}
              onClick={() => {
                setGroup(name)
                setAsked('')
                setAt(0)
              }}
            >
              {name}
            </button>
          ))}
        </div>
      </div>
      <div
        ref={buttons}
        id="palette-panel"
        className="grid min-h-0 grid-cols-[repeat(auto-fill,minmax(104px,1fr))] content-start overflow-y-auto"
        role="tabpanel"
        aria-label={asked.trim() ? 'What was found' : group}
        aria-live={asked.trim() ? 'polite' : undefined}
      >
        {shown.map((each, index) => (
          <div key={each.key} className={`relative grid min-w-0 ${each.wide ? 'col-span-full' : ''}`}>
            <button
              type="button"
              data-entry
              className="sign -mr-px mb-[-1px] grid min-w-0 grid-rows-[1fr_auto] justify-items-center gap-px overflow-hidden border border-(--rule) px-[3px] py-1 text-[11.5px]/[14px] *:max-w-full hover:bg-(--structure-wash) focus-visible:bg-(--structure-wash) [&_.formula-text]:grid [&_.formula-text]:min-h-[34px] [&_.formula-text]:items-center [&_.formula-text]:justify-center-safe [&_.formula-text]:overflow-hidden [&_.formula-text]:text-[17px] [&_kbd]:max-w-full [&_kbd]:truncate [&_kbd]:text-[10.5px]"
              tabIndex={index === Math.min(at, shown.length - 1) ? 0 : -1}
              title={each.typed ? `${each.name}: type ${each.typed}` : each.name}
              onFocus={() => setAt(index)}
              onMouseDown={event => event.preventDefault()}
              onClick={each.put}
              onKeyDown={event => {
                if (each.keepsake && event.key === 'Delete') void remove(each.keepsake)
                if (each.keepsake && event.altKey && (event.key === 'ArrowLeft' || event.key === 'ArrowRight')) {
                  event.stopPropagation()
                  event.preventDefault()
                  void reorder(each.keepsake, event.key === 'ArrowLeft' ? -1 : 1)
                }
              }}
            >
              {each.shows ? <Drawn row={each.shows} /> : <span>cannot be read</span>}
              <span className="sign-name">{each.name}</span>
              {each.typed && each.typed.toLowerCase() !== each.name.toLowerCase() && <kbd>{each.typed}</kbd>}
            </button>
            {each.keepsake && <KeepsakeMenu keepsake={each.keepsake} />}
          </div>
        ))}
        {shown.length === 0 && (
          <p className="empty col-span-full">
            {asked.trim()
              ? `Nothing is called “${asked.trim()}”. Try a plain word for what it looks like or is used for.`
              : 'Nothing is kept yet. Press Keep below, or drag the equation here: it is kept for all your works.'}
          </p>
        )}
        {group === keepsakesGroup && !asked.trim() && (
          <div className="col-span-full flex gap-2 p-2">
            <KeepsakesFile kept={kept} />
          </div>
        )}
      </div>
    </div>
  )
})

function readRow(notation: string): Row | null {
  try {
    return readFormula(notation)
  } catch {
    return null
  }
}

async function remove(keepsake: Keepsake): Promise<void> {
  const before = useKeepsakes.getState().list
  await setKeepsakes(before.filter(({ id }) => id !== keepsake.id))
  notify({
    kind: 'done',
    text: `“${keepsake.name}” is removed from the keepsakes.`,
    action: { says: 'Undo', run: () => void setKeepsakes(before) },
  })
}

async function reorder(keepsake: Keepsake, step: 1 | -1): Promise<void> {
  const { list } = useKeepsakes.getState()
  const from = list.findIndex(({ id }) => id === keepsake.id)
  const to = from + step
  if (to < 0 || to >= list.length) return
  await setKeepsakes(list.toSpliced(from, 1).toSpliced(to, 0, list[from]!))
}

function KeepsakeMenu({ keepsake }: { keepsake: Keepsake }) {
  return (
    <div className="absolute top-0 right-0">
      <Menu
        label={`What can be done with ${keepsake.name}`}
        items={[
          { key: 'rename', says: 'Another name…', run: () => askToRename(keepsake) },
          { key: 'sooner', says: 'One place sooner', run: () => void reorder(keepsake, -1) },
          { key: 'later', says: 'One place later', run: () => void reorder(keepsake, 1) },
          { key: 'remove', says: 'Remove', run: () => void remove(keepsake) },
        ]}
        className="px-1.5 text-(--ink-soft)"
      >
        ⋯
      </Menu>
    </div>
  )
}

function KeepsakesFile({ kept }: { kept: readonly Keepsake[] }) {
  const chooser = useRef<HTMLInputElement>(null)
  return (
    <>
      <FileInput
        input={chooser}
        label="File of keepsakes"
        accept=".json,application/json"
        onFiles={([file]) =>
          void file!
            .text()
            .then(readKeepsakes)
            .then(
              count =>
                notify({
                  kind: 'done',
                  text:
                    count === 0
                      ? 'All of these are kept already.'
                      : count === 1
                        ? 'One keepsake is added.'
                        : `${count} keepsakes are added.`,
                }),
              (error: Error) => notify({ kind: 'wrong', text: error.message }),
            )
        }
      />
      <button type="button" className="button" onClick={() => chooser.current?.click()}>
        Open a file of keepsakes
      </button>
      {kept.length > 0 && (
        <button
          type="button"
          className="button"
          onClick={() => download(new TextEncoder().encode(keepsakesFile(kept)), 'application/json', 'keepsakes.json')}
        >
          Save them as a file
        </button>
      )}
    </>
  )
}
