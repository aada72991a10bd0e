/** Words that the program writes into the work: those of its language, or the author's own, for a language that does not ship. */
import { languageOf, ships } from '@steady-ledger/core/languages/index.ts'
import type { NameKey, Words } from '@steady-ledger/core/languages/language.ts'
import type { Scheme } from '@steady-ledger/core/work/parts/scheme.ts'
import { Field } from '../../ui/fields.tsx'
import { NameFields } from './NameFields.tsx'

type Plain = Exclude<keyof Words, 'names'>
/** What each is for; those that stand between other words get their spaces by themselves. */
const fields: { key: Plain; says: string; spaced?: 'before' | 'around' }[] = [
  { key: 'page', says: 'Page' },
  { key: 'pages', says: 'Pages' },
  { key: 'shortPage', says: 'Page, in short' },
  { key: 'shortPages', says: 'Pages, in short' },
  { key: 'on', says: 'Between a number and its page', spaced: 'around' },
  { key: 'in', says: 'Between a note and its chapter', spaced: 'around' },
  { key: 'this', says: 'On this page', spaced: 'before' },
  { key: 'facing', says: 'On the facing page', spaced: 'before' },
  { key: 'next', says: 'On the next page', spaced: 'before' },
  { key: 'previous', says: 'On the previous page', spaced: 'before' },
  { key: 'and', says: 'Between the last two of several' },
  { key: 'to', says: 'Between the ends of a range', spaced: 'around' },
  { key: 'quotesOpen', says: 'Opening quotation mark' },
  { key: 'quotesClose', says: 'Closing quotation mark' },
  { key: 'continued', says: 'Above the rest of a long table' },
  { key: 'proof', says: 'Proof' },
  { key: 'notes', says: 'Above the notes of a chapter' },
  { key: 'keywords', says: 'Before the keywords' },
  { key: 'contents', says: 'Title of the contents' },
  { key: 'abstract', says: 'Title of the abstract' },
  { key: 'listOf', says: 'Title of a list; {names} is what it lists' },
  { key: 'deleted', says: 'Said of a target that was deleted' },
  { key: 'was', says: 'Before what it was called' },
  { key: 'nowhere', says: 'Said of a reference without a target' },
  { key: 'noSentenceAfter', says: 'Abbreviations after which no sentence begins' },
]
const named: [NameKey, string][] = [
  ['item', 'Items of lists'],
  ['note', 'Notes'],
  ['place', 'Places in the text'],
]
const mostLetters = 2000

export function OwnWords({ scheme, language, change }: { scheme: Scheme; language: string; change(next: Scheme): void }) {
  const { words } = scheme
  const begin = (): void => {
    const { tag: _tag, count: _count, ...own } = languageOf(language)
    change({ ...scheme, words: own })
  }
  const set = (more: Partial<Words>): void => {
    if (words) change({ ...scheme, words: { ...words, ...more } })
  }
  return (
    <section>
      <div className="mb-3 flex flex-wrap items-end justify-between gap-5 [&_.field]:mb-2">
        <h2 className="font-text text-xl/7 font-semibold">Words that the program writes</h2>
        <button type="button" className="button quiet" onClick={() => (words ? change({ ...scheme, words: null }) : begin())}>
          {words ? 'Go back to the words of the language' : 'Use words of your own'}
        </button>
      </div>
      {!words && (
        <p className="quiet-note">
          {ships(language)
            ? 'They are those of the language of the work: “page”, “on the next page”, “continued”.'
            : 'The program has no words in the language of this work, and writes English ones. Use words of your own to say them.'}
        </p>
      )}
      {words && (
        <>
          <div className="field-grid">
            {fields.map(({ key, says, spaced }) => (
              <Field
                key={key}
                label={says}
                value={words[key].trim()}
                check={text => (text.length > mostLetters ? `At most ${mostLetters} letters.` : '')}
                onChange={text => set({ [key]: spaced && text.trim() ? ` ${text.trim()}${spaced === 'around' ? ' ' : ''}` : text.trim() })}
              />
            ))}
          </div>
          {named.map(([key, says]) => (
            <div key={key}>
              <h3>{says}</h3>
              <div className="field-grid">
                <NameFields names={words.names[key]} onChange={names => set({ names: { ...words.names, [key]: names } })} />
              </div>
            </div>
          ))}
        </>
      )}
    </section>
  )
}
