/** Type and spacing of every kind of text, a row a kind. */

import { readLength, writeLength } from '@steady-ledger/core/work/lengths.ts'
import type { FaceName, HouseStyle, TextStyle } from '@steady-ledger/core/work/parts/houseStyle.ts'
import { type Scheme, seriesRule } from '@steady-ledger/core/work/parts/scheme.ts'
import { Cell } from './Cell.tsx'

export const faceTitles: Record<FaceName, string> = {
  serif: 'Text',
  serifItalic: 'Text italic',
  serifBold: 'Text bold',
  serifBoldItalic: 'Text bold italic',
  sans: 'Sans',
  sansSemibold: 'Sans bold',
  mono: 'Fixed width',
}
const aligns: Record<TextStyle['align'], string> = { justified: 'Justified', left: 'Left', centre: 'Centred', right: 'Right' }

interface Kind {
  name: string
  get(style: HouseStyle): TextStyle
  set(style: HouseStyle, text: TextStyle): HouseStyle
}

type PlainKey = 'body' | 'quotation' | 'verse' | 'epigraph' | 'listing' | 'caption' | 'note' | 'table'
const plain = (name: string, key: PlainKey): Kind => ({
  name,
  get: style => style[key],
  set: (style, text) => ({ ...style, [key]: { ...style[key], ...text } }),
})
const heading = (index: number): Kind => ({
  name: index === 0 ? 'Chapter title' : `Heading of level ${index + 1}`,
  get: style => style.headings[Math.min(index, style.headings.length - 1)]!,
  set: (style, text) => ({
    ...style,
    headings: Array.from({ length: Math.max(style.headings.length, index + 1) }, (_, i) =>
      i === index
        ? { ...style.headings[Math.min(i, style.headings.length - 1)]!, ...text }
        : style.headings[Math.min(i, style.headings.length - 1)]!,
    ),
  }),
})
const kinds: Kind[] = [
  plain('Text', 'body'),
  { name: 'Title of a part', get: style => style.part, set: (style, text) => ({ ...style, part: { ...style.part, ...text } }) },
  ...[0, 1, 2, 3].map(heading),
  plain('Quotation', 'quotation'),
  plain('Verse', 'verse'),
  plain('Epigraph', 'epigraph'),
  plain('Listing', 'listing'),
  plain('Caption', 'caption'),
  plain('Table', 'table'),
  plain('Footnote', 'note'),
  {
    name: 'List entry',
    get: style => style.contents.line,
    set: (style, line) => ({ ...style, contents: { ...style.contents, line } }),
  },
  {
    name: 'Index entry',
    get: style => style.index.line,
    set: (style, line) => ({ ...style, index: { ...style.index, line } }),
  },
  {
    name: 'Title of the work',
    get: style => style.titlePage.title,
    set: (style, title) => ({ ...style, titlePage: { ...style.titlePage, title } }),
  },
  {
    name: 'Title page line',
    get: style => style.titlePage.line,
    set: (style, line) => ({ ...style, titlePage: { ...style.titlePage, line } }),
  },
]
const sizes: { key: 'size' | 'leading' | 'before' | 'after'; name: string; least: number; most: number }[] = [
  { key: 'size', name: 'Size', least: 3, most: 200 },
  { key: 'leading', name: 'Line', least: 3, most: 400 },
  { key: 'before', name: 'Above', least: 0, most: 2000 },
  { key: 'after', name: 'Below', least: 0, most: 2000 },
]

/** Rows for the captions of series that look otherwise than the rest. */
const captionKinds = (style: HouseStyle, scheme: Scheme): Kind[] =>
  Object.keys(style.captions).map(key => ({
    name: `Caption: ${seriesRule(scheme, key).names.many.toLowerCase()}`,
    get: own => own.captions[key] ?? own.caption,
    set: (own, text) => ({ ...own, captions: { ...own.captions, [key]: text } }),
  }))

interface Props {
  style: HouseStyle
  scheme: Scheme
  change(next: HouseStyle): void
}

export function StyleTable({ style, scheme, change }: Props) {
  const rows = kinds.flatMap(kind => (kind.name === 'Caption' ? [kind, ...captionKinds(style, scheme)] : [kind]))
  return (
    <table className="data-table">
      <thead>
        <tr>
          <th scope="col">Kind</th>
          <th scope="col">Face</th>
          {sizes.map(({ key, name }) => (
            <th key={key} scope="col" className="pr-3.5 text-right">
              {name} <small>pt</small>
            </th>
          ))}
          <th scope="col">Lines</th>
          <th scope="col">Digits</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(kind => {
          const text = kind.get(style)
          const set = (more: Partial<TextStyle>): void => change(kind.set(style, { ...text, ...more }))
          return (
            <tr key={kind.name}>
              <th scope="row">{kind.name}</th>
              <td>
                <select
                  className="quiet-field max-w-[170px] px-0.5 py-[3px]"
                  aria-label={`${kind.name}: face`}
                  value={text.face}
                  onChange={event => set({ face: event.target.value as FaceName })}
                >
                  {Object.entries(faceTitles).map(([key, name]) => (
                    <option key={key} value={key}>
                      {name}
                    </option>
                  ))}
                </select>
              </td>
              {sizes.map(({ key, name, least, most }) => (
                <td key={key}>
                  <Cell
                    label={`${kind.name}: ${name.toLowerCase()}, in points`}
                    value={writeLength(text[key], 'pt')}
                    read={typed => {
                      const points = readLength(typed, 'pt')
                      return points === null || points < least || points > most ? null : points
                    }}
                    wrong={`From ${least} to ${most} pt`}
                    onChange={points => set({ [key]: points })}
                  />
                </td>
              ))}
              <td>
                <select
                  className="quiet-field max-w-[170px] px-0.5 py-[3px]"
                  aria-label={`${kind.name}: how lines stand`}
                  value={text.align}
                  onChange={event => set({ align: event.target.value as TextStyle['align'] })}
                >
                  {Object.entries(aligns).map(([key, name]) => (
                    <option key={key} value={key}>
                      {name}
                    </option>
                  ))}
                </select>
              </td>
              <td>
                <select
                  className="quiet-field max-w-[170px] px-0.5 py-[3px]"
                  aria-label={`${kind.name}: digits`}
                  value={text.oldStyleFigures ? 'old' : 'lining'}
                  onChange={event => set({ oldStyleFigures: event.target.value === 'old' })}
                >
                  <option value="lining">Of one height</option>
                  <option value="old">Old-style</option>
                </select>
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}
