/** What the browser says about its storage, in plain words, and that it is asked to keep it. */
import Dexie from 'dexie'

const sentences: Record<string, string> = {
  QuotaExceededError: 'The browser’s storage is full.',
  MissingAPIError: 'The browser does not let this page keep anything.',
  SecurityError: 'The browser does not let this page keep anything.',
  DatabaseClosedError: 'Another version of the program uses the storage. Reload the page.',
  VersionError: 'A newer version of the program uses the storage. Reload the page.',
}

/** Why storage refused; a message of our own is a sentence already. */
export function reasonFor(error: Error): string {
  const { inner } = error as { inner?: Error | null }
  const said = sentences[inner?.name ?? ''] ?? sentences[error.name]
  if (said) return said
  if (!(error instanceof Dexie.DexieError) && !(error instanceof DOMException)) return error.message
  return `The browser’s storage refused: ${(inner?.message || error.message || error.name).replace(/\.$/, '')}.`
}

let asked = false

/** Asks the browser, once a sitting, not to clear the works when the disk is full. */
export async function keepStorage(): Promise<void> {
  if (asked) return
  asked = true
  await navigator.storage?.persist?.().catch(() => false)
}
