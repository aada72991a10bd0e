/** Why a formula cannot be read, in plain words: nobody who writes here meets the notation that it is about. */

type Say = (about: string) => string

const begun: Say = () => 'A part of it is begun and not ended.'
const ended: Say = () => 'A part of it is ended that was not begun.'
const missing: Say = about => `Something is missing after “${about}”.`
const unknown: Say = about => `It uses “${about}”, which is not known here.`
const twice: Say = () => 'Two scripts stand at one place.'
const misplaced: Say = about => `“${about}” stands where it cannot.`

const reasons: Record<string, Say> = {
  UndefinedControlSequence: unknown,
  UnknownEnv: unknown,
  InvalidEnv: unknown,
  MissingCloseBrace: begun,
  MissingCloseBracket: begun,
  ExtraOpenMissingClose: begun,
  EnvMissingEnd: begun,
  MathNotTerminated: begun,
  ExtraCloseMissingOpen: ended,
  ExtraCloseLooking: ended,
  ExtraAlignTab: ended,
  EnvBadEnd: ended,
  MissingLeftExtraRight: ended,
  ExtraLeftMissingRight: begun,
  MissingArgFor: missing,
  MissingBoxFor: missing,
  MissingDimOrUnits: missing,
  MissingOrUnrecognizedDelim: missing,
  MissingScript: () => 'A script is empty.',
  TokenNotFoundForCommand: missing,
  DoubleExponent: twice,
  DoubleExponentPrime: twice,
  DoubleSubscripts: twice,
  Misplaced: misplaced,
  MisplacedLimits: misplaced,
  AmbiguousUseOf: () => 'Two fractions follow each other without brackets.',
  CantUseHash1: () => 'A number sign stands where it cannot.',
}

/** The names that a message of the reader speaks of, without the signs that mark them as names. */
const aboutIn = (message: string): string => /\\?([A-Za-z]+|[^\sA-Za-z\\])['"]?$/.exec(message)?.[1] ?? ''

export function plainReason(error: unknown): string {
  const { id, message = '' } = error as { id?: string; message?: string }
  const say = id === undefined ? undefined : reasons[id]
  return say ? say(aboutIn(message)) : 'It is written in a way that cannot be read.'
}
