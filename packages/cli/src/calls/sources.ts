import { writeCslJson } from '@steady-ledger/core/content/citations/files/cslJson.ts'
import { writeSourcesCsv } from '@steady-ledger/core/content/citations/files/sourcesCsv.ts'
import { sourceRows } from '@steady-ledger/core/dispatch/sourceRows.ts'
import { citedTimes } from '@steady-ledger/core/work/commands/sources.ts'
import { type Call, CallError, print, printJson } from '../call.ts'
import { openWork } from '../input.ts'
import { turnOver } from '../turnOver.ts'

export const sourcesCall: Call = async given => {
  const { json, csv, csl } = given.values
  if ([json, csv, csl].filter(Boolean).length !== 1) throw new CallError('Choose --json, --csv or --csl.', 2)
  const work = await openWork(given)
  if (csl) await print(writeCslJson(work.sources))
  else if (csv) await print(writeSourcesCsv(work.sources, citedTimes(work.doc)))
  else await printJson(sourceRows((await turnOver(work)).turnover))
  return 0
}
