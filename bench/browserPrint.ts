/**
 * The yardstick: the same work as a plain web page, printed to PDF by the browser. What is measured is the printing alone, with the
 * page loaded and its formulas and pictures in place.
 */
import { existsSync } from 'node:fs'
import { chromiumPath as executablePath } from '../e2e/chromium.ts'
import { referenceText } from '../packages/core/src/content/references/wordReference.ts'
import { mathMl } from '../packages/core/src/formulas/mathml.ts'
import { scanDivision } from '../packages/core/src/numbers/scan.ts'
import type { Turnover } from '../packages/core/src/turnover/turnover.ts'
import type { Node } from '../packages/core/src/work/schema.ts'

const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;')

/** The work as one web page: every kind of block by the element that HTML has for it. */
export function webPage(turnover: Turnover): string {
  const { work, ledger } = turnover
  const number = (id: string): string => ledger.byId.get(id)?.number ?? ''
  /** What the references say, in the order in which they are written. */
  const said = work.doc.children.flatMap(node =>
    scanDivision(node).references.map(({ node: reference, occurrence }) => turnover.wordingOf(reference, occurrence)),
  )
  const inside = (node: Node): string => node.children.map(write).join('')
  const write = (node: Node): string => {
    const { attrs } = node
    switch (node.type.name) {
      case 'text':
        return node.marks.some(mark => mark.type.name === 'emphasis') ? `<em>${escaped(node.text!)}</em>` : escaped(node.text!)
      case 'division':
        return `<section>${inside(node)}</section>`
      case 'title':
        return `<h1>${inside(node)}</h1>`
      case 'heading':
        return `<h${attrs.level} id="${attrs.id}">${number(attrs.id)} ${inside(node)}</h${attrs.level}>`
      case 'formula':
        return mathMl(attrs.formula, false) ?? ''
      case 'equation':
        return `<p id="${attrs.id}">${mathMl(attrs.formula, true) ?? ''} ${number(attrs.id)}</p>`
      case 'reference':
        return `<a href="#${attrs.targets[0]}">${escaped(referenceText(said.shift() ?? []))}</a>`
      case 'note':
        return `<sup>${number(attrs.id)}</sup>`
      case 'figure': {
        const picture = work.pictures.get(attrs.picture)
        const source = picture ? `data:${picture.type};base64,${Buffer.from(picture.bytes).toString('base64')}` : ''
        return `<figure id="${attrs.id}"><img src="${source}" style="width:${attrs.width * 100}%">${inside(node)}</figure>`
      }
      case 'table':
        return `<figure id="${attrs.id}">${inside(node)}</figure>`
      case 'caption':
        return `<figcaption>${inside(node)}</figcaption>`
      case 'grid':
        return `<table>${inside(node)}</table>`
      case 'gridRow':
        return `<tr>${inside(node)}</tr>`
      case 'gridHead':
        return `<th>${inside(node)}</th>`
      case 'gridCell':
        return `<td>${inside(node)}</td>`
      case 'bulletedList':
        return `<ul>${inside(node)}</ul>`
      case 'numberedList':
        return `<ol>${inside(node)}</ol>`
      case 'listItem':
        return `<li>${inside(node)}</li>`
      case 'paragraph':
        return `<p>${inside(node)}</p>`
      default:
        return inside(node)
    }
  }
  const notes = ledger.entries
    .filter(entry => entry.item.kind === 'note')
    .map(entry => `<p>${entry.number} ${inside(entry.item.text!)}</p>`)
  const looks =
    '@page{size:A4;margin:31mm 30mm}body{font:11.5pt/17.5pt serif;text-align:justify;hyphens:auto}section{break-before:page}figure{break-inside:avoid}'
  return `<!doctype html><html lang="${work.settings.language}"><meta charset="utf-8"><style>${looks}</style>${inside(work.doc)}<section>${notes.join('')}</section>`
}

/** Milliseconds of the browser's own print to PDF, the best of three; null where there is no browser. */
export async function browserPrint(turnover: Turnover): Promise<{ milliseconds: number; bytes: number } | null> {
  if (!existsSync(executablePath)) return null
  const { chromium } = await import('@playwright/test')
  const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'] })
  try {
    const page = await browser.newPage()
    await page.setContent(webPage(turnover), { waitUntil: 'load', timeout: 120_000 })
    let best = Infinity
    let bytes = 0
    for (let i = 0; i < 3; i++) {
      const began = performance.now()
      bytes = (await page.pdf({ preferCSSPageSize: true, tagged: true, outline: true })).length
      best = Math.min(best, performance.now() - began)
    }
    return { milliseconds: best, bytes }
  } finally {
    await browser.close()
  }
}
