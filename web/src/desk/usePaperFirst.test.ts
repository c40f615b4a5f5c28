import { settled, standInBrowser } from '../testing/browser'
import { drawn, lined, mounted, openScene } from '../testing/open-scene'
import { usePaperFirst } from './usePaperFirst'

const browser = standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
beforeEach(async () => {
  store = await openScene([drawn('a', 1), drawn('b', 5), lined('a', 'a1', [10, 10, 60, 10])])
})
afterEach(() => {
  jest.useRealTimers()
  store.close()
})

/** The scene opened anew, its ink not there before it is let through. */
async function openedAnew() {
  const answer = globalThis.fetch
  let letThrough = () => undefined as void
  const gate = new Promise<void>((resolve) => (letThrough = resolve))
  globalThis.fetch = (async (path: string, options?: object) => {
    if (path.includes('/ink')) await gate
    return answer(path, options)
  }) as typeof fetch
  const opening = store.open('s')
  while (!store.scene) await settled()
  return { letThrough: () => (letThrough(), opening) }
}

test('what lies around the paper comes once the lines on it were shown', async () => {
  const { letThrough } = await openedAnew()
  const { given: isThere, unmount } = mounted(usePaperFirst)
  expect(isThere.value).toBe(false)
  await letThrough()
  expect(isThere.value).toBe(false)
  browser.nextFrame()
  await new Promise((resolve) => setTimeout(resolve))
  expect(isThere.value).toBe(true)
  unmount()
})

test('lines that do not come keep it waiting for a moment and no longer', async () => {
  const { letThrough } = await openedAnew()
  jest.useFakeTimers()
  const { given: isThere, unmount } = mounted(usePaperFirst)
  jest.advanceTimersByTime(100)
  expect(isThere.value).toBe(false)
  jest.advanceTimersByTime(100)
  expect(isThere.value).toBe(true)
  jest.useRealTimers()
  unmount()
  await letThrough()
})

test('where the lines are there already, or none are drawn yet, it waits for nothing', async () => {
  const loaded = mounted(usePaperFirst)
  expect(loaded.given.value).toBe(true)
  loaded.unmount()
  const { letThrough } = await openedAnew()
  store.goTo(5)
  const blank = mounted(usePaperFirst)
  expect(blank.given.value).toBe(true)
  blank.unmount()
  await letThrough()
})
