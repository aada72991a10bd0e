/** The forms in which a keepsake gets its name. */
import { meaningOf } from '@steady-ledger/core/formulas/typing/lexicon.ts'
import { ask } from '../ui/Ask.tsx'
import { notify } from '../ui/notices.ts'
import { type Keepsake, keep, setKeepsakes, useKeepsakes, wrongName } from './keepsakes.ts'

function askForName(title: string, does: string, own: Keepsake | undefined, run: (name: string) => void): void {
  const others = useKeepsakes.getState().list.filter(({ id }) => id !== own?.id)
  ask({
    title,
    fields: [
      {
        label: 'Its name',
        value: own?.name ?? '',
        check: value => wrongName(value, others, name => meaningOf(name) !== undefined),
      },
    ],
    note: 'It is kept for all works in this browser. A name of one word types it.',
    does,
    run: ([name]) => run(name!),
  })
}

/** `then` is called once it has its name. */
export const askToKeep = (notation: string, part: boolean, then: () => void): void =>
  askForName(part ? 'Keep what is selected' : 'Keep this equation', 'Keep', undefined, name => {
    void keep(name, notation).then(() => notify({ kind: 'done', text: `“${name}” is kept.` }))
    then()
  })

export const askToRename = (keepsake: Keepsake): void =>
  askForName(
    'Another name for it',
    'Rename',
    keepsake,
    name => void setKeepsakes(useKeepsakes.getState().list.map(each => (each.id === keepsake.id ? { ...each, name } : each))),
  )
