/** Pictures from files, drops and pastes: checked, WebP and see-through ones redrawn for print, and named for what they are. */
import { PictureError, readPicture } from '@steady-ledger/core/work/file/pictureFile.ts'
import type { Picture } from '@steady-ledger/core/work/work.ts'

/** A name no picture of the work has yet; the author's file name where it can be kept. */
export function pictureName(wanted: string, taken: ReadonlySet<string>): string {
  const clean =
    wanted
      .normalize('NFC')
      // What is called as pages of a PDF are would be printed as one.
      .replace(/\.pdf(?= page \d+\.png$)/i, '')
      .replace(/[^\p{L}\p{N} ._()-]/gu, '')
      .replace(/^[^\p{L}\p{N}]+/u, '')
      .slice(-120) || 'picture'
  if (!taken.has(clean)) return clean
  const [, stem, ending] = /^(.*?)(\.[^.]*)?$/.exec(clean)!
  for (let n = 2; ; n++) {
    const name = `${stem} ${n}${ending ?? ''}`
    if (!taken.has(name)) return name
  }
}

export async function pictureFromFile(file: File, taken: ReadonlySet<string>): Promise<Picture> {
  const name = pictureName(file.name, taken)
  const bytes = new Uint8Array(await file.arrayBuffer())
  const isWebp = bytes[0] === 0x52 && bytes[1] === 0x49 && bytes[8] === 0x57 && bytes[9] === 0x45
  if (!isWebp) {
    const picture = readPicture(name, bytes)
    // A damaged picture is found now, not when it should print.
    if (picture.type !== 'image/svg+xml') (await decode(file, name)).close()
    return picture
  }
  const image = await decode(file, name)
  const canvas = new OffscreenCanvas(image.width, image.height)
  const context = canvas.getContext('2d')!
  context.fillStyle = '#fff'
  context.fillRect(0, 0, image.width, image.height)
  context.drawImage(image, 0, 0)
  image.close()
  const png = await canvas.convertToBlob({ type: 'image/png' })
  return readPicture(pictureName(name.replace(/\.webp$/i, '.png'), taken), new Uint8Array(await png.arrayBuffer()))
}

async function decode(file: File, name: string): Promise<ImageBitmap> {
  try {
    return await createImageBitmap(file)
  } catch {
    throw new PictureError(`“${name}” is damaged and cannot be shown. Save it again and try once more.`)
  }
}

/** A label proposed from a file name: lower case, words joined by hyphens. */
export const labelFrom = (name: string): string =>
  name
    .replace(/\.[^.]*$/, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')
