/** Answers what a command asks, as its form does: what is wrong is said beside its field, and nothing is done then. */
import { useQuestion } from '../../src/ui/Ask.tsx'
import { useNotices } from '../../src/ui/notices.ts'

/** The fields that are asked for, with what stands in them; null where nothing is asked. */
export const asked = (): [label: string, value: string][] | null =>
  useQuestion.getState().question?.fields.map(({ label, value }) => [label, value]) ?? null

/** Fills the fields in; what is wrong with each, or nothing where it was done. */
export function answer(...values: string[]): string[] {
  const { question } = useQuestion.getState()
  if (!question) throw new Error('Nothing is asked.')
  const wrong = question.fields.map(({ check }, at) => check?.(values[at]!.trim(), values) ?? '')
  if (wrong.some(Boolean)) return wrong
  useQuestion.setState({ question: null })
  question.run(
    values.map(value => value.trim()),
    '',
  )
  return []
}

export const lastNotice = (): string => useNotices.getState().shown.at(-1)?.text ?? ''

export function forget(): void {
  useQuestion.setState({ question: null })
  useNotices.setState({ shown: [], past: [] })
}
