/** A few fields asked for by a command: one small form over everything, left with Enter or Esc. */
import { type FormEvent, useId, useState } from 'react'
import { flushSync } from 'react-dom'
import { create } from 'zustand'
import { Dialog } from './Dialog.tsx'

interface Question {
  title: string
  /** What the fields are, what stands in them at first, and what is wrong with a text, in words. */
  fields: { label: string; value: string; offers?: readonly string[]; check?(value: string, all: string[]): string }[]
  /** Said below the fields. */
  note?: string
  does: string
  /** Another way to do it, told to `run`. */
  also?: { says: string; value: string }
  run(values: string[], how: string): void
}

export const useQuestion = create<{ question: Question | null }>()(() => ({ question: null }))

export const ask = (question: Question): void => useQuestion.setState({ question })
const close = (): void => useQuestion.setState({ question: null })

export function Ask() {
  const question = useQuestion(state => state.question)
  return question && <Form key={question.title} question={question} />
}

function Form({ question }: { question: Question }) {
  const [values, setValues] = useState(question.fields.map(({ value }) => value))
  const [tried, setTried] = useState(false)
  const ids = useId()
  const wrong = question.fields.map(({ check }, index) => check?.(values[index]!.trim(), values) ?? '')
  const submit = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault()
    const how = ((event.nativeEvent as SubmitEvent).submitter as HTMLButtonElement | null)?.value ?? ''
    setTried(true)
    if (wrong.some(Boolean)) return
    // Done before the next key is heard. The dialog gives the focus back later, unless what runs has taken it.
    flushSync(close)
    question.run(
      values.map(value => value.trim()),
      how,
    )
  }
  return (
    <Dialog title={question.title} className="top-[90px] w-[430px] px-4.5 pt-3.5 pb-4" onClose={close}>
      <form onSubmit={submit} className="grid gap-2.5">
        {question.fields.map(({ label, offers }, index) => (
          <div className="field" key={label}>
            <span aria-hidden="true">{label}</span>
            <input
              aria-label={label}
              list={offers ? `${ids}offers${index}` : undefined}
              aria-invalid={tried && Boolean(wrong[index])}
              aria-describedby={tried && wrong[index] ? `${ids}${index}` : undefined}
              value={values[index]}
              onChange={event => setValues(values.map((old, i) => (i === index ? event.target.value : old)))}
            />
            {offers && (
              <datalist id={`${ids}offers${index}`}>
                {offers.map(each => (
                  <option key={each} value={each} />
                ))}
              </datalist>
            )}
            {tried && wrong[index] && (
              <span id={`${ids}${index}`} className="text-[13px] text-(--mend)" role="alert">
                {wrong[index]}
              </span>
            )}
          </div>
        ))}
        {question.note && <p className="quiet-note">{question.note}</p>}
        <p className="button-row">
          <button type="submit" className="button primary">
            {question.does}
          </button>
          {question.also && (
            <button type="submit" className="button" value={question.also.value}>
              {question.also.says}
            </button>
          )}
          <button type="button" className="button" onClick={close}>
            Cancel
          </button>
        </p>
      </form>
    </Dialog>
  )
}
