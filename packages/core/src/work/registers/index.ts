/** The registry of registers: a new one is a file beside this one and a line here. Each is a part of the work like any other. */
import { abbreviations } from './abbreviations.ts'
import { sources } from './sources.ts'
import { terms } from './terms.ts'

export const registers = { terms, abbreviations, sources }
export type RegisterName = keyof typeof registers
export const registerNames = Object.keys(registers) as RegisterName[]
