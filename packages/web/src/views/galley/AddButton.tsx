/** The “+” beside the block that holds the cursor: what can be added after it. */

import { type BlockKind, offeredKinds } from '@steady-ledger/core/work/kinds/index.ts'
import { schema } from '@steady-ledger/core/work/schema.ts'
import { wrapInList } from '@tiptap/pm/schema-list'
import { addColumnAfter, addRowAfter, isInTable } from '@tiptap/pm/tables'
import type { EditorView } from '@tiptap/pm/view'
import { DropdownMenu } from 'radix-ui'
import { useEffect, useState } from 'react'
import { insertBlock, insertDivision, insertTable, setHeading } from '../../editor/insert.ts'
import { insertProof, insertStatement } from '../../editor/statements.ts'
import { useSession } from '../../session/sessionContext.ts'
import { nameOffered } from './kindNames.ts'

/** What to type instead. */
const typed: { [Kind in BlockKind]?: string } = { quotation: '> space' }

export function AddButton({ view }: { view: EditorView }) {
  const session = useSession()
  const [top, setTop] = useState<number | null>(null)
  useEffect(() => {
    const place = (): void => {
      const { $head } = view.state.selection
      const dom = $head.depth >= 2 ? view.nodeDOM($head.before(2)) : $head.nodeAfter && $head.depth === 1 ? view.nodeDOM($head.pos) : null
      const scroll = view.dom.closest('.sheet-scroll')
      setTop(
        dom instanceof HTMLElement && scroll
          ? dom.getBoundingClientRect().bottom - scroll.getBoundingClientRect().top + scroll.scrollTop - 14
          : null,
      )
    }
    const later = (): void => void requestAnimationFrame(place)
    later()
    session.followers.add(later)
    return () => void session.followers.delete(later)
  }, [view, session])
  if (top === null) return null
  const item = (name: string, keys: string, run: () => void) => (
    <DropdownMenu.Item key={name} className="menu-item" onSelect={() => setTimeout(run)}>
      {name}
      {keys && <kbd>{keys}</kbd>}
    </DropdownMenu.Item>
  )
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        className="add-button"
        style={{ top }}
        aria-label="Add after this block"
        onMouseDown={event => event.preventDefault()}
      >
        +
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu" side="right" align="start" onCloseAutoFocus={event => event.preventDefault()}>
          {item('Figure', 'Ctrl Alt F', () => session.act('figure'))}
          {item('Table', 'Ctrl Alt T', () => session.run(insertTable()))}
          {item('Equation', 'Ctrl Alt E', () => session.act('equation'))}
          {item('Bulleted list', '- space', () => session.run(wrapInList(schema.nodes.bulletedList)))}
          {item('Numbered list', '1. space', () => session.run(wrapInList(schema.nodes.numberedList)))}
          {offeredKinds.map(({ kind, name }) => item(nameOffered(name), typed[kind] ?? '', () => session.run(insertBlock(kind))))}
          {item('Theorem', '', () => session.run(insertStatement('theorem')))}
          {item('Proof', '', () => session.run(insertProof))}
          <DropdownMenu.Separator className="menu-rule" />
          {item('Formula in the line', 'Ctrl Alt M', () => session.act('formula'))}
          {item('Reference', 'Ctrl Alt R', () => session.act('reference'))}
          {item('Footnote', 'Ctrl Alt N', () => session.act('note'))}
          <DropdownMenu.Separator className="menu-rule" />
          {item('Heading', 'Ctrl Alt 2', () => session.run(setHeading(2)))}
          {item('Subheading', 'Ctrl Alt 3', () => session.run(setHeading(3)))}
          {item(session.work.settings.kind === 'paper' ? 'New section' : 'New chapter', '', () => session.run(insertDivision('chapter')))}
          {isInTable(view.state) && (
            <>
              <DropdownMenu.Separator className="menu-rule" />
              {item('Row below', '', () => session.run(addRowAfter))}
              {item('Column after', '', () => session.run(addColumnAfter))}
            </>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
