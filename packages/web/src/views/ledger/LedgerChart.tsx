/** What stands where: entries of each series by division, and how many references stand in and lead to each. */
import { standings } from '@steady-ledger/core/numbers/standings.ts'
import { useMemo } from 'react'
import { useNavigate } from 'react-router'
import { Bar, BarChart, CartesianGrid, Legend, Tooltip, XAxis, YAxis } from 'recharts'
import { useView } from '../../session/sessionContext.ts'

const widest = 940
/** What stands beside the chart in the window, in pixels. */
const beside = 140
/** Colours of series by their place: named tokens, so that both themes hold. */
const colours = ['var(--chart-1)', 'var(--chart-2)', 'var(--chart-3)', 'var(--chart-4)', 'var(--chart-5)', 'var(--chart-6)']
const barHeight = 30
const mostKinds = colours.length

export function LedgerChart() {
  const doc = useView(view => view.doc)
  const ledger = useView(view => view.ledger)
  const navigate = useNavigate()
  const { rows, kinds } = useMemo(() => standings(doc, ledger), [doc, ledger])
  if (rows.length === 0)
    return <p className="empty">Nothing is numbered or referred to yet. What stands where is drawn here as the work grows.</p>
  const shown = kinds.slice(0, mostKinds)
  const short = (name: string): string => (name.length > 28 ? `${name.slice(0, 27)}…` : name)
  const labels = new Map(rows.map(row => [row.id, short(row.name === row.title ? row.title : `${row.name}  ${row.title}`)]))
  const open = (state: { payload?: { id?: string } }): void => {
    if (state.payload?.id) navigate(`../galley/${state.payload.id}`)
  }
  const width = Math.min(widest, window.innerWidth - beside)
  const axis = { stroke: 'var(--rule-strong)', tick: { fill: 'var(--ink-soft)', fontSize: 13 } }
  const box = { contentStyle: { background: 'var(--sheet)', border: '1px solid var(--rule-strong)', borderRadius: 0 } }
  const chart = (title: string, bars: { key: string; name: string; fill: string; stack?: string }[], per: number) => (
    <section className="chart">
      <h2 className="mt-3 mb-1.5 text-base font-semibold">{title}</h2>
      <div aria-hidden="true">
        <BarChart
          width={width}
          height={rows.length * per + 70}
          layout="vertical"
          data={rows.map(row => ({ ...row, ...row.entries }))}
          margin={{ left: 24, right: 24, top: 4, bottom: 4 }}
          barCategoryGap={6}
          accessibilityLayer={false}
        >
          <CartesianGrid horizontal={false} stroke="var(--rule)" />
          <XAxis type="number" allowDecimals={false} {...axis} />
          <YAxis type="category" dataKey="id" width={210} tickFormatter={id => labels.get(id) ?? ''} {...axis} />
          <Tooltip
            cursor={{ fill: 'var(--structure-wash)' }}
            labelFormatter={id => rows.find(row => row.id === id)?.title ?? ''}
            {...box}
          />
          <Legend />
          {bars.map(({ key, name, fill, stack }) => (
            <Bar
              key={key}
              dataKey={key}
              name={name}
              fill={fill}
              isAnimationActive={false}
              cursor="pointer"
              onClick={open as never}
              {...(stack ? { stackId: stack } : {})}
            />
          ))}
        </BarChart>
      </div>
    </section>
  )
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling area must be reachable by keyboard
    <section className="min-h-0 flex-1 overflow-auto px-6 pt-2 pb-10" tabIndex={0} aria-label="What stands where">
      {shown.length > 0 &&
        chart(
          'What stands where',
          shown.map((kind, index) => ({ key: kind, name: kind, fill: colours[index]!, stack: 'all' })),
          barHeight,
        )}
      {chart(
        'Where references stand, and where they lead',
        [
          { key: 'refersOut', name: 'References in it', fill: colours[0]! },
          { key: 'referredTo', name: 'References to it', fill: colours[1]! },
        ],
        barHeight * 1.4,
      )}
      <table className="visually-hidden">
        <caption>What stands where, in figures</caption>
        <thead>
          <tr>
            <th scope="col">Division</th>
            {kinds.map(kind => (
              <th key={kind} scope="col">
                {kind}
              </th>
            ))}
            <th scope="col">References in it</th>
            <th scope="col">References to it</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(row => (
            <tr key={row.id}>
              <th scope="row">{row.title}</th>
              {kinds.map(kind => (
                <td key={kind}>{row.entries[kind] ?? 0}</td>
              ))}
              <td>{row.refersOut}</td>
              <td>{row.referredTo}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
