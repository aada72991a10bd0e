/** The ending of a picture's file, by what it is. */
import type { Picture } from '../work/work.ts'

const endings: Partial<Record<Picture['type'], string>> = { 'image/svg+xml': 'svg', 'image/png': 'png', 'image/jpeg': 'jpg' }

export const pictureEnding = ({ type }: Pick<Picture, 'type'>): string => endings[type] ?? 'bin'
