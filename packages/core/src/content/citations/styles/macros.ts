/**
 * What the style files that ship have in common, in the Citation Style Language 1.0.2: how a title, what it appeared in, its date and its
 * address are said. Written by us.
 */

/** Types whose title stands in quotation marks, because they appeared in something else. */
const parts =
  'article article-journal article-magazine article-newspaper chapter entry entry-dictionary entry-encyclopedia paper-conference post post-weblog review review-book speech webpage personal_communication interview manuscript'

export const macros = (inTerm: 'capitalize-first' | 'lowercase'): string => `
  <macro name="title">
    <choose>
      <if variable="title" match="none">
        <choose><if variable="reviewed-title"><group delimiter=" "><text term="review-of"/><text variable="reviewed-title" font-style="italic"/></group></if>
        <else><text variable="genre"/></else></choose>
      </if>
      <else-if type="${parts}" match="any"><text variable="title" quotes="true"/></else-if>
      <else><text variable="title" font-style="italic"/></else>
    </choose>
  </macro>
  <macro name="short-title">
    <choose>
      <if type="${parts}" match="any"><text variable="title" form="short" quotes="true"/></if>
      <else><text variable="title" form="short" font-style="italic"/></else>
    </choose>
  </macro>
  <macro name="year">
    <choose>
      <if variable="issued">
        <group delimiter=" ">
          <choose><if is-uncertain-date="issued"><text term="circa" form="short"/></if></choose>
          <date variable="issued"><date-part name="year"/></date>
        </group>
      </if>
      <else-if variable="status"><text variable="status"/></else-if>
      <else><text term="no date" form="short"/></else>
    </choose>
  </macro>
  <macro name="day">
    <choose>
      <if variable="issued">
        <group delimiter=" ">
          <choose><if is-uncertain-date="issued"><text term="circa" form="short"/></if></choose>
          <date variable="issued" form="text"/>
        </group>
      </if>
      <else><text macro="year"/></else>
    </choose>
  </macro>
  <macro name="editors">
    <group delimiter=" ">
      <names variable="editor" delimiter=", "><label form="verb-short" suffix=" "/><name and="text" initialize-with=". " delimiter-precedes-last="never"/></names>
    </group>
  </macro>
  <macro name="translators">
    <names variable="translator" delimiter=", "><label form="verb-short" suffix=" "/><name and="text" initialize-with=". " delimiter-precedes-last="never"/></names>
  </macro>
  <macro name="numbered-volume">
    <choose>
      <if is-numeric="volume"><group delimiter="&#160;"><label variable="volume" form="short"/><number variable="volume"/></group></if>
      <else><text variable="volume"/></else>
    </choose>
  </macro>
  <macro name="edition">
    <choose>
      <if is-numeric="edition"><group delimiter=" "><number variable="edition" form="ordinal"/><text term="edition" form="short"/></group></if>
      <else><text variable="edition"/></else>
    </choose>
  </macro>
  <macro name="pages">
    <group delimiter="&#160;"><label variable="page" form="short"/><text variable="page"/></group>
  </macro>
  <macro name="imprint">
    <group delimiter=", "><text variable="publisher"/><text variable="publisher-place"/></group>
  </macro>
  <macro name="series">
    <group delimiter=" " prefix="(" suffix=")"><text variable="collection-title"/><text variable="collection-number"/></group>
  </macro>
  <macro name="periodical">
    <group delimiter=" ">
      <text variable="container-title" font-style="italic"/>
      <group><text variable="volume"/><text variable="issue" prefix="(" suffix=")"/></group>
    </group>
  </macro>
  <macro name="appeared">
    <choose>
      <if type="article-journal review review-book article-magazine article-newspaper periodical" match="any">
        <group delimiter=", "><text macro="periodical"/><text macro="pages"/><text variable="number"/></group>
      </if>
      <else-if type="chapter paper-conference entry entry-dictionary entry-encyclopedia" match="any">
        <group delimiter=", ">
          <group delimiter=" "><text term="in" text-case="${inTerm}"/><text variable="container-title" font-style="italic"/></group>
          <text macro="editors"/><text macro="translators"/><text macro="numbered-volume"/><text macro="edition"/>
          <text variable="event-title"/><text macro="series"/><text macro="imprint"/><text macro="pages"/>
        </group>
      </else-if>
      <else-if type="thesis report" match="any">
        <group delimiter=", "><group delimiter=" "><text variable="genre"/><text variable="number"/></group><text macro="series"/><text macro="imprint"/></group>
      </else-if>
      <else-if type="patent standard legislation regulation bill legal_case treaty hearing" match="any">
        <group delimiter=", "><group delimiter=" "><text variable="genre"/><text variable="number"/></group><text variable="authority"/><text variable="section"/><text macro="imprint"/></group>
      </else-if>
      <else-if type="webpage post post-weblog dataset software map" match="any">
        <group delimiter=", "><text variable="container-title" font-style="italic"/><group delimiter=" "><text term="version"/><text variable="version"/></group><text variable="medium"/><text macro="imprint"/></group>
      </else-if>
      <else-if type="speech event interview personal_communication" match="any">
        <group delimiter=", "><text variable="genre"/><names variable="interviewer recipient"><label form="verb" suffix=" "/><name and="text" initialize-with=". " delimiter-precedes-last="never"/></names><text variable="event-title"/><text variable="event-place"/></group>
      </else-if>
      <else-if type="manuscript" match="any">
        <group delimiter=", "><text variable="genre"/><text variable="archive"/><text variable="archive_collection"/><text variable="archive_location"/><text variable="archive-place"/></group>
      </else-if>
      <else>
        <group delimiter=", ">
          <group delimiter=" "><choose><if variable="container-title"><text term="in" text-case="${inTerm}"/></if></choose><text variable="container-title" font-style="italic"/></group>
          <text macro="translators"/>
          <choose><if variable="author"><text macro="editors"/></if></choose>
          <text macro="numbered-volume"/><text macro="edition"/><text variable="medium"/><text macro="series"/><text macro="imprint"/><text macro="pages"/>
        </group>
      </else>
    </choose>
  </macro>
  <macro name="address">
    <choose>
      <if variable="DOI"><text variable="DOI" prefix="https://doi.org/"/></if>
      <else-if variable="URL">
        <group delimiter=" ">
          <text variable="URL"/>
          <group delimiter=" " prefix="(" suffix=")"><text term="accessed"/><date variable="accessed" form="text"/></group>
        </group>
      </else-if>
    </choose>
  </macro>
  <macro name="cited-place">
    <group delimiter="&#160;"><label variable="locator" form="short"/><text variable="locator"/></group>
  </macro>`

/** Names before a title in a list: all in their usual order, or the first turned about for an alphabet. */
export const authors = (turned: 'first' | 'no'): string => `
  <macro name="authors">
    <names variable="author" delimiter=", ">
      <name and="text" initialize-with=". " delimiter-precedes-last="never"${turned === 'first' ? ' name-as-sort-order="first"' : ''}/>
      <label form="short" prefix=" (" suffix=")"/>
      <substitute><names variable="editor"/><names variable="translator"/><names variable="compiler"/><names variable="director"/><text macro="title"/></substitute>
    </names>
  </macro>`

/** Names as a citation says them. */
export const briefAuthors = `
  <macro name="brief-authors">
    <names variable="author">
      <name form="short" and="text" delimiter=", " delimiter-precedes-last="never"/>
      <substitute><names variable="editor"/><names variable="translator"/><names variable="compiler"/><names variable="director"/><text macro="short-title"/><text variable="genre"/></substitute>
    </names>
  </macro>`

export const sortedByAuthor = `
      <key macro="authors"/>
      <key variable="issued"/>
      <key variable="title"/>`

/** A style file around its macros, citation and list. */
export const styleFile = (name: string, kind: 'in-text' | 'note', inner: string): string =>
  `<?xml version="1.0" encoding="utf-8"?>
<style xmlns="http://purl.org/net/xbiblio/csl" class="${kind}" version="1.0" demote-non-dropping-particle="sort-only" page-range-format="expanded">
  <info>
    <title>${name}</title>
    <id>steady-ledger-${name.toLowerCase().replaceAll(' ', '-')}</id>
    <updated>2026-11-26T00:00:00+00:00</updated>
  </info>${inner}
</style>
`
