/** Commands over the work that ask for something first: labels, numbers to start at, names of series. */

import { entryName } from '@steady-ledger/core/content/titles.ts'
import type { Entry } from '@steady-ledger/core/numbers/ledger.ts'
import { referencesTo } from '@steady-ledger/core/numbers/referencesTo.ts'
import { retarget } from '@steady-ledger/core/work/commands/references.ts'
import { findBlock } from '@steady-ledger/core/work/commands/sections.ts'
import { isAddress } from '@steady-ledger/core/work/definition.ts'
import { newSeries } from '@steady-ledger/core/work/parts/scheme.ts'
import { division, schema } from '@steady-ledger/core/work/schema.ts'
import { setPart } from '@steady-ledger/core/work/steps/workStep.ts'
import { sectionAt } from '../editor/keys.ts'
import { fillTitlePage } from '../editor/titlePage.ts'
import type { Session } from '../session/session.ts'
import { ask } from '../ui/Ask.tsx'
import { notify } from '../ui/notices.ts'

/** Gives an entry another label. References hold the entry itself, so all of them follow. */
export function renameLabel(session: Session): void {
  const { ledger } = session.live
  const byLabel = new Map(ledger.entries.filter(({ item }) => item.label).map(entry => [entry.item.label, entry]))
  const here = ledger.byId.get(session.use.getState().selected.id)?.item.label ?? ''
  ask({
    title: 'Rename a label everywhere',
    fields: [
      { label: 'Label', value: here, check: value => (byLabel.has(value) ? '' : 'Nothing in this work has this label.') },
      {
        label: 'New label',
        value: here,
        check: value => {
          const other = byLabel.get(value)
          return !value ? 'A label has at least one letter.' : other ? `${entryName(other)} has this label already.` : ''
        },
      },
    ],
    note: 'What refers to it follows by itself.',
    does: 'Rename',
    run: ([from, to]) => {
      const { id } = byLabel.get(from!)!
      const at = findBlock(session.state.doc, id)
      if (at < 0) return
      if (!session.dispatch(session.state.tr.setNodeAttribute(at, 'label', to))) return
      const count = referencesTo(session.state.doc, id).length
      session.sayDone(`“${from}” is called “${to}” now; ${count} ${count === 1 ? 'reference leads' : 'references lead'} to it.`)
    },
  })
}

/** Lets the heading of the section at the cursor, and so what follows it, count from another number. */
export function renumberFromHere(session: Session): void {
  const id = sectionAt(session.state)
  const entry = session.live.ledger.byId.get(id)
  const at = findBlock(session.state.doc, id)
  const node = at < 0 ? null : session.state.doc.nodeAt(at)
  if (!entry?.number || !node) {
    notify({ kind: 'wrong', text: 'This heading has no number, so nothing can be counted from it.' })
    return
  }
  ask({
    title: `Renumber from ${entry.number} on`,
    fields: [
      {
        label: 'It starts at',
        value: String(node.attrs.startAt ?? entry.count),
        check: value => (value === '' || /^\d{1,5}$/.test(value) ? '' : 'A whole number, or nothing to follow the scheme again.'),
      },
    ],
    note: 'An exception to the scheme: the galley, the ledger and the account of the number say so.',
    does: 'Renumber',
    run: ([value]) => {
      const place = findBlock(session.state.doc, id)
      if (place >= 0) session.dispatch(session.state.tr.setNodeAttribute(place, 'startAt', value === '' ? null : Number(value)))
    },
  })
}

/** Gives the paragraph at the cursor a label, so that references can say its page. */
export function namePlace(session: Session): void {
  const { $from } = session.state.selection
  const block = $from.depth >= 2 ? $from.parent : null
  if (block?.type !== schema.nodes.paragraph || $from.depth !== 2) {
    notify({ kind: 'wrong', text: 'A place is a paragraph of the text: put the cursor into one.' })
    return
  }
  const { id } = block!.attrs
  ask({
    title: 'Name this place',
    fields: [
      {
        label: 'Label of the paragraph (nothing: none)',
        value: block!.attrs.label,
        check: value => {
          const other = value && session.live.ledger.entries.find(entry => entry.item.label === value && entry.id !== id)
          return other ? `${entryName(other)} has this label already.` : ''
        },
      },
    ],
    note: 'References find it by its label, and say its page.',
    does: 'Name it',
    run: ([label]) => {
      const at = findBlock(session.state.doc, id)
      if (at >= 0) session.dispatch(session.state.tr.setNodeAttribute(at, 'label', label))
    },
  })
}

/** All references to one entry lead to another, named by its number or label. */
export function leadElsewhere(session: Session, from: string): void {
  const { ledger } = session.live
  const own = ledger.byId.get(from)
  const called = entryName
  const find = (words: string): Entry | undefined =>
    ledger.entries.find(entry => entry.number && (entry.item.label === words || called(entry).toLowerCase() === words.toLowerCase()))
  ask({
    title: `Lead references to ${own ? called(own) : 'this'} elsewhere`,
    fields: [
      {
        label: 'They lead to (a label, or a name and number)',
        value: '',
        check: value => {
          const found = find(value)
          return !found
            ? 'Nothing in this work is called that. Try a label, or “Figure 3.2”.'
            : found.id === from
              ? 'They lead there already.'
              : ''
        },
      },
    ],
    does: 'Lead them there',
    run: ([words]) => {
      const to = find(words!)
      if (!to) return
      const { tr } = session.state
      const count = retarget(tr, from, to.id)
      if (!session.dispatch(tr)) return
      session.sayDone(`${count} ${count === 1 ? 'reference leads' : 'references lead'} to ${called(to)} now.`)
    },
  })
}

/** Makes a series of the author's own and lets the captioned block at a position count in it: one step, one undo. */
export function newSeriesFor(session: Session, id: string): void {
  const called = new Set(session.work.scheme.series.map(({ names }) => names.one.toLowerCase()))
  ask({
    title: 'A series of your own',
    fields: [
      {
        label: 'One is called',
        value: '',
        check: value =>
          !value ? 'A word, such as Map, Photograph or Box.' : called.has(value.toLowerCase()) ? 'There is such a series: choose it.' : '',
      },
      { label: 'Several are called', value: '' },
    ],
    note: 'It counts as figures do. Its form, brackets and list can be changed in the Scheme view.',
    does: 'Make it',
    run: ([one, many]) => {
      const { scheme } = session.work
      const made = newSeries(scheme, one!)
      if (many) Object.assign(made.names, { many, shortMany: many })
      const at = findBlock(session.state.doc, id)
      if (at < 0) return
      const tr = setPart(session.state.tr, session.work, 'scheme', { ...scheme, series: [...scheme.series, made] })
      session.dispatch(tr.setNodeAttribute(at, 'series', made.key))
    },
  })
}

/** The contents of this division at its head, after what opens it; a second one is not put in. */
export function insertMiniContents(session: Session): void {
  const { state } = session
  const index = state.selection.$head.index(0)
  const host = state.doc.child(index)
  if (!['chapter', 'appendix', 'part'].includes(division(host).role) || host.children.some(block => block.type.name === 'miniContents')) {
    notify({ kind: 'wrong', text: 'A chapter can have its contents at its head once; other divisions cannot.' })
    return
  }
  let at = 0
  for (let i = 0; i < index; i++) at += state.doc.child(i).nodeSize
  const place = at + 1 + host.firstChild!.nodeSize
  session.dispatch(state.tr.insert(place, schema.nodes.miniContents.create()))
}

/** Makes the selected words a link, or changes where they lead; an empty address makes them words again. */
export function askForLink(session: Session): void {
  const { from, to, empty, $from } = session.state.selection
  if (empty) {
    notify({ kind: 'wrong', text: 'Select the words that become a link first.' })
    return
  }
  const { link } = schema.marks
  const now = link.isInSet($from.nodeAfter?.marks ?? [])
  ask({
    title: 'Link',
    fields: [
      {
        label: 'Web or mail address; empty for none',
        value: (now?.attrs.address as string | undefined) ?? '',
        check: value => (!value || isAddress(value) ? '' : 'An address begins with https:// or mailto:.'),
      },
    ],
    does: 'Set the link',
    run: ([address]) => {
      const tr = session.state.tr.removeMark(from, to, link)
      session.dispatch(address ? tr.addMark(from, to, link.create({ address })) : tr)
      session.editor?.focus()
    },
  })
}

/** Asks for what stands on the title page and lays it out; an author that the work does not know yet is its author from then on. */
export function layOutTitlePage(session: Session): void {
  const { settings } = session.work
  ask({
    title: 'Title page',
    fields: [
      { label: 'Author', value: settings.author },
      { label: 'What it is submitted for', value: '' },
      { label: 'Department and university', value: '' },
      { label: 'Place and date', value: '' },
    ],
    note: 'Author and purpose stand below the title, the rest at the foot of the page. What is left empty takes no line; all of it can be changed later.',
    does: 'Lay it out',
    run: ([author = '', submittedFor = '', institution = '', date = '']) => {
      const fill = fillTitlePage({ author, submittedFor, institution, date })
      const named = author && !settings.author ? { ...settings, author } : settings
      session.run((state, dispatch) => fill(state, tr => dispatch?.(setPart(tr, session.work, 'settings', named))))
    },
  })
}
