/** What every output is: a name, what it is called in files, and how it is written. */
import type { Turnover } from '../turnover/turnover.ts'
import type { Fonts } from '../type/fonts.ts'
import type { Work } from '../work/work.ts'
import type { MathFaceParts } from './html/mathFace.ts'

/** What is written: a work, and its pages for those who ask. What needs none can be written whatever becomes of them. */
export interface Source {
  work: Work
  turnOver(): Promise<{ turnover: Turnover; fonts: Fonts }>
  /** The program that draws drawings in dots, from the package @resvg/resvg-wasm; asked for by outputs that need it. */
  drawingProgram(): Promise<Uint8Array>
  /** The face of formulas and the program that cuts it, for outputs that bring it along. */
  mathFace(): Promise<MathFaceParts>
}

/** Something that a format holds in another form, or not at all. */
export interface Lost {
  /** Where: the id of a block or division. */
  id: string
  says: string
}

export interface Writing {
  /** Stands in files that carry one: the same work and date give the same bytes. */
  date: Date
  /** The formulas that the author keeps, as a file of them; for outputs that carry it. */
  keepsakes?: string
  /** The work itself goes with it; for outputs that carry it. */
  withWork?: boolean
  /** Formulas are words, in outputs that can have them either way. */
  spokenFormulas?: boolean
  /** How many signs a line has, in outputs of lines. */
  width?: number
  /** Hears what the format cannot hold as it is. */
  onLost?(lost: Lost): void
  /** Told how far writing has come; ends it by answering false. */
  onProgress?(done: number, of: number): boolean
}

export interface Output {
  name: string
  title: string
  /** What is in it, in one sentence. */
  says: string
  ending: string
  mediaType: string
  /** Is handed to others with numbers and page numbers in it: a milestone is taken with it. */
  recorded: boolean
  /** Can carry the formulas that the author keeps. */
  carriesKeepsakes?: true
  /** Can carry the work itself. */
  carriesWork?: true
  /** Can have formulas in words, in place of mathematical markup. */
  speaksFormulas?: true
  /** Has lines of a width that can be chosen. */
  hasWidth?: true
  write(source: Source, writing: Writing): Promise<Uint8Array>
}
