/** What a mark for the index is: its term, whether it is the main place, and whether a range begins or ends with it. */
import { marksOf } from '@steady-ledger/core/content/index/marks.ts'
import type { Node } from '@tiptap/pm/model'
import { Link } from 'react-router'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Check, Choice } from '../../ui/fields.tsx'
import { askForOther } from '../indexDesk/termForms.ts'

export function MarkFields({ node, at, set }: { node: Node; at: number; set(name: string, value: unknown): boolean }) {
  const session = useSession()
  useView(view => view.terms)
  const { term, main, range } = node.attrs
  const name = session.live.termName(term)
  const own = marksOf(session.state.doc).filter(mark => mark.term === term)
  const order = own.findIndex(mark => mark.id === node.attrs.id)
  const [before, next] = [own[order - 1]?.id, own[order + 1]?.id]
  return (
    <>
      <p>{name ? <Link to={`../index/${term}`}>{name}</Link> : 'Its term is no longer in the register.'}</p>
      <p className="button-row">
        <button type="button" className="button" disabled={!before} onClick={() => before && session.goTo(before)}>
          Place before
        </button>
        <button type="button" className="button" disabled={!next} onClick={() => next && session.goTo(next)}>
          Next place
        </button>
      </p>
      <button
        type="button"
        className="button"
        onClick={() => askForOther(session, 'Another term for this mark', 'Change', term, id => set('term', id))}
      >
        Another term…
      </button>
      {range !== 'end' && <Check label="Main place of its term" value={main} onChange={value => set('main', value)} />}
      <Choice
        label="It stands for"
        value={range as 'no' | 'start' | 'end'}
        options={{ no: 'This page', start: 'A range that begins here', end: 'The end of a range' }}
        onChange={value => set('range', value)}
      />
      <button type="button" className="button" onClick={() => session.dispatch(session.state.tr.delete(at, at + 1))}>
        Remove the mark
      </button>
    </>
  )
}
