/** The registry of checks: a new check is a file beside this one and a line here. */
import type { Turnover } from '../turnover/turnover.ts'
import { brokenFormula } from './brokenFormula.ts'
import { emptyParagraph } from './emptyParagraph.ts'
import type { Check, Finding, Weight } from './finding.ts'
import { lostTarget } from './lostTarget.ts'
import { missingCaption } from './missingCaption.ts'
import { noKeywords } from './noKeywords.ts'
import { notesNowhere } from './notesNowhere.ts'
import { pictureResolution } from './pictureResolution.ts'
import { sameNumber } from './sameNumber.ts'
import { skippedLevel } from './skippedLevel.ts'
import { typedNumber } from './typedNumber.ts'
import { unsettledPages } from './unsettledPages.ts'

export const checks: Check[] = [
  lostTarget,
  brokenFormula,
  pictureResolution,
  unsettledPages,
  notesNowhere,
  noKeywords,
  missingCaption,
  skippedLevel,
  sameNumber,
  typedNumber,
  emptyParagraph,
]

const order: Weight[] = ['mustMend', 'shouldMend', 'worthALook']

/** All findings of a turnover, the weightiest first, each weight in the order of the work. */
export function findingsOf(turnover: Turnover): Finding[] {
  const found = checks.flatMap(check => check.look(turnover).map(finding => ({ check: check.name, ...finding })))
  return found.sort((a, b) => order.indexOf(a.weight) - order.indexOf(b.weight) || a.division - b.division)
}
