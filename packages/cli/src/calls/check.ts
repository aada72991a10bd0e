import { findingsOf } from '@steady-ledger/core/findings/index.ts'
import { type Call, openWork, printJson, turnOver } from '../call.ts'

export const checkCall: Call = async given => {
  const { turnover } = await turnOver(openWork(given))
  const found = findingsOf(turnover).map(({ remedy, ...finding }) => ({
    ...finding,
    page: turnover.pages[turnover.pageIndexOf.get(finding.place) ?? -1]?.label ?? '',
    remedy: remedy?.says ?? '',
  }))
  printJson(found)
  return found.some(finding => finding.weight === 'mustMend') ? 1 : 0
}
