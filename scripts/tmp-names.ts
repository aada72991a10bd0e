import { readFileSync, writeFileSync } from 'node:fs'
import { knownSigns } from '../packages/core/src/formulas/tree/signs.ts'
const maps: Record<string, Map<string,string>> = {}
for (const l of ['de','fr','es']) {
  const j = JSON.parse(readFileSync(`node_modules/speech-rule-engine/lib/mathmaps/${l}.json`,'utf8'))
  const m = (maps[l] = new Map())
  for (const [k, list] of Object.entries<any>(j)) if (k.includes('/symbols/') || k.includes('/functions/')) for (const e of list) if (e.key && e.mappings) { const d = e.mappings.clearspeak?.default ?? e.mappings.default?.default; if (d && /^[0-9A-F]{4,6}$/.test(e.key)) m.set(String.fromCodePoint(parseInt(e.key,16)), d) }
}
const seen = new Set<string>()
let out=''
for (const s of knownSigns) { if (seen.has(s.char)) continue; seen.add(s.char); out += [s.char, s.group, s.names[0], maps.de.get(s.char)??'', maps.fr.get(s.char)??'', maps.es.get(s.char)??''].join(' | ')+'\n' }
writeFileSync('/tmp/names.txt', out)
console.log(out)
