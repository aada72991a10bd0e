/** Components that are fetched when they are first shown, or ahead: one that is there already is shown at once, without a wait in between. */
import { type ComponentType, lazy, useState } from 'react'

export interface Later {
  View: ComponentType
  fetch(): Promise<void>
}

export function later(load: () => Promise<ComponentType>): Later {
  let there: ComponentType | null = null
  let awaited: ComponentType | null = null
  const fetch = async (): Promise<void> => {
    there = await load()
  }
  const wait = (): ComponentType => {
    awaited ??= lazy(async () => {
      try {
        await fetch()
      } catch (error) {
        // Whoever tries again asks anew.
        awaited = null
        throw error
      }
      return { default: there! }
    })
    return awaited
  }
  return {
    fetch,
    View() {
      // Whichever it was at first it stays, or what is shown would begin anew.
      const [Shown] = useState<ComponentType>(() => there ?? wait())
      return <Shown />
    },
  }
}
