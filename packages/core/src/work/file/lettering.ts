/** How small the words of a drawing are, in its own units: what they print at follows from how wide it is set. */

/** The scale of a transformation, as the length that a unit becomes (SVG 1.1, 7.6). */
function scaleOf(transform: string): number {
  let scale = 1
  for (const [, name, values] of transform.matchAll(/(matrix|scale)\s*\(([^)]*)\)/g)) {
    const [a = 1, b, c, d] = values!
      .trim()
      .split(/[\s,]+/)
      .map(Number)
    const area = name === 'matrix' ? Math.abs(a * (d ?? 1) - (b ?? 0) * (c ?? 0)) : Math.abs(a * (b ?? a))
    if (Number.isFinite(area)) scale *= Math.sqrt(area)
  }
  return scale
}

/** A size in user units; what is told in parts of another is taken by `inherited`. */
function sizeOf(said: string | undefined, inherited: number): number {
  const found = /^\s*([\d.]+)\s*(px|pt|em|%)?\s*$/.exec(said ?? '')
  const value = Number(found?.[1])
  if (!found || !(value > 0)) return inherited
  return found[2] === 'em' ? value * inherited : found[2] === '%' ? (value * inherited) / 100 : found[2] === 'pt' ? (value * 4) / 3 : value
}

/** The size of letters where nothing says one (CSS: medium). */
const usualSize = 16
const holdsWords = new Set(['text', 'tspan', 'textpath', 'a'])

/** Told of every element and text of a drawing in their order; sizes in style sheets of the drawing are not followed. */
export class Lettering {
  private readonly open: { size: number; scale: number; words: boolean }[] = [{ size: usualSize, scale: 1, words: false }]
  private least = Number.POSITIVE_INFINITY

  element(name: string, attributes: ReadonlyMap<string, string>): void {
    const { size, scale } = this.open.at(-1)!
    const styled = /(?:^|;)\s*font-size\s*:\s*([^;]+)/.exec(attributes.get('style') ?? '')?.[1]
    this.open.push({
      size: sizeOf(styled ?? attributes.get('font-size'), size),
      scale: scale * scaleOf(attributes.get('transform') ?? ''),
      words: holdsWords.has(name),
    })
  }
  text(words: string): void {
    const { size, scale, words: shown } = this.open.at(-1)!
    if (shown && words.trim()) this.least = Math.min(this.least, size * scale)
  }
  end(): void {
    this.open.pop()
  }

  /** Of the smallest words, in the units of the view box; undefined for a drawing without words. */
  get smallest(): number | undefined {
    return Number.isFinite(this.least) && this.least > 0 ? this.least : undefined
  }
}
