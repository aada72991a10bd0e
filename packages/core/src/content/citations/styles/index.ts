/** The style files that ship: a new one is a file of the Citation Style Language in here and a line in this table. */
import type { CitationRules, CitationStyle } from '../../../work/parts/houseStyle.ts'
import { authors, briefAuthors, macros, sortedByAuthor, styleFile } from './macros.ts'

/** Numbers in square brackets, sorted and joined; the list in the order of the text, or of the alphabet. */
const numbered = (name: string, sort: string): string =>
  styleFile(
    name,
    'in-text',
    `${macros('capitalize-first')}${authors(sort ? 'first' : 'no')}
  <citation collapse="citation-number">
    <sort><key variable="citation-number"/></sort>
    <layout prefix="[" suffix="]" delimiter=", ">
      <group delimiter=" "><text variable="citation-number"/><text macro="cited-place" prefix="(" suffix=")"/></group>
    </layout>
  </citation>
  <bibliography second-field-align="flush">${sort ? `\n    <sort>${sort}\n    </sort>` : ''}
    <layout suffix=".">
      <text variable="citation-number" prefix="[" suffix="]"/>
      <group delimiter=". "><text macro="authors"/><text macro="title"/><group delimiter=", "><text macro="appeared"/><text macro="day"/></group><text macro="address"/></group>
    </layout>
  </bibliography>`,
  )

const authorAndYear = styleFile(
  'Author and year',
  'in-text',
  `${macros('capitalize-first')}${authors('first')}${briefAuthors}
  <citation et-al-min="4" et-al-use-first="1" disambiguate-add-year-suffix="true" disambiguate-add-names="true" disambiguate-add-givenname="true" givenname-disambiguation-rule="primary-name" collapse="year" cite-group-delimiter=", ">
    <sort><key macro="brief-authors"/><key variable="issued"/><key variable="title"/></sort>
    <layout prefix="(" suffix=")" delimiter="; ">
      <group delimiter=", "><group delimiter=" "><text macro="brief-authors"/><text macro="year"/></group><text macro="cited-place"/></group>
    </layout>
  </citation>
  <bibliography hanging-indent="true">
    <sort>${sortedByAuthor}
    </sort>
    <layout suffix=".">
      <group delimiter=" "><text macro="authors"/><text macro="year" prefix="(" suffix=")."/><group delimiter=". "><text macro="title"/><text macro="appeared"/><text macro="address"/></group></group>
    </layout>
  </bibliography>`,
)

const notes = styleFile(
  'Notes',
  'note',
  `${macros('lowercase')}${authors('first')}${briefAuthors}
  <macro name="plain-authors">
    <names variable="author" delimiter=", ">
      <name and="text" delimiter-precedes-last="never"/>
      <label form="short" prefix=" (" suffix=")"/>
      <substitute><names variable="editor"/><names variable="translator"/><names variable="compiler"/><names variable="director"/></substitute>
    </names>
  </macro>
  <citation et-al-min="4" et-al-use-first="1">
    <layout suffix="." delimiter="; ">
      <choose>
        <if position="ibid-with-locator"><group delimiter=", "><text term="ibid"/><text macro="cited-place"/></group></if>
        <else-if position="ibid"><text term="ibid"/></else-if>
        <else-if position="subsequent">
          <group delimiter=", ">
            <group delimiter=" ">
              <group delimiter=", "><text macro="brief-authors"/><choose><if variable="author editor translator compiler director" match="any"><text macro="short-title"/></if></choose></group>
              <group delimiter="&#160;" prefix="(" suffix=")"><text term="note" form="short"/><text variable="first-reference-note-number"/></group>
            </group>
            <text macro="cited-place"/>
          </group>
        </else-if>
        <else><group delimiter=", "><text macro="plain-authors"/><text macro="title"/><text macro="appeared"/><text macro="day"/><text macro="address"/><text macro="cited-place"/></group></else>
      </choose>
    </layout>
  </citation>
  <bibliography hanging-indent="true">
    <sort>${sortedByAuthor}
    </sort>
    <layout suffix=".">
      <group delimiter=". "><text macro="authors"/><group delimiter=", "><text macro="title"/><text macro="appeared"/><text macro="day"/></group><text macro="address"/></group>
    </layout>
  </bibliography>`,
)

const shipped: Record<Exclude<CitationStyle, 'own'>, string> = {
  numbers: numbered('Numbers in order of appearance', ''),
  numbersByAlphabet: numbered('Numbers by the alphabet', sortedByAuthor),
  authorAndYear,
  notes,
}

/** The style file that holds in a work. */
export const styleFileOf = ({ style, own }: CitationRules): string => (style === 'own' ? own || shipped.numbers : shipped[style])

const inNotes = new WeakMap<CitationRules, boolean>()

/** Whether citations in the text become notes: the class of the style file, read from its root. */
export function citesInNotes(rules: CitationRules): boolean {
  let found = inNotes.get(rules)
  if (found === undefined) {
    const [root = ''] = /<style\s[^>]*>/.exec(styleFileOf(rules).replace(/<!--[\s\S]*?-->/g, '')) ?? []
    inNotes.set(rules, (found = /\bclass\s*=\s*["']note["']/.test(root)))
  }
  return found
}
