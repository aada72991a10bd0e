/** Files of an output in one archive: the same files give the same bytes, whenever and wherever they are packed. */
import { type Zippable, zipSync } from 'fflate'

const epoch = new Date(1980, 0, 1)

/** What is packed already is not packed again. */
const packed = /\.(?:zip|epub|docx|odt|png|jpg|woff)$/

/** In the order given. What is named in `stored` is not packed: some formats ask that of their first file. */
export const packFiles = (files: ReadonlyMap<string, Uint8Array>, stored: readonly string[] = []): Uint8Array =>
  zipSync(
    Object.fromEntries(
      [...files].map(([name, bytes]) => [name, [bytes, { level: stored.includes(name) || packed.test(name) ? 0 : 6, mtime: epoch }]]),
    ) satisfies Zippable,
  )
