import { tellOfPauses } from './every-browser'

const lacking = () => ({}) as typeof globalThis

test('where no pauses are told of, what waits for one comes soon, with some time left', async () => {
  const page = lacking()
  tellOfPauses(page)
  const { didTimeout, timeRemaining } = await new Promise<IdleDeadline>((resolve) => page.requestIdleCallback(resolve))
  expect(didTimeout).toBe(false)
  expect(timeRemaining()).toBeGreaterThan(0)
  expect(timeRemaining()).toBeLessThanOrEqual(50)
})

test('what was called off does not come', async () => {
  const page = lacking()
  tellOfPauses(page)
  const came: string[] = []
  page.cancelIdleCallback(page.requestIdleCallback(() => came.push('called off')))
  await new Promise<void>((resolve) => page.requestIdleCallback(() => resolve()))
  expect(came).toEqual([])
})

test('a browser that tells of its pauses is left as it is', () => {
  const own = () => 1
  const page = { requestIdleCallback: own, cancelIdleCallback: own } as unknown as typeof globalThis
  tellOfPauses(page)
  expect(page.requestIdleCallback).toBe(own)
})
