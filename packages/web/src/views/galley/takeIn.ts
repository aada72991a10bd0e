/** Pictures that are dropped, pasted or chosen: the good ones are taken, each bad one is told by its name, and one undo takes all of it back. */
import { findBlock, setAttributes } from '@steady-ledger/core/work/commands/sections.ts'
import { insertFigures } from '../../editor/insert.ts'
import type { Session } from '../../session/session.ts'
import { reasonFor } from '../../storage/health.ts'
import { labelFrom, pictureFromFile } from '../../storage/pictureIntake.ts'
import { notify } from '../../ui/notices.ts'

/** How many bad ones are called by name. */
const mostNamed = 4

/** The names under which pictures were kept, and why others were not, by their file. */
export interface Taken {
  names: Map<File, string>
  refused: string[]
}

export async function keepPictures(session: Session, files: readonly File[]): Promise<Taken> {
  const taken: Taken = { names: new Map(), refused: [] }
  for (const file of files)
    try {
      const picture = await pictureFromFile(file, new Set(session.work.pictures.keys()))
      await session.addPicture(picture)
      taken.names.set(file, picture.name)
    } catch (error) {
      taken.refused.push(reasonFor(error as Error))
    }
  return taken
}

/** Says what was not taken, and that the rest was. */
export function tellRefused(session: Session, { names, refused }: Pick<Taken, 'refused'> & { names: { size: number } }): void {
  if (refused.length === 0) return
  const more = refused.length > mostNamed ? ` And ${refused.length - mostNamed} more were not taken.` : ''
  const rest = names.size ? ` ${names.size === 1 ? 'The other one was' : `The ${names.size} others were`} put in.` : ''
  const text = `${refused.slice(0, mostNamed).join(' ')}${more}${rest}`
  if (names.size) session.sayDone(text, 'wrong')
  else notify({ kind: 'wrong', text })
}

export async function addFigures(session: Session, files: readonly File[]): Promise<void> {
  if (!session.mayWrite()) return
  const taken = await keepPictures(session, files)
  const labels = new Set<string>()
  const figures = [...taken.names].map(([, picture]) => {
    const label = freeLabel(session, labelFrom(picture), labels)
    labels.add(label)
    return { picture, label }
  })
  if (figures.length > 0) session.run(insertFigures(figures))
  tellRefused(session, taken)
}

/** Gives a figure or panel another picture, and a label from its name where it has none. */
export async function setPicture(session: Session, id: string, file: File): Promise<void> {
  if (!session.mayWrite()) return
  const taken = await keepPictures(session, [file])
  tellRefused(session, { ...taken, names: { size: 0 } })
  const name = taken.names.get(file)
  if (!name) return
  const { tr, doc } = session.state
  const at = findBlock(doc, id)
  const label = at >= 0 && !doc.nodeAt(at)!.attrs.label ? { label: freeLabel(session, labelFrom(name)) } : {}
  if (setAttributes(tr, id, { picture: name, ...label })) session.dispatch(tr)
}

/** A label nothing else carries. */
function freeLabel(session: Session, wanted: string, more: ReadonlySet<string> = new Set()): string {
  const taken = new Set(session.live.ledger.entries.map(entry => entry.item.label))
  for (let n = 1; ; n++) {
    const label = n === 1 ? wanted : `${wanted}-${n}`
    if (!taken.has(label) && !more.has(label)) return label
  }
}
