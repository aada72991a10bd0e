/** What can be done with the formula as a whole, and the keys that are needed most. */
import { keysOf } from '../app/shortcuts.ts'

interface Props {
  display: boolean
  /** Missing where there is nothing to undo. */
  undo: (() => void) | undefined
  redo: (() => void) | undefined
  onKeep(): void
  onTurn(): void
}

export function ComposerFoot({ display, undo, redo, onKeep, onTurn }: Props) {
  const button = (says: string, run: (() => void) | undefined) => (
    // The field keeps the focus.
    <button type="button" className="quiet" disabled={!run} onMouseDown={event => event.preventDefault()} onClick={run}>
      {says}
    </button>
  )
  const keys = (key: string, says: string, more?: string) => (
    <span title={more}>
      <kbd>{key}</kbd> {says}
    </span>
  )
  return (
    <div className="flex flex-wrap items-center gap-x-3.5 gap-y-0.5 border-t border-(--rule-strong) px-3 py-1 text-xs text-(--ink-soft)">
      {button('Undo', undo)}
      {button('Redo', redo)}
      {button('Keep…', onKeep)}
      {button(display ? 'Into the line' : 'On a line of its own', onTurn)}
      <span className="ml-auto" />
      {keys(keysOf('nextSlot'), 'next slot')}
      {keys('→', 'out of it')}
      {display && keys(keysOf('line'), 'line below')}
      {keys(keysOf('palette'), 'palette')}
      {keys('Esc', 'back to the text', `Or ${keysOf('leave')}`)}
    </div>
  )
}
