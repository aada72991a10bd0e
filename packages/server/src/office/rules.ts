/** What the office holds a submission to: what it refuses at the counter, and what its readers return it for. */
import type { Objection, OfficeRules } from '../../../core/src/dispatch/handIn/answers.ts'
import { type Declaration, unsaid } from '../../../core/src/dispatch/handIn/declaration.ts'
import { type Role, roleNames, roles } from '../../../core/src/work/roles.ts'
import type { Extent, PageFacts, PdfFacts } from './readSubmission.ts'

export const usualRules: OfficeRules = {
  mostBytes: 64 * 1024 * 1024,
  abstractWords: 350,
  fileName: 'small letters, digits and hyphens, at most 80 of them, and “.pdf”',
}

const fileName = /^[\p{Ll}\p{Lo}\p{N}][\p{Ll}\p{Lo}\p{N}-]{0,79}\.pdf$/u
/** By the kind of the work; one of each is enough. */
const needed: Record<Declaration['kind'], readonly Role[]> = {
  thesis: ['titlePage', 'abstract', 'contents', 'chapter'],
  paper: ['abstract', 'chapter'],
}
/** Letters that hang over an edge, and what their shapes reach beyond their widths, in points. */
const grace = 5
const sizeGrace = 1.5

/** How a page is called: by its label, or by its place where it has none. */
const nameOf = ({ label }: PageFacts, index: number): string => label ?? `sheet ${index + 1}`

type Look = (given: { facts: PdfFacts; declared: Declaration; file: string; rules: OfficeRules }) => Objection[]

const mm = (points: number): string => `${Math.round((points / 72) * 254) / 10} mm`

const pagesWhere = ({ pages }: PdfFacts, wrong: (page: PageFacts, index: number) => boolean): string[] =>
  pages.flatMap((page, index) => (wrong(page, index) ? [nameOf(page, index)] : []))

const objection = (rule: string, says: string, pages: string[] = []): Objection => ({ rule, says, pages })

const counter: Look[] = [
  ({ file, rules }) =>
    fileName.test(file)
      ? []
      : [objection('File name', `“${file.slice(0, 100)}” is not a name that the office keeps: it takes ${rules.fileName}.`)],
  ({ facts, declared: { sheet } }) => {
    const same = (a: number, b: number): boolean => Math.abs(a - b) <= sizeGrace
    const pages = pagesWhere(
      facts,
      ({ width, height }) =>
        !(same(width, sheet.width) && same(height, sheet.height)) && !(same(width, sheet.height) && same(height, sheet.width)),
    )
    return pages.length
      ? [objection('Page size', `Every sheet is ${mm(sheet.width)} wide and ${mm(sheet.height)} high; these are not.`, pages)]
      : []
  },
  ({ facts, declared }) => {
    const pages = pagesWhere(facts, (page, index) => page.extent !== null && overMargin(page, page.extent, index, declared.sheet))
    return pages.length ? [objection('Margins', 'Text or pictures stand in the margins that the house style sets.', pages)] : []
  },
  ({ facts: { facesMissing } }) =>
    facesMissing.length
      ? [objection('Letters', `These faces are not in the file, and print otherwise elsewhere: ${facesMissing.slice(0, 8).join(', ')}.`)]
      : [],
  ({ facts }) => labelsInOrder(facts),
  ({ facts, declared }) => divisionsInOrder(facts, declared),
  ({ facts, declared, rules }) => abstractLength(facts, declared, rules),
  ({ facts: { archive, tagged } }) => [
    ...(archive ? [] : [objection('Archive', 'The file does not say that it is made for archives (PDF/A).')]),
    ...(tagged ? [] : [objection('Access', 'The file has no structure: nobody can have it read aloud in its order.')]),
  ],
]

function overMargin(page: PageFacts, { left, right, bottom, top }: Extent, index: number, sheet: Declaration['sheet']): boolean {
  // One that lies on its side keeps the narrowest of the four all round, wherever the binding is.
  if (page.turned || page.width > page.height !== sheet.width > sheet.height) {
    const least = Math.min(sheet.top, sheet.bottom, sheet.inner, sheet.outer) - grace
    return left < least || bottom < least || right > page.width - least || top > page.height - least
  }
  const recto = !sheet.twoSided || index % 2 === 0
  const [before, behind] = recto ? [sheet.inner, sheet.outer] : [sheet.outer, sheet.inner]
  return (
    left < before - sheet.reach - grace ||
    right > page.width - behind + grace ||
    bottom < sheet.bottom - grace ||
    top > page.height - sheet.top + grace
  )
}

const romanDigits: Record<string, number> = { i: 1, v: 5, x: 10, l: 50, c: 100, d: 500, m: 1000 }
/** What a label counts, and how: “A-3” is the third of “A-”. */
function countOf(label: string): { series: string; value: number } | null {
  const [, before = '', digits = ''] = /^(.*?)(\d+)$/.exec(label) ?? []
  if (digits) return { series: `${before}1`, value: Number(digits) }
  if (!/^[ivxlcdm]+$/i.test(label)) return null
  const values = [...label.toLowerCase()].map(sign => romanDigits[sign]!)
  return { series: 'i', value: values.reduce((sum, value, at) => sum + (value < (values[at + 1] ?? 0) ? -value : value), 0) }
}

function labelsInOrder(facts: PdfFacts): Objection[] {
  if (facts.pages.every(({ label }) => label === null))
    return [objection('Page labels', 'The file does not say what its pages are called: “page iv” cannot be found in it.')]
  const last = new Map<string, number>()
  const pages = pagesWhere(facts, ({ label }) => {
    const counted = label === null ? null : countOf(label)
    if (!counted) return true
    const before = last.get(counted.series)
    last.set(counted.series, counted.value)
    return before !== undefined && counted.value !== before + 1
  })
  return pages.length ? [objection('Page labels', 'These pages are not called by the number that follows the one before.', pages)] : []
}

/** Roles in the order of a work; what is counted among its text may stand as it likes. */
const placeOf = (role: Role): number => (roles[role].matter === 'main' ? roleNames.indexOf('chapter') : roleNames.indexOf(role))
const evenly = (text: string): string => text.replace(/[\s\u00ad\u200b\u2060]+/g, '').toLowerCase()

function divisionsInOrder(facts: PdfFacts, { kind, divisions }: Declaration): Objection[] {
  const found: Objection[] = []
  for (const role of needed[kind])
    if (!divisions.some(each => each.role === role))
      found.push(
        objection(
          'Divisions',
          `A ${kind} has ${/^[aeiou]/i.test(roles[role].name) ? 'an' : 'a'} ${roles[role].name.toLowerCase()}; this one has none.`,
        ),
      )
  let highest = -1
  for (const { title, role } of divisions) {
    // Appendices, notes and lists of sources may stand in any order behind the text.
    const place = roles[role].matter === 'back' ? roleNames.indexOf('appendix') : placeOf(role)
    if (place < highest)
      found.push(objection('Order', `“${title}” (${roles[role].name.toLowerCase()}) stands behind what it belongs before.`))
    highest = Math.max(highest, place)
  }
  // What is declared is there, in this order.
  let at = 0
  for (const { title } of divisions) {
    if (!title || title.includes(unsaid)) continue
    const next = facts.bookmarks.findIndex((bookmark, index) => index >= at && evenly(bookmark.title).endsWith(evenly(title)))
    if (next < 0) found.push(objection('Divisions', `“${title}” is declared, and no bookmark of the file leads to it in its place.`))
    else at = next + 1
  }
  return found
}

/** What stands between a title and the next one: where text runs on, both are on one page. */
function wordsBetween(words: readonly string[], title: string, next: string | undefined): number {
  const said = words.map(evenly)
  const where = (wanted: string, from: number): number => {
    const sought = wanted.split(/\s+/u).map(evenly)
    for (let at = from; at + sought.length <= said.length; at++) if (sought.every((word, i) => said[at + i] === word)) return at
    return -1
  }
  const begins = where(title, 0)
  const from = begins < 0 ? 0 : begins + title.split(/\s+/u).length
  const to = next === undefined ? -1 : where(next, from)
  return (to < 0 ? said.length : to) - from
}

function abstractLength({ pages, bookmarks }: PdfFacts, { divisions }: Declaration, { abstractWords }: OfficeRules): Objection[] {
  return divisions.flatMap(({ title, role }) => {
    if (role !== 'abstract' || !title) return []
    const at = bookmarks.findIndex(bookmark => evenly(bookmark.title).endsWith(evenly(title)))
    const from = bookmarks[at]?.page ?? -1
    if (from < 0) return []
    const next = bookmarks[at + 1]
    const last = next?.page === from ? from : (next?.page ?? pages.length) - 1
    const own = pages.slice(from, last + 1)
    const count = wordsBetween(
      own.flatMap(({ words }) => words),
      title,
      next?.page === from ? next.title : undefined,
    )
    if (count > 0 && count <= abstractWords) return []
    const says = count <= 0 ? `“${title}” has no words yet.` : `“${title}” has some ${count} words; the office takes ${abstractWords}.`
    return [
      objection(
        'Abstract',
        says,
        own.map((page, index) => nameOf(page, from + index)),
      ),
    ]
  })
}

/** For what a reader returns it. */
const review: Look[] = [
  ({ facts: { title } }) =>
    title.trim() ? [] : [objection('Title', 'The file does not say its title: windows and catalogues show its name instead.')],
  ({ facts: { language }, declared }) => {
    const main = (tag: string): string => tag.toLowerCase().split('-')[0]!
    if (language && main(language) === main(declared.language)) return []
    const says = language ? `is declared in “${declared.language}” and says that it is in “${language}”` : 'does not say its language'
    return [objection('Language', `The file ${says}: it is read aloud in a wrong one.`)]
  },
  ({ facts: { bookmarks } }) => (bookmarks.length ? [] : [objection('Bookmarks', 'The file has none: a reader cannot go to a chapter.')]),
  ({ facts }) => {
    const pages = [...new Set(facts.undescribed)].map(index => nameOf(facts.pages[index]!, index))
    return pages.length ? [objection('Descriptions', 'Pictures without a description: who cannot see them is told nothing.', pages)] : []
  },
]

const looked = (looks: readonly Look[], given: Parameters<Look>[0]): Objection[] =>
  looks
    .flatMap(look => look(given))
    .map(each => ({ ...each, says: each.says.slice(0, 600), pages: each.pages.slice(0, 400) }))
    .slice(0, 200)

export const objectionsTo = (given: Parameters<Look>[0]): Objection[] => looked(counter, given)
export const remarksOn = (given: Parameters<Look>[0]): Objection[] => looked(review, given)
