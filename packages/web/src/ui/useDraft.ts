/**
 * A value being typed: written when its field is left or Enter is pressed, given back with Esc. What cannot be read stays, marked, with the
 * reason beside it, until it is mended or given back. A draft belongs to what it was begun for: where another thing is shown, it is gone.
 */
import { type ChangeEvent, type KeyboardEvent, useEffect, useState } from 'react'

/** How long after a letter what is wrong is said, in milliseconds. */
const pause = 500

export interface DraftOf {
  value: string
  onChange(value: string): void
  /** What is wrong with a text, in words; empty where nothing is. */
  check?(text: string): string
}

export function useDraft({ value, onChange, check }: DraftOf) {
  const [begun, setBegun] = useState<{ text: string; over: string } | null>(null)
  const [tried, setTried] = useState(false)
  const wrong = begun ? (check?.(begun.text) ?? '') : ''
  // Who is still typing is not corrected; who paused is.
  useEffect(() => {
    if (!wrong) return
    const timer = setTimeout(() => setTried(true), pause)
    return () => clearTimeout(timer)
  }, [wrong])
  const end = (): void => {
    setBegun(null)
    setTried(false)
  }
  const commit = (): void => {
    if (!begun) return
    if (wrong) {
      setTried(true)
      return
    }
    end()
    // Whatever changed meanwhile is not written over by a field in which nothing was typed.
    if (begun.text !== begun.over) onChange(begun.text)
  }
  return {
    /** Shown as soon as it was tried, and while a field is left with it. */
    wrong: tried ? wrong : '',
    input: {
      value: begun?.text ?? value,
      'aria-invalid': Boolean(tried && wrong),
      onChange: (event: ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) =>
        setBegun({ text: event.target.value, over: begun?.over ?? value }),
      onBlur: commit,
      onKeyDown: (event: KeyboardEvent<HTMLInputElement | HTMLTextAreaElement>) => {
        if (event.key === 'Enter' && !event.nativeEvent.isComposing) {
          event.preventDefault()
          commit()
        } else if (event.key === 'Escape' && begun) {
          event.preventDefault()
          event.stopPropagation()
          end()
        }
      },
    },
  }
}
