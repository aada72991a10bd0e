/** Which milestone galley and ledger mark changes since; nothing is shown where none was taken. */
import { useSession, useView } from '../../session/sessionContext.ts'

export function SinceField() {
  const session = useSession()
  const milestones = useView(view => view.milestones)
  const since = useView(view => view.since)
  if (milestones.length === 0) return null
  return (
    <label className="choice-in-line">
      Mark changes since{' '}
      <select value={milestones.some(({ id }) => id === since) ? since : ''} onChange={event => session.showSince(event.target.value)}>
        <option value="">nothing</option>
        {milestones.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  )
}
