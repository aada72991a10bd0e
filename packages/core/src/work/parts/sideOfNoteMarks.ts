/** On which side of a stop or comma the marks of notes stand. */
import type { HouseStyle } from './houseStyle.ts'

export const noteSides = ['language', 'after', 'before', 'either'] as const
export type NoteSide = 'after' | 'before' | 'either'

/** Where a language has one place for them. In German the side says what a note is about: the word, or what ends there. */
const usual: Record<string, NoteSide> = { en: 'after', fr: 'before', es: 'before' }

/** `asked` is what the house style says. */
export const noteSideOf = (asked: (typeof noteSides)[number], language: string): NoteSide =>
  asked === 'language' ? (usual[language.split('-')[0]!.toLowerCase()] ?? 'either') : asked

/** The side in a work, as the rules of its checks say. */
export function noteSideIn({ checks }: Pick<HouseStyle, 'checks'>, language: string): NoteSide {
  const asked = Object.hasOwn(checks, 'notePunctuation') ? checks.notePunctuation?.side : undefined
  return noteSideOf(noteSides.find(side => side === asked) ?? 'language', language)
}
