/** How the work looks on paper: every rule a field, a page of the work beside them, set anew after each change. */
import { type HouseStyle, pageProblem, readyStyles } from '@steady-ledger/core/work/houseStyle.ts'
import { readLength, type Unit, writeLength } from '@steady-ledger/core/work/lengths.ts'
import { division, schema } from '@steady-ledger/core/work/schema.ts'
import type { Scheme } from '@steady-ledger/core/work/scheme.ts'
import { houseStyleFromJson, houseStyleToJson } from '@steady-ledger/core/work/workFile.ts'
import { setPart } from '@steady-ledger/core/work/workStep.ts'
import { DropdownMenu } from 'radix-ui'
import { useRef } from 'react'
import { Link } from 'react-router'
import { Check, Choice, Field } from '../../app/fields.tsx'
import { notify } from '../../app/notice.ts'
import { useSession, useView } from '../../app/sessionContext.ts'
import { newId } from '../../storage/database.ts'
import { download, fileName } from '../download.ts'
import { CaptionLooks } from './CaptionLooks.tsx'
import { HeadingPlaces } from './HeadingPlaces.tsx'
import { ListLooks } from './ListLooks.tsx'
import { OpeningPages } from './OpeningPages.tsx'
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

export function HouseStyleView() {
  const session = useSession()
  const style = useView(view => view.houseStyle)
  const writer = useView(view => view.writer)
  const chooser = useRef<HTMLInputElement>(null)
  const change = (next: HouseStyle): void => session.setPart('houseStyle', next)
  const scheme = useView(view => view.scheme)
  /** Notes that go to a division of their own get one in the same step, where there is none. */
  const placeNotes = (place: Scheme['notes']['place']): void => {
    // Only notes at the foot of a page can begin again on each.
    const restart = place !== 'foot' && scheme.notes.restart === 'page' ? 'chapter' : scheme.notes.restart
    const tr = setPart(session.state.tr, session.work, 'scheme', { ...scheme, notes: { ...scheme.notes, place, restart } })
    if (place === 'work' && !tr.doc.children.some(node => division(node).role === 'endnotes')) {
      const title = schema.nodes.title!.create(null, schema.text('Notes'))
      tr.insert(tr.doc.content.size, schema.nodes.division!.create({ id: newId(), role: 'endnotes' }, title))
    }
    session.dispatch(tr)
  }
  const apply = (next: HouseStyle): void => {
    change(next)
    notify({ kind: 'done', text: `“${next.name}” is applied.`, action: { says: 'Undo', run: () => session.undo() } })
  }
  const load = async (file: File): Promise<void> => {
    try {
      apply(houseStyleFromJson(await file.text()))
    } catch (error) {
      notify({ kind: 'wrong', text: `${(error as Error).message} Nothing was changed.` })
    }
  }
  const page = (more: Partial<HouseStyle['page']>): void => change({ ...style, page: { ...style.page, ...more } })
  const length = (label: string, value: number, unit: Unit, set: (points: number) => HouseStyle, most = 2000) => (
    <Field
      label={`${label}, in ${unit}`}
      value={writeLength(value, unit)}
      check={text => {
        const points = readLength(text, unit)
        if (points === null) return 'A length, such as 25 mm, 2.5 cm, 1 in or 70 pt.'
        if (points > most) return `At most ${writeLength(most, unit)} ${unit}.`
        return pageProblem(set(points).page)
      }}
      onChange={text => change(set(readLength(text, unit)!))}
    />
  )
  return (
    <main className="house">
      <div className="tools">
        <DropdownMenu.Root modal={false}>
          <DropdownMenu.Trigger className="button" disabled={!writer}>
            Begin from a ready-made style
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content className="menu ready-menu" align="start">
              {readyStyles.map(({ make, looks }) => (
                <DropdownMenu.Item key={looks} className="menu-item ready-item" onSelect={() => apply(make())}>
                  <strong>{make().name}</strong>
                  <span>{looks}</span>
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
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
          Load a file
        </button>
        <input
          ref={chooser}
          type="file"
          className="visually-hidden"
          tabIndex={-1}
          aria-label="House style file"
          accept=".json,application/json"
          onChange={event => {
            const file = event.target.files?.[0]
            if (file) void load(file)
            event.target.value = ''
          }}
        />
        <span className="spring" />
        <span className="quiet-note">
          {writer ? 'Every change is one step that can be undone.' : 'Another tab is writing this work; here you can look.'}
        </span>
      </div>
      <div className="house-columns">
        <fieldset className="house-fields" disabled={!writer}>
          <section>
            <h2>Page</h2>
            <div className="house-grid">
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
              <Choice
                label="Printed on"
                value={style.page.twoSided ? 'two' : 'one'}
                options={{ one: 'One side', two: 'Both sides' }}
                onChange={value => page({ twoSided: value === 'two' })}
              />
              <Choice
                label="A chapter opens"
                value={style.opens}
                options={{ page: 'On a new page', recto: 'On a right-hand page', runOn: 'Where the text stands' }}
                onChange={opens => change({ ...style, opens })}
              />
              {(['top', 'bottom', 'inner', 'outer'] as const).map(margin => (
                <div key={margin}>
                  {length(
                    { top: 'Top margin', bottom: 'Bottom margin', inner: 'Inner margin', outer: 'Outer margin' }[margin],
                    style.page[margin],
                    'mm',
                    points => ({ ...style, page: { ...style.page, [margin]: points } }),
                  )}
                </div>
              ))}
              {length('Space above a chapter', style.sink, 'mm', sink => ({ ...style, sink }), 600)}
              <Choice
                label="Feet of full pages"
                value={style.evenFeet ? 'even' : 'ragged'}
                options={{ even: 'All at one height', ragged: 'Where the text ends' }}
                onChange={value => change({ ...style, evenFeet: value === 'even' })}
              />
            </div>
          </section>
          <section>
            <h2>Text</h2>
            <div className="house-grid">
              {length('First-line indent', style.indent, 'pt', indent => ({ ...style, indent }), 200)}
              {length('Space between paragraphs', style.paragraphGap, 'pt', paragraphGap => ({ ...style, paragraphGap }), 200)}
              {length('Indent of lists', style.list.indent, 'pt', indent => ({ ...style, list: { ...style.list, indent } }), 200)}
              {length(
                'Space between list items',
                style.list.between,
                'pt',
                between => ({ ...style, list: { ...style.list, between } }),
                200,
              )}
              <Check label="Hyphenate" value={style.hyphenate} onChange={hyphenate => change({ ...style, hyphenate })} />
              <Check
                label="Points and quotation marks hang over the edges"
                value={style.opticalMargins}
                onChange={opticalMargins => change({ ...style, opticalMargins })}
              />
            </div>
            <StyleTable style={style} scheme={scheme} change={change} />
            <CaptionLooks style={style} scheme={scheme} change={change} />
            <HeadingPlaces style={style} change={change} />
          </section>
          <section>
            <h2>Running heads</h2>
            <RunningHeads style={style} change={change} />
            <div className="house-grid">
              {length(
                'Size of heads',
                style.runningHead.size,
                'pt',
                size => ({ ...style, runningHead: { ...style.runningHead, size: Math.max(3, size) } }),
                40,
              )}
              <Check
                label="A rule under the head"
                value={style.runningHead.rule}
                onChange={rule => change({ ...style, runningHead: { ...style.runningHead, rule } })}
              />
              <Choice
                label="Line numbers"
                value={style.lineNumbers.by}
                options={{ none: 'None', page: 'On each page', division: 'Through each division', work: 'Through the work' }}
                onChange={by => change({ ...style, lineNumbers: { ...style.lineNumbers, by } })}
              />
              {style.lineNumbers.by !== 'none' && (
                <Field
                  label="Number every … lines"
                  value={String(style.lineNumbers.every)}
                  check={text =>
                    /^\s*\d{1,3}\s*$/.test(text) && Number(text) >= 1 && Number(text) <= 100 ? '' : 'A whole number from 1 to 100.'
                  }
                  onChange={text => change({ ...style, lineNumbers: { ...style.lineNumbers, every: Number(text) } })}
                />
              )}
            </div>
          </section>
          <section>
            <h2>Notes</h2>
            <div className="house-grid">
              <Choice
                label="Notes stand"
                value={scheme.notes.place}
                options={{ foot: 'At the foot of the page', chapter: 'At the end of the chapter', work: 'In a division of their own' }}
                onChange={placeNotes}
              />
              <p className="quiet-note note-place">
                How they count is said in the <Link to="../scheme">scheme</Link>.
              </p>
            </div>
          </section>
          <section>
            <h2>Opening pages and what follows the text</h2>
            <OpeningPages />
          </section>
          <section>
            <h2>Contents and lists</h2>
            <ListLooks style={style} change={change} />
            <div className="house-grid">
              {length(
                'Between number and words',
                style.contents.gap,
                'pt',
                gap => ({ ...style, contents: { ...style.contents, gap } }),
                200,
              )}
              <Field
                label="Line above appendices in the contents"
                value={style.contents.appendices}
                onChange={appendices => change({ ...style, contents: { ...style.contents, appendices: appendices.trim().slice(0, 100) } })}
              />
              <Choice
                label="Contents go down to level"
                value={String(style.contents.depth)}
                options={{ '1': '1', '2': '2', '3': '3', '4': '4', '5': '5', '6': '6' }}
                onChange={depth => change({ ...style, contents: { ...style.contents, depth: Number(depth) } })}
              />
              {length(
                'Indent by level in contents',
                style.contents.indent,
                'pt',
                indent => ({ ...style, contents: { ...style.contents, indent } }),
                200,
              )}
            </div>
          </section>
          <section>
            <h2>Displays and pictures</h2>
            <div className="house-grid">
              {length(
                'Space above an equation',
                style.display.before,
                'pt',
                before => ({ ...style, display: { ...style.display, before } }),
                200,
              )}
              {length(
                'Space below an equation',
                style.display.after,
                'pt',
                after => ({ ...style, display: { ...style.display, after } }),
                200,
              )}
              {length(
                'Space above a figure or table',
                style.float.before,
                'pt',
                before => ({ ...style, float: { ...style.float, before } }),
                200,
              )}
              {length(
                'Space below a figure or table',
                style.float.after,
                'pt',
                after => ({ ...style, float: { ...style.float, after } }),
                200,
              )}
              {length(
                'Between a picture and its caption',
                style.float.captionGap,
                'pt',
                captionGap => ({ ...style, float: { ...style.float, captionGap } }),
                200,
              )}
              <Field
                label="Lowest resolution of pictures, in dots per inch"
                value={String(style.pictureResolution)}
                check={text => (/^\s*\d{1,4}\s*$/.test(text) ? '' : 'A whole number from 0 to 5000.')}
                onChange={text => change({ ...style, pictureResolution: Math.min(5000, Number(text)) })}
              />
              <Check
                label="Number the lines of listings"
                value={style.listing.numbered}
                onChange={numbered => change({ ...style, listing: { ...style.listing, numbered } })}
              />
            </div>
          </section>
        </fieldset>
        <SamplePage style={style} change={change} fixed={!writer} />
      </div>
    </main>
  )
}
