/** Marks over and under a term: what they are called, how the notation writes them, and the sign that MathML has for them. */
export interface Decor {
  command: string
  char: string
  under?: true
  /** As wide as what it stands on. */
  wide?: true
}

const over = (command: string, char: string, wide?: true): Decor => ({ command: `\\${command}`, char, ...(wide && { wide }) })
const under = (command: string, char: string): Decor => ({ command: `\\${command}`, char, under: true, wide: true })

export const decorations: Record<string, Decor> = {
  hat: over('hat', '^'),
  'wide hat': over('widehat', '^', true),
  bar: over('overline', '―', true),
  'short bar': over('bar', '¯'),
  vector: over('vec', '→'),
  'long vector': over('overrightarrow', '→', true),
  'left vector': over('overleftarrow', '←', true),
  'double vector': over('overleftrightarrow', '↔', true),
  dot: over('dot', '˙'),
  'two dots': over('ddot', '¨'),
  'three dots': over('dddot', '⃛'),
  'four dots': over('ddddot', '⃜'),
  tilde: over('tilde', '~'),
  'wide tilde': over('widetilde', '~', true),
  check: over('check', 'ˇ'),
  breve: over('breve', '˘'),
  acute: over('acute', '´'),
  grave: over('grave', '`'),
  ring: over('mathring', '˚'),
  overbrace: over('overbrace', '⏞', true),
  underline: under('underline', '―'),
  'vector below': under('underrightarrow', '→'),
  underbrace: under('underbrace', '⏟'),
}
