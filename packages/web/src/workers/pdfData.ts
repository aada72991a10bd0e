/** What PDF.js looks up beside itself, from the application's own server: faces that PDFs take for granted, lists of codes, decoders of scans. */
const addresses = import.meta.glob<string>(
  ['../../../../node_modules/pdfjs-dist/standard_fonts/*.{pfb,ttf}', '../../../../node_modules/pdfjs-dist/wasm/*.wasm'],
  { eager: true, query: '?url', import: 'default' },
)
const byName = new Map(Object.entries(addresses).map(([path, address]) => [path.slice(path.lastIndexOf('/') + 1), address]))

export class PdfData {
  async fetch({ filename }: { filename: string }): Promise<Uint8Array> {
    if (filename.endsWith('.bcmap')) {
      const map = (await import('./pdfCharacterMaps.ts')).characterMap(filename)
      if (map) return map
    }
    const address = byName.get(filename)
    const answer = address ? await fetch(address) : null
    if (!answer?.ok) throw new Error(`“${filename}” is not there.`)
    return new Uint8Array(await answer.arrayBuffer())
  }
}
