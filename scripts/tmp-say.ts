import { speak } from '@steady-ledger/core/formulas/spoken/speak.ts'
import { formulasToSet } from '@steady-ledger/core/formulas/setAhead.ts'
import { demoWorks } from '@steady-ledger/demo/src/index.ts'
import { generateWork } from '@steady-ledger/demo/src/generate.ts'
const work = await demoWorks.thesis()
const d=[...new Set(formulasToSet(work.doc, {knows:()=>false} as never).map(f=>f.source))]
let t=performance.now(); d.map(s=>speak(s,'en')); console.log(d.length, performance.now()-t); t=performance.now(); d.map(s=>speak(s,'de')); console.log(performance.now()-t)
for (const [i,s] of d.entries()) if (i%5===0|| s.length>60) console.log(s,'\n   ', speak(s, ['en','de','fr','es'][i%4]!))
const g=[...new Set(formulasToSet(generateWork(300,1).doc, {knows:()=>false} as never).map(f=>f.source))]
t=performance.now(); g.map(s=>speak(s,'en')); console.log(g.length, performance.now()-t)
