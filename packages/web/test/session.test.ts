/** An open work: what is done in one place is known in the others, and what cannot be done changes nothing. */
import './support/browser.ts'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { closeHistory } from '@tiptap/pm/history'
import { div, fig, h2, p, ref, t } from '../../../demo/src/builder.ts'
import { workOf } from '../../core/test/support/work.ts'
import { insertFigure } from '../src/editor/insert.ts'
import { useNotices } from '../src/ui/notices.ts'
import { inBrowser, until } from './support/browser.ts'
import { idOf } from './support/editor.ts'

const { closeAll, openWork, workId } = await import('./support/openWork.ts')
const { database } = await import('../src/storage/database.ts')
const { loadWork } = await import('../src/storage/works.ts')
type OpenWork = Awaited<ReturnType<typeof openWork>>

const picture = (name: string) => ({ name, type: 'image/svg+xml' as const, bytes: new TextEncoder().encode('<svg/>'), width: 2, height: 1 })
const work = (): Work =>
  workOf(
    [
      div({ role: 'chapter', label: 'one' }, 'One', p`See ${ref('f')}.`, fig('f', { picture: 'f.svg', alternative: 'f' }, t`Depths.`)),
      div({ role: 'chapter', label: 'two' }, 'Two', h2('s', 'Within'), p`words`),
    ],
    { pictures: new Map([['f.svg', picture('f.svg')]]) },
  )

inBrowser()
beforeEach(() => useNotices.setState({ shown: [], past: [] }))
afterEach(async () => {
  jest.restoreAllMocks()
  await closeAll()
})

const lastNotice = () => useNotices.getState().shown.at(-1)
const type = ({ session }: OpenWork, label: string, words: string): boolean => {
  session.goTo(idOf(session.state, label))
  return session.dispatch(closeHistory(session.state.tr).insertText(words))
}
const numberOf = ({ session }: OpenWork, label: string): string => session.live.ledger.byId.get(idOf(session.state, label))!.number

test('numbers are there at once, pages when they are made, and until then the books are said not to balance', async () => {
  const opened = await openWork(work())
  expect([opened.shown.balanced, opened.shown.turnover, opened.session.records()]).toEqual([false, null, null])
  opened.turnOver()
  expect([opened.shown.balanced, opened.shown.turnover!.labels]).toEqual([true, ['1', '2']])
  opened.session.goTo(idOf(opened.session.state, 'one'))
  opened.session.run(insertFigure('f.svg', 'first'))
  expect([numberOf(opened, 'f'), opened.shown.ledger.byId.get(idOf(opened.session.state, 'f'))!.number]).toEqual(['1.2', '1.2'])
  expect([opened.shown.balanced, opened.session.records()]).toEqual([false, null])
  opened.turnOver()
  expect([opened.shown.balanced, opened.session.records()!.map(({ name }) => name)]).toEqual([
    true,
    ['Chapter 1', 'Figure 1.1', 'Figure 1.2', 'Chapter 2', 'Section 2.1'],
  ])
})

test('what stands in the text is told once what is other than it was, and numbers at once', async () => {
  const opened = await openWork(work())
  const { session } = opened
  opened.turnOver()
  let told = 0
  session.live.follow(() => told++)
  expect(told).toBe(1)
  opened.turnOver()
  expect(told).toBe(1)
  // A letter may wait for what follows; with the pages it is told, if it was not before.
  type(opened, 's', 'x')
  expect(told).toBe(1)
  opened.turnOver()
  expect(told).toBe(2)
  session.goTo(idOf(session.state, 'one'))
  session.run(insertFigure('f.svg', 'first'))
  expect(told).toBe(3)
  opened.turnOver()
  expect([told, session.live.pageLabel(idOf(session.state, 'first'))]).toEqual([4, '1'])
  session.setPart('abbreviations', { ...session.work.abbreviations })
  expect(told).toBe(5)
})

test('pages of an earlier text are not shown', async () => {
  const opened = await openWork(work())
  opened.turnOver()
  const { turnover } = opened.shown
  type(opened, 's', 'x')
  opened.thread.say({ kind: 'turnover', summary: { ...turnover!, labels: ['wrong'] } })
  expect([opened.shown.turnover, opened.shown.balanced]).toEqual([turnover, false])
})

test('what a milestone put on the books stays there through undo, and what changed since is shown', async () => {
  const opened = await openWork(work())
  const { session } = opened
  expect(session.takeMilestone('Too early')).toBe(false)
  opened.turnOver()
  type(opened, 'one', 'The ')
  opened.turnOver()
  expect(session.takeMilestone('To the supervisor')).toBe(true)
  // Pages say nothing of milestones: the books stay balanced.
  expect([opened.shown.balanced, opened.shown.milestones.map(({ name }) => name)]).toEqual([true, ['To the supervisor']])
  session.undo()
  expect([session.work.doc.firstChild!.firstChild!.textContent, session.work.milestones.length]).toEqual(['One', 1])
  session.goTo(idOf(session.state, 'one'))
  session.run(insertFigure('f.svg', 'first'))
  session.showSince(session.work.milestones[0]!.id)
  // Numbers without their pages are held against nothing.
  expect(opened.shown.changes.size).toBe(0)
  opened.turnOver()
  const changes = Object.fromEntries([...opened.shown.changes].map(([id, { kinds }]) => [id, kinds]))
  expect(changes[idOf(session.state, 'f')]).toContain('renumbered')
  expect(changes[idOf(session.state, 'first')]).toEqual(['new'])
  session.showSince('')
  expect(opened.shown.changes.size).toBe(0)
})

test('what left is put on record as it was when it was made, whatever was typed since', async () => {
  const opened = await openWork(work())
  const { session } = opened
  opened.turnOver()
  const left = { records: session.records(), work: session.work }
  session.goTo(idOf(session.state, 'one'))
  session.run(insertFigure('f.svg', 'first'))
  expect(session.takeMilestone('Handed in', left)).toBe(true)
  expect(session.work.milestones[0]!.records.map(({ name }) => name)).toEqual(['Chapter 1', 'Figure 1.1', 'Chapter 2', 'Section 2.1'])
  expect([session.isOnRecord('Handed in', left.work), session.isOnRecord('Handed in', session.work)]).toEqual([true, false])
  await until(async () => (await database.states.where('work').equals(workId).toArray()).some(({ name }) => name === 'Handed in'), true)
})

test('the way back that a notice offers takes back exactly that, whatever was done after it; what was undone already says so', async () => {
  const opened = await openWork(work())
  const { session } = opened
  type(opened, 'one', 'The ')
  session.sayDone('It was typed.')
  type(opened, 'two', 'And ')
  const { action } = lastNotice()!
  action!.run()
  expect(session.work.doc.children.map(division => division.firstChild!.textContent)).toEqual(['One', 'And Two'])
  action!.run()
  expect(lastNotice()).toMatchObject({ kind: 'wrong', text: expect.stringMatching(/cannot be undone by itself any more/) })
  expect(session.work.doc.children.map(division => division.firstChild!.textContent)).toEqual(['One', 'And Two'])
})

test('an earlier state comes back in one step, with its parts, and what was put on record since stays', async () => {
  const opened = await openWork(work())
  const { session } = opened
  const earlier = session.work
  opened.turnOver()
  type(opened, 'one', 'The ')
  session.setPart('settings', { ...session.work.settings, author: 'Ilse Tolvay' })
  opened.turnOver()
  session.takeMilestone('Since')
  expect(session.restore(earlier)).toBe(true)
  expect([session.work.doc.eq(earlier.doc), session.work.settings.author, session.work.milestones.length]).toEqual([true, '', 1])
  session.undo()
  expect([session.work.doc.firstChild!.firstChild!.textContent, session.work.settings.author]).toEqual(['The One', 'Ilse Tolvay'])
})

test('a tab that reads along changes nothing, neither text nor parts, and says why', async () => {
  await openWork(work())
  const opened = await openWork(work(), 'reader')
  const { session } = opened
  const before = session.work
  expect([type(opened, 'one', 'The '), session.setPart('settings', { ...before.settings, author: 'x' }), session.restore(before)]).toEqual([
    false,
    false,
    false,
  ])
  expect(session.run(insertFigure('f.svg', 'first'))).toBe(false)
  expect([session.work.doc, session.work.settings]).toEqual([before.doc, before.settings])
  expect(lastNotice()!.text).toMatch(/reads along/)
})

test('a tab that reads along follows text, settings and house style as they are saved, and so do its pages', async () => {
  const writer = await openWork(work())
  const reader = await openWork(work(), 'reader')
  type(writer, 'one', 'The ')
  const { settings, houseStyle } = writer.work
  writer.session.setPart('settings', { ...settings, author: 'Ilse Tolvay' })
  writer.session.setPart('houseStyle', { ...houseStyle, name: 'Another style' })
  await writer.session.save()
  await until(() => reader.shown.houseStyle.name, 'Another style')
  expect([reader.work.doc.eq(writer.work.doc), reader.shown.settings.author, reader.shown.unsaved]).toEqual([true, 'Ilse Tolvay', false])
  expect(reader.thread.opened.doc).toBe(JSON.stringify(writer.work.doc.toJSON()))
  // What was done in another tab is not undone in this one.
  expect(reader.session.undo()).toBe(false)
})

test('what is typed is sent to the thread as steps, kept by itself, and is there when the work is opened again', async () => {
  const opened = await openWork(work())
  type(opened, 'one', 'The ')
  expect([opened.shown.unsaved, opened.thread.heard.filter(({ kind }) => kind === 'steps').length]).toEqual([true, 1])
  await until(() => opened.shown.unsaved, false)
  expect((await loadWork(workId)).work.doc.firstChild!.firstChild!.textContent).toBe('The One')
  expect(await opened.session.close(false)).toBe(true)
  // The thread rests for the next work.
  expect(opened.kept).toEqual([opened.thread])
})

test('pages of the last sitting are shown until there are pages of this one', async () => {
  const first = await openWork(work())
  first.turnOver()
  await database.lastPages.put({ work: workId, summary: first.shown.turnover! })
  await first.session.close(false)
  const opened = await openWork(work())
  await until(() => opened.shown.fromLastSitting, true)
  expect([opened.shown.balanced, opened.shown.turnover!.labels, opened.session.records()]).toEqual([false, ['1', '2'], null])
  opened.turnOver()
  expect([opened.shown.balanced, opened.shown.fromLastSitting]).toEqual([true, false])
})

test('drawings of the last sitting are those of the pages in sight, and never take the place of one of this sitting', async () => {
  const first = await openWork(work())
  first.turnOver()
  const drawing = (index: number, mark: string) => ({ index, mark }) as never
  await database.lastPages.put({ work: workId, summary: first.shown.turnover! })
  await database.lastDrawings.bulkPut([0, 1].map(page => ({ work: workId, page, drawing: drawing(page, 'then') })))
  await first.session.close(false)
  const opened = await openWork(work())
  await until(() => opened.shown.fromLastSitting, true)
  // Somebody scrolls: what was asked for before may be read later.
  const answers: (() => void)[] = []
  const { bulkGet } = database.lastDrawings
  jest.spyOn(database.lastDrawings, 'bulkGet').mockImplementation((async (keys: never) => {
    await new Promise<void>(resolve => answers.push(resolve))
    return bulkGet.call(database.lastDrawings, keys)
  }) as never)
  const answer = async (asked: number): Promise<void> => {
    answers[asked]!()
    // What is read is shown a few turns later.
    await database.lastDrawings.count()
    await database.lastDrawings.count()
  }
  opened.session.draw([0])
  opened.session.draw([1])
  await answer(1)
  await answer(0)
  expect([...opened.shown.drawings.values()]).toEqual([drawing(1, 'then')])
  // The first pages of this sitting come while those of the last one are read, and before what is to be said about all of them.
  opened.session.draw([0])
  opened.thread.say({ kind: 'drawn', pages: [0], drawings: [drawing(0, 'now')] })
  await answer(2)
  expect([opened.shown.fromLastSitting, [...opened.shown.drawings.values()]]).toEqual([true, [drawing(0, 'now')]])
  opened.turnOver()
  expect([...opened.shown.drawings.values()]).toEqual([drawing(0, 'now')])
})

test('a thread that fails again and again is given up, says why, and is tried again with the next edit; what was shown stays', async () => {
  const opened = await openWork(work())
  opened.turnOver()
  for (let i = 0; i < 3; i++) {
    opened.thread.happen('error', { message: 'out of memory' })
    await Promise.resolve()
  }
  expect([opened.shown.failure, opened.shown.balanced, opened.shown.turnover!.labels]).toEqual(['out of memory', false, ['1', '2']])
  type(opened, 'one', 'The ')
  await Promise.resolve()
  expect(opened.shown.failure).toBe('')
  opened.turnOver()
  expect(opened.shown.balanced).toBe(true)
})

test('a picture is kept before it is used, and one that storage does not take is in no work', async () => {
  const opened = await openWork(work())
  const { session } = opened
  await session.addPicture(picture('g.svg'))
  expect([session.work.pictures.has('g.svg'), await database.pictures.where('work').equals(workId).count()]).toEqual([true, 2])
  expect(opened.thread.heard.at(-1)).toMatchObject({ kind: 'picture', picture: { name: 'g.svg', width: 2 } })
  jest.spyOn(database.pictures, 'put').mockImplementation((() => Promise.reject(new DOMException('full', 'QuotaExceededError'))) as never)
  await expect(session.addPicture(picture('h.svg'))).rejects.toThrow()
  expect(session.work.pictures.has('h.svg')).toBe(false)
})

test('what views ask of the pages is asked again of the next thread, and drawings that are as they were are kept', async () => {
  const opened = await openWork(work())
  const { session } = opened
  session.draw([0, 1])
  session.search('words')
  session.askIndexed('lake')
  const drawing = (index: number, mark: string) => ({ index, mark }) as never
  opened.thread.say({ kind: 'drawn', pages: [0, 1], drawings: [drawing(0, 'a'), drawing(1, 'a')] })
  opened.thread.say({ kind: 'drawn', pages: [1, 2], drawings: [drawing(2, 'b')] })
  expect([...opened.shown.drawings.values()]).toEqual([drawing(1, 'a'), drawing(2, 'b')])
  opened.thread.say({ kind: 'found', query: 'words', matches: [] })
  opened.thread.say({ kind: 'indexed', term: 'lake', entry: null })
  opened.thread.say({ kind: 'without', says: 'A letter has no face.' })
  expect([opened.shown.found.query, opened.shown.indexed.term, lastNotice()!.text]).toEqual(['words', 'lake', 'A letter has no face.'])
  opened.thread.happen('error', { message: 'gone' })
  await Promise.resolve()
  expect(opened.thread.heard.map(({ kind }) => kind)).toEqual(['hello', 'open', 'draw', 'search', 'indexed'])
})

test('a place is gone to by its name, and one that is nowhere moves nothing', async () => {
  const opened = await openWork(work())
  const { session } = opened
  const { id } = session.state.doc.child(1).attrs
  expect([session.goTo(id), opened.shown.openDivision]).toEqual([true, id])
  const before = session.state.selection
  expect([session.goTo('nowhere'), session.state.selection]).toEqual([false, before])
})
