import type { WorkKind } from '@steady-ledger/core/work/parts/part.ts'

const names: Record<WorkKind, string> = { thesis: 'Untitled thesis', paper: 'Untitled paper' }

/** What a work is called until its author says. */
export const untitled = (kind: WorkKind): string => names[kind]
export const isUntitled = (title: string): boolean => Object.values(names).includes(title)
