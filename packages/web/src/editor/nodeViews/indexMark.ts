import { element, type Hosts, type ViewMaker } from './common.ts'

/** A mark for the index: a small tick in the line, which takes no room. A press chooses it, and the slip says what it is. */
export const indexMarkView =
  ({ live }: Hosts): ViewMaker =>
  first => {
    let node = first
    const dom = element('span', 'index-mark')
    dom.contentEditable = 'false'
    dom.setAttribute('role', 'img')
    const paint = (): void => {
      const { term, main, range } = node.attrs
      const name = live.termName(term)
      const says = `${name ? `Index: ${name}` : 'Index: a term that is no longer there'}${main ? ', main place' : ''}${
        range === 'start' ? ', a range begins' : range === 'end' ? ', a range ends' : ''
      }`
      if (dom.title === says) return
      dom.title = says
      dom.setAttribute('aria-label', says)
      dom.dataset.range = range
      dom.classList.toggle('main', main)
      dom.classList.toggle('lost', !name)
    }
    const stop = live.follow(paint)
    return {
      dom,
      ignoreMutation: () => true,
      destroy: stop,
      update: next => {
        if (next.type !== node.type) return false
        node = next
        paint()
        return true
      },
    }
  }
