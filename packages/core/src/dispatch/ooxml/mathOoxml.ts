/** Formulas as Office Math (ISO/IEC 29500-1, 22.1), from their MathML. */
import { type MathElement, readXml } from '../../formulas/tree/mathElement.ts'
import { type Element, element, type Markup, type Value } from '../markup/markup.ts'
import { runProperties, w } from './wordElements.ts'

type Content = Markup | readonly Content[] | null
const m = (name: string, attributes: Record<string, Value> = {}, ...content: Content[]): Element =>
  element(`m:${name}`, Object.fromEntries(Object.entries(attributes).map(([key, value]) => [`m:${key}`, value])), content as Markup[])

/** Signs that take what follows them under themselves: sums, products, integrals, unions. */
const largeSigns = /^[∑∏∐∫∬∭∮∯∰⋀⋁⋂⋃⨀⨁⨂]$/u
const accents: Record<string, string> = {
  '^': '\u0302',
  '~': '\u0303',
  '→': '\u20d7',
  '˙': '\u0307',
  '¨': '\u0308',
  ˇ: '\u030c',
  '˘': '\u0306',
  '´': '\u0301',
  '`': '\u0300',
  '˚': '\u030a',
  '←': '\u20d6',
}
const invisible = /[\u2061-\u2064\u200b]/g

/** Letters in a face; what is upright says so. */
function run(text: string, upright: boolean, words = false): Element[] {
  const said = text.replace(invisible, '')
  if (!said) return []
  const style = words ? m('rPr', {}, m('nor')) : upright ? m('rPr', {}, m('sty', { val: 'p' })) : null
  return [
    m(
      'r',
      {},
      style,
      runProperties([w('rFonts', { ascii: 'Cambria Math', hAnsi: 'Cambria Math' })]),
      element('m:t', { 'xml:space': 'preserve' }, said),
    ),
  ]
}

const holds = (name: string, inner: readonly Markup[]): Element => m(name, {}, inner)
const isText = ({ tag }: MathElement): boolean => ['mi', 'mn', 'mo', 'mtext', 'ms'].includes(tag)
/** The one sign that an element is, through rows around it. */
function onlySign(given: MathElement | undefined): string {
  if (!given) return ''
  if (isText(given)) return given.text.trim()
  return given.children.length === 1 && ['mrow', 'mstyle', 'mpadded', 'texatom'].includes(given.tag) ? onlySign(given.children[0]) : ''
}
const isFence = (given: MathElement | undefined): boolean => given?.tag === 'mo' && given.attributes.fence === 'true'

/** Elements beside each other. A large sign takes the next one under itself. */
function row(children: readonly MathElement[]): Markup[] {
  const first = children[0]
  const last = children.at(-1)
  if (children.length >= 2 && isFence(first) && isFence(last))
    return [
      m(
        'd',
        {},
        m('dPr', {}, m('begChr', { val: first!.text.trim() }), m('endChr', { val: last!.text.trim() })),
        m('e', {}, row(children.slice(1, -1))),
      ),
    ]
  const out: Markup[] = []
  for (let at = 0; at < children.length; at++) {
    const large = largeOf(children[at]!)
    if (large) {
      out.push(nary(large, children[at + 1]))
      at++
    } else out.push(...one(children[at]!))
  }
  return out
}

interface Large {
  sign: string
  below?: MathElement
  above?: MathElement
  limits: boolean
}

function largeOf(given: MathElement): Large | null {
  const [base, a, b] = given.children
  const sign = given.tag === 'mo' ? given.text.trim() : onlySign(base)
  if (!largeSigns.test(sign)) return null
  switch (given.tag) {
    case 'mo':
      return { sign, limits: false }
    case 'munder':
    case 'msub':
      return { sign, ...(a ? { below: a } : {}), limits: given.tag === 'munder' }
    case 'mover':
    case 'msup':
      return { sign, ...(a ? { above: a } : {}), limits: given.tag === 'mover' }
    case 'munderover':
    case 'msubsup':
      return { sign, ...(a ? { below: a } : {}), ...(b ? { above: b } : {}), limits: given.tag === 'munderover' }
    default:
      return null
  }
}

const nary = ({ sign, below, above, limits }: Large, under: MathElement | undefined): Element =>
  m(
    'nary',
    {},
    m(
      'naryPr',
      {},
      m('chr', { val: sign }),
      m('limLoc', { val: limits ? 'undOvr' : 'subSup' }),
      below ? null : m('subHide', { val: '1' }),
      above ? null : m('supHide', { val: '1' }),
    ),
    holds('sub', below ? one(below) : []),
    holds('sup', above ? one(above) : []),
    holds('e', under ? one(under) : []),
  )

/** Over a term: an accent, a bar, a brace, or what is set there. */
function over(base: MathElement, above: MathElement): Element {
  const sign = onlySign(above)
  if (accents[sign]) return m('acc', {}, m('accPr', {}, m('chr', { val: accents[sign] })), holds('e', one(base)))
  if (sign === '¯' || sign === '―' || sign === '‾') return m('bar', {}, m('barPr', {}, m('pos', { val: 'top' })), holds('e', one(base)))
  if (sign === '⏞') return m('groupChr', {}, m('groupChrPr', {}, m('chr', { val: '⏞' }), m('pos', { val: 'top' })), holds('e', one(base)))
  return m('limUpp', {}, holds('e', one(base)), holds('lim', one(above)))
}

function under(base: readonly Markup[], below: MathElement): Element {
  const sign = onlySign(below)
  if (sign === '¯' || sign === '―' || sign === '_') return m('bar', {}, m('barPr', {}, m('pos', { val: 'bot' })), holds('e', base))
  if (sign === '⏟') return m('groupChr', {}, m('groupChrPr', {}, m('chr', { val: '⏟' }), m('pos', { val: 'bot' })), holds('e', base))
  return m('limLow', {}, holds('e', base), holds('lim', one(below)))
}

/** One element of MathML; what is not known says what is in it. */
function one(given: MathElement): Markup[] {
  const { tag, children, text, attributes } = given
  const [a, b, c] = children
  const alone = largeOf(given)
  if (alone && tag !== 'mo') return [nary(alone, undefined)]
  switch (tag) {
    case 'mi':
      return run(text.trim(), attributes.mathvariant === 'normal' || [...text.trim()].length > 1)
    case 'mn':
      return run(text.trim(), true)
    case 'mo':
      return run(text.trim(), true)
    case 'mtext':
    case 'ms':
      return run(text, true, true)
    case 'mspace':
      return Number.parseFloat(attributes.width ?? '0') > 0.1 ? run('\u2009', true) : []
    case 'mfrac':
      return a && b
        ? [
            m(
              'f',
              {},
              attributes.linethickness === '0' ? m('fPr', {}, m('type', { val: 'noBar' })) : null,
              holds('num', one(a)),
              holds('den', one(b)),
            ),
          ]
        : []
    case 'msqrt':
      return [m('rad', {}, m('radPr', {}, m('degHide', { val: '1' })), m('deg'), holds('e', row(children)))]
    case 'mroot':
      return a && b ? [m('rad', {}, holds('deg', one(b)), holds('e', one(a)))] : []
    case 'msup':
      return a && b ? [m('sSup', {}, holds('e', one(a)), holds('sup', one(b)))] : []
    case 'msub':
      return a && b ? [m('sSub', {}, holds('e', one(a)), holds('sub', one(b)))] : []
    case 'msubsup':
      return a && b && c ? [m('sSubSup', {}, holds('e', one(a)), holds('sub', one(b)), holds('sup', one(c)))] : []
    case 'mover':
      return a && b ? [over(a, b)] : []
    case 'munder':
      return a && b ? [under(one(a), b)] : []
    case 'munderover':
      return a && b && c ? [m('limUpp', {}, holds('e', [under(one(a), b)]), holds('lim', one(c)))] : []
    case 'mmultiscripts':
      return scripted(children)
    case 'mtable':
      return [table(given)]
    case 'menclose':
      return [m('borderBox', {}, holds('e', row(children)))]
    case 'mphantom':
      return [m('phant', {}, m('phantPr', {}, m('show', { val: '0' })), holds('e', row(children)))]
    default:
      return row(children)
  }
}

/** Scripts before and after their base. */
function scripted(children: readonly MathElement[]): Markup[] {
  const [base, ...rest] = children
  if (!base) return []
  const cut = rest.findIndex(({ tag }) => tag === 'mprescripts')
  const after = cut < 0 ? rest : rest.slice(0, cut)
  const before = cut < 0 ? [] : rest.slice(cut + 1)
  let made = one(base)
  if (after[0] && after[1]) made = [m('sSubSup', {}, holds('e', made), holds('sub', one(after[0])), holds('sup', one(after[1])))]
  if (before[0] && before[1]) made = [m('sPre', {}, holds('sub', one(before[0])), holds('sup', one(before[1])), holds('e', made))]
  return made
}

function table({ children, attributes }: MathElement): Element {
  const rows = children.filter(({ tag }) => tag === 'mtr' || tag === 'mlabeledtr')
  const width = Math.max(1, ...rows.map(each => each.children.length))
  const aligns = (attributes.columnalign ?? 'center').split(/\s+/)
  const columns = Array.from({ length: width }, (_, at) => aligns[Math.min(at, aligns.length - 1)]!)
  return m(
    'm',
    {},
    m(
      'mPr',
      {},
      m(
        'mcs',
        {},
        columns.map(align => m('mc', {}, m('mcPr', {}, m('count', { val: '1' }), m('mcJc', { val: align })))),
      ),
    ),
    rows.map(each =>
      m(
        'mr',
        {},
        Array.from({ length: width }, (_, at) => m('e', {}, each.children[at] ? row(each.children[at].children) : [])),
      ),
    ),
  )
}

/** A formula in a line. */
export const officeMath = (mathMl: string): Element => {
  const root = readXml(mathMl)
  return m('oMath', {}, row(root.children))
}
