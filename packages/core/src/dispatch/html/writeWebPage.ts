/** A work as one page of HTML: everything in one file, pictures as well; it needs no script, no network and no server. */

import type { Manuscript } from '../manuscript/manuscript.ts'
import { anchorOf, linkTo } from '../markup/anchors.ts'
import { base64Of } from '../markup/base64.ts'
import { resolveLinks } from '../markup/links.ts'
import { type Element, element, htmlOf, written } from '../markup/markup.ts'
import { outlineOf, sectionHtml } from './sections.ts'
import { faceRule, followScript, pageStyle, textStyle, widthRules } from './style.ts'

/** How deep the contents beside the text go. */
const depth = 3

/** `mathFace` is the face of its formulas, as WOFF. */
export async function writeWebPage(manuscript: Manuscript, mathFace: Uint8Array | null): Promise<Uint8Array> {
  const { work, language, title, words } = manuscript
  const pictures = new Map<string, string>()
  const widths = new Set<number>()
  const sections = manuscript.divisions.map(division =>
    sectionHtml(division, {
      manuscript,
      division,
      top: 2,
      widths,
      speaks: false,
      before: () => [],
      pictureAt: ({ name, type, bytes }) => {
        let address = pictures.get(name)
        if (!address) pictures.set(name, (address = `data:${type};base64,${base64Of(bytes)}`))
        return address
      },
    }),
  )
  const face = mathFace ? faceRule(`data:font/woff;base64,${base64Of(mathFace)}`) : ''
  const style = `${face}${textStyle}${pageStyle}${widthRules(widths)}`
  const policy = [
    "default-src 'none'",
    'img-src data:',
    ...(mathFace ? ['font-src data:'] : []),
    `style-src '${await hashOf(style)}'`,
    `script-src '${await hashOf(followScript)}'`,
    "base-uri 'none'",
    "form-action 'none'",
  ].join('; ')
  const { author, keywords } = work.settings
  // The title page has the first heading; without one the title stands above all.
  const titled = manuscript.divisions.some(({ role }) => role === 'titlePage')
  const page = element(
    'html',
    { lang: language },
    element(
      'head',
      {},
      element('meta', { charset: 'utf-8' }),
      element('meta', { 'http-equiv': 'Content-Security-Policy', content: policy }),
      element('meta', { name: 'viewport', content: 'width=device-width, initial-scale=1' }),
      element('title', {}, title || 'Untitled'),
      author ? element('meta', { name: 'author', content: author }) : null,
      keywords.length ? element('meta', { name: 'keywords', content: keywords.join(', ') }) : null,
      element('meta', { name: 'generator', content: 'Steady Ledger' }),
      element('style', {}, written(style)),
    ),
    element(
      'body',
      {},
      element('a', { class: 'skip', href: '#text' }, title || 'Untitled'),
      element(
        'div',
        { class: 'shell' },
        element(
          'nav',
          { class: 'beside', 'aria-label': `${words.contents}: ${title || 'Untitled'}` },
          element('h2', {}, words.contents),
          outlineHtml(manuscript),
        ),
        element('main', { id: 'text' }, titled ? null : element('h1', {}, title || 'Untitled'), sections),
      ),
      element('script', {}, written(followScript)),
    ),
  )
  return new TextEncoder().encode(htmlOf(resolveLinks(new Map([['', page]])).get('')!))
}

function outlineHtml(manuscript: Manuscript): Element {
  return element(
    'ol',
    {},
    outlineOf(manuscript, depth).map(({ id, number, text, level }) =>
      element(
        'li',
        { class: `level-${level}` },
        element('a', { href: linkTo(id) }, [number, text].filter(Boolean).join(' ') || anchorOf(id)),
      ),
    ),
  )
}

/** What a policy names a style sheet or script by (Content Security Policy 3, 2.3.1). */
async function hashOf(text: string): Promise<string> {
  const digest = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text))
  return `sha256-${base64Of(new Uint8Array(digest))}`
}
