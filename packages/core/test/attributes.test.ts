import { Attributes as Original } from '@mathjax/src/js/core/MmlTree/Attributes.js'
import fc from 'fast-check'
import { Attributes, INHERIT } from '../src/formulas/attributes.ts'

const global = { mathsize: 'normal', dir: 'ltr', overflow: 'linebreak', indentalign: 'auto' }
const kinds = [{}, { mathsize: INHERIT, form: 'infix' }, { indentalign: 'left', stretchy: false, lspace: undefined }]
const names = ['mathsize', 'dir', 'overflow', 'indentalign', 'form', 'stretchy', 'lspace', 'rspace', 'mathvariant']
const name = fc.constantFrom(...names)
const value = fc.constantFrom<unknown>(INHERIT, undefined, null, '', 'bold', true, 0)
const change = fc.oneof(
  fc.tuple(fc.constantFrom('set', 'setInherited'), name, value),
  fc.tuple(fc.constant('unset'), name, fc.constant(undefined)),
  fc.tuple(fc.constant('overflow'), name, value),
)

/** Everything that can be asked of attributes. */
const answers = (of: Attributes | Original): unknown => [
  names.map(each => [of.get(each), of.getExplicit(each), of.getInherited(each), of.getDefault(each)]),
  names.map(each => [of.hasExplicit(each), of.isSet(each), of.hasDefault(each), each in of.getAllDefaults()]),
  names.map(each => of.getAllAttributes()[each]),
  [of.getExplicitNames(), of.getInheritedNames(), of.getDefaultNames(), of.getGlobalNames()],
  [of.getList(...names), of.hasOneOf(['form', 'dir']), Object.keys(of.getAllInherited())],
]

test('whatever is set and inherited, they answer as MathJax’s own do', () => {
  fc.assert(
    fc.property(fc.constantFrom(...kinds), fc.array(change, { maxLength: 8 }), (kind, changes) => {
      const ours = new Attributes(kind, global)
      const theirs = new Original(kind as never, global as never)
      for (const [how, on, to] of changes)
        for (const attributes of [ours, theirs] as Attributes[])
          if (how === 'set') attributes.setList({ [on]: to })
          else if (how === 'setInherited') attributes.setInherited(on, to)
          else if (how === 'unset') attributes.unset(on)
          else attributes.getAllInherited()[on] = to
      expect(answers(ours)).toEqual(answers(theirs))
    }),
    { numRuns: 300 },
  )
})
