/** A part of what `npm run torture` does for as long as one likes. */
import fc from 'fast-check'
import { torments } from '../../../torture/torments.ts'

test.each(torments.map(torment => [torment.name, torment] as const))(
  '%s',
  (_name, { property, inSuite }) => fc.assert(property, { numRuns: inSuite }),
  120_000,
)
