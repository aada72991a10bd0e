/** Finding entries of the palette by what one calls them. */
import { type Entry, palette } from './palette.ts'

const plain = (text: string): string => text.toLowerCase().normalize('NFD').replace(/\p{M}/gu, '')
const texts = new Map(palette.map(each => [each, { name: plain(each.name), all: plain(`${each.name} ${each.also} ${each.typed ?? ''}`) }]))

/** What is found by name, other name or use; what begins with the words first, then what was used last. */
export function searched(asked: string, usedLast: readonly string[], most = 60): Entry[] {
  const parts = plain(asked).split(/\s+/).filter(Boolean)
  const found: { entry: Entry; rank: number }[] = []
  for (const entry of palette) {
    const { name, all } = texts.get(entry)!
    if (!parts.every(part => all.includes(part) || entry.shows.some(term => term.kind === 'sign' && term.char === part))) continue
    const whole = parts.join(' ')
    const used = usedLast.indexOf(entry.name)
    const rank =
      (name === whole ? 0 : name.startsWith(whole) ? 1 : name.includes(whole) ? 2 : all.includes(whole) ? 3 : 4) * 100 +
      (used >= 0 ? used : 50)
    found.push({ entry, rank })
  }
  return found
    .sort((a, b) => a.rank - b.rank)
    .slice(0, most)
    .map(({ entry }) => entry)
}
