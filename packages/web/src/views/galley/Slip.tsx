/** The panel at the right: the fields of whatever is selected, the account of its number, where it is referred to, what to mend. */

import { entryName } from '@steady-ledger/core/content/titles.ts'
import { applyRemedy } from '@steady-ledger/core/findings/applyRemedy.ts'
import type { Remedy } from '@steady-ledger/core/findings/finding.ts'
import { capital } from '@steady-ledger/core/languages/capital.ts'
import { accountOf } from '@steady-ledger/core/numbers/account.ts'
import { occurrenceAt } from '@steady-ledger/core/numbers/occurrences.ts'
import { findBlock, removeBlock } from '@steady-ledger/core/work/commands/sections.ts'
import { keeps } from '@steady-ledger/core/work/definition.ts'
import { isCaptioned } from '@steady-ledger/core/work/kinds/index.ts'
import { readLength, writeLength } from '@steady-ledger/core/work/lengths.ts'
import { type About, aboutFields, type Settings } from '@steady-ledger/core/work/parts/settings.ts'
import { countWords, matterOf, type Node, plainText, roles } from '@steady-ledger/core/work/schema.ts'
import { Fragment } from 'react'
import { languages } from '../../app/languages.ts'
import { noteName, notesSaid } from '../../app/noteNames.ts'
import { wordsSaid } from '../../app/wordsSaid.ts'
import { addEquationLine } from '../../editor/groups.ts'
import { useSession, useView } from '../../session/sessionContext.ts'
import { Check, Choice, Field } from '../../ui/fields.tsx'
import { AccountSteps } from '../AccountSteps.tsx'
import { FigureFields, HeadingFields, HeadingListed, ListLookField, SeriesField, ShortCaption, StatementFields } from './BlockFields.tsx'
import { CitationFields } from './CitationFields.tsx'
import { DivisionFields } from './DivisionFields.tsx'
import { FirstSteps } from './FirstSteps.tsx'
import { kindName } from './kindNames.ts'
import { CaptionLook, HeadingLook } from './LookFields.tsx'
import { MarkFields } from './MarkFields.tsx'
import { MentionFields } from './MentionFields.tsx'
import { PageTurnFields, WhereItStands } from './PlaceFields.tsx'
import { ReferenceFields } from './ReferenceFields.tsx'
import { ReferredFrom } from './ReferredFrom.tsx'
import { TableFields } from './TableFields.tsx'

interface Openers {
  onComposer(at: number): void
  onReference(at: number): void
  onCitation(at: number): void
  onPicture(id: string): void
}

const slip = 'slip flex h-full flex-col items-stretch gap-3 overflow-y-auto bg-(--paper) px-4 pt-3.5 pb-16 [&>.button]:self-start'

export function Slip({ onComposer, onReference, onCitation, onPicture }: Openers) {
  const session = useSession()
  useView(view => view.doc)
  // What is shown is told when to change by the store, and read where it is newest.
  const { doc } = session.state
  const selected = useView(view => view.selected)
  const open = useView(view => view.openDivision)
  const id = selected.id || open
  const ownId = !selected.id && selected.kind ? '' : id
  const at = ownId ? findBlock(doc, ownId) : selected.at
  const node = at < 0 ? null : doc.nodeAt(at)
  if (!node) return <div className={slip} />
  const rowAt = node.type.name === 'row' ? at : doc.resolve(at).parent.type.name === 'row' ? doc.resolve(at).before() : -1
  const set = (name: string, value: unknown): boolean => session.dispatch(session.state.tr.setNodeAttribute(at, name, value))
  return (
    <div className={slip}>
      <FirstSteps />
      {/* What is being typed for one block is not typed for another. */}
      <Fragment key={ownId || node.type.name}>
        <Heading node={node} id={ownId} at={at} />
        {node.type.name === 'paragraph' && (
          <>
            <Choice
              label="Alignment"
              value={(node.attrs.align as string | null) ?? 'usual'}
              options={{ usual: 'As the house style says', left: 'Left', centre: 'Centred', right: 'Right' }}
              onChange={value => set('align', value === 'usual' ? null : value)}
            />
            <PinField node={node} set={set} />
          </>
        )}
        {(node.type.name === 'figure' || node.type.name === 'panel') && (
          <FigureFields node={node} at={at} set={set} onPicture={onPicture} inRow={rowAt >= 0} />
        )}
        {isCaptioned(node) && node.type.name !== 'figure' && <ShortCaption node={node} at={at} />}
        {isCaptioned(node) && <SeriesField node={node} set={set} />}
        {isCaptioned(node) && <Check label="Numbered" value={node.attrs.numbered} onChange={value => set('numbered', value)} />}
        {node.type.name === 'fill' && (
          <Field
            label="Height, in mm (empty: all that its page has left)"
            value={node.attrs.height ? writeLength(node.attrs.height, 'mm') : ''}
            check={value => {
              const points = value.trim() ? readLength(value, 'mm') : 0
              return points === null || points < 0 || points > 600 ? 'A length such as 20 mm or 60 pt, 211 mm at the most, or nothing.' : ''
            }}
            onChange={value => set('height', value.trim() ? readLength(value, 'mm') : 0)}
          />
        )}
        {node.type.name === 'table' && <TableFields node={node} set={set} />}
        {(rowAt >= 0 || isCaptioned(node)) && <WhereItStands at={rowAt >= 0 ? rowAt : at} />}
        {node.type.name === 'statement' && <StatementFields node={node} at={at} set={set} />}
        {node.type.name === 'equation' && (
          <>
            <button type="button" className="button" onClick={() => onComposer(at)}>
              Write the equation
            </button>
            <button type="button" className="button" onClick={() => session.run(addEquationLine)}>
              Another line under it
            </button>
            <Check label="Numbered" value={node.attrs.numbered} onChange={value => set('numbered', value)} />
            {doc.resolve(at).parent.type.name === 'equationGroup' ? (
              <Choice
                label="Stands under the other lines with its"
                value={String(Math.min(node.attrs.align, 4))}
                options={{
                  '0': 'first relation',
                  '1': 'second relation',
                  '2': 'third relation',
                  '3': 'fourth relation',
                  '4': 'fifth relation',
                }}
                onChange={value => set('align', Number(value))}
              />
            ) : (
              <Choice
                label="Where it is wider than the line"
                value={node.attrs.wide as 'break' | 'smaller'}
                options={{ break: 'It breaks at relations', smaller: 'It is set smaller' }}
                onChange={value => set('wide', value)}
              />
            )}
            {node.attrs.numbered && doc.resolve(at).parent.type.name !== 'equationGroup' && (
              <Field
                label="Shown instead of the number"
                value={node.attrs.tag}
                check={value => (value.trim().length > 40 ? 'At most 40 letters.' : '')}
                onChange={value => set('tag', value.trim())}
              />
            )}
          </>
        )}
        {node.type.name === 'formula' && (
          <button type="button" className="button" onClick={() => onComposer(at)}>
            Write the formula
          </button>
        )}
        {(node.type.name === 'heading' || node.type.name === 'division') &&
          ['part', 'chapter', 'appendix'].includes((node.type.name === 'division' ? node : doc.resolve(at).node(1)).attrs.role) && (
            <HeadingFields
              node={node}
              set={set}
              inChapter={doc.resolve(at).depth > 0 && doc.resolve(at).node(1).attrs.role === 'chapter'}
            />
          )}
        {node.type.name === 'miniContents' && (
          <Choice
            label="It lists headings"
            value={String(node.attrs.depth)}
            options={{ '2': 'of level 2', '3': 'of levels 2 and 3', '4': 'of levels 2 to 4' }}
            onChange={value => set('depth', Number(value))}
          />
        )}
        {node.type.name === 'equationGroup' && <GroupNumbers node={node} at={at} />}
        {node.type.name === 'division' && node.attrs.role === 'index' && (
          <Field
            label="Which index it is (empty for the only one)"
            value={node.attrs.series}
            check={value =>
              /^[\w.-]{0,60}$/.test(value.trim()) ? '' : 'A word of letters, figures, dots and dashes, as the terms name it.'
            }
            onChange={value => set('series', value.trim())}
          />
        )}
        {node.type.name === 'division' && !['index', 'titlePage'].includes(node.attrs.role) && (
          <Choice
            label="Columns of its text"
            value={String(node.attrs.columns) as '0' | '1' | '2' | '3'}
            options={{ '0': 'As the house style says', '1': 'One', '2': 'Two', '3': 'Three' }}
            onChange={value => set('columns', Number(value))}
          />
        )}
        {node.type.name === 'division' && <DivisionFields node={node} set={set} />}
        {node.type.name === 'division' && (
          <Check label="Listed in the contents" value={node.attrs.listed} onChange={value => set('listed', value)} />
        )}
        {node.type.name === 'heading' && <HeadingListed node={node} front={matterOf(doc.resolve(at).node(1)) === 'front'} set={set} />}
        {(node.type.name === 'heading' || node.type.name === 'division') && (
          <Field
            label="Short title, for contents and running heads"
            value={node.attrs.shortTitle}
            check={value => (value.length > 500 ? 'At most 500 letters.' : '')}
            onChange={value => set('shortTitle', value.trim())}
          />
        )}
        {(node.type.name === 'numberedList' || node.type.name === 'bulletedList') && <ListLookField node={node} set={set} />}
        {node.type.name === 'numberedList' && (
          <>
            <Check label="Goes on counting from the list before" value={node.attrs.continued} onChange={value => set('continued', value)} />
            <Field
              label="Starts at (empty: where it would by itself)"
              value={node.attrs.startAt === null ? '' : String(node.attrs.startAt)}
              check={value => (/^\s*\d{0,5}\s*$/.test(value) ? '' : 'A whole number, or nothing.')}
              onChange={value => set('startAt', value.trim() === '' ? null : Number(value))}
            />
          </>
        )}
        {node.type.name === 'indexMark' && <MarkFields node={node} at={at} set={set} />}
        {node.type.name === 'note' && (
          <Choice
            label="It is"
            value={node.attrs.other ? 'other' : 'usual'}
            options={{ usual: `A ${noteName(session.work.scheme, false)}`, other: capital(notesSaid(session.work.scheme, true, 1)) }}
            onChange={value => set('other', value === 'other')}
          />
        )}
        {node.type.name === 'mention' && <MentionFields node={node} at={at} set={set} />}
        {node.type.name === 'citation' && <CitationFields node={node} at={at} set={set} onCitation={onCitation} />}
        {node.type.name === 'reference' && <ReferenceFields node={node} at={at} set={set} onReference={onReference} />}
        {node.type.name === 'keywords' && (
          <>
            <KeywordsField />
            <Field
              label="Other keywords here, as of an abstract in another language"
              value={node.attrs.own}
              check={value => (value.length > 2000 ? 'At most 2000 letters.' : '')}
              onChange={value => set('own', value.trim())}
            />
            <PinField node={node} set={set} />
          </>
        )}
        {'label' in node.attrs && ownId && (
          <LabelField key={ownId} id={ownId} label={node.attrs.label} onChange={value => set('label', value)} />
        )}
        {ownId && <Account id={ownId} />}
        {(node.type.name === 'heading' || (node.type.name === 'division' && ['part', 'chapter', 'appendix'].includes(node.attrs.role))) && (
          <HeadingLook node={node} id={ownId} />
        )}
        {isCaptioned(node) && <CaptionLook node={node} />}
        <PageTurnFields />
        {ownId && <ReferredFrom id={ownId} />}
        {ownId && <Found id={ownId} />}
        {node.type.name === 'division' && node.attrs.role === 'titlePage' && <WorkFields />}
        {node.type.name === 'division' && <RemoveDivision id={ownId} node={node} />}
      </Fragment>
    </div>
  )
}

function Heading({ node, id, at }: { node: Node; id: string; at: number }) {
  const session = useSession()
  const entry = useView(view => view.ledger.byId.get(id))
  useView(view => view.turnover)
  const scheme = useView(view => view.scheme)
  const kind =
    node.type.name === 'division'
      ? roles[node.attrs.role as 'chapter'].name
      : node.type.name === 'note'
        ? capital(noteName(scheme, node.attrs.other))
        : kindName(node)
  const noteOf = node.type.name === 'citation' && session.live.citesInNotes ? session.live.number(node.attrs.id) : ''
  const name = noteOf
    ? `${capital(noteName(scheme, false))} ${noteOf}`
    : ['reference', 'mention', 'citation'].includes(node.type.name)
      ? session.live
          .wording(node, occurrenceAt(session.state.doc.resolve(at)))
          .map(part => part.text)
          .join('')
      : entry?.number
        ? capital(`${entry.names.one} ${entry.brackets ? entry.number : entry.bare}`)
        : node.type.name === 'division'
          ? plainText(node.firstChild!) || 'Untitled'
          : kind
  return (
    <>
      <p className="column-head -mb-3">{kind}</p>
      <h2 className="slip-name font-text text-[21px]/7 font-semibold text-(--structure)">{name}</h2>
      {node.type.name === 'division' && <p className="-mt-2.5 text-(--ink-soft)">{wordsSaid(countWords(node))}</p>}
    </>
  )
}

function LabelField({ id, label, onChange }: { id: string; label: string; onChange(value: string): void }) {
  const ledger = useView(view => view.ledger)
  return (
    <Field
      label="Label"
      value={label}
      onChange={value => onChange(value.trim())}
      check={value => {
        const other = ledger.entries.find(entry => entry.item.label === value.trim() && entry.id !== id)
        return value.trim() && other ? `${entryName(other)} has this label already.` : ''
      }}
    />
  )
}

function Account({ id }: { id: string }) {
  const has = useView(view => accountOf(view.ledger, id).length > 0)
  return (
    has && (
      <section className="slip-part">
        <h3>Account of the number</h3>
        <AccountSteps id={id} />
      </section>
    )
  )
}

function Found({ id }: { id: string }) {
  const session = useSession()
  const findings = useView(view => view.turnover?.findings)
  const own = findings?.filter(finding => finding.place === id) ?? []
  const mend = (remedy: Remedy): void => {
    const { tr } = session.state
    if (applyRemedy(tr, remedy)) session.dispatch(tr)
  }
  return (
    <>
      {own.map(finding => (
        <section
          key={finding.id}
          className={`slip-finding quiet-links border-l-3 px-2.5 py-2 text-[13px] [&_button]:mt-0.5 [&_button]:font-semibold [&_button]:text-(--structure) ${finding.weight === 'mustMend' ? 'border-(--mend) bg-(--mend-wash)' : 'border-(--should) bg-(--should-wash)'}`}
        >
          <p>
            <strong>{finding.message}</strong> {finding.advice}
          </p>
          {finding.remedy && (
            <button type="button" onClick={() => mend(finding.remedy!)}>
              {finding.remedy.says}
            </button>
          )}
        </section>
      ))}
    </>
  )
}

function RemoveDivision({ id, node }: { id: string; node: Node }) {
  const session = useSession()
  const doc = useView(view => view.doc)
  if (doc.childCount < 2) return null
  const title = plainText(node.firstChild!) || 'Untitled'
  return (
    <button
      type="button"
      className="button quiet"
      onClick={() => {
        const { tr } = session.state
        if (!removeBlock(tr, id)) return
        if (!session.dispatch(tr)) return
        session.sayDone(`“${title}” was removed.`)
      }}
    >
      Remove this {roles[node.attrs.role as 'chapter'].name.toLowerCase()}
    </button>
  )
}

/** What holds for the whole work stands with its title page. */
function WorkFields() {
  const session = useSession()
  const settings = useView(view => view.settings)
  const set = (more: Partial<Settings>): boolean => session.setPart('settings', { ...settings, ...more })
  return (
    <section className="slip-part">
      <h3>The work</h3>
      <Field label="Author" value={settings.author} onChange={author => set({ author: author.trim() })} />
      <Choice
        label="Language of the work"
        value={settings.language}
        options={settings.language in languages ? languages : { ...languages, [settings.language]: settings.language }}
        onChange={language => set({ language })}
      />
      <KeywordsField />
      <details className="grid gap-3">
        <summary className="cursor-pointer text-(--structure)">For catalogues and archives</summary>
        <div className="mt-3 grid gap-3">
          {Object.entries(aboutFields).map(([key, { title }]) => (
            <Field
              key={key}
              label={title ?? key}
              value={settings.about[key as keyof About]}
              check={value =>
                key !== 'date' || keeps(aboutFields.date, value.trim()) ? '' : 'A year, a month or a day: 2027, 2027-03 or 2027-03-14.'
              }
              onChange={value => set({ about: { ...settings.about, [key]: value.trim().slice(0, 1000) } })}
            />
          ))}
        </div>
      </details>
    </section>
  )
}

/** Keywords are a setting of the work: they stand in files that are dispatched, and wherever the work prints them. */
function KeywordsField() {
  const session = useSession()
  const settings = useView(view => view.settings)
  const keywordsIn = (value: string): string[] =>
    value
      .split(',')
      .map(word => word.trim())
      .filter(Boolean)
  return (
    <Field
      label="Keywords, with commas between"
      value={settings.keywords.join(', ')}
      onChange={value => session.setPart('settings', { ...settings, keywords: keywordsIn(value) })}
    />
  )
}

function PinField({ node, set }: { node: Node; set(name: string, value: unknown): void }) {
  return (
    <Field
      label="Always at this line of its page (empty: where it falls)"
      value={node.attrs.pin ? String(node.attrs.pin) : ''}
      check={value => (/^\s*\d{0,3}\s*$/.test(value) ? '' : 'A line of the page, from 1, or nothing.')}
      onChange={value => set('pin', Number(value) || 0)}
    />
  )
}

/** How the lines of a group are numbered, as one choice. */
function GroupNumbers({ node, at }: { node: Node; at: number }) {
  const session = useSession()
  const now = node.attrs.numbered ? (node.attrs.count as 'letters' | 'each') : 'none'
  return (
    <Choice
      label="Numbers of its lines"
      value={now}
      options={{ letters: 'One number, a letter for each line', each: 'A number for each line', none: 'None' }}
      onChange={value => {
        const { tr } = session.state
        tr.setNodeAttribute(at, 'numbered', value !== 'none')
        if (value !== 'none') tr.setNodeAttribute(at, 'count', value)
        session.dispatch(tr)
      }}
    />
  )
}
