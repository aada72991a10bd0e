/** The mathematical alphabets of Unicode. */

/** Letters that Unicode had before its mathematical alphabets, and so left out of them. */
const apart: Record<string, Record<string, number>> = {
  script: { B: 0x212c, E: 0x2130, F: 0x2131, H: 0x210b, I: 0x2110, L: 0x2112, M: 0x2133, R: 0x211b, e: 0x212f, g: 0x210a, o: 0x2134 },
  'double-struck': { C: 0x2102, H: 0x210d, N: 0x2115, P: 0x2119, Q: 0x211a, R: 0x211d, Z: 0x2124 },
  fraktur: { C: 0x212d, H: 0x210c, I: 0x2111, R: 0x211c, Z: 0x2128 },
  italic: { h: 0x210e },
}
/** First code points of capital A, capital Alpha and zero in each mathematical alphabet. */
const alphabets: Record<string, [number, number, number]> = {
  bold: [0x1d400, 0x1d6a8, 0x1d7ce],
  italic: [0x1d434, 0x1d6e2, 0],
  'bold-italic': [0x1d468, 0x1d71c, 0],
  script: [0x1d49c, 0, 0],
  fraktur: [0x1d504, 0, 0],
  'double-struck': [0x1d538, 0, 0x1d7d8],
  'bold-script': [0x1d4d0, 0, 0],
  'bold-fraktur': [0x1d56c, 0, 0],
  'sans-serif': [0x1d5a0, 0, 0x1d7e2],
  monospace: [0x1d670, 0, 0x1d7f6],
}

/** Browsers know one variant only (MathML Core); the others are letters of their own in Unicode. Variants as MathML names them. */
export function styled(sign: string, variant: string): string {
  const exception = apart[variant]?.[sign]
  if (exception) return String.fromCodePoint(exception)
  const [latin, greek, digits] = alphabets[variant] ?? [0, 0, 0]
  const code = sign.codePointAt(0)!
  if (latin && code >= 65 && code <= 90) return String.fromCodePoint(latin + code - 65)
  if (latin && code >= 97 && code <= 122) return String.fromCodePoint(latin + 26 + code - 97)
  if (digits && code >= 48 && code <= 57) return String.fromCodePoint(digits + code - 48)
  if (greek && code >= 0x391 && code <= 0x3a9) return String.fromCodePoint(greek + code - 0x391)
  if (greek && code >= 0x3b1 && code <= 0x3c9) return String.fromCodePoint(greek + 26 + code - 0x3b1)
  return sign
}

const starts = Object.entries(alphabets).flatMap(([variant, [latin, greek, digits]]) => [
  ...(latin ? [{ variant, from: latin, to: latin + 51 }] : []),
  ...(greek ? [{ variant, from: greek, to: greek + 50 }] : []),
  ...(digits ? [{ variant, from: digits, to: digits + 9 }] : []),
])

const exceptions = new Map(
  Object.entries(apart).flatMap(([variant, letters]) =>
    Object.entries(letters).map(([char, code]) => [String.fromCodePoint(code), { char, variant }]),
  ),
)

/** The plain letter of a letter of one of these alphabets, and the variant it stands for; others are as they are. */
export function plainLetter(sign: string): { char: string; variant?: string } {
  const exception = exceptions.get(sign)
  if (exception) return exception
  const code = sign.codePointAt(0)!
  if (code < 0x1d400 || code > 0x1d7ff) return { char: sign }
  const variant = starts.find(({ from, to }) => code >= from && code <= to)?.variant
  const char = sign.normalize('NFKC')
  return variant ? { char, variant } : { char }
}
