/** The outline: matter, divisions, sections. Drag, or use the keys of the galley, to move, promote and demote with all that is held. */

import {
  type DragTarget,
  dragAndDropFeature,
  hotkeysCoreFeature,
  type ItemInstance,
  isOrderedDragTarget,
  syncDataLoaderFeature,
} from '@headless-tree/core'
import { useTree } from '@headless-tree/react'
import { demote, moveSection, moveStep, promote } from '@steady-ledger/core/work/commands/sections.ts'
import type { Matter } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import type { Transform } from '@tiptap/pm/transform'
import { type KeyboardEvent, memo, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { restoreCursor } from '../../editor/keys.ts'
import { opensDivision } from '../../editor/oneDivision.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { focusesItself, followFocus } from '../../ui/followFocus.ts'
import { type Outline, type OutlineRow, outlineOf, placeOfDrop, root, sameOutline } from './outline.ts'

const matters: Record<Matter, string> = { front: 'Front matter', main: 'Main matter', back: 'Back matter' }
const indents: Record<number, string> = { 2: 'pl-2', 3: 'pl-[18px]' }
const line = 'before:absolute before:inset-x-2 before:h-0.5 before:bg-(--structure)'

/** How a row looks that something is dragged over. */
function dropLook(item: ItemInstance<OutlineRow>): string {
  if (item.isDragTargetAbove()) return `${line} before:-top-px`
  if (item.isDragTargetBelow()) return `${line} before:-bottom-px`
  return item.isUnorderedDragTarget() ? 'outline-2 -outline-offset-2 outline-(--structure)' : ''
}

/** What it shows is found for every change of the text and every turnover; the tree is asked only where that is other than it was. */
export function Spine() {
  const session = useSession()
  const ledger = useView(view => view.ledger)
  const turnover = useView(view => view.turnover)
  const last = useRef<Outline | null>(null)
  const outline = useMemo(() => sameOutline(outlineOf(ledger, session.state.doc), last.current), [ledger, session])
  last.current = outline
  const pages = outline.rows.map(({ id }) => turnover?.labels[turnover.pageOf.get(id) ?? -1] ?? '').join('\n')
  return <Tree outline={outline} pages={pages} />
}

/** `pages` has the page of every row, each in its line. */
const Tree = memo(function Tree({ outline, pages }: { outline: Outline; pages: string }) {
  const session = useSession()
  const navigate = useNavigate()
  const open = useView(view => view.openDivision)
  const selected = useView(view => view.selected.id)
  const pageOf = useMemo(() => new Map(pages.split('\n').map((page, index) => [outline.rows[index]?.id, page])), [outline, pages])
  const [opened, setOpened] = useState<readonly string[]>([open])
  const [folded, setFolded] = useState<readonly string[]>([])
  const [focus, setFocus] = useState<string | null>(null)
  useEffect(() => setOpened([open]), [open])
  useEffect(() => setFocus(selected || open), [selected, open])

  const shape = outline.rows
    .filter(row => outline.childrenOf.has(row.id) && (row.level <= 1 ? opened.includes(row.id) : !folded.includes(row.id)))
    .map(row => row.id)
    .join(' ')
  // The same list as long as nothing was folded or unfolded: the tree is built anew for another one.
  const expanded = useMemo(() => (shape ? shape.split(' ') : []), [shape])
  const inSight = (id: string): boolean => {
    const parent = outline.parentOf.get(id)
    return parent === root || (parent !== undefined && expanded.includes(parent) && inSight(parent))
  }
  const list = useRef<HTMLDivElement>(null)
  const focusedItem = [focus, selected, open].find(id => id && inSight(id)) ?? outline.rows[0]?.id ?? null

  const command = useCallback(
    (run: (tr: Transform) => boolean, id: string): void => {
      const { tr } = session.state
      if (!run(tr)) return
      restoreCursor(tr, id, 0)
      session.dispatch(closeHistory(tr.setMeta(opensDivision, true)))
      requestAnimationFrame(() => followFocus(list.current, list.current?.querySelector<HTMLElement>(`[data-row="${CSS.escape(id)}"]`)))
    },
    [session],
  )
  const show = useCallback((id: string): void => void navigate(`../galley/${id}`), [navigate])
  const tree = useTree<OutlineRow>({
    rootItemId: root,
    features: [syncDataLoaderFeature, hotkeysCoreFeature, dragAndDropFeature, focusesItself],
    dataLoader: { getItem: id => outline.rowOf.get(id)!, getChildren: id => [...(outline.childrenOf.get(id) ?? [])] },
    getItemName: item => item.getItemData().title,
    isItemFolder: item => outline.childrenOf.has(item.getId()),
    state: { expandedItems: expanded, focusedItem },
    setExpandedItems: change => {
      const next = typeof change === 'function' ? change(expanded) : change
      setOpened(next.filter(id => outline.rowOf.get(id)!.level <= 1))
      setFolded(outline.rows.filter(row => row.level > 1 && !next.includes(row.id)).map(row => row.id))
    },
    setFocusedItem: change => setFocus(typeof change === 'function' ? change(focusedItem) : change),
    hotkeys: {
      // The page must not scroll under these.
      focusFirstItem: { hotkey: 'Home', preventDefault: true },
      focusLastItem: { hotkey: 'End', preventDefault: true },
      expandOrDown: { hotkey: 'ArrowRight', preventDefault: true },
      collapseOrUp: { hotkey: 'ArrowLeft', preventDefault: true },
      customOpen: { hotkey: 'Enter', preventDefault: true, handler: (_, { getFocusedItem }) => show(getFocusedItem().getId()) },
      customShow: { hotkey: 'Space', preventDefault: true, handler: (_, { getFocusedItem }) => show(getFocusedItem().getId()) },
    },
    indent: 8,
    canDrop: ([dragged], target: DragTarget<OutlineRow>) =>
      // Chapters stand beside chapters; sections wherever there is a heading above them.
      dragged!.getItemData().level > 1 || target.item.getId() === root,
    onDrop: ([dragged], target) => {
      const id = dragged!.getId()
      const place = placeOfDrop(outline, id, {
        into: target.item.getId(),
        before: isOrderedDragTarget(target) ? target.childIndex : null,
      })
      if (place) command(tr => moveSection(tr, id, place.id, place.where), id)
    },
  })
  // biome-ignore lint/correctness/useExhaustiveDependencies: the rows follow from the outline
  useLayoutEffect(() => tree.rebuildTree(), [tree, outline])
  useLayoutEffect(() => {
    if (focusedItem && list.current?.contains(document.activeElement)) tree.getItemInstance(focusedItem).getElement()?.focus()
  }, [tree, focusedItem])

  const onKey = useCallback(
    (event: KeyboardEvent, id: string): void => {
      if (!(event.ctrlKey || event.metaKey) || !event.altKey) return
      if (event.key === 'ArrowUp') command(tr => moveStep(tr, id, -1), id)
      else if (event.key === 'ArrowDown') command(tr => moveStep(tr, id, 1), id)
      else if (event.key === '[') command(tr => promote(tr, id), id)
      else if (event.key === ']') command(tr => demote(tr, id), id)
      else return
      event.preventDefault()
    },
    [command],
  )
  // Between a change of the text and the next look of the tree a row may be gone.
  const shown = tree.getItems().filter(item => outline.rowOf.has(item.getId()))
  const dragging = Boolean(tree.getState().dnd)
  let before: Matter | undefined
  return (
    <div ref={list} className="spine h-full overflow-y-auto bg-(--paper) pt-2.5 pb-[30px]">
      <div {...tree.getContainerProps('Outline')}>
        {shown.map(item => {
          const row = outline.rowOf.get(item.getId())!
          const first = row.matter !== before
          before = row.matter
          const { level, posInSet, setSize } = item.getItemMeta()
          return (
            <div key={row.id} role="presentation">
              {first && <p className="column-head px-3.5 pt-2.5 pb-0.5">{matters[row.matter]}</p>}
              <SpineRow
                item={item}
                {...row}
                page={pageOf.get(row.id) ?? ''}
                open={row.id === open}
                selected={row.id === selected}
                focused={row.id === focusedItem}
                stands={`${level} ${posInSet} ${setSize} ${item.isFolder()} ${item.isExpanded()}`}
                look={dragging ? dropLook(item) : ''}
                onShow={show}
                onKey={onKey}
              />
            </div>
          )
        })}
      </div>
    </div>
  )
})

interface RowProps extends OutlineRow {
  item: ItemInstance<OutlineRow>
  page: string
  open: boolean
  selected: boolean
  focused: boolean
  /** What the tree says of it beside: how deep and at which place it stands, and whether it is unfolded. */
  stands: string
  look: string
  onShow: (id: string) => void
  onKey: (event: KeyboardEvent, id: string) => void
}

/** It is asked for dozens of things to be drawn, and there are as many rows: only those that are other than they were are drawn again. */
const SpineRow = memo(function SpineRow({ item, id, level, number, title, page, open, selected, focused, look, onShow, onKey }: RowProps) {
  return (
    <div
      {...item.getProps()}
      role="treeitem"
      aria-label={undefined}
      aria-selected={open || selected}
      data-row={id}
      className={`spine-row level-${level} relative grid cursor-pointer grid-cols-[28px_minmax(0,1fr)_auto] gap-2 py-0.5 pr-3 pl-2.5 leading-[19px] hover:bg-(--structure-wash)/50 ${level > 2 ? 'text-[13px]' : ''} ${open ? 'open bg-(--structure-wash) shadow-[inset_3px_0_var(--structure)]' : ''} ${look}`}
      onClick={() => onShow(id)}
      onFocus={() => focused || item.setFocused()}
      onKeyDown={event => onKey(event, id)}
    >
      <span className="spine-number text-right whitespace-nowrap text-(--structure)">{number}</span>
      <span className={indents[level]}>{title}</span>
      <span className="spine-page text-(--ink-soft)">{page}</span>
    </div>
  )
})
