/** Pictures that are dropped, pasted or chosen: the good ones are taken, each bad one is told by its name, and one undo takes all of it back. */
import { findBlock, setAttributes } from '@steady-ledger/core/work/commands/sections.ts'
import { insertFigures } from '../../editor/insert.ts'
import type { Session } from '../../session/session.ts'
import { reasonFor } from '../../storage/health.ts'
import { labelFrom, pictureFromFile } from '../../storage/pictureIntake.ts'
import { notify } from '../../ui/notices.ts'
import { askForPages, isPdf } from './pdf/askForPages.ts'

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
  // Of a PDF it is asked which pages, and what they are to be.
  for (const file of files) if (isPdf(file)) askForPages({ file, figure: null })
  const taken = await keepPictures(
    session,
    files.filter(file => !isPdf(file)),
  )
  const names = [...taken.names.values()]
  const labels = freeLabels(session, names.map(labelFrom))
  if (names.length > 0) session.run(insertFigures(names.map((picture, index) => ({ picture, label: labels[index]! }))))
  tellRefused(session, taken)
}

/** Gives a figure or panel another picture, and a label from its name where it has none. */
export async function setPicture(session: Session, id: string, file: File): Promise<void> {
  if (!session.mayWrite()) return
  if (isPdf(file)) {
    askForPages({ file, figure: id })
    return
  }
  const taken = await keepPictures(session, [file])
  tellRefused(session, { ...taken, names: { size: 0 } })
  const name = taken.names.get(file)
  if (name) givePicture(session, id, { picture: name })
}

/** A description that is there stays, unless its author has said another. False where the figure is not there any more. */
export function givePicture(
  session: Session,
  id: string,
  { picture, alternative = '' }: { picture: string; alternative?: string },
  described = false,
): boolean {
  const { tr, doc } = session.state
  const at = findBlock(doc, id)
  if (at < 0) return false
  const has = doc.nodeAt(at)!.attrs
  const label = has.label ? {} : { label: freeLabels(session, [labelFrom(picture)])[0]! }
  const said = alternative && (described || !has.alternative) ? { alternative } : {}
  return setAttributes(tr, id, { picture, ...label, ...said }) && session.dispatch(tr)
}

/** Labels like those that are wanted, which nothing else carries. */
export function freeLabels(session: Session, wanted: readonly string[]): string[] {
  const taken = new Set(session.live.ledger.entries.map(entry => entry.item.label))
  return wanted.map(each => {
    let label = each
    for (let n = 2; taken.has(label); n++) label = `${each}-${n}`
    taken.add(label)
    return label
  })
}
