/** Said over every view while something cannot be kept, with what can be done about it. */
import { useSession, useView } from '../session/sessionContext.ts'
import type { NotSaved } from '../storage/saver.ts'
import { saveRescueFile } from './rescue.ts'

const advice: Record<NotSaved, string> = {
  refused: 'It is tried again by itself. Make room, or save a rescue file: it holds exactly what is on the screen.',
  silent: 'It is waited for. A rescue file holds exactly what is on the screen.',
  unopenable: 'Undo the last change, or save a rescue file with what is on the screen.',
  gone: 'What is on the screen is here still.',
  taken: 'What was written here since is on the screen only.',
  newer: 'What was written here since is on the screen only: save a rescue file first.',
}

export function SaveTrouble() {
  const session = useSession()
  const save = useView(view => view.save)
  const unsaved = useView(view => view.unsaved)
  const role = useView(view => view.role)
  if (save.kind !== 'failed' || (role === 'reader' && !unsaved)) return null
  return (
    <div className="save-trouble trouble-bar" role="alert">
      <strong>Not saved.</strong> {save.message} {advice[save.why]}
      <button type="button" className="button" onClick={() => void saveRescueFile(session)}>
        Save a rescue file
      </button>
      {save.why === 'gone' && (
        <button type="button" className="button" onClick={() => void session.putBack()}>
          Put it back on the shelf
        </button>
      )}
      {(save.why === 'refused' || save.why === 'silent') && (
        <button type="button" className="button" onClick={() => void session.save()}>
          Try now
        </button>
      )}
      {save.why === 'newer' && (
        <button type="button" className="button" onClick={() => location.reload()}>
          Reload
        </button>
      )}
    </div>
  )
}
