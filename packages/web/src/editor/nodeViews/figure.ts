import { NodeSelection } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import { element, type Hosts, numberColumn, outside, type ViewMaker } from './common.ts'

/** A figure: its picture, its caption, and panels where it has any. A panel is the same, its words being its caption. */
export const figureView =
  ({ live, replacePicture }: Hosts): ViewMaker =>
  (first, view, getPos) => {
    let node = first
    const isPanel = node.type.name === 'panel'
    const dom = element(isPanel ? 'div' : 'figure', isPanel ? 'panel' : 'block figure')
    dom.dataset.id = node.attrs.id
    const column = numberColumn(
      live,
      () => node.attrs.id,
      number =>
        isPanel
          ? (live.ledger.byId.get(node.attrs.id)?.own ?? number)
          : `${live.ledger.byId.get(node.attrs.id)?.names.shortOne ?? ''} ${number}`,
    )
    const frame = element('div', 'picture')
    frame.contentEditable = 'false'
    const content = element('div', isPanel ? 'words' : 'captions')
    dom.append(column.dom, frame, content)
    const paint = (): void => {
      const { picture, alternative, width } = node.attrs
      dom.classList.toggle('uncaptioned', !isPanel && node.attrs.numbered && node.firstChild!.content.size === 0)
      dom.classList.toggle('panelled', node.lastChild?.type.name === 'panel')
      const address = live.pictureAddress(picture)
      const shown = frame.firstElementChild
      dom.style.setProperty('--share', String(width))
      if (address) {
        if (shown instanceof HTMLImageElement && shown.dataset.name === picture) {
          shown.alt = alternative
          return
        }
        const image = element('img', '')
        image.src = address
        image.alt = alternative
        image.dataset.name = picture
        image.draggable = false
        frame.replaceChildren(image)
      } else if (!(shown instanceof HTMLButtonElement)) {
        const button = element('button', 'choose-picture', 'Choose a picture, or drop one here')
        button.type = 'button'
        button.addEventListener('click', () => replacePicture(node.attrs.id))
        frame.replaceChildren(button)
      }
    }
    const stop = live.follow(paint)
    // A press on the picture selects the whole figure.
    frame.addEventListener('mousedown', event => {
      const at = getPos()
      if (at === undefined || event.button !== 0 || event.target instanceof HTMLButtonElement) return
      event.preventDefault()
      selectNode(view, at)
    })
    return {
      dom,
      contentDOM: content,
      ignoreMutation: outside(content),
      stopEvent: event => frame.contains(event.target as HTMLElement) && event.type !== 'drop' && event.type !== 'dragover',
      destroy: () => {
        stop()
        column.stop()
      },
      update: next => {
        if (next.type !== node.type || next.attrs.id !== node.attrs.id) return false
        node = next
        paint()
        return true
      },
    }
  }

export function selectNode(view: EditorView, at: number): void {
  view.dispatch(view.state.tr.setSelection(NodeSelection.create(view.state.doc, at)))
  view.focus()
}
