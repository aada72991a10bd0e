/** Components that are fetched when they are first shown, or ahead: one that is there already is shown at once, without a wait in between. */
import { type ComponentType, lazy, useState } from 'react'

export interface Later {
  View: ComponentType
  fetch(): Promise<void>
}

/** A browser asks for a part that it did not get once no second time, until the page is loaded anew. */
export class NotFetched extends Error {}

export function later(load: () => Promise<ComponentType>): Later {
  let there: ComponentType | null = null
  const fetch = async (): Promise<void> => {
    there ??= await load()
  }
  const Awaited = lazy(async () => {
    await fetch().catch((error: Error) => {
      throw new NotFetched(`a part of the program could not be fetched (${error.message}).`)
    })
    return { default: there! }
  })
  return {
    fetch,
    View() {
      // Whichever it was at first it stays, or what is shown would begin anew.
      const [Shown] = useState<ComponentType>(() => there ?? Awaited)
      return <Shown />
    },
  }
}
