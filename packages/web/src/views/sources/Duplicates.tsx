/** Sources that look the same, told above the register, each pair with a way to make it one. */
import { duplicatePairs } from '@steady-ledger/core/content/citations/duplicates.ts'
import { sourceCalled } from '@steady-ledger/core/content/citations/sourceCalled.ts'
import { useDeferredValue, useMemo } from 'react'
import { Menu } from '../../ui/Menu.tsx'
import type { Sources } from './sourceRows.ts'

const mostTold = 20

export function Duplicates({ sources, onMerge }: { sources: Sources; onMerge(first: string, other: string): void }) {
  const looked = useDeferredValue(sources)
  const pairs = useMemo(
    () => duplicatePairs(looked).filter(([first, other]) => Object.hasOwn(sources, first) && Object.hasOwn(sources, other)),
    [looked, sources],
  )
  if (pairs.length === 0) return null
  return (
    <p className="quiet-note">
      {pairs.length === 1 ? 'Two of them look the same.' : `${pairs.length} of them look like others.`}{' '}
      <Menu
        label="Sources that look the same"
        className="quiet-link"
        items={pairs.slice(0, mostTold).map(([first, other]) => ({
          key: other,
          says: sourceCalled(sources[first]!),
          more: sources[first]!.title ?? '',
          run: () => onMerge(first, other),
        }))}
      >
        Merge…
      </Menu>
    </p>
  )
}
