/** What can be chosen of files, beside which. */
export interface OutputOptions {
  /** With the formulas that the author keeps. */
  withKeepsakes: boolean
  /** With the work itself. */
  withWork: boolean
  /** Formulas are words. */
  spokenFormulas: boolean
  /** How many signs a line of text has. */
  width: number
}

export const usualOptions: OutputOptions = { withKeepsakes: false, withWork: false, spokenFormulas: false, width: 72 }
