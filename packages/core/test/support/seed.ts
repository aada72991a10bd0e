/**
 * What properties draw in the suite: the same in every run, so that a run says whether the program changed and not what was drawn.
 * `SEED=7 npm run unit` draws otherwise, `SEED=new npm run unit` anew each time, and a failure names its seed.
 */
import fc from 'fast-check'

const asked = process.env.SEED
const seed = asked === undefined ? 20_261_127 : asked === 'new' ? Date.now() & 0x7fffffff : Number(asked)
if (!Number.isInteger(seed)) throw new Error(`SEED is a whole number or “new”, not “${asked}”.`)
fc.configureGlobal({ ...fc.readConfigureGlobal(), seed })
