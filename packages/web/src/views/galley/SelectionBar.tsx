/** What can be done with words that are selected: a small bar above them, each act by its keys or by name in the box as well. */
import { schema } from '@steady-ledger/core/work/schema.ts'
import { TextSelection } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import { useEffect, useState } from 'react'
import { languages } from '../../app/languages.ts'
import { keysOf, type ShortcutName, shortcuts } from '../../app/shortcuts.ts'
import { askForLink } from '../../app/workCommands.ts'
import { setLanguage } from '../../editor/insert.ts'
import { wordCommands } from '../../editor/textCommands.ts'
import { useSession } from '../../session/sessionContext.ts'
import { Menu } from '../../ui/Menu.tsx'
import { Tooltip } from '../../ui/Tooltip.tsx'

/** How each of them looks: drawn beside its name, which is what is said. */
const looks: [Exclude<keyof typeof wordCommands, 'fixedSpace'>, string][] = [
  ['emphasis', "italic before:content-['a']"],
  ['strong', "font-bold before:content-['a']"],
  ['superscript', "before:content-['a²']"],
  ['subscript', "before:content-['a₂']"],
  ['smallCapitals', "[font-variant-caps:small-caps] before:content-['Aa']"],
  ['code', "font-mono before:content-['a']"],
]
const height = 38
const width = 424

/** Above the words, in pixels of the scrolling sheet; null where no words are selected. */
function placeOf(view: EditorView): { top: number; left: number } | null {
  const { selection } = view.state
  const scroll = view.dom.closest('.sheet-scroll')
  if (!(selection instanceof TextSelection) || selection.empty || !selection.$from.sameParent(selection.$to) || !scroll || !view.editable)
    return null
  const outer = scroll.getBoundingClientRect()
  const { top, left } = view.coordsAtPos(selection.from)
  const above = top - outer.top + scroll.scrollTop - height - 4
  // The first line of what is in sight has it below.
  const under = view.coordsAtPos(selection.to).bottom - outer.top + scroll.scrollTop + 6
  // In a narrow sheet it takes more than one line, and stands below the words so as not to hide them.
  const over = outer.width >= width && top - outer.top > height + 8
  return { top: over ? above : under, left: Math.max(2, Math.min(left - outer.left - 8, outer.width - width)) }
}

export function SelectionBar({ view }: { view: EditorView }) {
  const session = useSession()
  // Whoever only reads has nothing to do with them; who begins to write may have selected them before.
  const writes = session.use(({ role }) => role === 'writer')
  const [place, setPlace] = useState<{ top: number; left: number } | null>(null)
  useEffect(() => {
    let frame = 0
    let pressed = false
    const measure = (): void => {
      cancelAnimationFrame(frame)
      frame = requestAnimationFrame(() => setPlace(pressed ? null : placeOf(view)))
    }
    // While it is being drawn, a selection has nothing in its way.
    const down = (): void => {
      pressed = true
    }
    const up = (): void => {
      pressed = false
      measure()
    }
    view.dom.addEventListener('pointerdown', down)
    addEventListener('pointerup', up)
    session.followers.add(measure)
    // The words stand elsewhere in a sheet of another width.
    const sheet = new ResizeObserver(measure)
    sheet.observe(view.dom)
    if (writes) measure()
    return () => {
      cancelAnimationFrame(frame)
      sheet.disconnect()
      view.dom.removeEventListener('pointerdown', down)
      removeEventListener('pointerup', up)
      session.followers.delete(measure)
    }
  }, [view, session, writes])
  if (!place) return null
  const { selection, doc } = view.state
  const has = (mark: string): boolean => doc.rangeHasMark(selection.from, selection.to, schema.marks[mark as 'strong'])
  const act = (name: string, shown: string, run: () => void, keys?: ShortcutName, on?: boolean, look = '') => (
    <Tooltip key={name} says={name} side="top" {...(keys ? { keys: keysOf(keys) } : {})}>
      <button
        type="button"
        aria-label={name}
        {...(on === undefined ? {} : { 'aria-pressed': on })}
        className={`min-w-8 px-2 py-1 not-first:border-l not-first:border-(--rule) hover:bg-(--structure-wash) aria-pressed:bg-(--structure-wash) aria-pressed:text-(--structure) ${look}`}
        onMouseDown={event => event.preventDefault()}
        onClick={run}
      >
        {shown}
      </button>
    </Tooltip>
  )
  return (
    <div
      role="toolbar"
      aria-label="The selected words"
      className="absolute z-5 flex max-w-[calc(100%-4px)] flex-wrap border border-(--structure) bg-(--sheet) text-[15px] shadow-lg"
      style={place}
    >
      {looks.map(([name, look]) => act(shortcuts[name].says, '', () => session.run(wordCommands[name]), name, has(name), look))}
      <span className="border-l border-(--rule) text-[13px]">
        <Menu
          label="Language of the selected words"
          className="px-2 py-1.5 hover:bg-(--structure-wash)"
          items={[
            ...Object.entries(languages).map(([tag, says]) => ({ key: tag, says, run: () => session.run(setLanguage(tag)) })),
            { key: 'own', says: 'That of the work', run: () => session.run(setLanguage(null)) },
          ]}
        >
          Language
        </Menu>
      </span>
      <span className="flex border-l border-(--rule) text-[13px] leading-6">
        {act('Link to a web address', 'Link', () => askForLink(session), undefined, has('link'))}
        {act('Reference in place of the words', 'Reference', () => session.act('reference'), 'reference')}
        {act('Note to the words', 'Note', () => session.act('note'), 'note')}
      </span>
    </div>
  )
}
