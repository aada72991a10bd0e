/** PDFs that wait to be asked about: which of their pages, and what they are to be. One is asked about at a time. */
import { create } from 'zustand'

export interface Waiting {
  /** Told apart from the ones before it. */
  order: number
  file: File
  /** The id of the figure or panel that is to show a page; null where pages are put into the text. */
  figure: string | null
}

export const useWaiting = create<{ waiting: readonly Waiting[] }>()(() => ({ waiting: [] }))

let asked = 0
export const askForPages = (one: Omit<Waiting, 'order'>): void =>
  useWaiting.setState(({ waiting }) => ({ waiting: [...waiting, { ...one, order: ++asked }] }))
/** One is done with, or left; the next is asked about. */
export const leave = (order: number): void =>
  useWaiting.setState(({ waiting }) => ({ waiting: waiting.filter(one => one.order !== order) }))
export const noneWaiting = (): void => useWaiting.setState({ waiting: [] })

export const isPdf = ({ name, type }: File): boolean => type === 'application/pdf' || /\.pdf$/i.test(name)
