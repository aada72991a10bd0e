/** What was put in or done last, remembered in this browser: it stands first where things are chosen by name. */
import { remember, remembered } from './remembered.ts'

const place = 'used last'
const most = 5

export const usedLast = (): string[] => (remembered(place) ?? '').split('\n').filter(Boolean)
export const noteUse = (name: string): void => remember(place, [...new Set([name, ...usedLast()])].slice(0, most).join('\n'))
