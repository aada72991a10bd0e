/** Letters from files of the author's own: in place of a family's, or for signs that all others lack. */
import { slopeAndWeight } from '@steady-ledger/core/work/file/faceFile.ts'
import { type FaceName, faceNames, type HouseStyle, mostOwnOthers } from '@steady-ledger/core/work/parts/houseStyle.ts'
import type { Picture } from '@steady-ledger/core/work/work.ts'
import { useRef, useState } from 'react'
import { useSession } from '../../session/sessionContext.ts'
import { faceFromFile } from '../../storage/faceIntake.ts'
import { FileInput } from '../../ui/FileInput.tsx'
import { Menu } from '../../ui/Menu.tsx'
import { notify } from '../../ui/notices.ts'
import { faceTitles } from './StyleTable.tsx'

type Own = HouseStyle['families']['own']
/** What a file is to be used for. */
type Use = 'text' | 'sans' | 'mono' | 'others'

/** Which face a file stands in for: one of a family by its slope and weight. */
function faceFor(use: Exclude<Use, 'others'>, bytes: Uint8Array): FaceName {
  const { italic, bold } = slopeAndWeight(bytes)
  if (use === 'mono') return 'mono'
  if (use === 'sans') return bold ? 'sansSemibold' : 'sans'
  return bold ? (italic ? 'serifBoldItalic' : 'serifBold') : italic ? 'serifItalic' : 'serif'
}

const withFace = (own: Own, use: Use, { name, bytes }: Picture): Own =>
  use === 'others' ? { ...own, others: [...own.others, name] } : { ...own, [faceFor(use, bytes)]: name }

export function OwnFaces({ style, change }: { style: HouseStyle; change(next: HouseStyle): boolean }) {
  const session = useSession()
  const chooser = useRef<HTMLInputElement>(null)
  const [use, setUse] = useState<Use>('text')
  const { own } = style.families
  const set = (next: Own): boolean => change({ ...style, families: { ...style.families, own: next } })

  const take = async (files: readonly File[]): Promise<void> => {
    let next = own
    const taken = new Set(session.work.pictures.keys())
    let count = 0
    for (const file of files) {
      try {
        if (use === 'others' && next.others.length >= mostOwnOthers)
          throw new Error(
            `“${file.name}” is one too many: ${mostOwnOthers} files can be asked for signs that others lack. Take one away first.`,
          )
        const face = await faceFromFile(file, taken)
        await session.addPicture(face)
        taken.add(face.name)
        next = withFace(next, use, face)
        count++
      } catch (error) {
        notify({ kind: 'wrong', text: `${(error as Error).message} It was not taken.` })
      }
    }
    if (count && set(next))
      session.sayDone(count === 1 ? 'The pages are set in the letters of your file.' : `${count} files of letters are used.`)
  }
  const ask = (wanted: Use): void => {
    setUse(wanted)
    chooser.current?.click()
  }
  const used = [
    ...faceNames.filter(face => own[face]).map(face => ({ title: faceTitles[face], file: own[face], without: { ...own, [face]: '' } })),
    ...own.others.map((file, index) => ({ title: 'Other signs', file, without: { ...own, others: own.others.toSpliced(index, 1) } })),
  ]
  return (
    <div className="mt-3">
      {used.length > 0 && (
        <ul className="mb-2 grid gap-1" aria-label="Letters from files">
          {used.map(({ title, file, without }) => (
            <li key={`${title} ${file}`} className="flex items-baseline gap-3">
              <span className="w-[140px] shrink-0 text-(--ink-soft)">{title}</span>
              <span className="min-w-0 truncate">{file}</span>
              <button type="button" className="button quiet ml-auto" aria-label={`Take away ${file}`} onClick={() => set(without)}>
                Take away
              </button>
            </li>
          ))}
        </ul>
      )}
      <Menu
        items={[
          {
            key: 'text',
            says: 'For the text',
            more: 'One to four files: upright, italic, bold, bold italic. Each is told by what is in it.',
            run: () => ask('text'),
          },
          { key: 'sans', says: 'For sans headings and tables', more: 'One or two files: regular and bold.', run: () => ask('sans') },
          { key: 'mono', says: 'For programs and typewriting', more: 'One file.', run: () => ask('mono') },
          {
            key: 'others',
            says: 'For signs that others lack',
            more: 'Chinese, Japanese, Korean and whatever no other letters have.',
            run: () => ask('others'),
          },
        ]}
      >
        Letters from a file…
      </Menu>
      <FileInput
        input={chooser}
        label="Files of letters"
        accept=".ttf,.otf,.woff2,font/ttf,font/otf,font/woff2"
        multiple
        onFiles={files => void take(files)}
      />
    </div>
  )
}
