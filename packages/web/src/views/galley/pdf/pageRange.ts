/** Pages as an author names them: “1–3, 7”. Dashes of any kind join, commas and spaces part. */

/** In the order in which they are named, each once; or what is wrong, in words. `count` is how many pages there are. */
export function pagesNamed(text: string, count: number): number[] | string {
  const pages = new Set<number>()
  const parts = text
    .replace(/\s*[-‐‑‒–—]\s*/g, '-')
    .split(/[\s,;]+/)
    .filter(Boolean)
  if (parts.length === 0) return 'Say which pages, such as 1–3, 7.'
  for (const part of parts) {
    const [, first = '', last = first] = /^(\d{1,6})(?:-(\d{1,6}))?$/.exec(part) ?? []
    if (!first) return `“${part}” is no page. Write numbers, such as 1–3, 7.`
    const [from, to] = [Number(first), Number(last)]
    if (from < 1 || from > count || to < 1 || to > count)
      return count === 1 ? 'The file has one page.' : `The file has pages 1 to ${count}.`
    if (to < from) return `“${first}–${last}” goes backwards.`
    for (let page = from; page <= to; page++) pages.add(page)
  }
  return [...pages]
}

/** Pages as one says them: “3, 5 and 7”. */
export const pagesSaid = (pages: readonly number[]): string =>
  pages.length < 2 ? `page ${pages[0]}` : `pages ${pages.slice(0, -1).join(', ')} and ${pages.at(-1)}`
