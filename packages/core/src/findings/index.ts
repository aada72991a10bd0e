/** The registry of checks, and everything that they find: a new check is a file in checks/ and a line here. */
import type { Turnover } from '../turnover/turnover.ts'
import { type Check, type FoundIn, optionsOf } from './check.ts'
import { brokenFormula } from './checks/brokenFormula.ts'
import { emptyField } from './checks/emptyField.ts'
import { emptyParagraph } from './checks/emptyParagraph.ts'
import { emptySlot } from './checks/emptySlot.ts'
import { faceMissing } from './checks/faceMissing.ts'
import { highRoman } from './checks/highRoman.ts'
import { indexManyPages } from './checks/indexManyPages.ts'
import { indexMarks } from './checks/indexMarks.ts'
import { indexMissing } from './checks/indexMissing.ts'
import { indexNoPlace } from './checks/indexNoPlace.ts'
import { indexPassing } from './checks/indexPassing.ts'
import { indexSeeNowhere } from './checks/indexSeeNowhere.ts'
import { indexTwoSpellings } from './checks/indexTwoSpellings.ts'
import { indexUnmarked } from './checks/indexUnmarked.ts'
import { lostTarget } from './checks/lostTarget.ts'
import { abbreviationEntries, lostMention, mentionOrder, plainMention } from './checks/mentions.ts'
import { missingCaption } from './checks/missingCaption.ts'
import { noKeywords } from './checks/noKeywords.ts'
import { notePunctuation } from './checks/notePunctuation.ts'
import { notesNowhere } from './checks/notesNowhere.ts'
import { notSet } from './checks/notSet.ts'
import { overTheEdge } from './checks/overTheEdge.ts'
import { pictureResolution } from './checks/pictureResolution.ts'
import { printedNowhere } from './checks/printedNowhere.ts'
import { refersToUnnumbered } from './checks/refersToUnnumbered.ts'
import { sameNumber } from './checks/sameNumber.ts'
import { skippedLevel } from './checks/skippedLevel.ts'
import { smallerEquation } from './checks/smallerEquation.ts'
import { smallLettering } from './checks/smallLettering.ts'
import { lostCitation, sourceEntries, sourceList, typedCitation, uncitedSources } from './checks/sources.ts'
import { symbolTwice } from './checks/symbolTwice.ts'
import { tinyLetters } from './checks/tinyLetters.ts'
import { typedNumber } from './checks/typedNumber.ts'
import { unexplainedSymbol } from './checks/unexplainedSymbol.ts'
import { unknownSign } from './checks/unknownSign.ts'
import { unsettledPages } from './checks/unsettledPages.ts'
import { type Finding, weights } from './finding.ts'

export const checks: readonly Check[] = [
  lostTarget,
  lostMention,
  lostCitation,
  brokenFormula,
  emptySlot,
  pictureResolution,
  unsettledPages,
  notSet,
  printedNowhere,
  overTheEdge,
  unknownSign,
  faceMissing,
  emptyField,
  smallLettering,
  notesNowhere,
  indexSeeNowhere,
  indexMarks,
  indexMissing,
  indexNoPlace,
  indexTwoSpellings,
  mentionOrder,
  sourceList,
  sourceEntries,
  noKeywords,
  missingCaption,
  skippedLevel,
  sameNumber,
  refersToUnnumbered,
  typedNumber,
  symbolTwice,
  tinyLetters,
  smallerEquation,
  highRoman,
  emptyParagraph,
  unexplainedSymbol,
  indexManyPages,
  indexPassing,
  indexUnmarked,
  plainMention,
  notePunctuation,
  abbreviationEntries,
  typedCitation,
  uncitedSources,
]

/** What a kept result was found under. */
interface Kept {
  stamp: object
  parts: readonly unknown[]
  found: readonly FoundIn[]
}
const kept = new WeakMap<object, Map<string, Kept>>()

/** Everything that a check finds; of one that looks at divisions, what it found in those that did not change is kept. */
function* foundBy(check: Check, turnover: Turnover, options: Record<string, unknown>): Generator<[FoundIn, number]> {
  const { doc, settings, scheme, houseStyle, pictures, terms, abbreviations, sources } = turnover.work
  if (check.scope === 'work') {
    for (const found of check.look({ turnover, options, division: null, index: 0 })) yield [found, found.division ?? 0]
    return
  }
  const parts = [settings, scheme, houseStyle, pictures, terms, abbreviations, sources]
  const { stamp } = turnover.ledger
  for (const [index, division] of doc.children.entries()) {
    let byCheck = kept.get(division)
    if (!byCheck) kept.set(division, (byCheck = new Map()))
    let own = byCheck.get(check.name)
    if (own?.stamp !== stamp || own.parts.some((part, i) => part !== parts[i])) {
      own = { stamp, parts, found: [...check.look({ turnover, options, division, index })] }
      byCheck.set(check.name, own)
    }
    for (const found of own.found) yield [found, index]
  }
}

/** One check that fails is told and takes nothing else down. */
function findingsBy(check: Check, turnover: Turnover): Finding[] {
  const { weight, options } = optionsOf(check, turnover.work.houseStyle)
  const findings: Finding[] = []
  const counts = new Map<string, number>()
  try {
    for (const [found, division] of foundBy(check, turnover, options)) {
      const count = (counts.get(found.place) ?? 0) + 1
      counts.set(found.place, count)
      findings.push({ weight, ...found, id: `${check.name} ${found.place} ${count}`, check: check.name, division })
    }
  } catch (error) {
    findings.push({
      id: `${check.name} failed`,
      check: check.name,
      weight: 'worthALook',
      message: `The check “${check.title}” could not be carried out: ${(error as Error).message}`,
      advice: 'All other checks were carried out. The next edit tries it again.',
      place: '',
      division: 0,
    })
  }
  return findings
}

/** All findings of a turnover, the weightiest first, each weight in the order of the work. */
export function findingsOf(turnover: Turnover, registry: readonly Check[] = checks): Finding[] {
  const found = registry.flatMap(check => findingsBy(check, turnover))
  return found.sort((a, b) => weights.indexOf(a.weight) - weights.indexOf(b.weight) || a.division - b.division)
}
