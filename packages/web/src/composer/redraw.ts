/** Draws markup where other markup stands, and touches only what is not the same: laying out a long formula anew takes longer than a frame. */

export function redraw(place: Element, html: string): void {
  const template = document.createElement('template')
  template.innerHTML = html
  const next = template.content.firstElementChild
  const now = place.firstElementChild
  if (now && next && sameTag(now, next)) patch(now, next)
  else place.replaceChildren(template.content)
}

const sameTag = (a: Element, b: Element): boolean =>
  a.localName === b.localName &&
  a.attributes.length === b.attributes.length &&
  [...a.attributes].every(({ name, value }) => b.getAttribute(name) === value)

function patch(now: Element, next: Element): void {
  const old = [...now.childNodes]
  const made = [...next.childNodes]
  let start = 0
  while (start < old.length && start < made.length && old[start]!.isEqualNode(made[start]!)) start++
  let end = 0
  while (end < old.length - start && end < made.length - start && old.at(-1 - end)!.isEqualNode(made.at(-1 - end)!)) end++
  const [first, more] = old.slice(start, old.length - end)
  const [fresh, others] = made.slice(start, made.length - end)
  if (first instanceof Element && fresh instanceof Element && !more && !others && sameTag(first, fresh)) {
    patch(first, fresh)
    return
  }
  const after = old[old.length - end] ?? null
  for (const gone of old.slice(start, old.length - end)) gone.remove()
  for (const each of made.slice(start, made.length - end)) now.insertBefore(each, after)
}
