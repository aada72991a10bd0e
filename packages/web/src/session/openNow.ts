/** What the shelf asks of the sessions. It is little, and needs nothing of what a session needs. */

interface Open {
  id: string
  title(): string
  /** Whether everything is kept then. */
  save(): Promise<boolean>
  /** False where something could not be saved, and it stays open. For another work a rescue file is enough. */
  close(forAnother: boolean): Promise<boolean>
}
let open: Open | null = null

export const setOpen = (session: Open | null): void => {
  open = session
}
export const openNow = (): Open | null => open

let last: Promise<unknown> = Promise.resolve()
/**
 * What changes which work is open is done one after the other, in the order in which it is asked for: none is handed out while it is being saved
 * to be closed, and no two are open. What fails fails alone.
 */
export function inTurn<Value>(act: () => Promise<Value>): Promise<Value> {
  const done = last.then(act)
  last = done.catch(() => {})
  return done
}

/** Closes what is open; tells of it where it holds what could not be saved, and so stays open. */
export const closeSession = (): Promise<{ id: string; title: string } | null> =>
  inTurn(async () => {
    const before = open
    if (!before || (await before.close(false))) return null
    return { id: before.id, title: before.title() }
  })
