/** Puts pages of a PDF into the text: each as a picture on a page of its own or as a figure, all of them in one step. */
import { readPageFile } from '@steady-ledger/core/work/file/pageFile.ts'
import { readPicture } from '@steady-ledger/core/work/file/pictureFile.ts'
import { pagePictureName } from '@steady-ledger/core/work/work.ts'
import { insertFigures, insertPagePictures } from '../../../editor/insert.ts'
import type { Session } from '../../../session/session.ts'
import { labelFrom, pictureName } from '../../../storage/pictureIntake.ts'
import { notify } from '../../../ui/notices.ts'
import { freeLabels, givePicture } from '../takeIn.ts'
import { pagesSaid } from './pageRange.ts'
import type { ReadPages } from './pdfReader.ts'

/** As pages of their own, as figures, or as the picture of a figure that is there, by its id. */
export type InsertedAs = 'pages' | 'figures' | { figure: string }

const stemOf = (name: string): string => name.replace(/\.pdf$/i, '')

/** Keeps the pictures, and the file behind them, under names that nothing has; tells the name of each picture. */
async function keepPages(session: Session, name: string, { pages, file }: ReadPages): Promise<string[]> {
  const taken = new Set(session.work.pictures.keys())
  const isFree = (one: string): boolean => ![...taken].some(each => each === one || each.startsWith(`${one} page `))
  const stem = stemOf(name)
  let own = pictureName(`${stem}.pdf`, taken)
  for (let n = 2; !isFree(own); n++) own = pictureName(`${stem} ${n}.pdf`, taken)
  const names: string[] = []
  let kept = 0
  for (const { number, png, why } of pages) {
    const picture = why === undefined ? pagePictureName(own, ++kept) : pictureName(`${stem} page ${number}.png`, taken)
    await session.addPicture(readPicture(picture, png))
    taken.add(picture)
    names.push(picture)
  }
  if (file) await session.addPicture(readPageFile(own, file))
  return names
}

/** What is read to those who cannot see a page: what the author says of it, and what stands on it. */
function alternative(about: string, number: number, several: boolean, words: string): string {
  const what = !several || !(about || words) ? about : about ? `${about}, page ${number}` : `Page ${number}`
  return [what, words].filter(Boolean).join(': ')
}

export async function insertPages(session: Session, name: string, about: string, as: InsertedAs, read: ReadPages): Promise<void> {
  if (!session.mayWrite()) return
  const names = await keepPages(session, name, read)
  const { pages } = read
  const pictures = names.map((picture, index) => {
    const { number, words } = pages[index]!
    return { picture, alternative: alternative(about, number, pages.length > 1, words) }
  })
  if (putIn(session, name, pages, pictures, as, about !== '')) session.sayDone(said(name, read))
  else notify({ kind: 'wrong', text: `The pages of “${name}” were not put in: what they were meant for is not there any more.` })
}

/** False where there is no place for them any more. `described` where the author said what they are. */
function putIn(
  session: Session,
  name: string,
  pages: ReadPages['pages'],
  pictures: readonly { picture: string; alternative: string }[],
  as: InsertedAs,
  described: boolean,
): boolean {
  if (typeof as === 'object') return givePicture(session, as.figure, pictures[0]!, described)
  if (as === 'pages') return session.run(insertPagePictures(pictures))
  const stem = stemOf(name)
  const labels = freeLabels(
    session,
    pages.map(({ number }) => labelFrom(pages.length > 1 ? `${stem} ${number}` : stem)),
  )
  return session.run(insertFigures(pictures.map((each, index) => ({ ...each, label: labels[index]! }))))
}

function said(name: string, { pages }: ReadPages): string {
  const what = pages.length === 1 ? `A page of “${name}” is put in.` : `${pages.length} pages of “${name}” are put in.`
  const reasons = new Map<string, number[]>()
  for (const { number, why } of pages) if (why !== undefined) reasons.set(why, [...(reasons.get(why) ?? []), number])
  const told = [...reasons].map(([why, numbers]) => {
    const all = numbers.length === pages.length ? (pages.length === 1 ? 'it' : 'they') : pagesSaid(numbers)
    const one = numbers.length === 1
    return `${all[0]!.toUpperCase()}${all.slice(1)} ${one ? 'prints' : 'print'} as ${one ? 'a picture' : 'pictures'} of 300 dots an inch: ${
      one ? 'the page' : 'each'
    } ${why}.`
  })
  return [what, ...told].join(' ')
}
