declare module 'fontkit' {
  export interface Font {
    numGlyphs: number
    characterSet: number[]
    getGlyph(glyph: number): { path: { toSVG(): string }; advanceWidth: number }
  }
  export function create(bytes: Uint8Array): Font
}
