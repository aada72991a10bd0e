declare module 'hyphen/patterns/*.js' {
  const patterns: import('./patterns.ts').HyphenationPatterns
  export default patterns
}
declare module 'linebreak' {
  export default class LineBreaker {
    constructor(text: string)
    nextBreak(): { position: number; required: boolean } | null
  }
}

declare module 'snowball-stemmers' {
  /** Algorithms are called by the English names of their languages, in small letters. */
  export function newStemmer(algorithm: string): { stem(word: string): string }
}
