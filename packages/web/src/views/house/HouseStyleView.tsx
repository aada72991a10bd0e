/** How the work looks on paper: every rule a field, a page of the work beside them, set anew after each change. */

import { fileName } from '@steady-ledger/core/dispatch/fileName.ts'
import { houseStyleFromJson, houseStyleToJson } from '@steady-ledger/core/work/file/workFile.ts'
import { writeLength } from '@steady-ledger/core/work/lengths.ts'
import { type LineSpacing, lineSpacingOf, lineSpacings, withLineSpacing } from '@steady-ledger/core/work/lineSpacing.ts'
import type { HouseStyle } from '@steady-ledger/core/work/parts/houseStyle.ts'
import { readyStyles } from '@steady-ledger/core/work/parts/readyStyles.ts'
import type { Scheme } from '@steady-ledger/core/work/parts/scheme.ts'
import { division, schema } from '@steady-ledger/core/work/schema.ts'
import { setPart } from '@steady-ledger/core/work/steps/workStep.ts'
import { useRef } from 'react'
import { Link } from 'react-router'
import { newId } from '../../newId.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { FileInput } from '../../ui/FileInput.tsx'
import { Choice, Field } from '../../ui/fields.tsx'
import { Menu } from '../../ui/Menu.tsx'
import { notify } from '../../ui/notices.ts'
import { SectionTitle } from '../../ui/SectionTitle.tsx'
import { download } from '../download.ts'
import { CaptionLooks } from './CaptionLooks.tsx'
import { CitationStyleField } from './CitationStyleField.tsx'
import { CheckFields, DefinedFields } from './DefinedFields.tsx'
import { HeadingPlaces } from './HeadingPlaces.tsx'
import { ListLooks } from './ListLooks.tsx'
import { OpeningPages } from './OpeningPages.tsx'
import { OwnFaces } from './OwnFaces.tsx'
import { RunningHeads } from './RunningHeads.tsx'
import { SamplePage } from './SamplePage.tsx'
import { StyleTable } from './StyleTable.tsx'

const millimetre = 72 / 25.4
const sheets: Record<string, [number, number]> = {
  A4: [210, 297],
  A5: [148, 210],
  B5: [176, 250],
  Letter: [215.9, 279.4],
}
const sheetName = ({ width, height }: HouseStyle['page']): string =>
  Object.entries(sheets).find(([, [w, h]]) => Math.abs(w * millimetre - width) < 1 && Math.abs(h * millimetre - height) < 1)?.[0] ?? 'other'

/** Distances of lines to choose from; one that the table says stands among them as long as it holds. */
const spacingsFor = (style: HouseStyle): Record<string, string> => ({
  single: 'Single',
  oneAndAHalf: 'One and a half',
  double: 'Double',
  ...(lineSpacingOf(style) ? {} : { other: `${writeLength(style.body.leading, 'pt')} pt apart, as the table says` }),
})

export function HouseStyleView() {
  const session = useSession()
  const style = useView(view => view.houseStyle)
  const writer = useView(view => view.role === 'writer')
  const chooser = useRef<HTMLInputElement>(null)
  const change = (next: HouseStyle): boolean => session.setPart('houseStyle', next)
  const scheme = useView(view => view.scheme)
  /** Notes that go to a division of their own get one in the same step, where there is none. */
  const placeNotes = (kind: 'notes' | 'otherNotes', place: Scheme['notes']['place']): void => {
    const rules = scheme[kind]
    // Only notes at the foot of a page can begin again on each.
    const restart = place !== 'foot' && rules.restart === 'page' ? 'chapter' : rules.restart
    const tr = setPart(session.state.tr, session.work, 'scheme', { ...scheme, [kind]: { ...rules, place, restart } })
    if (place === 'work' && !tr.doc.children.some(node => division(node).role === 'endnotes')) {
      const title = schema.nodes.title.create(null, schema.text(session.live.words.notes))
      tr.insert(tr.doc.content.size, schema.nodes.division.create({ id: newId(), role: 'endnotes' }, title))
    }
    session.dispatch(tr)
  }
  const apply = (next: HouseStyle): void => {
    // Words that were divided by hand are the author's, in whatever style; a style that brings its own has them.
    if (!change({ ...next, divided: next.divided || style.divided })) return
    session.sayDone(`“${next.name}” is applied.`)
  }
  const load = async (file: File): Promise<void> => {
    try {
      apply(houseStyleFromJson(await file.text()))
    } catch (error) {
      notify({ kind: 'wrong', text: `${(error as Error).message} Nothing was changed.` })
    }
  }
  const page = (more: Partial<HouseStyle['page']>): boolean => change({ ...style, page: { ...style.page, ...more } })
  return (
    <main className="flex h-full flex-col" aria-label="House style">
      <div className="tools">
        <Menu
          disabled={!writer}
          items={readyStyles.map(({ looks, make }) => ({ key: looks, says: make().name, more: looks, run: () => apply(make()) }))}
        >
          Ready-made styles
        </Menu>
        <button
          type="button"
          className="button"
          onClick={() =>
            download(new TextEncoder().encode(houseStyleToJson(style)), 'application/json', `${fileName(style.name)}.house.json`)
          }
        >
          Save as a file
        </button>
        <button type="button" className="button" disabled={!writer} onClick={() => chooser.current?.click()}>
          Open a file
        </button>
        <FileInput input={chooser} label="House style file" accept=".json,application/json" onFiles={([file]) => void load(file!)} />
        <span className="flex-1" />
        <span className="quiet-note">
          {writer ? 'Every change is one step that can be undone.' : 'Another tab is writing this work; here you can look.'}
        </span>
      </div>
      <div className="flex min-h-0 flex-1">
        <fieldset className="form-column" disabled={!writer}>
          <section>
            <SectionTitle className="mb-3">Page</SectionTitle>
            <div className="field-grid">
              <Field
                label="Name"
                value={style.name}
                onChange={name => change({ ...style, name: name.trim().slice(0, 200) || 'House style' })}
              />
              <Choice
                label="Sheet"
                value={sheetName(style.page)}
                options={{
                  ...Object.fromEntries(Object.keys(sheets).map(key => [key, key])),
                  ...(sheetName(style.page) === 'other' ? { other: 'Another size' } : {}),
                }}
                onChange={key => {
                  const [w, h] = sheets[key] ?? []
                  if (w && h) page({ width: w * millimetre, height: h * millimetre })
                }}
              />
              <DefinedFields style={style} change={change} group="page" />
            </div>
          </section>
          <section>
            <SectionTitle className="mb-3">Text</SectionTitle>
            <div className="field-grid">
              <DefinedFields style={style} change={change} group="letters" />
              <Choice
                label="Lines of the text"
                value={lineSpacingOf(style) ?? 'other'}
                options={spacingsFor(style)}
                onChange={key => key in lineSpacings && change(withLineSpacing(style, key as LineSpacing))}
              />
              <DefinedFields style={style} change={change} group="text" />
            </div>
            <p className="quiet-note mt-2">
              Office roman, office sans and typewriter are as wide, letter by letter, as the faces that offices prescribe: lines and pages
              come out as with those.
            </p>
            <OwnFaces style={style} change={change} />
            <StyleTable style={style} scheme={scheme} change={change} />
            <CaptionLooks style={style} scheme={scheme} change={change} />
            <HeadingPlaces style={style} change={change} />
          </section>
          <section>
            <SectionTitle className="mb-3">Running heads</SectionTitle>
            <RunningHeads style={style} change={change} />
            <div className="field-grid">
              <DefinedFields
                style={style}
                change={change}
                group="heads"
                without={style.lineNumbers.by === 'none' ? ['lineNumbers.every'] : []}
              />
            </div>
          </section>
          <section>
            <SectionTitle className="mb-3">Notes</SectionTitle>
            <div className="field-grid">
              <Choice
                label="Notes stand"
                value={scheme.notes.place}
                options={{ foot: 'At the foot of the page', chapter: 'At the end of the chapter', work: 'In a division of their own' }}
                onChange={place => placeNotes('notes', place)}
              />
              <Choice
                label="Notes of the other kind stand"
                value={scheme.otherNotes.place}
                options={{ foot: 'At the foot of the page', chapter: 'At the end of the chapter', work: 'In a division of their own' }}
                onChange={place => placeNotes('otherNotes', place)}
              />
              <p className="quiet-note self-end pb-2">
                How they count is said in the <Link to="../scheme">scheme</Link>.
              </p>
            </div>
          </section>
          <section>
            <SectionTitle className="mb-3">Opening pages and what follows the text</SectionTitle>
            <OpeningPages />
          </section>
          <section>
            <SectionTitle className="mb-3">Contents and lists</SectionTitle>
            <ListLooks style={style} change={change} />
            <div className="field-grid">
              <DefinedFields style={style} change={change} group="contents" />
            </div>
          </section>
          <section>
            <SectionTitle className="mb-3">Abbreviations and symbols</SectionTitle>
            <div className="field-grid">
              <DefinedFields style={style} change={change} group="mentions" />
            </div>
          </section>
          <section>
            <SectionTitle className="mb-3">Citations and sources</SectionTitle>
            <div className="field-grid">
              <CitationStyleField style={style} change={change} />
              <DefinedFields style={style} change={change} group="citations" />
            </div>
          </section>
          <section>
            <SectionTitle className="mb-3">Index</SectionTitle>
            <div className="field-grid">
              <DefinedFields style={style} change={change} group="index" />
            </div>
          </section>
          <section>
            <SectionTitle className="mb-3">Equations, quotations and pictures</SectionTitle>
            <div className="field-grid">
              <DefinedFields style={style} change={change} group="displays" />
            </div>
          </section>
          <section>
            <SectionTitle className="mb-3">Rules for the checks</SectionTitle>
            <div className="field-grid">
              <CheckFields style={style} change={change} />
            </div>
          </section>
        </fieldset>
        <SamplePage style={style} change={change} fixed={!writer} />
      </div>
    </main>
  )
}
