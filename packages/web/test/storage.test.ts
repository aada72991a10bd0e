/** What is kept in the browser: everything comes back, only what changed is written, and a failure leaves what was there. */
import 'fake-indexeddb/auto'
import type { Work } from '@steady-ledger/core/work/work.ts'
import { div, identified } from '../../../demo/src/builder.ts'
import type { SaveState } from '../src/storage/saver.ts'
import { keptWork, svg, typed } from './support/keptWork.ts'

// The database looks for its engine when it is loaded.
const { database } = await import('../src/storage/database.ts')
const { claimWork, tidyWork, loadAhead, loadToOpen, loadWork, notePages, StorageError, storeWork } = await import('../src/storage/works.ts')
const { removeWork } = await import('../src/storage/removal.ts')
const { Saver, saving } = await import('../src/storage/saver.ts')
const { keepState, statesOf, workAt } = await import('../src/storage/states.ts')

const work = keptWork
const writer = 'this tab'
const saverOf = (id: string, current: Work): { saver: InstanceType<typeof Saver>; states: SaveState[] } => {
  const states: SaveState[] = []
  return {
    saver: new Saver(
      id,
      writer,
      current,
      state => void states.push(state),
      () => 7,
    ),
    states,
  }
}

beforeEach(async () => {
  await Promise.all([database.works.clear(), database.divisions.clear(), database.pictures.clear(), database.states.clear()])
})
afterEach(() => void jest.restoreAllMocks())

test('a stored work comes back as it was, with its pictures byte by byte', async () => {
  const stored = work()
  await storeWork('a', stored, { writer })
  const { record, work: loaded } = await loadWork('a')
  expect(loaded.doc.eq(stored.doc)).toBe(true)
  expect([loaded.settings, loaded.scheme, loaded.houseStyle]).toEqual([stored.settings, stored.scheme, stored.houseStyle])
  expect([...loaded.pictures.get('f.svg')!.bytes]).toEqual([...stored.pictures.get('f.svg')!.bytes])
  expect(record).toMatchObject({ title: 'A lake', kind: 'thesis', order: stored.doc.children.map(node => node.attrs.id) })
})

test('two works with divisions of the same ids do not touch each other', async () => {
  await storeWork('a', work())
  await storeWork('b', typed(work(), 1, 'Other '))
  await removeWork('a')
  expect((await loadWork('b')).work.doc.child(1).textContent).toContain('Other')
  await expect(loadWork('a')).rejects.toThrow(StorageError)
})

describe('saving', () => {
  const { retry } = saving
  beforeAll(() => {
    saving.retry = 100
  })
  afterAll(() => {
    saving.retry = retry
  })

  test('writes the divisions that changed and no others, within half a second, and says so', async () => {
    const stored = work()
    await storeWork('a', stored, { writer })
    const { saver, states } = saverOf('a', stored)
    const put = jest.spyOn(database.divisions, 'bulkPut')
    saver.changed(typed(stored, 2, 'New '))
    saver.changed(typed(typed(stored, 2, 'New '), 2, 'Very '))
    await new Promise(resolve => setTimeout(resolve, 500))
    await saver.flush()
    expect(put).toHaveBeenCalledTimes(1)
    expect(put.mock.calls[0]![0]).toHaveLength(1)
    expect((await loadWork('a')).work.doc.child(2).textContent).toBe('Very New Twomore words')
    expect(states.map(({ kind }) => kind)).toEqual(['saving', 'saved'])
  })

  test('nothing changed: nothing is written', async () => {
    const stored = work()
    await storeWork('a', stored, { writer })
    const { saver, states } = saverOf('a', stored)
    const update = jest.spyOn(database.works, 'put')
    await saver.flush()
    expect(update).not.toHaveBeenCalled()
    expect(states).toEqual([])
  })

  test('a division moved, one removed, one added: the order is what it is, and nothing of the removed one stays', async () => {
    const stored = work()
    await storeWork('a', stored, { writer })
    const { saver } = saverOf('a', stored)
    const [title, one, two] = stored.doc.children
    const made = identified([div({ role: 'chapter', label: 'three' }, 'Three')], 'new').firstChild!
    const doc = stored.doc.type.create(null, [title!, two!, made])
    saver.changed({ ...stored, doc })
    await saver.flush()
    expect((await loadWork('a')).work.doc.eq(doc)).toBe(true)
    expect(await database.divisions.where('work').equals('a').count()).toBe(3)
    expect(await database.divisions.get(['a', one!.attrs.id])).toBeUndefined()
    expect(await database.works.get('a')).toMatchObject({ pages: 7, title: 'A lake' })
  })

  test('settings, scheme and house style are written when they change, though no division did', async () => {
    const stored = work()
    await storeWork('a', stored, { writer })
    const { saver } = saverOf('a', stored)
    saver.changed({ ...stored, settings: { ...stored.settings, author: 'Bram Oskarsen' } })
    await saver.flush()
    expect((await loadWork('a')).work.settings.author).toBe('Bram Oskarsen')
  })

  test('what could not be opened again is not kept, and is told; what was kept stays', async () => {
    const stored = work()
    await storeWork('a', stored, { writer })
    const before = JSON.stringify(stored.doc.toJSON())
    const { saver, states } = saverOf('a', stored)
    const wrong = typed(stored, 1, 'Wrong ')
    const [first] = wrong.doc.children.filter(node => !stored.doc.children.includes(node))
    Object.assign(first!.attrs, { role: 'king' })
    saver.changed(wrong)
    await saver.flush()
    expect(states.at(-1)).toMatchObject({ kind: 'failed', message: expect.stringContaining('role') })
    expect(JSON.stringify((await loadWork('a')).work.doc.toJSON())).toBe(before)
  })

  test('a failed write leaves what was saved, says why, and is tried again by itself until all of it is kept', async () => {
    const stored = work()
    await storeWork('a', stored, { writer })
    const { saver, states } = saverOf('a', stored)
    const refusal = Object.assign(new Error('x'), { name: 'QuotaExceededError' })
    const full = jest.spyOn(database.works, 'put').mockImplementation((() => Promise.reject(refusal)) as never)
    const first = typed(stored, 1, 'Kept ')
    saver.changed(first)
    expect(await saver.flush()).toBe(false)
    expect(states.at(-1)).toEqual({ kind: 'failed', why: 'refused', message: 'The browser’s storage is full.' })
    // Half of a change is never there.
    expect((await loadWork('a')).work.doc.eq(stored.doc)).toBe(true)
    const second = typed(first, 2, 'Later ')
    saver.changed(second)
    full.mockRestore()
    await new Promise(resolve => setTimeout(resolve, saving.retry + 300))
    expect((await loadWork('a')).work.doc.eq(second.doc)).toBe(true)
    expect(states.at(-1)!.kind).toBe('saved')
  })

  test.each<[string, string, RegExp, () => Promise<unknown>]>([
    ['one that was taken off the shelf', 'gone', /taken off the shelf/, () => database.works.update('a', { deleted: 1 })],
    ['one that is not there at all', 'gone', /taken off the shelf/, () => removeWork('a')],
    ['one that another tab writes', 'taken', /Another tab/, () => claimWork('a', 'another tab')],
    ['one that a newer program has opened', 'newer', /newer version/, () => database.works.update('a', { version: 999 })],
  ])('%s is not written, not tried again, and never said to be saved', async (_name, why, says, happen) => {
    const stored = work()
    await storeWork('a', stored, { writer })
    const { saver, states } = saverOf('a', stored)
    await happen()
    const before = await database.divisions.where('work').equals('a').toArray()
    saver.changed(typed(stored, 1, 'Too late '))
    expect(await saver.flush()).toBe(false)
    await new Promise(resolve => setTimeout(resolve, saving.retry + 200))
    expect(states.at(-1)).toMatchObject({ kind: 'failed', why, message: expect.stringMatching(says) })
    expect(states.some(({ kind }) => kind === 'saved')).toBe(false)
    expect(await database.divisions.where('work').equals('a').toArray()).toEqual(before)
  })

  test('of two tabs the one that was let write last writes, whatever the other one does', async () => {
    const stored = work()
    await storeWork('a', stored, { writer })
    const { saver: first, states } = saverOf('a', stored)
    await claimWork('a', 'second')
    const second = new Saver(
      'a',
      'second',
      stored,
      () => {},
      () => 0,
    )
    first.changed(typed(stored, 1, 'First '))
    second.changed(typed(stored, 1, 'Second '))
    expect(await Promise.all([first.flush(), second.flush()])).toEqual([false, true])
    expect((await loadWork('a')).work.doc.child(1).textContent).toContain('Second')
    expect(states.at(-1)).toMatchObject({ why: 'taken' })
  })

  test('a storage that does not answer is said to be silent, and what it keeps after all is said to be saved', async () => {
    const stored = work()
    await storeWork('a', stored, { writer })
    const { saver, states } = saverOf('a', stored)
    const usual = saving.patience
    saving.patience = 40
    const put = database.divisions.bulkPut.bind(database.divisions)
    jest.spyOn(database.divisions, 'bulkPut').mockImplementation((async (records: never) => {
      // Dexie keeps a transaction open while it is waited for.
      const until = performance.now() + 150
      while (performance.now() < until) await database.works.get('a')
      return put(records)
    }) as never)
    saver.changed(typed(stored, 1, 'Slow '))
    await saver.flush()
    saving.patience = usual
    expect(states.map(state => (state.kind === 'failed' ? state.why : state.kind))).toEqual(expect.arrayContaining(['silent', 'saved']))
    expect(states.at(-1)!.kind).toBe('saved')
  })

  test('a clock that was set back puts no work before what it was', async () => {
    const stored = work()
    const later = Date.now() + 1_000_000
    const { revision = 0 } = await storeWork('a', stored, { writer, changed: later })
    const { saver } = saverOf('a', stored)
    saver.changed(typed(stored, 1, 'New '))
    await saver.flush()
    expect(await database.works.get('a')).toMatchObject({ changed: later, revision: revision + 1 })
  })
})

describe('earlier states', () => {
  test('one is kept at most by the hour, one with each milestone, none twice; each is the work as it was', async () => {
    const stored = work()
    await storeWork('h', stored)
    await keepState('h', stored, 'hour')
    await keepState('h', typed(stored, 1, 'Soon '), 'hour')
    expect(await statesOf('h')).toHaveLength(1)
    const next = typed(stored, 1, 'Next ')
    await keepState('h', next, 'milestone', 'Handed in')
    await keepState('h', next, 'restore')
    const states = await statesOf('h')
    expect(states.map(({ why, name }) => [why, name])).toEqual([
      ['milestone', 'Handed in'],
      ['hour', ''],
    ])
    expect((await workAt('h', states[0]!.at)).doc.eq(next.doc)).toBe(true)
    const first = await workAt('h', states[1]!.at)
    expect(first.doc.eq(stored.doc)).toBe(true)
    expect([...first.pictures.keys()]).toEqual(['f.svg'])
  })

  test('a picture that only an earlier state shows stays', async () => {
    const stored = work()
    await storeWork('p', stored)
    await keepState('p', stored, 'hour')
    const without = { ...stored, doc: stored.doc.type.create(null, [stored.doc.child(0), stored.doc.child(2)]) }
    await tidyWork('p', without)
    expect([...(await loadWork('p')).work.pictures.keys()]).toEqual(['f.svg'])
  })
})

describe('a work that was loaded ahead', () => {
  const words = async (): Promise<string> => (await loadToOpen('a')).work.doc.textContent
  test.each<[string, () => Promise<unknown>]>([
    ['was taken off the shelf and put back', () => database.works.update('a', { deleted: 1 })],
    ['was gone and put back', () => database.works.delete('a')],
    ['was stored anew', async () => {}],
  ])('and %s with other words is opened with those', async (_name, meanwhile) => {
    const stored = work()
    await storeWork('a', stored)
    loadAhead('a')
    await loadWork('a')
    await meanwhile()
    await storeWork('a', typed(stored, 1, 'Written elsewhere '))
    expect(await words()).toContain('Written elsewhere')
  })
  test('and in which somebody wrote meanwhile is opened with what was written; one that nobody touched as it was loaded', async () => {
    const stored = work()
    await storeWork('a', stored, { writer })
    loadAhead('a')
    await loadWork('a')
    const reads = jest.spyOn(database.divisions, 'where')
    expect(await words()).toBe(stored.doc.textContent)
    expect(reads).toHaveBeenCalledTimes(0)
    loadAhead('a')
    const { saver } = saverOf('a', stored)
    saver.changed(typed(stored, 1, 'New '))
    await saver.flush()
    expect(await words()).toContain('New ')
  })
})

describe('what storage cannot give back', () => {
  test('a work that was deleted, one of a newer program, one with a part missing: each says what it is', async () => {
    await storeWork('gone', work(), { deleted: 1 })
    await storeWork('newer', work(), { version: 999 })
    await storeWork('torn', work())
    await database.divisions.delete(['torn', work().doc.child(1).attrs.id])
    await expect(loadWork('gone')).rejects.toThrow(/not on the shelf/)
    await expect(loadWork('newer')).rejects.toThrow(/newer version/)
    await expect(loadWork('torn')).rejects.toThrow(/part of this work is missing/)
  })
})

test('pictures that no figure shows are let go, the others stay', async () => {
  const stored = work()
  await storeWork('a', stored, { writer })
  const before = await database.works.get('a')
  await tidyWork('a', stored)
  expect([...(await loadWork('a')).work.pictures.keys()]).toEqual(['f.svg'])
  // What it takes is counted anew.
  expect((await database.works.get('a'))!.size).toBe(before!.size - svg('unused.svg').bytes.length)
})

test('the card learns how many pages there are, and one that is gone is no error', async () => {
  await storeWork('a', work())
  await notePages('a', 12)
  await notePages('nowhere', 3)
  expect(await database.works.get('a')).toMatchObject({ pages: 12 })
})

test('an edit of one entry of a register writes that entry and no other, and all come back', async () => {
  const sources = Object.fromEntries(Array.from({ length: 50 }, (_, i) => [`s${i}`, { key: `s${i}`, type: 'book' as const }]))
  const stored = { ...work(), sources }
  await storeWork('a', stored, { writer })
  const { saver } = saverOf('a', stored)
  const put = jest.spyOn(database.entries, 'bulkPut')
  const { s1: _gone, ...others } = sources
  const next = { ...stored, sources: { ...others, s7: { key: 's7', type: 'thesis' as const } } }
  saver.changed(next)
  await saver.flush()
  expect(put.mock.calls.flatMap(([records]) => records.map(({ id }) => id))).toEqual(['s7'])
  expect((await loadWork('a')).work.sources).toEqual(next.sources)
  await removeWork('a')
  expect(await database.entries.where('work').equals('a').count()).toBe(0)
})
test('a work of an older version is brought up to date whole: text and parts, in the storage too', async () => {
  await storeWork('a', work())
  const [record] = await database.works.toArray()
  const { terms: _terms, ...older } = record as unknown as Record<string, unknown>
  const scheme = older.scheme as { levels: Record<string, object[]>; series: object[] }
  const plain = (rules: object[]): object[] =>
    (rules as Record<string, unknown>[]).map(({ bare: _bare, captionName: _name, ...rule }) => rule)
  const { checks: _checks, ...houseStyle } = older.houseStyle as Record<string, unknown>
  await database.works.put({
    ...older,
    version: 4,
    houseStyle: { ...houseStyle, pictureResolution: 300 },
    scheme: {
      ...scheme,
      levels: Object.fromEntries(Object.entries(scheme.levels).map(([set, rules]) => [set, plain(rules)])),
      series: plain(scheme.series),
    },
  } as never)
  const [division] = await database.divisions.where('work').equals('a').toArray()
  const json = JSON.parse(division!.json)
  json.content.push({ type: 'heading', attrs: { id: 'old', level: 12, listed: true }, content: [{ type: 'text', text: 'Deep' }] })
  await database.divisions.put({ ...division!, json: JSON.stringify(json) })
  const { work: loaded } = await loadWork('a')
  expect(loaded.houseStyle.checks).toEqual({ pictureResolution: { least: 300 } })
  expect(loaded.doc.child(0).lastChild!.attrs).toMatchObject({ level: 9, listed: null })
  const stored = await database.works.get('a')
  expect(stored!.version).toBeGreaterThan(4)
  expect(JSON.parse((await database.divisions.get(['a', division!.id]))!.json).content.at(-1).attrs.level).toBe(9)
})
