/** What the letter at the caret stands for, and how often it is used; one key says or changes it. */

import { speakRow } from '@steady-ledger/core/formulas/spoken/speak.ts'
import { symbolAt } from '@steady-ledger/core/formulas/symbols/symbolsIn.ts'
import type { Row } from '@steady-ledger/core/formulas/tree/terms.ts'
import { rowAt } from '@steady-ledger/core/formulas/typing/caret.ts'
import { aroundCaret, currentRow, type Writing } from '@steady-ledger/core/formulas/typing/writing.ts'
import { keysOf } from '../app/shortcuts.ts'
import { useView } from '../session/sessionContext.ts'
import { Drawn } from './Drawn.tsx'
import { meaningIn } from './meanings.ts'

/** The symbol that the caret stands in or behind; from within its scripts it is that of their letter. */
export function symbolAtCaret(writing: Writing): { key: string; row: Row } | undefined {
  const outer = aroundCaret(writing)
  if (outer?.structure.kind === 'scripts') {
    const path = writing.caret.path.slice(0, -2)
    const index = writing.caret.path.at(-2)!
    const found = symbolAt(rowAt(writing.row, path), index + 1)
    if (found && found.to > index && found.row.length > 1) return found
  }
  return symbolAt(currentRow(writing), writing.caret.at)
}

const line = 'flex min-h-[34px] flex-wrap items-center gap-x-2 border-t border-(--rule) px-3 py-1 text-sm'

export function SymbolLine({ writing, onDescribe }: { writing: Writing; onDescribe(): void }) {
  const symbols = useView(view => view.symbols)
  const entries = useView(view => view.abbreviations)
  const language = useView(view => view.settings.language)
  const labels = useView(view => view.turnover)
  // While a word is being typed its letters are none yet.
  const symbol = writing.word ? undefined : symbolAtCaret(writing)
  // A line of its own at all times: what stands below it does not move with the caret.
  if (!symbol) return <p className={`${line} text-(--ink-soft)`}>Behind a letter: what it stands for.</p>
  const used = symbols.find(({ key }) => key === symbol.key)
  const meaning = meaningIn(entries, symbol.key)?.entry
  const page = used && labels ? labels.labels[labels.pageOf.get(used.first) ?? -1] : undefined
  const times = used ? `used ${used.count === 1 ? 'once' : `${used.count} times`}${page ? `, first on page ${page}` : ''}` : 'not used yet'
  return (
    <p className={line}>
      <span role="img" aria-label={speakRow(symbol.row, language)}>
        <Drawn row={symbol.row} />
      </span>
      <span className={meaning ? '' : 'text-(--ink-soft)'}>
        {meaning ? `${meaning.full}${meaning.unit ? ` in ${meaning.unit}` : ''}` : 'What it stands for is not said yet.'}
      </span>
      <span className="text-(--ink-soft)">{times}</span>
      <button
        type="button"
        className="quiet ml-auto"
        title={keysOf('describe')}
        onMouseDown={event => event.preventDefault()}
        onClick={onDescribe}
      >
        {meaning ? 'Change…' : 'Describe…'}
      </button>
    </p>
  )
}
