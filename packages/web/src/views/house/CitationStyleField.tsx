/** How sources are cited: by a style that ships, or by a style file that is read in. */
import { styleFileOf } from '@steady-ledger/core/content/citations/styles/index.ts'
import { titleIn } from '@steady-ledger/core/content/citations/styles/titleIn.ts'
import { fileName } from '@steady-ledger/core/dispatch/fileName.ts'
import type { TSchema } from '@steady-ledger/core/work/definition.ts'
import { type CitationStyle, type HouseStyle, houseStyleDefinition } from '@steady-ledger/core/work/parts/houseStyle.ts'
import { useRef } from 'react'
import { FileInput } from '../../ui/FileInput.tsx'
import { Choice } from '../../ui/fields.tsx'
import { notify } from '../../ui/notices.ts'
import { download } from '../download.ts'

const { title, options } = houseStyleDefinition.properties.citations.properties.style as TSchema
const { own: _own, ...shipped } = options as Record<CitationStyle, string>

export function CitationStyleField({ style, change }: { style: HouseStyle; change(next: HouseStyle): void }) {
  const { citations } = style
  const chooser = useRef<HTMLInputElement>(null)
  const set = (next: Partial<HouseStyle['citations']>): void => change({ ...style, citations: { ...citations, ...next } })
  const read = async (file: File): Promise<void> => {
    try {
      const [own, { readStyle }] = await Promise.all([file.text(), import('@steady-ledger/core/content/citations/readStyle.ts')])
      const { title, hasList } = readStyle(own)
      set({ style: 'own', own })
      notify({ kind: 'done', text: `Sources are cited as “${title || file.name}” says.${hasList ? '' : ' It makes no list of sources.'}` })
    } catch (error) {
      notify({ kind: 'wrong', text: `“${file.name}” was not taken. ${(error as Error).message}` })
    }
  }
  const own = citations.own ? titleIn(citations.own) || 'A style file of your own' : ''
  return (
    <div className="col-span-full grid gap-1.5">
      <Choice
        label={title!}
        value={citations.style}
        options={{ ...shipped, ...(own ? { own } : {}) } as Record<CitationStyle, string>}
        onChange={next => set({ style: next })}
      />
      <p className="button-row">
        <button type="button" className="button" onClick={() => chooser.current?.click()}>
          Read a style file…
        </button>
        <button
          type="button"
          className="button quiet"
          onClick={() => {
            const xml = styleFileOf(citations)
            download(new TextEncoder().encode(xml), 'application/vnd.citationstyles.style+xml', `${fileName(titleIn(xml))}.csl`)
          }}
        >
          Save this style as a file
        </button>
      </p>
      <p className="quiet-note">
        Style files are those of the Citation Style Language 1.0 (.csl). One that is read is kept with the house style.
      </p>
      <FileInput input={chooser} label="Style file" accept=".csl,.xml,text/xml" onFiles={([file]) => void read(file!)} />
    </div>
  )
}
