/** How a number came about, step by step; each step leads to what it speaks of. */
import { accountOf } from '@steady-ledger/core/numbers/account.ts'
import { Link } from 'react-router'
import { useView } from '../session/sessionContext.ts'

export function AccountSteps({ id }: { id: string }) {
  const ledger = useView(view => view.ledger)
  return (
    <ul className="slip-list">
      {accountOf(ledger, id).map(step => {
        const [entry] = step.entries
        const to = entry ? `../galley/${entry}` : step.rule ? '../scheme' : ''
        return <li key={step.text}>{to ? <Link to={to}>{step.text}</Link> : step.text}</li>
      })}
    </ul>
  )
}
