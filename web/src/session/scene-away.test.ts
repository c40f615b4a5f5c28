import { useLevelActs } from '../desk/levels/useLevelActs'
import { said } from '../testing/element-plus'
import { standInBrowser } from '../testing/browser'
import { drawn, lined, openScene } from '../testing/open-scene'

standInBrowser()
const TRIED_AGAIN = 'Refused with 503. It is tried again by itself.'
let store: Awaited<ReturnType<typeof openScene>>
let serve: typeof fetch
/** Which requests get no answer but this status. */
let refused: { path: RegExp; status: number } | undefined
const asked: string[] = []

beforeEach(async () => {
  said.length = 0
  store = await openScene([drawn('a', 1), lined('a', 'l', [10, 10, 50, 10])])
  store.close()
  serve = globalThis.fetch
  asked.length = 0
  globalThis.fetch = (async (path: string, options?: RequestInit) => {
    asked.push(path)
    if (!refused?.path.test(path)) return serve(path, options)
    const { status } = refused
    const body = JSON.stringify({ type: 'x', title: 'x', status, detail: `Refused with ${status}.` })
    return new Response(body, { status, headers: { 'content-type': 'application/problem+json' } })
  }) as typeof fetch
})
afterEach(() => {
  refused = undefined
  store.close()
})

/** Waits until something holds. */
async function until(holds: () => boolean) {
  while (!holds()) await new Promise((resolve) => setTimeout(resolve, 5))
}

test('a scene that cannot be read just now is opened by itself as soon as it can', async () => {
  refused = { path: /scenes\/t$/, status: 503 }
  await store.open('t')
  expect([store.scene, store.trouble]).toEqual([undefined, TRIED_AGAIN])
  refused = undefined
  await until(() => store.trouble === '')
  expect([store.scene !== undefined, store.ink!.inkOf('a', 'line').length]).toEqual([true, 1])
})

test('one that is not there is not asked for again, nor one that was closed', async () => {
  refused = { path: /scenes\/t$/, status: 404 }
  await store.open('t')
  expect(store.trouble).toBe('Refused with 404.')
  refused = { path: /scenes\/t$/, status: 503 }
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'queueMicrotask', 'nextTick'] })
  try {
    await store.open('t')
    expect(jest.getTimerCount()).toBeGreaterThan(0)
    store.close()
    const times = asked.length
    jest.runAllTimers()
    expect([asked.length, store.trouble]).toEqual([times, ''])
  } finally {
    jest.useRealTimers()
  }
})

test('drawings that do not come leave the scene open and come by themselves; nothing is worked out without them', async () => {
  refused = { path: /\/ink/, status: 503 }
  await store.open('t')
  expect([store.scene !== undefined, store.trouble]).toEqual([true, TRIED_AGAIN])
  const before = store.scene
  expect(await useLevelActs().copy('A')).toBe(false)
  expect(said).toEqual(['Refused with 503.'])
  expect(store.scene).toBe(before)
  await expect(store.needInk()).rejects.toThrow('Refused with 503.')
  refused = undefined
  await until(() => store.trouble === '')
  expect(store.ink!.inkOf('a', 'line')).toHaveLength(1)
  expect(await useLevelActs().copy('A')).toBe(true)
})
