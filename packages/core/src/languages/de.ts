import { type Language, names } from './language.ts'

const count = (value: number): string => {
  const ones = 'null eins zwei drei vier fünf sechs sieben acht neun zehn elf zwölf dreizehn vierzehn fünfzehn sechzehn siebzehn'
  const tens = '  zwanzig dreißig vierzig fünfzig sechzig siebzig achtzig neunzig'.split(' ')
  // “Eins” loses its s before what it counts.
  const counting = (one: number): string => (one === 1 ? 'ein' : count(one))
  if (value < 18) return ones.split(' ')[value]!
  if (value < 20) return `${count(value - 10)}zehn`
  if (value < 100) return (value % 10 ? `${counting(value % 10)}und` : '') + tens[Math.floor(value / 10)]!
  return `${counting(Math.floor(value / 100))}hundert${value % 100 ? count(value % 100) : ''}`
}

export const german: Language = {
  tag: 'de',
  count,
  names: {
    chapter: names('Kapitel', 'Kapitel', 'Kap.', 'Kap.'),
    section: names('Abschnitt', 'Abschnitte', 'Abschn.', 'Abschn.'),
    appendix: names('Anhang', 'Anhänge', 'Anh.', 'Anh.'),
    figure: names('Abbildung', 'Abbildungen', 'Abb.', 'Abb.'),
    table: names('Tabelle', 'Tabellen', 'Tab.', 'Tab.'),
    equation: names('Gleichung', 'Gleichungen', 'Gl.', 'Gln.'),
    listing: names('Programm', 'Programme', 'Prog.', 'Prog.'),
    box: names('Kasten', 'Kästen', 'Kasten', 'Kästen'),
    theorem: names('Satz', 'Sätze', 'Satz', 'Sätze'),
    lemma: names('Lemma', 'Lemmata', 'Lem.', 'Lem.'),
    proposition: names('Proposition', 'Propositionen', 'Prop.', 'Prop.'),
    corollary: names('Korollar', 'Korollare', 'Kor.', 'Kor.'),
    definition: names('Definition', 'Definitionen', 'Def.', 'Def.'),
    remark: names('Bemerkung', 'Bemerkungen', 'Bem.', 'Bem.'),
    part: names('Teil', 'Teile', 'Teil', 'Teile'),
    item: names('Punkt', 'Punkte', 'Punkt', 'Punkte'),
    note: names('Anmerkung', 'Anmerkungen', 'Anm.', 'Anm.'),
    place: names('Stelle', 'Stellen', 'Stelle', 'Stellen'),
  },
  listOf: 'Verzeichnis der {Names}',
  contents: 'Inhalt',
  abstract: 'Zusammenfassung',
  introduction: 'Einleitung',
  abbreviations: 'Abkürzungen',
  symbols: 'Formelzeichen',
  sources: 'Quellen',
  citedOn: 'Zitiert auf',
  appendices: 'Anhänge',
  continued: 'Fortsetzung',
  notes: 'Anmerkungen',
  proof: 'Beweis',
  index: 'Register',
  see: 'siehe',
  seeAlso: 'siehe auch',
  following: 'f.',
  followingSeveral: 'ff.',
  keywords: 'Schlagwörter:',
  page: 'Seite',
  pages: 'Seiten',
  shortPage: 'S.',
  shortPages: 'S.',
  on: ' auf ',
  this: ' auf dieser Seite',
  facing: ' auf der gegenüberliegenden Seite',
  next: ' auf der nächsten Seite',
  previous: ' auf der vorigen Seite',
  in: ' in ',
  to: ' bis ',
  and: '',
  quotesOpen: '„',
  quotesClose: '“',
  nowhere: 'ein Verweis ohne Ziel',
  deleted: 'ein gelöschtes Ziel',
  was: 'vorher',
  noSentenceAfter:
    'vgl. z. B. z.B. d. h. d.h. u. a. u.a. bzw. ca. etc. usw. s. S. Nr. Nrn. Abb. Tab. Gl. Gln. Kap. Abschn. Anh. Bd. Bde. Hrsg. hrsg. Aufl. Dr. Prof. ggf. sog. i. d. R. et al. al. evtl. inkl. f. ff.',
}
