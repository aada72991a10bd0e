import { findingsOf } from '@steady-ledger/core/findings/index.ts'
import { type Call, printJson } from '../call.ts'
import { openWork } from '../input.ts'
import { turnOver } from '../turnOver.ts'

export const checkCall: Call = async given => {
  const { turnover } = await turnOver(await openWork(given))
  const found = findingsOf(turnover).map(({ remedy, ...finding }) => ({
    ...finding,
    page: turnover.pages[turnover.pageIndexOf.get(finding.place) ?? -1]?.label ?? '',
    remedy: remedy?.says ?? '',
  }))
  await printJson(found)
  return found.some(finding => finding.weight === 'mustMend') ? 1 : 0
}
