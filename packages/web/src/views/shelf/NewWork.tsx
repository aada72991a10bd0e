import { useState } from 'react'

export function NewWork({ onBegin }: { onBegin(kind: 'thesis' | 'paper', title: string): void }) {
  const [title, setTitle] = useState('')
  return (
    <li className="work-card border border-(--rule-strong) bg-(--sheet) p-3.5">
      <form
        className="grid gap-2"
        onSubmit={event => {
          event.preventDefault()
          onBegin('thesis', title.trim())
        }}
      >
        <h2 className="font-text text-base font-semibold">New work</h2>
        <label className="field">
          <span>Title</span>
          <input type="text" value={title} onChange={event => setTitle(event.target.value)} placeholder="It can be changed at any time" />
        </label>
        <div className="flex flex-wrap gap-2">
          <button type="submit" className="button primary">
            Begin a thesis
          </button>
          <button type="button" className="button" onClick={() => onBegin('paper', title.trim())}>
            Begin a paper
          </button>
        </div>
        <p className="text-[13px]/[18px] text-(--ink-soft)">
          A thesis counts by chapter and opens each on a new page; a paper counts through, and its sections run on.
        </p>
      </form>
    </li>
  )
}
