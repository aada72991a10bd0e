/** Fonts: opened from the bytes the host gives, shaping by HarfBuzz, every shaped text kept. */
import * as hb from 'harfbuzzjs'
import { type FaceName, faceNames } from '../work/parts/houseStyle.ts'
import { type Families, monoFamilies, sansFamilies, textFamilies, usualFamilies } from './families.ts'
import type { Exceptions } from './hyphenation.ts'
import { runsLeftwards } from './leftwards.ts'

/** Faces that are asked for what a face of the house style lacks, chosen by nobody. */
export type FallbackName = keyof typeof fallbackPackages
/** Faces of the author's own for what all others lack, which are asked first. */
const ownFallbacks = ['own0', 'own1', 'own2', 'own3'] as const
export type OwnFallback = (typeof ownFallbacks)[number]
export type AnyFace = FaceName | FallbackName | OwnFallback

/** The files of the faces a work is set in, read by the host from the packages that ship with the program; the others may come later. */
export type FontFiles = Record<FaceName, Uint8Array> & Partial<Record<FallbackName | OwnFallback, Uint8Array>>

/** Package path of each face's file, by the families that a work is set in: the same bytes serve the screen, the shaper and the PDF. */
export function fontPackages({ text, sans, mono }: Families = usualFamilies): Record<FaceName, string> {
  const { regular, italic, bold, boldItalic } = textFamilies[text]
  return {
    serif: regular,
    serifItalic: italic,
    serifBold: bold,
    serifBoldItalic: boldItalic,
    sans: sansFamilies[sans].regular,
    sansSemibold: sansFamilies[sans].bold,
    mono: monoFamilies[mono],
  }
}

const at = (path: string): string => `@expo-google-fonts/${path}.ttf`

export const fallbackPackages = {
  signs: at('stix-two-text/400Regular/STIXTwoText_400Regular'),
  signsItalic: at('stix-two-text/400Regular_Italic/STIXTwoText_400Regular_Italic'),
  signsBold: at('stix-two-text/600SemiBold/STIXTwoText_600SemiBold'),
  signsBoldItalic: at('stix-two-text/600SemiBold_Italic/STIXTwoText_600SemiBold_Italic'),
  mathematics: at('noto-sans-math/400Regular/NotoSansMath_400Regular'),
  hebrew: at('noto-serif-hebrew/400Regular/NotoSerifHebrew_400Regular'),
  hebrewBold: at('noto-serif-hebrew/700Bold/NotoSerifHebrew_700Bold'),
  arabic: at('noto-naskh-arabic/400Regular/NotoNaskhArabic_400Regular'),
  arabicBold: at('noto-naskh-arabic/700Bold/NotoNaskhArabic_700Bold'),
  thai: at('noto-sans-thai/400Regular/NotoSansThai_400Regular'),
  thaiBold: at('noto-sans-thai/700Bold/NotoSansThai_700Bold'),
  emoji: at('noto-emoji/400Regular/NotoEmoji_400Regular'),
} as const

export const fallbackNames = Object.keys(fallbackPackages) as FallbackName[]

const ofScripts: readonly FallbackName[] = ['hebrew', 'arabic', 'thai', 'mathematics', 'emoji']
const ofScriptsBold: readonly FallbackName[] = ['hebrewBold', 'arabicBold', 'thaiBold', ...ofScripts]

/** Which faces are asked in turn for what a face lacks: one of its slope and weight, then those that have more. */
const fallbacks: Record<FaceName, readonly FallbackName[]> = {
  serif: ['signs', ...ofScripts],
  serifItalic: ['signsItalic', 'signs', ...ofScripts],
  serifBold: ['signsBold', 'signs', ...ofScriptsBold],
  serifBoldItalic: ['signsBoldItalic', 'signsBold', 'signs', ...ofScriptsBold],
  sans: ['signs', ...ofScripts],
  sansSemibold: ['signsBold', 'signs', ...ofScriptsBold],
  mono: ['signs', ...ofScripts],
}

/** A text as the font draws it. Widths in em; clusters are UTF-16 indices into `text`. */
export interface Shape {
  text: string
  face: AnyFace
  /**
   * OpenType features it is drawn with beside the usual ones, separated by spaces; faces that have none of them ignore them. A text with
   * `leftwards` runs from right to left: its glyphs are in the order of the page, its clusters descend.
   */
  features: string
  glyphs: Uint16Array
  advances: Float32Array
  clusters: Uint16Array
  /** How far each glyph stands from where the ones before it end, right and up by turns, in em; absent where none does. */
  offsets?: Float32Array
  width: number
  /** True where the face has no glyph for a character of the text. */
  incomplete: boolean
  /** Whether a line can end nowhere within it, once that was asked for. */
  whole: boolean | null
  /** Where it may be divided, once that was asked for. */
  divisions: { language: string; exceptions: Exceptions; points: readonly HyphenPoint[] } | null
}

/** A place where a text may be divided; widths in em. */
export interface HyphenPoint {
  /** UTF-16 index. */
  at: number
  /** Width up to here, of the part before it with its hyphen, and of what comes after it. */
  sum: number
  before: number
  after: number
}

export interface OpenFace {
  name: AnyFace
  /** What is asked in turn for the signs that it lacks. */
  fallbacks: readonly OpenFace[]
  bytes: Uint8Array
  unitsPerEm: number
  /** Above and below the baseline, in em, both positive. */
  ascender: number
  descender: number
  shape(text: string, features?: string): Shape
  /** How high its numerals are, in em. */
  numerals: number
  /** The width the font gives a glyph before kerning, in em. */
  plainAdvance(glyph: number): number
}

export type Fonts = Record<FaceName, OpenFace> & Partial<Record<FallbackName | OwnFallback, OpenFace>>

/** A face of HarfBuzz, and what shapes with it. */
interface Shaper {
  name: AnyFace
  font: hb.Font
  buffer: hb.Buffer
  /** An em in units of the font, turned over. */
  unit: number
}

function shapeAnew({ name, font, buffer, unit }: Shaper, text: string, features: string): Shape {
  buffer.clearContents()
  buffer.addText(text)
  buffer.guessSegmentProperties()
  buffer.setDirection(runsLeftwards(features) ? hb.Direction.RTL : hb.Direction.LTR)
  hb.shape(font, buffer, features ? features.split(' ').map(tag => new hb.Feature(tag)) : [])
  const infos = buffer.getGlyphInfos()
  const positions = buffer.getGlyphPositions()
  const count = infos.length
  const shape: Shape = {
    text,
    face: name,
    features,
    glyphs: new Uint16Array(count),
    advances: new Float32Array(count),
    clusters: new Uint16Array(count),
    width: 0,
    incomplete: false,
    whole: null,
    divisions: null,
  }
  for (let i = 0; i < count; i++) {
    shape.glyphs[i] = infos[i]!.codepoint
    shape.clusters[i] = infos[i]!.cluster
    shape.advances[i] = positions[i]!.xAdvance * unit
    shape.width += positions[i]!.xAdvance * unit
    if (infos[i]!.codepoint === 0) shape.incomplete = true
    const { xOffset, yOffset } = positions[i]!
    if (xOffset || yOffset) {
      shape.offsets ??= new Float32Array(count * 2)
      shape.offsets[i * 2] = xOffset * unit
      shape.offsets[i * 2 + 1] = yOffset * unit
    }
  }
  return shape
}

/** Keeps the shapes asked for lately: as many again as fit in the newer of two maps. */
function rememberingShapes(shaper: Shaper): OpenFace['shape'] {
  let shapes = new Map<string, Shape>()
  let olderShapes = new Map<string, Shape>()
  return (text, features = '') => {
    const key = features ? `${features}\n${text}` : text
    let shape = shapes.get(key)
    if (!shape) {
      if (shapes.size >= rememberedShapes) {
        olderShapes = shapes
        shapes = new Map()
      }
      shapes.set(key, (shape = olderShapes.get(key) ?? shapeAnew(shaper, text, features)))
    }
    return shape
  }
}

function openFace(name: AnyFace, bytes: Uint8Array, buffer: hb.Buffer, fallbacks: readonly OpenFace[] = []): OpenFace {
  const face = new hb.Face(new hb.Blob(bytes))
  const font = new hb.Font(face)
  const unit = 1 / face.upem
  const extents = font.hExtents()
  const advances = new Map<number, number>()
  const shape = rememberingShapes({ name, font, buffer, unit })
  return {
    name,
    fallbacks,
    bytes,
    unitsPerEm: face.upem,
    ascender: extents.ascender * unit,
    descender: -extents.descender * unit,
    shape,
    numerals: (font.glyphExtents(shape('0').glyphs[0] ?? 0)?.yBearing ?? 0) * unit,
    plainAdvance(glyph) {
      let advance = advances.get(glyph)
      if (advance === undefined) advances.set(glyph, (advance = font.glyphHAdvance(glyph) * unit))
      return advance
    },
  }
}

/** Distinct texts a face remembers at least; of older ones those not asked for since are forgotten. Bounds memory over long sittings. */
const rememberedShapes = 60_000

export function openFonts(files: FontFiles): Fonts {
  const buffer = new hb.Buffer()
  const others: Partial<Record<FallbackName | OwnFallback, OpenFace>> = {}
  for (const name of [...ownFallbacks, ...fallbackNames]) {
    const bytes = files[name]
    if (bytes) others[name] = openFace(name, bytes, buffer)
  }
  const own = faceNames.map(name => {
    const asked = [...ownFallbacks, ...fallbacks[name]].flatMap(other => others[other] ?? [])
    return [name, openFace(name, files[name], buffer, asked)]
  })
  return { ...(Object.fromEntries(own) as Record<FaceName, OpenFace>), ...others }
}
