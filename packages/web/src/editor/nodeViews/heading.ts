import { element, type Hosts, numberColumn, outside, type ViewMaker } from './common.ts'

/** Titles of divisions and headings: the number stands in the number column, the words are the author's. */
export const headingView =
  ({ live }: Hosts): ViewMaker =>
  (node, view, getPos) => {
    const isTitle = node.type.name === 'title'
    const idOf = (): string => {
      const at = getPos()
      if (at === undefined) return ''
      return isTitle ? view.state.doc.resolve(at).parent.attrs.id : (view.state.doc.nodeAt(at)?.attrs.id ?? '')
    }
    const level = isTitle ? 1 : (node.attrs.level as number)
    const dom = element('div', `block heading level-${level}`)
    const column = numberColumn(live, idOf, number => (isTitle ? (live.ledger.byId.get(idOf())?.bare ?? number) : number))
    const content = element(level === 1 ? 'h1' : level === 2 ? 'h2' : level === 3 ? 'h3' : 'h4', 'words')
    dom.append(column.dom, content)
    dom.classList.toggle('untitled', node.content.size === 0)
    if (!isTitle) dom.dataset.id = node.attrs.id
    /** What is against the rule of the level is seen as such. */
    const paint = (): void => {
      const item = live.ledger.byId.get(idOf())?.item
      const at = getPos()
      const own = at === undefined || isTitle ? null : view.state.doc.nodeAt(at)
      const said = [
        item?.kind === 'heading' && item.startAt !== null && `set to ${item.startAt}`,
        own?.attrs.numbered === false && 'no number',
        own?.attrs.listed === false && 'not listed',
      ]
      column.dom.dataset.exception = said.filter(Boolean).join(', ')
    }
    const stop = live.follow(() => queueMicrotask(paint))
    return {
      dom,
      contentDOM: content,
      ignoreMutation: outside(content),
      destroy: () => {
        stop()
        column.stop()
      },
      update: next => {
        if (next.type !== node.type || (!isTitle && (next.attrs.level !== level || next.attrs.id !== node.attrs.id))) return false
        dom.classList.toggle('untitled', next.content.size === 0)
        return true
      },
    }
  }
