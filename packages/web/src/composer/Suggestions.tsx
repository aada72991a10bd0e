/** What a word becomes, shown under the caret while it is typed. */

import type { Row } from '@steady-ledger/core/formulas/tree/terms.ts'
import { meaningOf, namesWith } from '@steady-ledger/core/formulas/typing/lexicon.ts'
import { endWord, typeText } from '@steady-ledger/core/formulas/typing/type.ts'
import { writingOf } from '@steady-ledger/core/formulas/typing/writing.ts'
import { Drawn } from './Drawn.tsx'

const most = 7
const mostOwn = 4
const leastLetters = 2

/** Names that a word begins: the one it is already, then the author's own and the letters in use, then the others. */
export function suggestionsFor(text: string | undefined, own: readonly string[]): string[] {
  const begun = text?.trimStart() ?? ''
  if (begun.length < leastLetters) return []
  const names = namesWith(begun, most)
  const whole = names.filter(name => name === begun)
  const kept = own.filter(name => name.startsWith(begun)).slice(0, mostOwn)
  return [...new Set([...whole, ...kept, ...names])].slice(0, most)
}

/** What a name looks like once it is taken. */
export function lookOf(name: string): Row {
  const meaning = meaningOf(name)
  if (meaning?.kind === 'terms') return meaning.terms
  return endWord(typeText(writingOf([]), meaning?.kind === 'after' ? `x ${name}` : name)).row
}

export function Suggestions({
  names,
  chosen,
  at,
  onTake,
}: {
  names: string[]
  chosen: number
  at: { x: number; y: number }
  onTake(name: string): void
}) {
  return (
    <div
      role="listbox"
      id="composer-names"
      aria-label="What the word becomes"
      className="absolute z-10 min-w-40 border border-(--rule-strong) bg-(--sheet) py-1 text-sm shadow-md"
      style={{ left: `min(${at.x}px, 100% - 11rem)`, top: at.y }}
    >
      {names.map((name, index) => (
        <div
          key={name}
          role="option"
          tabIndex={-1}
          id={`suggestion-${index}`}
          aria-selected={index === chosen}
          className="grid cursor-pointer grid-cols-[3.5em_1fr] items-center gap-2 px-3 py-0.5 aria-selected:bg-(--structure-wash) aria-selected:shadow-[inset_3px_0_0_var(--structure)]"
          onPointerDown={event => {
            event.preventDefault()
            onTake(name)
          }}
        >
          <Drawn row={lookOf(name)} />
          <span>{name}</span>
        </div>
      ))}
    </div>
  )
}
