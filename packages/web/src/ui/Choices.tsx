/**
 * A field and the list of what fits it: the arrow keys walk, Enter takes, and the focus stays in the field. What fits is decided by whoever
 * shows it; the list only walks. Built on cmdk, which keeps combobox, listbox and options as the accessibility guidelines ask.
 */
import { Command } from 'cmdk'
import { type KeyboardEvent, type ReactNode, useState } from 'react'
import { flushSync } from 'react-dom'

export interface ListedChoice {
  key: string
  number?: string
  text: ReactNode
  hint?: ReactNode
  /** Its keys, as they are printed. */
  keys?: string
  /** It is listed and cannot be taken as things stand. */
  out?: boolean
}

interface Props<Listed extends ListedChoice> {
  label: string
  placeholder: string
  asked: string
  onAsked(asked: string): void
  groups: readonly [string, readonly Listed[]][]
  onTake(choice: Listed): void
  /** Called when the list is scrolled or walked to its end, where there is more than it was given. */
  onMore?(): void
  /** Said where nothing fits. */
  empty: string
  /** The columns of a row: number, text, hint. */
  rowClass?: string
  inputClass?: string
  listClass?: string
}

export function Choices<Listed extends ListedChoice>(props: Props<Listed>) {
  const { label, placeholder, asked, onAsked, groups, onTake, onMore, empty } = props
  const { rowClass = 'grid-cols-[130px_minmax(0,1fr)_auto]', inputClass = 'px-4 py-3 text-base', listClass = 'max-h-[52vh]' } = props
  const open = groups.flatMap(([, choices]) => choices.filter(({ out }) => !out))
  const [walked, setWalked] = useState({ asked, key: '' })
  // With every letter the first that fits is the one, at once: Enter may follow before anything is drawn.
  const current = (walked.asked === asked ? open.find(({ key }) => key === walked.key) : undefined) ?? open[0]
  const onKeyDown = (event: KeyboardEvent): void => {
    const leavesEnd = { ArrowUp: current === open[0], ArrowDown: current === open.at(-1), End: true }[event.key] ?? false
    // There before the list walks on.
    if (leavesEnd && onMore) flushSync(onMore)
    if (event.key !== 'Enter' || event.nativeEvent.isComposing) return
    event.preventDefault()
    if (current) onTake(current)
  }
  return (
    <Command
      label={label}
      shouldFilter={false}
      vimBindings={false}
      loop
      value={current?.key ?? ''}
      onValueChange={key => setWalked({ asked, key })}
      onKeyDown={onKeyDown}
    >
      <div className="flex items-center gap-3 border-b border-(--rule-strong)">
        <Command.Input
          // It was asked for: writing goes on in it.
          autoFocus
          aria-label={label}
          placeholder={placeholder}
          value={asked}
          onValueChange={onAsked}
          className={`w-full border-0 outline-none ${inputClass}`}
        />
      </div>
      <Command.List className={`overflow-y-auto ${listClass}`} label="Choices" onScroll={onMore}>
        {groups.map(
          ([name, choices]) =>
            choices.length > 0 && (
              <Command.Group
                key={name}
                heading={name}
                className="[&_[cmdk-group-heading]]:px-4 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-0.5 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-(--ink-soft)"
              >
                {choices.map(choice => (
                  <Command.Item
                    key={choice.key}
                    value={choice.key}
                    disabled={choice.out ?? false}
                    onSelect={() => onTake(choice)}
                    className={`grid cursor-pointer gap-3 px-4 py-1.5 aria-disabled:cursor-default aria-disabled:text-(--ink-soft) aria-selected:bg-(--structure-wash) aria-selected:shadow-[inset_3px_0_0_var(--structure)] ${rowClass}`}
                  >
                    <span className="truncate text-right font-text text-(--structure)">{choice.number}</span>
                    <span className="truncate">{choice.text}</span>
                    <span className="text-xs text-(--ink-soft)">
                      {choice.hint}
                      {choice.keys && <kbd>{choice.keys}</kbd>}
                    </span>
                  </Command.Item>
                ))}
              </Command.Group>
            ),
        )}
        {groups.every(([, choices]) => choices.length === 0) && <p className="empty">{empty}</p>}
      </Command.List>
    </Command>
  )
}
