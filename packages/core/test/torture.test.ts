/** A part of what `npm run torture` does for as long as one likes. */
import fc from 'fast-check'
import { torments } from '../../../torture/torments.ts'

test.each(torments.map(torment => [torment.name, torment] as const))(
  '%s',
  (_name, { property, inSuite }) => fc.assert(property, { numRuns: inSuite }),
  120_000,
)

test('notes of two figures that go over to one page are told apart: once a line stood twice and another was lost', () => {
  const path = '157:5:3:5:5:2:2:2:8:2:2:7:8:8:7:9:16:8:8:8:9:16:13:20:13:12:18:25:19:19'
  fc.assert(torments[0]!.property, { seed: 202, path, endOnFailure: true })
})
