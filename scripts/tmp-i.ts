import { findWords } from '@steady-ledger/core/content/index/find.ts'
import { marksOf } from '@steady-ledger/core/content/index/marks.ts'
import { generateWork } from '@steady-ledger/demo/src/generate.ts'
import { demoWorks } from '@steady-ledger/demo/src/index.ts'

const t0 = performance.now()
const work = await demoWorks.thesis()
console.log('demo', performance.now() - t0)
const marks = marksOf(work.doc)
console.log(marks.length, Object.keys(work.terms).length)
const used = new Set(marks.map(m => m.term))
console.log(
  Object.entries(work.terms)
    .filter(([id, t]) => !used.has(id) && !t.see.length)
    .map(([, t]) => t.heading)
    .join(' | '),
)
console.log(
  Object.entries(work.terms)
    .map(([id, t]) => t.heading + ' ' + marks.filter(m => m.term === id).length)
    .join(', '),
)
const g = generateWork(300, 1)
let t = performance.now()
let f = findWords(g.doc, 'water', 'x', 'en')
console.log('first', performance.now() - t, f.length)
t = performance.now()
f = findWords(g.doc, 'basin', 'x', 'en')
console.log('second', performance.now() - t, f.length)
