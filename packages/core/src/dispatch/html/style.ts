/** The look of a page of HTML: text at a readable measure, notes beside it where there is room, light and dark, and on paper. */

/** What the web page and the e-book share: nothing of it needs a wide window, a colour or a script. */
/** The face of formulas, where a file brings it along. */
export const faceRule = (address: string): string => `@font-face { font-family: Mathematics; src: url('${address}') format('woff'); }\n`

/** Pictures take their share of the width of the text, in whole percent, by a class for each. */
export const widthRules = (widths: Iterable<number>): string =>
  [...widths]
    .sort((a, b) => a - b)
    .map(share => `img.wide-${share} { width: ${share}%; }\n`)
    .join('')

export const textStyle = `
math { font-family: Mathematics, 'STIX Two Math', 'Cambria Math', 'Latin Modern Math', math; }
.number, .sign, .page, td, th { font-variant-numeric: tabular-nums lining-nums; }
h1, h2, h3, h4, h5, h6, [role=heading] { line-height: 1.25; margin: 2em 0 .7em; hyphens: manual; text-wrap: balance; }
h1 .number, h2 .number, h3 .number, h4 .number, h5 .number { margin-right: .4em; }
p { margin: 0 0 .7em; }
p.centre { text-align: center; } p.right { text-align: right; } p.left { text-align: left; }
.small-capitals { font-variant-caps: small-caps; }
sub, sup { font-size: .72em; line-height: 0; }
abbr { text-decoration: none; }
.lost { color: #a4262c; text-decoration: underline wavy; }
figure { margin: 1.6em 0; text-align: center; }
figcaption { text-align: left; margin: .6em 0; font-size: .93em; }
figcaption strong { margin-right: .1em; }
img { max-width: 100%; height: auto; }
.panels, .row { display: flex; flex-wrap: wrap; gap: 1.2em; justify-content: center; align-items: flex-end; }
.panels .panel, .row > figure { flex: 1 1 12em; margin: .4em 0; }
.panels img, .row img { width: 100%; }
.panel figcaption { text-align: center; }
.grid { overflow-x: auto; }
table { border-collapse: collapse; margin: .5em auto; border-top: .1em solid; border-bottom: .1em solid; font-size: .95em; }
thead tr:last-child > * { border-bottom: .06em solid; }
th, td { padding: .25em .7em; text-align: left; vertical-align: baseline; }
td p, th p { margin: 0; }
td.centre, th.centre { text-align: center; } td.right, th.right { text-align: right; } td.decimal, th.decimal { text-align: right; }
caption { padding: .3em 0; }
.table-notes { font-size: .87em; text-align: left; }
table.register { border: 0; margin: 0; width: 100%; }
table.register th { font-weight: normal; white-space: nowrap; } table.register th.group { font-weight: bold; padding-top: 1em; }
table.register td.page { text-align: right; }
figure.box { border: 1px solid; padding: .8em 1em; text-align: left; }
figure.listing pre { text-align: left; overflow-x: auto; line-height: 1.4; font-size: .87em; margin: .5em 0; tab-size: 4; }
pre.counted { counter-reset: line; padding-left: 3.2em; }
pre.counted code { counter-increment: line; }
pre.counted code::before { content: counter(line); display: inline-block; width: 2.4em; margin-left: -3.2em; margin-right: .8em; text-align: right; font-size: .87em; opacity: .7; }
.equation { display: grid; grid-template-columns: minmax(0, 1fr) auto; align-items: center; gap: 1em; margin: 1.1em 0; }
.equation .formula { overflow-x: auto; overflow-y: hidden; text-align: center; }
.equations .equation { margin: .3em 0; }
ol.signed, ul.signed { list-style-type: ''; padding: 0; margin: .7em 0; }
ol.signed > li, ul.signed > li { display: grid; grid-template-columns: minmax(2em, max-content) minmax(0, 1fr); gap: 0 .5em; margin: .25em 0; }
.signed .sign { text-align: right; }
.said > :last-child { margin-bottom: 0; }
blockquote { margin: 1em 2em; }
blockquote.verse p { margin: 0; padding-left: 1.6em; text-indent: -1.6em; }
blockquote.epigraph { margin-left: 40%; font-style: italic; } .epigraph .attribution { font-style: normal; }
dt { font-weight: bold; } dd { margin: 0 0 .6em 1.6em; }
.slanted { font-style: italic; } .slanted .head { font-style: normal; }
.statement, .proof { margin: 1.1em 0; }
.proof > :last-child::after { content: ''; float: right; width: .55em; height: .55em; border: 1px solid; margin-top: .5em; }
p.signature { border-top: 1px solid; width: 50%; margin-top: 4em; padding-top: .3em; }
nav.entries ol { list-style-type: ''; padding: 0; margin: 0; }
nav.entries li { display: flex; gap: .8em; justify-content: space-between; padding: .12em 0; }
nav.entries li .number { display: inline-block; min-width: 2em; }
nav.entries .level-0, nav.entries .level-1 { margin-top: .5em; font-weight: bold; }
nav.entries .level-2 { padding-left: 1.6em; } nav.entries .level-3 { padding-left: 3.2em; } nav.entries .level-4 { padding-left: 4.8em; }
.index ul { list-style-type: ''; padding: 0; margin: 0; } .index ul ul { padding-left: 1.4em; } .index > ul { columns: 15em; column-gap: 2em; }
ol.sources { list-style-type: ''; padding: 0; } ol.sources > li { margin: .4em 0; overflow-wrap: anywhere; }
ol.sources:not(.signed) > li { padding-left: 1.6em; text-indent: -1.6em; }
.note { font-size: .87em; line-height: 1.45; }
`

/** The web page alone. */
export const pageStyle = `
:root { color-scheme: light dark; --paper: #fdfcf9; --ink: #20262a; --soft: #5a6469; --line: #c9cdc9; --link: #1f5f6b; --wash: #eef2f0; }
@media (prefers-color-scheme: dark) { :root { --paper: #171b1d; --ink: #e3e6e3; --soft: #a3adb0; --line: #3b4447; --link: #8cc3cf; --wash: #20282b; } .lost { color: #ff9a9a; } figure img { background: #fff; } }
* { box-sizing: border-box; }
html { scroll-padding-top: 1em; }
body { margin: 0; background: var(--paper); color: var(--ink); font: 1.06rem/1.6 Georgia, 'Times New Roman', serif; hyphens: auto; overflow-wrap: break-word; }
code, pre { font-family: ui-monospace, Menlo, Consolas, monospace; }
a { color: var(--link); text-decoration-thickness: 1px; text-underline-offset: 2px; }
.entries a, a.sign { text-decoration: none; }
.entries a:hover, a.sign:hover { text-decoration: underline; }
:focus-visible { outline: 2px solid var(--link); outline-offset: 2px; }
.page { color: var(--soft); }
.skip { position: absolute; left: -100em; } .skip:focus { left: 1em; top: 1em; background: var(--paper); padding: .4em .8em; z-index: 2; }
.beside { border-bottom: 1px solid var(--line); padding: 1em 1.2em; font: .9rem/1.45 system-ui, sans-serif; }
.beside h2 { font-size: 1em; margin: 0 0 .5em; }
.beside ol { list-style-type: ''; margin: 0; padding: 0; } .beside li a { display: block; padding: .18em .5em; color: inherit; text-decoration: none; border-left: 3px solid transparent; }
.beside li a:hover { background: var(--wash); } .beside li a[aria-current] { border-left-color: var(--link); background: var(--wash); color: var(--link); }
.beside .level-2 a { padding-left: 1.6em; } .beside .level-3 a { padding-left: 2.8em; }
main { max-width: 38em; margin: 0 auto; padding: 1.5em 1.2em 5em; }
main > section { border-bottom: 1px solid var(--line); padding-bottom: 2em; }
section.titlePage, section.halfTitle { text-align: center; padding: 3em 0; } section.titlePage h1 { font-size: 2em; }
section.dedication, section.epigraph { padding: 3em 0; text-align: center; }
h2 { font-size: 1.6em; } h3 { font-size: 1.25em; } h4 { font-size: 1.08em; } h5, h6, [role=heading] { font-size: 1em; }
aside.note { margin: .6em 0 1em; padding: .1em 0 .1em .8em; border-left: 3px solid var(--line); display: grid; grid-template-columns: auto minmax(0, 1fr); gap: 0 .5em; color: var(--soft); }
.note:target, li:target, p:target, figure:target, tr:target { background: var(--wash); }
@media (min-width: 66em) { .shell { display: grid; grid-template-columns: 17em minmax(0, 1fr); } .beside { position: sticky; top: 0; height: 100vh; overflow-y: auto; border: 0; border-right: 1px solid var(--line); padding: 1.5em 1em 3em 1.2em; } }
@media (min-width: 84em) {
  main { transform: translateX(-5.5em); }
  .called { display: grid; grid-template-columns: minmax(0, 1fr) 14.5em; column-gap: 2em; margin-right: -16.5em; }
  .called > * { grid-column: 1; } .called > aside.note { grid-column: 2; align-self: start; margin: .25em 0 1em; }
  .called > aside.note:nth-of-type(1) { grid-row: 1; }
  .moved .called { position: relative; display: block; margin-right: 0; } .moved .called > aside.note { position: absolute; left: calc(100% + 2em); top: 0; width: 14.5em; }
}
@media print {
  :root { color-scheme: light; --paper: #fff; --ink: #000; --soft: #000; --line: #999; --link: #000; --wash: #fff; }
  body { font-size: 11pt; line-height: 1.4; } .beside, .skip { display: none; } main { max-width: none; margin: 0; padding: 0; }
  a { text-decoration: none; } .called { display: block; margin: 0; } .moved .called > aside.note { position: static; width: auto; } main > section { border: 0; break-before: page; } main > section:first-child { break-before: auto; }
  h1, h2, h3, h4, h5 { break-after: avoid; } figure, .equation, aside.note, li.note, tr { break-inside: avoid; } p { orphans: 2; widows: 2; }
}
`

/** Contents that follow the reader: the section that is read is marked. Without it, everything is there all the same. */
export const followScript = `
const found = [...document.querySelectorAll('.beside a')].flatMap(link => {
  const heading = document.getElementById(link.hash.slice(1))
  return heading ? [{ link, heading }] : []
})
let current = null
let asked = false
const look = () => {
  asked = false
  // What is read stands a third down the window; towards the end of the page, where nothing moves up any more, further down.
  const rest = document.documentElement.scrollHeight - innerHeight - scrollY
  const line = innerHeight * (rest < innerHeight ? 1 - (0.7 * rest) / innerHeight : 0.3)
  let from = 0
  let to = found.length
  while (from < to) {
    const middle = (from + to) >> 1
    if (found[middle].heading.getBoundingClientRect().top < line) from = middle + 1
    else to = middle
  }
  const next = found[Math.max(0, from - 1)]?.link
  if (!next || next === current) return
  current?.removeAttribute('aria-current')
  current = next
  current.setAttribute('aria-current', 'true')
  const box = current.closest('.beside')
  if (box.scrollHeight > box.clientHeight) box.scrollTo({ top: current.offsetTop - box.clientHeight / 2 })
}
// Notes stand beside the line that calls them, and below each other where they would lie upon each other.
const notes = [...document.querySelectorAll('aside.note')]
const place = () => {
  let end = -Infinity
  const tops = notes.map(note => {
    const call = document.getElementById(note.querySelector('a').hash.slice(1))
    const above = note.parentElement.getBoundingClientRect().top
    const top = Math.max(call.getBoundingClientRect().top, end)
    end = top + note.offsetHeight + 10
    return top - above
  })
  notes.forEach((note, order) => { note.style.top = tops[order] + 'px' })
}
// What is wider than its place can be moved by keyboard.
const reach = () => {
  for (const formula of document.querySelectorAll('.formula')) {
    if (formula.scrollWidth > formula.clientWidth) formula.tabIndex = 0
    else formula.removeAttribute('tabindex')
  }
}
document.documentElement.classList.add('moved')
new ResizeObserver(() => { place(); reach() }).observe(document.querySelector('main'))
addEventListener('scroll', () => { if (!asked) { asked = true; requestAnimationFrame(look) } }, { passive: true })
look()
`
