/** Acts that need more than the editor: a file to choose, a list to pick from, a composer to open. The galley says how. */
import type { Session } from '../session.ts'

type Act = 'figure' | 'equation' | 'formula' | 'note' | 'reference'
let hosts: Partial<Record<Act, (session: Session) => void>> = {}

/** The galley offers its acts while it is shown. */
export function offerActs(offered: Record<Act, (session: Session) => void>): () => void {
  hosts = offered
  return () => {
    if (hosts === offered) hosts = {}
  }
}

const through =
  (name: Act) =>
  (session: Session): void =>
    hosts[name]?.(session)

export const act: Record<Act, (session: Session) => void> = {
  figure: through('figure'),
  equation: through('equation'),
  formula: through('formula'),
  note: through('note'),
  reference: through('reference'),
}
