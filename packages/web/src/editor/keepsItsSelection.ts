/**
 * Before it draws anything, React notes the selection in whatever has the focus and can be written in, to put it back afterwards: it counts all letters
 * in front of it, which in a long chapter takes longer than the drawing. An editor keeps its selection by itself. React knows what can be written
 * in by this property; the attribute, which everybody else reads, stays.
 */
export function keepsItsSelection(dom: HTMLElement): void {
  Object.defineProperty(dom, 'contentEditable', { value: 'inherit', writable: true })
}
