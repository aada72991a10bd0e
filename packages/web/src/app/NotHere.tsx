import { Link } from 'react-router'

/** What an address shows that leads to nothing. */
export const NotHere = () => (
  <main className="centre-note" role="alert">
    <h2>There is nothing at this address</h2>
    <p>It may be an old link, or one that was cut short. No work was changed.</p>
    <Link className="button" to="/">
      To the shelf
    </Link>
  </main>
)
