import { writeBundle } from '@steady-ledger/core/work/file/bundle.ts'
import { generateWork } from '@steady-ledger/demo/src/generate.ts'
import { type Call, CallError } from '../call.ts'
import { targetOf, writeWhole } from '../output.ts'

export const generateCall: Call = async given => {
  const whole = (text: string | undefined, name: string, most: number): number => {
    const value = Number(text)
    if (!text || !Number.isInteger(value) || value < 1 || value > most)
      throw new CallError(`--${name} takes a whole number from 1 to ${most}.`, 2)
    return value
  }
  const pages = whole(given.values.pages, 'pages', 5000)
  const seed = whole(given.values.seed ?? '1', 'seed', 4294967295)
  const target = targetOf(given)
  await writeWhole(target, writeBundle(generateWork(pages, seed)))
  return 0
}
