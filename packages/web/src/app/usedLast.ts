/** What was put in or done last, remembered in this browser: it stands first where things are chosen by name. */
import { remember, remembered } from './remembered.ts'

const most = 5

/** Signs of formulas are told apart from what is put into the text. */
export type UsedWhere = 'used last' | 'signs used last'

export const usedLast = (where: UsedWhere = 'used last'): string[] => (remembered(where) ?? '').split('\n').filter(Boolean)
export const noteUse = (name: string, where: UsedWhere = 'used last', kept = most): void =>
  remember(where, [...new Set([name, ...usedLast(where)])].slice(0, kept).join('\n'))
