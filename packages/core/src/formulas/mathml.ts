/** Formulas as MathML Core, for the screen and for files that hold text: from the same source and the same reader as the outlines. */
import { liteAdaptor } from '@mathjax/src/js/adaptors/liteAdaptor.js'
import { STATE } from '@mathjax/src/js/core/MathItem.js'
import { SerializedMmlVisitor } from '@mathjax/src/js/core/MmlTree/SerializedMmlVisitor.js'
import { RegisterHTMLHandler } from '@mathjax/src/js/handlers/html.js'
import '@mathjax/src/js/input/tex/ams/AmsConfiguration.js'
import '@mathjax/src/js/input/tex/base/BaseConfiguration.js'
import '@mathjax/src/js/input/tex/boldsymbol/BoldsymbolConfiguration.js'
import '@mathjax/src/js/input/tex/configmacros/ConfigMacrosConfiguration.js'
import '@mathjax/src/js/input/tex/mathtools/MathtoolsConfiguration.js'
import { TeX } from '@mathjax/src/js/input/tex.js'
import { mathjax } from '@mathjax/src/js/mathjax.js'
import { cleanMathMl } from './cleanMathMl.ts'
import { notationMacros, notationPackages } from './notation.ts'
import { plainReason } from './plainReason.ts'

let convert: ((source: string, display: boolean) => string) | undefined
const known = new Map<string, string>()
const mostKnown = 5000

/** What is wrong with a source that cannot be read, in plain words; empty where nothing is. */
export function whyUnreadable(source: string): string {
  try {
    readNotation(source)
    return ''
  } catch (error) {
    return plainReason(error)
  }
}

/** As it is read, with what each part was read from. Throws where it cannot be read, and says why. */
export function readNotation(source: string): string {
  convert ??= start()
  return convert(source, true)
}

function start(): (source: string, display: boolean) => string {
  RegisterHTMLHandler(liteAdaptor())
  const input = new TeX({
    packages: notationPackages,
    macros: notationMacros,
    formatError: (_: unknown, error: Error) => {
      throw error
    },
  })
  const document = mathjax.document('', { InputJax: input })
  const visitor = new SerializedMmlVisitor()
  return (source, display) => visitor.visitTree(document.convert(source, { display, end: STATE.CONVERT }))
}

/** A `math` element as text, or null where the source cannot be read. */
export function mathMl(source: string, display: boolean): string | null {
  const key = (display ? 'd' : 'i') + source
  const kept = known.get(key)
  if (kept !== undefined) return kept
  try {
    convert ??= start()
    const made = cleanMathMl(convert(source, display))
    if (known.size > mostKnown) known.clear()
    known.set(key, made)
    return made
  } catch {
    return null
  }
}
