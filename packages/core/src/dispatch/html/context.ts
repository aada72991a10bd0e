/** What pages of HTML are written with: shared by the web page and the e-book. */
import type { Picture } from '../../work/work.ts'
import type { Manuscript, SaidDivision } from '../manuscript/manuscript.ts'
import type { Markup } from '../markup/markup.ts'

export interface HtmlContext {
  manuscript: Manuscript
  division: SaidDivision
  /** Where a picture is found, as an address. */
  pictureAt(picture: Picture): string
  /** The level of the title of a division, 1 to 6. */
  top: number
  /** Shares of the width that pictures are asked to have, in steps of 5 %: each is a rule of the style sheet. */
  widths: Set<number>
  /** Words of a formula are written beside it, for readers that do not know MathML. */
  speaks: boolean
  /** What stands before something: the mark of a page of the print that begins with it. */
  before(id: string): readonly Markup[]
}
