/** A chooser of files behind a button of ours: the same file can be chosen twice, and it is no stop of Tab. */
import type { RefObject } from 'react'

interface Props {
  input: RefObject<HTMLInputElement | null>
  label: string
  accept: string
  multiple?: boolean
  onFiles(files: File[]): void
}

export const FileInput = ({ input, label, accept, multiple, onFiles }: Props) => (
  <input
    ref={input}
    type="file"
    multiple={multiple}
    className="visually-hidden"
    tabIndex={-1}
    aria-label={label}
    accept={accept}
    onChange={event => {
      const files = [...(event.target.files ?? [])]
      event.target.value = ''
      if (files.length > 0) onFiles(files)
    }}
  />
)
