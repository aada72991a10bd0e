/** HTML that is pasted or dropped with pictures in it: those it carries become figures of ours, with the words under them as captions. */
import { schema } from '@steady-ledger/core/work/schema.ts'
import { DOMSerializer } from '@tiptap/pm/model'
import { newId } from '../../newId.ts'

const serializer = DOMSerializer.fromSchema(schema)

export interface PastedHtml {
  /** Pictures that it carries, as files, by the order in which they stand. */
  files: File[]
  /** Why others are not taken. */
  refused: string[]
  /** The HTML with figures for the pictures that were kept, given the name of each. */
  withFigures(nameOf: (file: File) => string | undefined): string
}

const endings: Record<string, string> = { 'image/png': '.png', 'image/jpeg': '.jpg', 'image/svg+xml': '.svg', 'image/webp': '.webp' }

/** A picture that stands in an address; null for any other address. */
function fileIn(address: string, name: string): File | null {
  const [, type = '', base64, data = ''] = /^data:([a-z+/]+)[^,]*?(;base64)?,(.*)$/is.exec(address) ?? []
  const ending = endings[type.toLowerCase()]
  if (!ending) return null
  try {
    const bytes = base64 ? Uint8Array.from(atob(data), letter => letter.charCodeAt(0)) : new TextEncoder().encode(decodeURIComponent(data))
    return new File([bytes], `${name}${ending}`, { type })
  } catch {
    return null
  }
}

/** Null where it carries no picture, or is our own: the editor takes it as it is. */
export function readPastedHtml(html: string): PastedHtml | null {
  if (!/<img\b/i.test(html) || /data-pm-slice/.test(html)) return null
  const document = new DOMParser().parseFromString(html, 'text/html')
  const places = new Map<Element, File>()
  const refused: string[] = []
  for (const [index, image] of [...document.querySelectorAll('img')].entries()) {
    const address = image.getAttribute('src') ?? ''
    const alternative = image.getAttribute('alt')?.trim() ?? ''
    const file = fileIn(address, alternative.slice(0, 60) || `pasted picture ${index + 1}`)
    if (file) places.set(image, file)
    else {
      const last = address.startsWith('data:') ? '' : address.split(/[?#]/)[0]!.split('/').at(-1)!.slice(0, 60)
      refused.push(
        `“${alternative.slice(0, 60) || last || 'A picture'}” is not in what was pasted, only its address: copy the picture itself, or drop its file.`,
      )
      image.remove()
    }
  }
  return {
    files: [...places.values()],
    refused,
    withFigures(nameOf) {
      for (const [image, file] of places) {
        const picture = nameOf(file)
        const around = image.closest('figure')
        const words = around?.querySelector('figcaption')?.textContent?.replace(/\s+/g, ' ').trim() ?? ''
        if (!picture) {
          image.remove()
          continue
        }
        const figure = schema.nodes.figure.create(
          { id: newId(), picture, alternative: image.getAttribute('alt')?.trim().slice(0, 2000) ?? '' },
          schema.nodes.caption.create(null, words ? schema.text(words) : null),
        )
        const made = serializer.serializeNode(figure, { document }) as Element
        const old = around && around.querySelectorAll('img').length === 1 ? around : image
        old.replaceWith(made)
        // A block within a line parts the line: the words before and after it are paragraphs of their own.
        const line = made.parentElement?.closest('p, h1, h2, h3, h4, h5, h6')
        if (!line) continue
        const rest = line.cloneNode() as Element
        while (made.nextSibling) rest.append(made.nextSibling)
        line.after(made, rest)
        for (const part of [line, rest]) if (!part.textContent?.trim() && !part.querySelector('img')) part.remove()
      }
      return document.body.innerHTML
    },
  }
}
