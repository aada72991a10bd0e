/** The look of a level, a caption or a list is one thing: what it is, where else it stands, and a heading's own look made that of its level. */

import { faceWith } from '@steady-ledger/core/type/faces.ts'
import { findBlock } from '@steady-ledger/core/work/commands/sections.ts'
import { captionStyle, type FaceName, type HeadingStyle, type HouseStyle } from '@steady-ledger/core/work/parts/houseStyle.ts'
import { listMarkingOf } from '@steady-ledger/core/work/parts/scheme.ts'
import { type Node, plainText, schema, seriesOf } from '@steady-ledger/core/work/schema.ts'
import { setPart } from '@steady-ledger/core/work/steps/workStep.ts'
import { closeHistory } from '@tiptap/pm/history'
import { Link } from 'react-router'
import { useSession, useView } from '../../session/sessionContext.ts'

const faceNames: Record<FaceName, string> = {
  serif: 'letters of the text',
  serifItalic: 'italic of the text',
  serifBold: 'bold of the text',
  serifBoldItalic: 'bold italic of the text',
  sans: 'sans',
  sansSemibold: 'bold sans',
  mono: 'fixed width',
}
const looksLike = ({ face, size, leading }: { face: FaceName; size: number; leading: number }): string =>
  `${faceNames[face]}, ${size} on ${leading} pt`

/** Marks that all words of a heading carry: the look that its author gave it by hand. */
function ownLook(heading: Node): string[] {
  const texts = heading.children.filter(child => child.isText)
  if (texts.length === 0) return []
  return ['emphasis', 'strong', 'smallCapitals'].filter(name => texts.every(child => schema.marks[name]!.isInSet(child.marks)))
}

export function HeadingLook({ node, id }: { node: Node; id: string }) {
  const session = useSession()
  const ledger = useView(view => view.ledger)
  const houseStyle = useView(view => view.houseStyle)
  const isDivision = node.type.name === 'division'
  const level = isDivision ? (node.attrs.role === 'part' ? 0 : 1) : (node.attrs.level as number)
  const style = styleOf(houseStyle, level)
  const same = ledger.entries.filter(({ item }) => item.kind === 'heading' && item.level === level && item.text)
  const own = ownLook(isDivision ? node.firstChild! : node)
  const adopt = (): void => {
    const at = findBlock(session.state.doc, id)
    if (at < 0) return
    const start = at + (isDivision ? 2 : 1)
    const text = isDivision ? node.firstChild! : node
    const next: HeadingStyle = {
      ...style,
      face: faceWith(style.face, { emphasis: own.includes('emphasis'), strong: own.includes('strong'), code: false }),
      ...(own.includes('smallCapitals') ? { smallCapitals: true } : {}),
    }
    const tr = setPart(session.state.tr, session.work, 'houseStyle', withStyle(houseStyle, level, next))
    for (const name of own) tr.removeMark(start, start + text.content.size, schema.marks[name])
    if (session.dispatch(closeHistory(tr))) session.sayDone(`All ${same.length} headings of level ${level} look like it now.`)
  }
  return (
    <section className="slip-part">
      <h3>Look of level {level}</h3>
      <p>
        {looksLike(style)} · <Link to="../house-style">change it</Link>
      </p>
      {own.length > 0 && (
        <button type="button" className="button" onClick={adopt}>
          Make the level look like this one
        </button>
      )}
      <Places
        says={`${same.length} ${same.length === 1 ? 'heading has' : 'headings have'} it`}
        places={same.map(({ id: other, bare, item }) => ({ id: other, says: `${bare} ${plainText(item.text!)}`.trim() }))}
      />
    </section>
  )
}

export function CaptionLook({ node }: { node: Node }) {
  const ledger = useView(view => view.ledger)
  const houseStyle = useView(view => view.houseStyle)
  const series = seriesOf(node)
  const caption = captionStyle(houseStyle, series)
  const same = ledger.entries.filter(({ item }) => item.kind === 'series' && item.series === series)
  return (
    <section className="slip-part">
      <h3>Look of the caption</h3>
      <p>
        {looksLike(caption)} · <Link to="../house-style">change it</Link> · <Link to="../scheme">its place and words</Link>
      </p>
      <Places says={`${same.length} of the series`} places={same.map(({ id, names, bare }) => ({ id, says: `${names.one} ${bare}` }))} />
    </section>
  )
}

/** The lists of the work that have a look. */
export function ListPlaces({ kind, look }: { kind: string; look: string }) {
  const doc = useView(view => view.doc)
  const scheme = useView(view => view.scheme)
  const places: { id: string; says: string }[] = []
  doc.descendants(node => {
    if (node.type.name === kind && node.attrs.id && listMarkingOf(scheme, kind as 'numberedList', node.attrs.look).key === look)
      places.push({ id: node.attrs.id, says: plainText(node).slice(0, 40) || 'An empty list' })
    return !node.isTextblock
  })
  return <Places says={`${places.length} ${places.length === 1 ? 'list has' : 'lists have'} it`} places={places} />
}

/** Every place that uses a look, each a link. */
function Places({ says, places }: { says: string; places: { id: string; says: string }[] }) {
  return (
    <details>
      <summary className="cursor-pointer text-(--structure)">{says}</summary>
      <ul className="slip-list max-h-[220px] overflow-auto">
        {places.slice(0, mostPlaces).map(({ id, says: name }) => (
          <li key={id}>
            <Link to={`../galley/${id}`}>{name}</Link>
          </li>
        ))}
        {places.length > mostPlaces && <li>and {places.length - mostPlaces} more</li>}
      </ul>
    </details>
  )
}
const mostPlaces = 100

const styleOf = (style: HouseStyle, level: number): HeadingStyle =>
  level === 0 ? style.part : style.headings[Math.min(level, style.headings.length) - 1]!

/** The house style with a level's look; levels that repeated the last one get looks of their own up to it. */
function withStyle(style: HouseStyle, level: number, next: HeadingStyle): HouseStyle {
  if (level === 0) return { ...style, part: next }
  const headings = Array.from({ length: Math.max(style.headings.length, level) }, (_, i) =>
    i + 1 === level ? next : styleOf(style, i + 1),
  )
  return { ...style, headings }
}
