/** The pictures and faces of the open work: their bytes, and the addresses under which the page shows them. */
import { isFaceFile, type Picture } from '@steady-ledger/core/work/work.ts'
import { showFace } from './ownFaces.ts'

export class PictureStore {
  private pictures: Map<string, Picture>
  private readonly addresses = new Map<string, string>()
  private readonly faces: (() => void)[] = []

  constructor(pictures: Map<string, Picture>) {
    this.pictures = pictures
    this.showFaces()
  }

  get all(): Map<string, Picture> {
    return this.pictures
  }

  add(picture: Picture): void {
    // Another map: what was computed from the old one knows that it is old.
    this.pictures = new Map(this.pictures).set(picture.name, picture)
    if (isFaceFile(picture)) this.faces.push(showFace(picture))
  }

  replace(pictures: Map<string, Picture>): void {
    this.end()
    this.pictures = pictures
    this.showFaces()
  }

  private showFaces(): void {
    for (const file of this.pictures.values()) if (isFaceFile(file)) this.faces.push(showFace(file))
  }

  address(name: string): string | undefined {
    const known = this.addresses.get(name)
    if (known) return known
    const picture = this.pictures.get(name)
    if (!picture) return undefined
    const address = URL.createObjectURL(new Blob([picture.bytes as Uint8Array<ArrayBuffer>], { type: picture.type }))
    this.addresses.set(name, address)
    return address
  }

  end(): void {
    for (const address of this.addresses.values()) URL.revokeObjectURL(address)
    this.addresses.clear()
    for (const hide of this.faces.splice(0)) hide()
  }
}
