import type { EditorView } from '@tiptap/pm/view'
import { useLayoutEffect, useState } from 'react'
import { useSession } from '../../session/sessionContext.ts'

/** Where something floats: just under a place in the text, in pixels of the sheet's scrolling area; it follows the text. */
export function useFloatingPlace(view: EditorView, at: () => number | null): { top: number; left: number } | null {
  const session = useSession()
  const [place, setPlace] = useState<{ top: number; left: number } | null>(null)
  // Before the next key is heard: what is typed right after asking for a note belongs to the note.
  useLayoutEffect(() => {
    const measure = (): void => {
      const position = at()
      const scroll = view.dom.closest('.sheet-scroll')
      if (position === null || !scroll) return
      const node = view.nodeDOM(position)
      const box = node instanceof HTMLElement ? node.getBoundingClientRect() : view.coordsAtPos(position)
      // A tall formula reaches below its line.
      const inside = node instanceof HTMLElement ? node.querySelector('math')?.getBoundingClientRect() : undefined
      const outer = scroll.getBoundingClientRect()
      setPlace({
        top: Math.max(box.bottom, inside?.bottom ?? 0) - outer.top + scroll.scrollTop + 4,
        left: Math.max(8, box.left - outer.left),
      })
    }
    const later = (): void => void requestAnimationFrame(measure)
    measure()
    session.followers.add(later)
    return () => void session.followers.delete(later)
  }, [view, session, at])
  return place
}

/** Brings what floats into sight when it opens below the window's edge. */
export function showWhole(element: HTMLElement | null): void {
  requestAnimationFrame(() => element?.scrollIntoView({ block: 'nearest' }))
}
