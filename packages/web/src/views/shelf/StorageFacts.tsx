/** How the browser keeps the works, and how full it is. */
import { useEffect, useState } from 'react'
import { sizeOf } from '../../session/jobState.ts'
import { notify } from '../../ui/notices.ts'

interface Facts {
  used: number
  room: number
  lasting: boolean
}

async function factsOf(): Promise<Facts | null> {
  try {
    const { usage = 0, quota = 0 } = await navigator.storage.estimate()
    return { used: usage, room: quota, lasting: await navigator.storage.persisted() }
  } catch {
    return null
  }
}

export function StorageFacts() {
  const [facts, setFacts] = useState<Facts | null>(null)
  useEffect(() => void factsOf().then(setFacts), [])
  if (!facts) return null
  const ask = async (): Promise<void> => {
    const lasting = await navigator.storage.persist().catch(() => false)
    setFacts({ ...facts, lasting })
    if (!lasting)
      notify({
        kind: 'wrong',
        text: 'The browser did not promise to. It does so for sites that are used often or installed; a backup is safe in any case.',
      })
  }
  return (
    <p className="mt-7 border-t border-(--rule) pt-2.5 text-[13px] text-(--ink-soft) [&>button]:font-semibold [&>button]:text-(--structure) [&>button:hover]:underline">
      {sizeOf(facts.used)} used of about {sizeOf(facts.room)} that the browser gives.{' '}
      {facts.lasting ? (
        'It keeps the works until you delete them.'
      ) : (
        <>
          It may clear them when the disk is full.{' '}
          <button type="button" onClick={() => void ask()}>
            Ask it to keep them
          </button>
        </>
      )}
    </p>
  )
}
