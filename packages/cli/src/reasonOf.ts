/** Why the system did not do something with a file, as a clause in plain words. */

const reasons: Record<string, string> = {
  EACCES: 'this is not allowed',
  EPERM: 'this is not allowed',
  EROFS: 'it is on a disk that is only read',
  ENOSPC: 'the disk is full',
  ENOTDIR: 'a part of its way is no folder',
  EEXIST: 'a part of its way is no folder',
  ENAMETOOLONG: 'the name is too long',
}

export function reasonOf(error: unknown): string {
  const { code = '', message } = error as NodeJS.ErrnoException
  return reasons[code] ?? message
}

const longestName = 80

/** A name within a sentence: the middle of a long one is left out. */
export const named = (name: string): string =>
  name.length > longestName ? `“${name.slice(0, longestName / 2)}…${name.slice(-longestName / 2)}”` : `“${name}”`
