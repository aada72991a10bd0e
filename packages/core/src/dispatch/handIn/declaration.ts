/** What an author declares of a work when its PDF is handed in: the sheet and margins of the house style, and what its divisions are. */
import { languageTag, oneOf, points, type Static, Type, words } from '../../work/definition.ts'
import { division, plainText, roleNames } from '../../work/schema.ts'
import type { Work } from '../../work/work.ts'

/** Stands in a title for what is worded by the pages: a reference, a formula. */
export const unsaid = '□'

const closed = { additionalProperties: false }
const length = () => points({ from: 0, to: 2000 })

export const declaration = Type.Object(
  {
    kind: oneOf(['thesis', 'paper'], 'thesis'),
    language: languageTag(),
    sheet: Type.Object(
      {
        width: points({ from: 72, to: 14_400 }),
        height: points({ from: 72, to: 14_400 }),
        twoSided: Type.Boolean(),
        top: length(),
        bottom: length(),
        /** With what the binding takes. */
        inner: length(),
        outer: length(),
        /** How far numbers of headings stand to the left of the text. */
        reach: length(),
      },
      closed,
    ),
    /** In the order of the work. */
    divisions: Type.Array(Type.Object({ title: words({ most: 2000 }), role: oneOf(roleNames, 'chapter') }, closed), { maxItems: 2000 }),
  },
  closed,
)
export type Declaration = Static<typeof declaration>

export function declarationOf({ doc, houseStyle, settings }: Work): Declaration {
  const { width, height, twoSided, top, bottom, inner, outer, binding } = houseStyle.page
  const reach = Math.max(0, ...houseStyle.headings.map(({ numberAt }) => -numberAt))
  return {
    kind: settings.kind,
    language: settings.language,
    sheet: { width, height, twoSided, top, bottom, inner: inner + binding, outer, reach },
    // What only the finished pages can say stands as a sign.
    divisions: doc.children.map(node => ({
      title: plainText(node.firstChild!, () => unsaid)
        .trim()
        .slice(0, 2000),
      role: division(node).role,
    })),
  }
}
