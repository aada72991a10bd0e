import { useLayoutEffect, useRef } from 'react'

/**
 * When whatever calls this goes from the screen with the focus in it, `give` says where that goes: before the next key is heard, for what is typed
 * right after it belongs there. The library's own way takes a timer.
 */
export function useGivesFocusBack(give: () => void): void {
  const now = useRef(give)
  now.current = give
  useLayoutEffect(
    () => () =>
      queueMicrotask(() => {
        // What was asked for in it may have taken the focus already.
        if (document.activeElement === document.body) now.current()
      }),
    [],
  )
}
