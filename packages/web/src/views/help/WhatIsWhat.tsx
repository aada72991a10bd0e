/** What the views and our own words mean, and all keys: a page of the application itself. */
import { type ReactNode, useEffect, useState } from 'react'
import { Link, useLocation } from 'react-router'
import { KeyTable } from '../../app/KeysSheet.tsx'
import { applyTheme, chosenTheme } from '../../app/theme.ts'
import { tabs, words } from '../../app/views.ts'
import { Segments } from '../../ui/Segments.tsx'

const first = [
  'Give the work its title, and its author in the slip.',
  'Write in the galley. “# ” begins a heading, “- ” a list; the + beside a block, or Ctrl K, puts in everything else.',
  'Refer to a figure or a section with a reference: it says the number and stays right, whatever moves.',
  'Choose in House style what the pages look like, and look at them in Pages.',
  'Mend what Findings lists, and save the PDF in Dispatch.',
]

export function WhatIsWhat() {
  const inWork = useLocation().pathname.startsWith('/work/')
  // In a work its title is the first heading of the page.
  const Title = inWork ? 'h2' : 'h1'
  useEffect(() => {
    if (!inWork) document.title = 'What is what – Steady Ledger'
  }, [inWork])
  const [theme, setTheme] = useState(chosenTheme)
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling area must be reachable by keyboard
    <main className="h-full overflow-y-auto px-8 pb-16" aria-label="What is what" tabIndex={0}>
      <div className="mx-auto max-w-[860px]">
        <Title className="mt-7 mb-1 font-text text-2xl font-semibold">What is what</Title>
        {!inWork && <Link to="/">Back to the shelf</Link>}
        <Section title="From an empty work to a PDF">
          <ol className="list-decimal pl-5">
            {first.map(step => (
              <li key={step} className="py-0.5">
                {step}
              </li>
            ))}
          </ol>
        </Section>
        <Section title={inWork ? 'The views, as the tabs at the left name them' : 'The views of a work'}>
          <Terms list={tabs.map(([, name, says]) => [name, says])} />
        </Section>
        <Section title="Words">
          <Terms list={words} />
        </Section>
        <Section title="Light or dark">
          <div className="flex">
            <Segments
              label="Light or dark"
              value={theme}
              options={{ system: 'As the system says', light: 'Light', dark: 'Dark' }}
              onChange={chosen => {
                applyTheme(chosen)
                setTheme(chosen)
              }}
            />
          </div>
        </Section>
        <Section title="Keys">
          <KeyTable />
        </Section>
        <Section title="Licences">
          <p>
            Steady Ledger is under the MIT licence, its fonts are under the SIL Open Font License. Citations are formatted by citeproc, ©
            Frank Bennett, used unchanged under the Common Public Attribution License 1.0.
          </p>
        </Section>
      </div>
    </main>
  )
}

const Section = ({ title, children }: { title: string; children: ReactNode }) => (
  <section className="mt-6">
    <h2 className="mb-2 border-b border-(--rule-strong) font-text text-lg font-semibold text-(--structure)">{title}</h2>
    {children}
  </section>
)

const Terms = ({ list }: { list: readonly (readonly [string, string])[] }) => (
  <dl className="grid grid-cols-[150px_1fr] gap-y-1">
    {list.map(([name, says]) => (
      <div key={name} className="contents">
        <dt className="font-semibold">{name}</dt>
        <dd>{says}</dd>
      </div>
    ))}
  </dl>
)
