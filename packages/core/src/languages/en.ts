import { type Language, names } from './language.ts'

const count = (value: number): string => {
  const ones =
    'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'
  const tens = '  twenty thirty forty fifty sixty seventy eighty ninety'.split(' ')
  if (value < 20) return ones.split(' ')[value]!
  if (value < 100) return tens[Math.floor(value / 10)]! + (value % 10 ? `-${count(value % 10)}` : '')
  return `${count(Math.floor(value / 100))} hundred${value % 100 ? ` and ${count(value % 100)}` : ''}`
}

export const english: Language = {
  tag: 'en',
  count,
  names: {
    chapter: names('Chapter', 'Chapters', 'Chap.', 'Chaps.'),
    section: names('Section', 'Sections', 'Sec.', 'Secs.'),
    appendix: names('Appendix', 'Appendices', 'App.', 'Apps.'),
    figure: names('Figure', 'Figures', 'Fig.', 'Figs.'),
    table: names('Table', 'Tables', 'Tab.', 'Tabs.'),
    equation: names('Equation', 'Equations', 'Eq.', 'Eqs.'),
    listing: names('Listing', 'Listings', 'List.', 'Lists.'),
    box: names('Box', 'Boxes', 'Box', 'Boxes'),
    theorem: names('Theorem', 'Theorems', 'Thm.', 'Thms.'),
    lemma: names('Lemma', 'Lemmas', 'Lem.', 'Lems.'),
    proposition: names('Proposition', 'Propositions', 'Prop.', 'Props.'),
    corollary: names('Corollary', 'Corollaries', 'Cor.', 'Cors.'),
    definition: names('Definition', 'Definitions', 'Def.', 'Defs.'),
    remark: names('Remark', 'Remarks', 'Rem.', 'Rems.'),
    part: names('Part', 'Parts', 'Pt.', 'Pts.'),
    item: names('item', 'items', 'item', 'items'),
    note: names('note', 'notes', 'n.', 'nn.'),
    place: names('place', 'places', 'place', 'places'),
  },
  listOf: 'List of {names}',
  contents: 'Contents',
  abstract: 'Abstract',
  introduction: 'Introduction',
  abbreviations: 'Abbreviations',
  symbols: 'Symbols',
  sources: 'References',
  citedOn: 'Cited on',
  appendices: 'Appendices',
  continued: 'continued',
  notes: 'Notes',
  proof: 'Proof',
  index: 'Index',
  see: 'see',
  seeAlso: 'see also',
  following: 'f.',
  followingSeveral: 'ff.',
  keywords: 'Keywords:',
  page: 'page',
  pages: 'pages',
  shortPage: 'p.',
  shortPages: 'pp.',
  on: ' on ',
  this: ' on this page',
  facing: ' on the facing page',
  next: ' on the next page',
  previous: ' on the previous page',
  in: ' in ',
  to: ' to ',
  and: '',
  quotesOpen: '“',
  quotesClose: '”',
  nowhere: 'a reference without a target',
  deleted: 'a deleted target',
  was: 'was',
  noSentenceAfter:
    'cf. e.g. i.e. vs. viz. et al. al. ca. c. approx. nos. p. pp. ch. chs. sec. secs. fig. figs. eq. eqs. tab. tabs. app. vol. vols. ed. eds. etc. Dr. Mr. Mrs. Ms. Prof. St. resp. incl. esp.',
}
