/** Markup read by jsdom in one window: a window a document, and lists that are alive, take longer than what is tested. */
import { JSDOM } from 'jsdom'

const { window } = new JSDOM('')

/** Throws where it is not well formed. */
export function readXml(text: string): Document {
  const document = new window.DOMParser().parseFromString(text, 'application/xml')
  const fault = document.getElementsByTagName('parsererror')[0]
  if (fault) throw new Error(fault.textContent ?? 'not well formed')
  return document
}

export const readHtml = (text: string): Document => new window.DOMParser().parseFromString(text, 'text/html')

export function childrenOf(of: Element): Element[] {
  const found: Element[] = []
  for (let each = of.firstElementChild; each; each = each.nextElementSibling) found.push(each)
  return found
}

/** The elements of a name within something, in their order. */
export function named(of: Element | Document, ...names: string[]): Element[] {
  const found: Element[] = []
  const look = (at: Element): void => {
    for (let each = at.firstElementChild; each; each = each.nextElementSibling) {
      if (names.includes(each.tagName)) found.push(each)
      look(each)
    }
  }
  if ('documentElement' in of) {
    if (names.includes(of.documentElement.tagName)) found.push(of.documentElement)
    look(of.documentElement)
  } else look(of)
  return found
}
