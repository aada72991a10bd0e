import { element, explain, type Hosts, leafView, mark, type ViewMaker } from './common.ts'

/** A mark for the index: a small tick in the line, which takes no room. A press chooses it, and the slip says what it is. */
export const indexMarkView =
  ({ live }: Hosts): ViewMaker =>
  first => {
    const dom = element('span', 'index-mark')
    dom.contentEditable = 'false'
    dom.setAttribute('role', 'img')
    return leafView(first, dom, live, node => {
      const { term, main, range } = node.attrs
      const name = live.termName(term)
      const says = `${name ? `Index: ${name}` : 'Index: a term that is no longer there'}${main ? ', main place' : ''}${
        range === 'start' ? ', a range begins' : range === 'end' ? ', a range ends' : ''
      }`
      if (dom.title === says) return
      explain(dom, says)
      dom.setAttribute('aria-label', says)
      dom.dataset.range = range
      mark(dom, 'main', main)
      mark(dom, 'lost', !name)
    })
  }
