/** Lists of codes that PDFs take for granted of Chinese, Japanese and Korean letters: some hundred small files, which are fetched as one. */
import { bytesOfBase64 } from '@steady-ledger/core/dispatch/markup/base64.ts'

const maps = import.meta.glob<string>('../../../../node_modules/pdfjs-dist/cmaps/*.bcmap', {
  eager: true,
  query: '?inline',
  import: 'default',
})
const byName = new Map(Object.entries(maps).map(([path, address]) => [path.slice(path.lastIndexOf('/') + 1), address]))

/** The bytes of one, by the name of its file, or null where there is none of that name. */
export function characterMap(name: string): Uint8Array | null {
  const address = byName.get(name)
  return address ? bytesOfBase64(address.slice(address.indexOf(',') + 1)) : null
}
