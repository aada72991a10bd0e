/** The divisions before and after the text, in their order: moved, added and taken out, each as one step. */

import { appendixList } from '@steady-ledger/core/content/lists/entries.ts'
import { listTitleOf } from '@steady-ledger/core/content/lists/listTitleOf.ts'
import { divisionTitles } from '@steady-ledger/core/languages/divisionTitles.ts'
import type { Words } from '@steady-ledger/core/languages/language.ts'
import { moveStep, removeBlock } from '@steady-ledger/core/work/commands/sections.ts'
import { listedSeries, wordsOf } from '@steady-ledger/core/work/parts/scheme.ts'
import { division, type Matter, matterOf, plainText, type Role, roleNames, roles } from '@steady-ledger/core/work/schema.ts'
import { closeHistory } from '@tiptap/pm/history'
import type { Transform } from '@tiptap/pm/transform'
import { addDivision } from '../../editor/insert.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Menu } from '../../ui/Menu.tsx'

interface Kind {
  role: Role
  title: string
  series?: string
}
/** What can stand before and after the text, with the title it begins with. */
const plainKinds = ({ abstract, contents, abbreviations, symbols, sources, names, notes }: Words, language: string): Kind[] => [
  { role: 'titlePage', title: '' },
  { role: 'halfTitle', title: '' },
  ...Object.entries(divisionTitles(language)).map(([role, title]) => ({ role: role as Role, title })),
  { role: 'abstract', title: abstract },
  { role: 'contents', title: contents },
  { role: 'abbreviations', title: abbreviations },
  { role: 'symbols', title: symbols },
  { role: 'appendix', title: names.appendix.one },
  { role: 'endnotes', title: notes },
  { role: 'sources', title: sources },
]
const quiet = 'text-[13px] whitespace-nowrap text-(--ink-soft)'
const step = 'py-0.5 text-(--structure) hover:not-disabled:bg-(--structure-wash)'
const matters: [Matter, string][] = [
  ['front', 'Before the text'],
  ['back', 'After the text'],
]

export function OpeningPages() {
  const session = useSession()
  const doc = useView(view => view.doc)
  const turnover = useView(view => view.turnover)
  const scheme = useView(view => view.scheme)
  const language = useView(view => view.settings.language)
  const words = wordsOf(scheme, language)
  const kinds: Kind[] = [
    ...plainKinds(words, language),
    ...[appendixList, ...listedSeries(scheme).map(({ key }) => key)].map(
      (series): Kind => ({ role: 'seriesList', title: listTitleOf(scheme, series, language), series }),
    ),
  ]
  const run = (change: (tr: Transform) => boolean): boolean => {
    const { tr } = session.state
    if (!change(tr)) return false
    return session.dispatch(closeHistory(tr))
  }
  return (
    <div className="opening-pages grid grid-cols-2 gap-x-7 gap-y-2">
      {matters.map(([matter, says]) => {
        const rows = doc.children.filter(node => matterOf(node) === matter)
        return (
          <div key={matter}>
            <h3 className="text-[13px] text-(--ink-soft)">{says}</h3>
            {rows.length === 0 && <p className="quiet-note">Nothing yet.</p>}
            <ol className="mt-1 mb-2 border-t border-(--rule)">
              {rows.map((node, index) => {
                const { id, role } = division(node)
                const title = plainText(node.firstChild!) || roles[role].name
                const page = turnover?.pageOf.get(id)
                return (
                  <li
                    key={id}
                    className="grid grid-cols-[minmax(0,1fr)_auto_auto_repeat(3,26px)] items-center gap-1.5 border-b border-(--rule) py-0.5"
                  >
                    <span className="opening-title truncate">{title}</span>
                    <span className={quiet}>{roles[role].name}</span>
                    <span className={quiet}>{page === undefined ? '' : `page ${turnover!.labels[page]}`}</span>
                    <button
                      type="button"
                      className={step}
                      aria-label={`${title}: earlier`}
                      disabled={index === 0}
                      onClick={() => run(tr => moveStep(tr, id, -1))}
                    >
                      ↑
                    </button>
                    <button
                      type="button"
                      className={step}
                      aria-label={`${title}: later`}
                      disabled={index === rows.length - 1}
                      onClick={() => run(tr => moveStep(tr, id, 1))}
                    >
                      ↓
                    </button>
                    <button
                      type="button"
                      className={step}
                      aria-label={`Remove ${title}`}
                      disabled={doc.childCount < 2}
                      onClick={() => {
                        if (run(tr => removeBlock(tr, id))) session.sayDone(`“${title}” was removed.`)
                      }}
                    >
                      ×
                    </button>
                  </li>
                )
              })}
            </ol>
            <Menu
              label={`Add ${says.toLowerCase()}`}
              items={kinds
                .filter(kind => roles[kind.role].matter === matter)
                .sort((a, b) => roleNames.indexOf(a.role) - roleNames.indexOf(b.role))
                .map(kind => ({
                  key: `${kind.role} ${kind.series ?? ''}`,
                  says: kind.title || roles[kind.role].name,
                  run: () => void run(tr => addDivision(tr, kind.role, kind.title, kind.series)),
                }))}
            >
              Add {says.toLowerCase()}…
            </Menu>
          </div>
        )
      })}
    </div>
  )
}
