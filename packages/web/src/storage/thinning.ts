/** Which earlier states of a work are kept: all of a day, then one a day, then one a month; those of milestones longest. */

/** What is asked of a state: `at` in milliseconds since 1970, `size` in bytes. */
export interface Kept {
  at: number
  why: 'hour' | 'milestone' | 'restore'
  size: number
}

const hour = 60 * 60 * 1000
const day = 24 * hour
const daily = 90 * day
const monthly = 31 * day
const mostMilestones = 60
/** Of all the states of a work together. */
export const mostBytes = 64 * 1024 * 1024

/** The states that are let go, of those of one work; the newest is kept always. */
export function thinned<State extends Kept>(states: readonly State[], now: number): State[] {
  const newestFirst = [...states].sort((a, b) => b.at - a.at)
  const kept: State[] = []
  const gone: State[] = []
  const periods = new Set<string>()
  let milestones = 0
  for (const state of newestFirst) {
    const age = Math.max(0, now - state.at)
    const period =
      age < day
        ? `hour ${Math.floor(state.at / hour)}`
        : age < daily
          ? `day ${Math.floor(state.at / day)}`
          : `month ${Math.floor(state.at / monthly)}`
    const wanted =
      state.why === 'milestone' ? ++milestones <= mostMilestones : !periods.has(period) || (age < day && state.why === 'restore')
    if (state.why !== 'milestone') periods.add(period)
    if (wanted || kept.length === 0) kept.push(state)
    else gone.push(state)
  }
  let bytes = kept.reduce((sum, { size }) => sum + size, 0)
  const oldestFirst = kept.slice(1).reverse()
  for (const state of [...oldestFirst.filter(({ why }) => why !== 'milestone'), ...oldestFirst.filter(({ why }) => why === 'milestone')]) {
    if (bytes <= mostBytes) break
    bytes -= state.size
    gone.push(state)
  }
  return gone
}
