/** Where a block stands: in its place or elsewhere, in its column or over all of them, and what no page turn is to part. */
import { columnsIn } from '@steady-ledger/core/pages/measure.ts'
import type { Placement } from '@steady-ledger/core/work/schema.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Check, Choice } from '../../ui/fields.tsx'
import { ProofFields } from './BlockFields.tsx'
import { kindName } from './kindNames.ts'

const placements: Record<Placement, string> = {
  auto: 'Here, or at the head of a later page',
  here: 'Here; the page may end before it',
  head: 'At the head of a page',
  foot: 'At the foot of a page',
  page: 'On a page of its own',
  turned: 'Turned, on pages of its own',
}
/** What breaks between its lines is not turned. */
const { turned: _turned, ...upright } = placements
const ofListings = { ...upright, auto: 'In the text; it may break between its lines' } as Record<Placement, string>

/** Of a figure, table, listing or row of figures at a place. */
export function WhereItStands({ at }: { at: number }) {
  const session = useSession()
  const houseStyle = useView(view => view.houseStyle)
  const { doc } = session.state
  const node = doc.nodeAt(at)!
  const kind = node.type.name
  const placement = node.attrs.placement as Placement
  const set = (name: string, value: unknown): boolean => session.dispatch(session.state.tr.setNodeAttribute(at, name, value))
  const inColumns = columnsIn(doc.resolve(at).node(1), houseStyle) > 1
  const floats = placement !== 'here' && placement !== 'foot' && placement !== 'turned' && (kind !== 'listing' || placement !== 'auto')
  return (
    <>
      <Choice
        label={kind === 'row' ? 'Where the row stands' : 'Where it stands'}
        value={placement}
        options={kind === 'listing' ? ofListings : placements}
        onChange={value => set('placement', value)}
      />
      {kind === 'figure' && placement === 'page' && !inColumns && node.lastChild?.type.name !== 'panel' && (
        <Check
          label="As large as head and foot allow, over the margins"
          value={node.attrs.overMargins}
          onChange={checked => set('overMargins', checked)}
        />
      )}
      {floats && (inColumns || node.attrs.allColumns) && (
        <Check label="Over all columns, at the head of a page" value={node.attrs.allColumns} onChange={value => set('allColumns', value)} />
      )}
    </>
  )
}

/** Kinds that no page turn can part in any case. */
const unbroken = ['figure', 'row', 'equation', 'signature', 'keywords']

/** What the author asks of page turns for the block that holds the cursor. */
export function PageTurnFields() {
  const session = useSession()
  useView(view => view.doc)
  const at = useView(view => view.blockAt)
  const node = at < 0 ? null : session.state.doc.nodeAt(at)
  if (!node || !('keepTogether' in node.attrs)) return null
  const set = (name: string, value: boolean): boolean => session.dispatch(session.state.tr.setNodeAttribute(at, name, value))
  const floats = 'placement' in node.attrs && node.attrs.placement !== 'here' && node.type.name !== 'listing'
  if (floats && unbroken.includes(node.type.name)) return null
  return (
    <section className="slip-part">
      {node.type.name === 'proof' && <ProofFields node={node} at={at} />}
      <h3>{kindName(node) || 'This block'} and page turns</h3>
      {!unbroken.includes(node.type.name) && (
        <Check label="Keep it together on one page" value={node.attrs.keepTogether} onChange={value => set('keepTogether', value)} />
      )}
      {!floats && (
        <Check label="Keep it with what follows" value={node.attrs.keepWithNext} onChange={value => set('keepWithNext', value)} />
      )}
    </section>
  )
}
