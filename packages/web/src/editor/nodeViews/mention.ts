import { element, explain, type Hosts, leafView, mark, placeOfView, say, showFormula, type ViewMaker } from './common.ts'

const reasons = {
  asked: 'as you asked for it',
  heading: 'as the house style says for headings',
  caption: 'as the house style says for captions and tables',
  abstract: 'as the house style says for the abstract',
  first: 'written out, for it comes first here',
  later: 'short, for it was written out before',
}

/** An abbreviation or symbol says what it prints here, quietly told apart from plain words. */
export const mentionView =
  ({ live }: Hosts): ViewMaker =>
  (first, view, getPos) => {
    const dom = element('span', 'mention')
    dom.contentEditable = 'false'
    return leafView(first, dom, live, node => {
      const place = placeOfView(view, getPos)
      const pieces = live.wording(node, place)
      const key = JSON.stringify(pieces)
      const lost = pieces.some(piece => piece.lost)
      const standing = live.mentions().byPlace.get(place)
      const title = lost
        ? 'Its entry is no longer in the register. Choose another one in the slip.'
        : `Short form${standing ? `: ${reasons[standing.reason]}` : ''}`
      explain(dom, title)
      mark(dom, 'lost', lost)
      if (dom.dataset.says === key) return
      dom.dataset.says = key
      if (!pieces.some(({ formula }) => formula !== undefined)) {
        say(dom, pieces.map(({ text }) => text).join(''))
        return
      }
      dom.replaceChildren(
        ...pieces.map(({ text, formula }) => {
          if (formula === undefined) return document.createTextNode(text)
          const held = element('span', 'formula')
          showFormula(held, formula, false, live.language)
          return held
        }),
      )
    })
  }
