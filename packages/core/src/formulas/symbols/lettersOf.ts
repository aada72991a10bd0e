/** The letters and figures of a formula in their order, without marks and signs, from its MathML: what a symbol is sorted by. */
export function lettersOf(mathMl: string): string {
  const words = mathMl
    .replace(/<annotation[\s\S]*?<\/annotation>/g, '')
    .replace(/<[^>]*>/g, '')
    .replace(/&#x([\da-f]+);/gi, (_, code: string) => String.fromCodePoint(Number.parseInt(code, 16)))
  return words.normalize('NFKD').replace(/[^\p{L}\p{N}]/gu, '') || words
}
