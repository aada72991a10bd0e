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
