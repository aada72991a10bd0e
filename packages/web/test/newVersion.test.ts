/** A new version of the program: announced, never forced, taken with everything saved, and in the tab alone in which the author said so. */
import { announce, type Kept } from '../src/app/newVersion.ts'
import { setOpen } from '../src/session/openNow.ts'
import { dismissNotice, useNotices } from '../src/ui/notices.ts'

/** What keeps the application, as a test has it happen. */
function kept() {
  const hearing = new Map<string, (event: object) => void>()
  const asked = { skipped: 0, reloaded: 0 }
  const addEventListener = (kind: string, hear: (event: object) => void): void => void hearing.set(kind, hear)
  announce({ addEventListener, messageSkipWaiting: () => void asked.skipped++ } as unknown as Kept, () => void asked.reloaded++)
  return { asked, happen: (kind: 'waiting' | 'controlling', event = {}) => hearing.get(kind)!(event) }
}
const shown = (): string[] => useNotices.getState().shown.map(({ text }) => text)
const press = async (): Promise<void> => {
  const notice = useNotices.getState().shown.at(-1)!
  dismissNotice(notice.id)
  notice.action!.run()
  await Promise.resolve()
  await Promise.resolve()
}
const openWork = (saves: boolean): void =>
  setOpen({ id: 'w', title: () => 'A lake', save: () => Promise.resolve(saves), close: () => Promise.resolve(saves) })

beforeEach(() => {
  jest.useFakeTimers()
  useNotices.setState({ shown: [], past: [] })
})
afterEach(() => {
  jest.useRealTimers()
  setOpen(null)
})

test('the first one that is kept is not spoken of', () => {
  const { asked, happen } = kept()
  happen('controlling', { isUpdate: false })
  expect([shown(), asked]).toEqual([[], { skipped: 0, reloaded: 0 }])
})

test('one that waits is announced, and nothing happens until the author takes it; then the page is loaded anew when it stands in', async () => {
  openWork(true)
  const { asked, happen } = kept()
  happen('waiting')
  happen('waiting')
  expect(shown()).toEqual([expect.stringMatching(/^A new version of the program is ready/)])
  expect(asked).toEqual({ skipped: 0, reloaded: 0 })
  await press()
  expect(asked).toEqual({ skipped: 1, reloaded: 0 })
  happen('controlling', { isUpdate: true })
  await Promise.resolve()
  expect(asked).toEqual({ skipped: 1, reloaded: 1 })
})

test('what was typed while it was waited for is saved before the page is loaded anew, and where it cannot be, the page stays', async () => {
  openWork(true)
  const { asked, happen } = kept()
  happen('waiting')
  await press()
  openWork(false)
  happen('controlling', { isUpdate: true })
  await Promise.resolve()
  await Promise.resolve()
  expect([asked.reloaded, shown()]).toEqual([0, ['Not everything could be saved yet, so the new version waits.']])
  openWork(true)
  await press()
  expect(asked.reloaded).toBe(1)
})

test('where it takes long to stand in, that is said', async () => {
  const { happen } = kept()
  happen('waiting')
  await press()
  jest.advanceTimersByTime(1000)
  expect(shown()).toEqual([])
  jest.advanceTimersByTime(1000)
  expect(shown()).toEqual([expect.stringMatching(/as soon as other tabs let it/)])
})

test('it waits as long as something could not be saved', async () => {
  openWork(false)
  const { asked, happen } = kept()
  happen('waiting')
  await press()
  expect([asked.skipped, shown()]).toEqual([0, ['Not everything could be saved yet, so the new version waits.']])
  openWork(true)
  await press()
  expect(asked.skipped).toBe(1)
})

test.each([{ isUpdate: true }, { isUpdate: false, isExternal: true }])(
  'one that was taken in another tab is told here, and taken when the author says so: %j',
  async how => {
    openWork(true)
    const { asked, happen } = kept()
    happen('controlling', how)
    expect([asked.reloaded, shown()]).toEqual([0, [expect.stringMatching(/was taken in another tab/)]])
    await press()
    expect(asked).toEqual({ skipped: 0, reloaded: 1 })
  },
)
