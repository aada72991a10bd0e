/**
 * What the demo thesis cites: sixty made-up sources, and the words by which the sentences are found that cite them. A sentence that reports
 * what others found or how something is done in general cites; one with figures of its own, or with a reference, does not.
 */
import { dateFromWords, namesFromWords } from '@steady-ledger/core/content/citations/sourceWords.ts'
import { type Cited, plainCited } from '@steady-ledger/core/work/kinds/inline.ts'
import { newSource, type Source } from '@steady-ledger/core/work/registers/sources.ts'
import { type Node, schema } from '@steady-ledger/core/work/schema.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { Fragment } from 'prosemirror-model'

interface Line {
  id: string
  source: Source
  words: RegExp
}

const line = (id: string, authors: string, date: string, title: string, words: string, more: Partial<Source>): Line => ({
  id,
  source: { ...newSource(), key: id, author: namesFromWords(authors), issued: dateFromWords(date), title, ...more },
  words: new RegExp(`(?<![\\p{L}])(?:${words})`, 'iu'),
})

type Made = (id: string, authors: string, date: string, title: string, words: string, ...more: string[]) => Line
const article: Made = (id, authors, date, title, words, journal = '', volume = '', page = '') =>
  line(id, authors, date, title, words, {
    type: 'article-journal',
    'container-title': journal,
    volume,
    page,
    DOI: `10.5555/${id}`,
  })
const book: Made = (id, authors, date, title, words, publisher = '', place = '', edition = '') =>
  line(id, authors, date, title, words, { type: 'book', publisher, 'publisher-place': place, ...(edition ? { edition } : {}) })
const chapter: Made = (id, authors, date, title, words, inBook = '', editors = '', publisher = '', page = '') =>
  line(id, authors, date, title, words, {
    type: 'chapter',
    'container-title': inBook,
    editor: namesFromWords(editors),
    publisher,
    'publisher-place': 'Aldermoor',
    page,
  })
const thesis: Made = (id, authors, date, title, words, genre = 'Doctoral thesis', publisher = 'University of the Orrin Uplands') =>
  line(id, authors, date, title, words, { type: 'thesis', genre, publisher })
const report: Made = (id, authors, date, title, words, publisher = '', number = '') =>
  line(id, authors, date, title, words, { type: 'report', genre: 'Report', publisher, number })
const paper: Made = (id, authors, date, title, words, meeting = '', page = '') =>
  line(id, authors, date, title, words, { type: 'paper-conference', 'container-title': meeting, 'event-title': meeting, page })
const web: Made = (id, authors, date, title, words, address = '', seen = '') =>
  line(id, authors, date, title, words, { type: 'webpage', URL: address, accessed: dateFromWords(seen) })

const upland = 'Journal of Upland Waters'
const physics = 'Annals of Lake Physics'
const instruments = 'Field Instruments'
const boundary = 'Wind and Surface'
const handbook = 'Handbook of Small Lakes'
const handbookEditors = 'Kerr, Ada; Brandt, Hanna'
const fenwold = 'Fenwold Press'

const lines: readonly Line[] = [
  article('brandt94', 'Brandt, Hanna', '1994', 'Tilt of the thermocline under a steady wind', 'tilt', physics, '3', '11–29'),
  book('brandt04', 'Brandt, Hanna', '2004', 'Lakes of the High Plain', 'deep lakes|lakes? with', fenwold, 'Aldermoor', '2'),
  article(
    'brandt09',
    'Brandt, Hanna; Oyelaran, Tunde',
    '2009',
    'Internal waves in a lake of three basins',
    'oscillat|swing',
    physics,
    '18',
    '201–226',
  ),
  article('calder88', 'Calder, Niall', '1988', 'The drag of the wind on small lakes', 'drag|stress', boundary, '2', '77–95'),
  article(
    'calder91',
    'Calder, Niall; Finch, Rosa',
    '1991',
    'Roughness of short waves at short fetch',
    'waves?|roughness',
    boundary,
    '5',
    '140–158',
  ),
  book('calder02', 'Calder, Niall', '2002', 'The Wind over Water', 'the wind', fenwold, 'Aldermoor'),
  article(
    'dahlqvist11',
    'Dahlqvist, Sven; Tolvay, Ilse M.',
    '2011',
    'Nine hours: the delay of the eastern basin',
    'delay|hours',
    upland,
    '4',
    '1–19',
  ),
  article(
    'dahlqvist13',
    'Dahlqvist, Sven; Tolvay, Ilse M.; Kerr, Ada; Moss, Lidia',
    '2013',
    'Exchange over a shallow sill',
    'exchange',
    upland,
    '6',
    '88–117',
  ),
  article('dunmore07', 'Dunmore, Keith', '2007', 'Hydraulic control at the crest of a sill', 'control|crest', physics, '16', '55–71'),
  thesis('ebele10', 'Ebele, Chidi', '2010', 'Entrainment at the foot of the warm layer', 'warm layer|entrain|lifted'),
  article(
    'ebele12',
    'Ebele, Chidi; Brandt, Hanna',
    '2012',
    'What share of the work of the wind mixes a lake?',
    'share|efficien',
    physics,
    '21',
    '301–320',
  ),
  chapter('ebele15', 'Ebele, Chidi', '2015', 'Mixing', 'mixing|mixed|stir', handbook, handbookEditors, fenwold, '101–140'),
  article('finch99', 'Finch, Rosa', '1999', 'Anemometers on rafts', 'anemometer|raft', instruments, '9', '31–40'),
  article(
    'finch03',
    'Finch, Rosa; Calder, Niall',
    '2003',
    'Gusts and the mean: how to average the wind',
    'gust|averag|mean',
    boundary,
    '17',
    '9–24',
  ),
  article(
    'grell06',
    'Grell, Matthias',
    '2006',
    'Evaporation from sheltered water',
    'evaporation|humidity|turbulent|leaves|loses',
    boundary,
    '20',
    '210–233',
  ),
  report(
    'grell14',
    'Grell, Matthias',
    '2014',
    'Coefficients of the turbulent fluxes over Lake Vessary',
    'flux|coefficients?',
    'Water Company of the Orrin Valley',
    '14/3',
  ),
  article(
    'hallam96',
    'Hallam, Jude',
    '1996',
    'Long waves of the free surface and of the thermocline compared',
    'long waves?|surface',
    physics,
    '5',
    '402–419',
  ),
  book('hallam05', 'Hallam, Jude', '2005', 'Waves Inside', 'inside|below it', 'Three Rivers', 'Harrow Ness'),
  article(
    'ibarra08',
    'Ibarra, Lucía; Moss, Lidia',
    '2008',
    'A shape for the bed from forty soundings',
    'bed|chart|sounding|survey',
    upland,
    '1',
    '61–75',
  ),
  web(
    'survey20',
    'Orrin Lake Survey',
    '2020',
    'Chart of Lake Vessary, sheet 2',
    'chart|map|depth',
    'https://survey.example/vessary/2',
    '2021-04-12',
  ),
  article('jonker01', 'Jonker, Piet', '2001', 'Thermistors that forget', 'thermistors?|drift', instruments, '11', '5–14'),
  article(
    'jonker05',
    'Jonker, Piet; Finch, Rosa',
    '2005',
    'Calibration in ice and in warm baths',
    'calibrat|ice',
    instruments,
    '15',
    '88–97',
  ),
  article(
    'kerr92',
    'Kerr, Ada',
    '1992',
    'Oxygen in the deep water of small basins',
    'oxygen|deep water|eastern basin|small',
    upland,
    '1',
    '12–30',
  ),
  chapter(
    'kerr15',
    'Kerr, Ada',
    '2015',
    'Stratification and its undoing',
    'stratif|layers?|density',
    handbook,
    handbookEditors,
    fenwold,
    '61–100',
  ),
  article(
    'kerr17',
    'Kerr, Ada; Sandoval, Inés',
    '2017',
    'When does a lake turn over?',
    'turn(?:s|ed)? over|turnover|autumn',
    upland,
    '10',
    '233–251',
  ),
  thesis('lindqvist08', 'Lindqvist, Maj', '2008', 'Moorings in lakes with boats', 'moorings?|anchor|buoy', 'Master’s thesis'),
  article('lindqvist12', 'Lindqvist, Maj; Jonker, Piet', '2012', 'Clocks at four degrees', 'clocks?', instruments, '22', '1–7'),
  article('marchetti93', 'Marchetti, Paola', '1993', 'Potential energy of a stratified basin', 'energy', physics, '2', '180–199'),
  article(
    'marchetti98',
    'Marchetti, Paola; Hallam, Jude',
    '1998',
    'Stability of lakes by their shape',
    'stability|stable|shape',
    physics,
    '7',
    '33–52',
  ),
  paper('moss16', 'Moss, Lidia', '2016', 'Forecasting for one intake', 'forecast|intake', 'Meeting on Upland Supplies', '44–51'),
  article(
    'moss18',
    'Moss, Lidia; Tolvay, Ilse M.',
    '2018',
    'The doubt of a forecast and who may bear it',
    'doubt|trusted|forecast',
    upland,
    '11',
    '301–318',
  ),
  report(
    'company12',
    'Water Company of the Orrin Valley',
    '2012',
    'The intake and its record',
    'intake|company|record',
    'Water Company of the Orrin Valley',
    '12/1',
  ),
  article('nakamura00', 'Nakamura, Aya', '2000', 'Cooling by night and what it mixes', 'night|cool', physics, '9', '77–96'),
  article(
    'nakamura04',
    'Nakamura, Aya; Grell, Matthias',
    '2004',
    'Radiation under the rim of a valley',
    'radiation|shelter|valley',
    boundary,
    '18',
    '150–171',
  ),
  article('oskarsen10', 'Oskarsen, Bram', '2010', 'A float that reads the water', 'float|turbidity|logger', instruments, '20', '66–79'),
  article(
    'oskarsen14',
    'Oskarsen, Bram; Tolvay, Ilse M.',
    '2014',
    'Turbidity as a trace of exchange',
    'exchange|trace|turbid',
    upland,
    '7',
    '12–28',
  ),
  article(
    'oskarsen14b',
    'Oskarsen, Bram; Tolvay, Ilse M.',
    '2014',
    'Floods and the heat of streams',
    'streams?|floods?',
    upland,
    '7',
    '144–160',
  ),
  article('oyelaran02', 'Oyelaran, Tunde', '2002', 'Modes of an enclosed basin', 'mode|basin', physics, '11', '1–22'),
  article(
    'oyelaran06',
    'Oyelaran, Tunde; Dunmore, Keith',
    '2006',
    'Waves that meet a step',
    'step|meets?|passes',
    physics,
    '15',
    '266–284',
  ),
  book('pell97', 'Pell, Agnes', '1997', 'Measuring Slowly', 'measure|instrument', 'Three Rivers', 'Harrow Ness'),
  article(
    'pell01',
    'Pell, Agnes; Lindqvist, Maj',
    '2001',
    'Gaps in long records and how to fill none',
    'gaps?|records?',
    instruments,
    '10',
    '41–53',
  ),
  article('quist95', 'Quist, Henrik', '1995', 'The column as a model of a lake', 'column|model', upland, '2', '90–107'),
  article('quist03', 'Quist, Henrik; Ebele, Chidi', '2003', 'Where the column fails', 'fails?|column', physics, '12', '129–150'),
  article(
    'reyes07',
    'Reyes, Marta',
    '2007',
    'Deviation and skill: two numbers for one question',
    'skill|deviation',
    'Notes on Forecasts',
    '4',
    '8–15',
  ),
  chapter('reyes15', 'Reyes, Marta', '2015', 'Uncertainty', 'uncertain|error|residual', handbook, handbookEditors, fenwold, '301–330'),
  article('sandoval05', 'Sandoval, Inés', '2005', 'Heat budgets that close', 'budget|heat content', physics, '14', '401–423'),
  article(
    'sandoval09',
    'Sandoval, Inés; Grell, Matthias; Kerr, Ada',
    '2009',
    'The heat that comes by the back door',
    'heat',
    upland,
    '2',
    '55–78',
  ),
  article('thorne90', 'Thorne, Ellis', '1990', 'Sills', 'sills?', physics, '1', '3–9'),
  article('thorne98', 'Thorne, Ellis; Dunmore, Keith', '1998', 'Mixing behind a sill', 'sill|behind', physics, '7', '245–262'),
  book('thorne11', 'Thorne, Ellis', '2011', 'Basins', 'basins?|rooms?', fenwold, 'Aldermoor'),
  article('tolvay15', 'Tolvay, Ilse M.', '2015', 'A lake with rooms', 'rooms?|sheltered', upland, '8', '1–12'),
  article(
    'tolvay16',
    'Tolvay, Ilse M.; Brandt, Hanna',
    '2016',
    'An index of mixing for stepped lakes',
    'index|stepped',
    upland,
    '9',
    '77–101',
  ),
  report(
    'tolvay17',
    'Tolvay, Ilse M.',
    '2017',
    'Moorings W1 to E1: the first season',
    'seasons?|moored',
    'University of the Orrin Uplands',
    'FW-17',
  ),
  article('umbach99', 'Umbach, Lena', '1999', 'Interpolation between few depths', 'interpolat|depths', instruments, '9', '102–111'),
  article(
    'umbach08',
    'Umbach, Lena; Pell, Agnes',
    '2008',
    'How often must one measure?',
    'often|sampl|interval|every|minutes?',
    instruments,
    '18',
    '12–26',
  ),
  article('varga13', 'Varga, Ilona', '2013', 'Storms over the Orrin uplands', 'storms?|gale', boundary, '27', '301–322'),
  article('varga16', 'Varga, Ilona; Calder, Niall', '2016', 'The shelter of hills', 'hills?|shelter|lee', boundary, '30', '11–35'),
  paper('weiss10', 'Weiss, Thea', '2010', 'Doubt, stated', 'stated|doubt', 'Meeting on Upland Supplies', '7–12'),
  book('weiss14', 'Weiss, Thea', '2014', 'Few Numbers, Many Lakes', 'few|number|other lakes', 'Three Rivers', 'Harrow Ness'),
  web(
    'wind21',
    'Orrin Weather Post',
    '2021',
    'Wind at Harrow Ness, hourly',
    'wind at|jetty|westerly',
    'https://weather.example/harrow-ness',
    '2021-09-30',
  ),
]

/** How often a source is cited at the most, and how many a citation takes. */
const mostOf = 4
const mostTogether = 3

/** One pass over the text, in which sentences cite what their words are about. */
class Citing {
  private readonly times = new Map<string, number>()
  private count = 0

  document(doc: Node): Node {
    return doc.copy(Fragment.from(doc.children.map(node => (node.attrs.role === 'chapter' ? this.division(node) : node))))
  }

  private division(node: Node): Node {
    return node.copy(Fragment.from(node.children.map(block => (block.type.name === 'paragraph' ? this.paragraph(block) : block))))
  }

  private paragraph(block: Node): Node {
    let left = 2
    const cite = (sentence: string): Node | null => {
      if (left === 0) return null
      const made = this.citation(sentence)
      if (made) left--
      return made
    }
    return block.copy(Fragment.from(block.children.flatMap((child, index) => this.inline(child, index === 0, cite))))
  }

  private inline(child: Node, opens: boolean, cite: (sentence: string) => Node | null): Node[] {
    if (child.type.name === 'note')
      return [child.copy(Fragment.from(child.children.flatMap((own, index) => this.inline(own, index === 0, cite))))]
    const { text } = child
    if (text === undefined || child.marks.length) return [child]
    const out: Node[] = []
    let from = 0
    let begin = opens ? 0 : -1
    for (const { index } of text.matchAll(/\.(?=\s|$)/g)) {
      const sentence = begin < 0 ? '' : text.slice(begin, index)
      begin = index + 1
      // What has figures in it, or begins with a word of its own, is the author's.
      if (sentence.length < 60 || /\d|\b(?:we|here|this thesis|this work)\b/i.test(sentence)) continue
      const citation = cite(sentence)
      if (!citation) continue
      out.push(schema.text(`${text.slice(from, index)} `), citation)
      from = index
    }
    return from < text.length ? [...out, out.length ? schema.text(text.slice(from)) : child] : out
  }

  private citation(sentence: string): Node | null {
    const fitting = lines
      .filter(({ id, words }) => (this.times.get(id) ?? 0) < mostOf && words.test(sentence))
      .sort((a, b) => (this.times.get(a.id) ?? 0) - (this.times.get(b.id) ?? 0))
      .slice(0, mostTogether)
    if (!fitting.length) return null
    this.count++
    const many = this.count % 3 === 0 ? fitting.length : 1
    const cites = fitting.slice(0, many).map(({ id, source }, index): Cited => {
      this.times.set(id, (this.times.get(id) ?? 0) + 1)
      const [first, last] = (source.page ?? '').split('–').map(Number)
      const place =
        this.count % 5 === 0 && index === 0 && first && last ? { locator: String(first + ((this.count * 7) % (last - first))) } : {}
      const before = this.count % 17 === 0 && index === 0 ? { prefix: 'compare' } : {}
      return { ...plainCited(id), ...place, ...before }
    })
    return schema.nodes.citation.create({ id: `cite${this.count}`, cites })
  }
}

/** The work with its sources, cited. */
export const withSources = (work: Work): Work => ({
  ...work,
  sources: Object.fromEntries(lines.map(({ id, source }) => [id, source])),
  doc: new Citing().document(work.doc),
})
