/** Fields of single kinds of blocks: figures and their panels, captions, lists, headings, statements. */
import { isOverMargins, roomFor } from '@steady-ledger/core/pages/measure.ts'

import { listMarkingOf } from '@steady-ledger/core/work/parts/scheme.ts'
import { type Node, schema, seriesOf } from '@steady-ledger/core/work/schema.ts'
import { TextSelection } from '@tiptap/pm/state'
import { Link } from 'react-router'
import { newSeriesFor } from '../../app/workCommands.ts'
import { addPanel, removePanel } from '../../editor/groups.ts'
import { nameStatement, sayProved } from '../../editor/statements.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Check, Choice, Field } from '../../ui/fields.tsx'
import { ListPlaces } from './LookFields.tsx'

export function FigureFields({
  node,
  at,
  set,
  onPicture,
  inRow,
}: {
  node: Node
  at: number
  inRow: boolean
  set(name: string, value: unknown): void
  onPicture(id: string): void
}) {
  const session = useSession()
  const isPanel = node.type.name === 'panel'
  const panels = node.children.filter(child => child.type.name === 'panel').length
  const houseStyle = useView(view => view.houseStyle)
  // As large as its page allows: it has no width of its own.
  const over = isOverMargins(node, roomFor(node, session.state.doc.resolve(at).node(1), houseStyle), houseStyle)
  return (
    <>
      {!isPanel && <ShortCaption node={node} at={at} />}
      {!over && (
        <Field
          label={inRow ? 'Share of the row, in %' : 'Width, in % of the measure'}
          value={String(Math.round(node.attrs.width * 100))}
          check={value =>
            /^\s*\d{1,3}\s*%?\s*$/.test(value) && Number.parseInt(value, 10) >= 5 && Number.parseInt(value, 10) <= 100
              ? ''
              : 'A whole number from 5 to 100.'
          }
          onChange={value => set('width', Number.parseInt(value, 10) / 100)}
        />
      )}
      {panels > 0 ? null : (
        <Field
          label="Description for readers who cannot see it"
          value={node.attrs.alternative}
          multiline
          onChange={value => set('alternative', value.trim())}
        />
      )}
      <p className="button-row">
        {panels === 0 && (
          <button type="button" className="button" onClick={() => onPicture(node.attrs.id)}>
            {node.attrs.picture ? 'Replace the picture' : 'Choose a picture'}
          </button>
        )}
        <button type="button" className="button" onClick={() => session.run(addPanel)}>
          {isPanel || panels ? 'Another panel' : 'Make it panels'}
        </button>
        {isPanel && (
          <button type="button" className="button quiet" onClick={() => session.run(removePanel)}>
            Remove this panel
          </button>
        )}
      </p>
    </>
  )
}

/** What a caption counts as: the series of its kind, another, or one of the author's own that is made here. */
export function SeriesField({ node, set }: { node: Node; set(name: string, value: unknown): void }) {
  const session = useSession()
  const scheme = useView(view => view.scheme)
  const series = scheme.series.filter(rule => rule.statement === null && rule.key !== 'equation')
  const own = seriesOf(node)
  return (
    <>
      <Choice
        label="Numbered among"
        value={own}
        options={{ [own]: own, ...Object.fromEntries(series.map(rule => [rule.key, rule.names.many])) }}
        onChange={value => set('series', value === node.type.name ? '' : value)}
      />
      <button type="button" className="button quiet" onClick={() => newSeriesFor(session, node.attrs.id)}>
        A series of your own…
      </button>
    </>
  )
}

export function ListLookField({ node, set }: { node: Node; set(name: string, value: unknown): void }) {
  const scheme = useView(view => view.scheme)
  const looks = node.type.name === 'numberedList' ? scheme.lists.numbered : scheme.lists.bulleted
  const look = listMarkingOf(scheme, node.type.name as 'numberedList', node.attrs.look)
  return (
    <>
      <Choice
        label="Look"
        value={look.key}
        options={Object.fromEntries(looks.map(({ key, name }) => [key, name]))}
        onChange={value => set('look', value === looks[0]!.key ? '' : value)}
      />
      <ListPlaces kind={node.type.name} look={look.key} />
      <p className="quiet-note">
        Looks are named and changed in the <Link to="../scheme">Scheme</Link>.
      </p>
    </>
  )
}

/** Headings are in the contents, but for those of the front matter; what is not as usual is said. */
export function HeadingListed({ node, front, set }: { node: Node; front: boolean; set(name: string, value: unknown): void }) {
  return (
    <Check
      label="Listed in the contents"
      value={node.attrs.listed ?? !front}
      onChange={value => set('listed', value === !front ? null : value)}
    />
  )
}

/** Numbered or not, and what is an exception to the rule of its level. */
export function HeadingFields({ node, set, inChapter }: { node: Node; set(name: string, value: unknown): void; inChapter: boolean }) {
  const { numbered, startAt, level, appendix } = node.attrs
  return (
    <>
      <Check label="Numbered" value={numbered} onChange={value => set('numbered', value)} />
      {inChapter && level === 2 && (
        <Check label="An appendix of this chapter" value={appendix} onChange={value => set('appendix', value)} />
      )}
      {numbered && (
        <Field
          label="Starts again at (empty: as the scheme says)"
          value={startAt === null ? '' : String(startAt)}
          check={value => (/^\s*\d{0,5}\s*$/.test(value) ? '' : 'A whole number, or nothing.')}
          onChange={value => set('startAt', value.trim() === '' ? null : Number(value))}
        />
      )}
    </>
  )
}

export function StatementFields({ node, at, set }: { node: Node; at: number; set(name: string, value: unknown): void }) {
  const session = useSession()
  const scheme = useView(view => view.scheme)
  const series = scheme.series.filter(rule => rule.statement !== null)
  return (
    <>
      <Choice
        label="What it is"
        value={node.attrs.series as string}
        options={{ [node.attrs.series]: node.attrs.series, ...Object.fromEntries(series.map(rule => [rule.key, rule.names.one])) }}
        onChange={value => set('series', value)}
      />
      <Check
        label="It has a name of its own"
        value={node.firstChild!.type.name === 'statementName'}
        onChange={value => session.run(nameStatement(at, value))}
      />
      <Check label="Numbered" value={node.attrs.numbered} onChange={value => set('numbered', value)} />
    </>
  )
}

/** What a proof proves: a statement of the work, said at its head. */
export function ProofFields({ node, at }: { node: Node; at: number }) {
  const session = useSession()
  const ledger = useView(view => view.ledger)
  const name = node.firstChild!.type.name === 'proofName' ? node.firstChild! : null
  const reference = name?.children.find(child => child.type.name === 'reference')
  const target = (reference?.attrs.targets[0] as string | undefined) ?? ''
  const statements = ledger.entries.filter(({ item }) => item.block === 'statement' && item.numbered)
  return (
    <Choice
      label="It proves"
      value={target}
      options={{
        '': 'What stands before it',
        ...Object.fromEntries(statements.map(({ item, names, number }) => [item.id, `${names.one} ${number}`])),
      }}
      onChange={chosen => session.run(sayProved(at, chosen, session.live.words.proof))}
    />
  )
}

/** The short form for lists stands as a field of its own under the caption; here it is added or removed. */
export function ShortCaption({ node, at }: { node: Node; at: number }) {
  const session = useSession()
  const has = node.maybeChild(1)?.type.name === 'shortCaption'
  const after = at + 1 + node.firstChild!.nodeSize
  return (
    <Check
      label="A shorter caption for the list"
      value={has}
      onChange={value => {
        const { tr } = session.state
        if (value) {
          // Empty until it is written: nobody prints words that nobody wrote.
          tr.insert(after, schema.nodes.shortCaption.create())
          tr.setSelection(TextSelection.create(tr.doc, after + 1))
        } else tr.delete(after, after + node.child(1).nodeSize)
        if (session.dispatch(tr) && value) session.editor?.focus()
      }}
    />
  )
}
