/** Two sources become one, field by field: what stays is chosen where they differ. */
import { differingFields, mergedSource } from '@steady-ledger/core/content/citations/duplicates.ts'
import { sourceCalled } from '@steady-ledger/core/content/citations/sourceCalled.ts'
import { fieldNames, type SourceField, sourceForms } from '@steady-ledger/core/content/citations/sourceForms.ts'
import { dateInWords, namesInWords } from '@steady-ledger/core/content/citations/sourceWords.ts'
import { mergeSources } from '@steady-ledger/core/work/commands/sources.ts'
import type { Source } from '@steady-ledger/core/work/registers/sources.ts'
import { closeHistory } from '@tiptap/pm/history'
import { useState } from 'react'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Dialog } from '../../ui/Dialog.tsx'

type Field = keyof Source

/** What a field says, in words. */
export function inWords(source: Source, field: Field): string {
  const value = source[field]
  if (field === 'type') return sourceForms[source.type].name
  if (value === undefined || typeof value === 'string') return value ?? ''
  if (Array.isArray(value)) return namesInWords(value)
  return field === 'other' ? '' : dateInWords(value as Parameters<typeof dateInWords>[0])
}

const nameOf = (field: Field): string => (field === 'type' ? 'Type' : field === 'key' ? 'Key' : fieldNames[field as SourceField])

interface Props {
  ids: readonly [first: string, other: string]
  onClose(): void
  onMerged(into: string): void
}

export function MergeSources({ ids: [first, other], onClose, onMerged }: Props) {
  const session = useSession()
  const one = useView(view => view.sources[first])
  const two = useView(view => view.sources[other])
  const [fromOther, setFromOther] = useState<ReadonlySet<Field>>(new Set())
  if (!one || !two) return null
  const differing = differingFields(one, two)
  const both = differing.filter(field => inWords(one, field) && inWords(two, field))
  const choose = (field: Field, theirs: boolean): void => {
    const next = new Set(fromOther)
    if (theirs) next.add(field)
    else next.delete(field)
    setFromOther(next)
  }
  const merge = (): void => {
    const made = mergedSource(one, two, fromOther)
    if (!session.dispatch(mergeSources(closeHistory(session.state.tr), session.work, other, first, made))) return
    session.sayDone(`“${sourceCalled(two)}” is merged into “${sourceCalled(made)}”, with its citations.`)
    onMerged(first)
  }
  return (
    <Dialog title="Merge two sources" className="top-[70px] max-h-[80vh] w-[680px] overflow-y-auto px-4.5 pt-3.5 pb-4" onClose={onClose}>
      <p className="quiet-note mb-2">
        {both.length === 0
          ? 'They say nothing that differs: what one of them has, both have then.'
          : 'Choose what stays where they differ. What only one of them says is kept.'}
      </p>
      <div className="grid gap-2">
        {both.map(field => (
          <fieldset key={field} className="grid grid-cols-2 gap-x-4 border-t border-(--rule) pt-1.5">
            <legend className="text-[13px] text-(--ink-soft)">{nameOf(field)}</legend>
            {[one, two].map((source, index) => (
              <label key={index === 0 ? first : other} className="flex items-start gap-2">
                <input
                  type="radio"
                  name={`merge ${field}`}
                  checked={fromOther.has(field) === (index === 1)}
                  onChange={() => choose(field, index === 1)}
                />
                <span className="min-w-0 break-words">{inWords(source, field)}</span>
              </label>
            ))}
          </fieldset>
        ))}
      </div>
      <p className="button-row mt-3">
        <button type="button" className="button primary" onClick={merge}>
          Merge
        </button>
        <button type="button" className="button" onClick={onClose}>
          Cancel
        </button>
      </p>
    </Dialog>
  )
}
