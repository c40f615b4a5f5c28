import { Again } from './again'

beforeEach(() => jest.useFakeTimers())
afterEach(() => jest.useRealTimers())

/** How long each try of ten that all fail was waited for. */
function waits(again: Again): number[] {
  const found: number[] = []
  let last = Date.now()
  const act = () => {
    found.push(Date.now() - last)
    last = Date.now()
    if (found.length < 6) again.later(act)
  }
  again.later(act)
  jest.runAllTimers()
  return found
}

test('each try after a failure waits twice as long, and none longer than five seconds', () => {
  expect(waits(new Again())).toEqual([400, 800, 1600, 3200, 5000, 5000])
})

test('what went well begins anew, and what is cancelled is not tried', () => {
  const again = new Again(100)
  const act = jest.fn()
  again.later(act)
  again.later(act)
  again.wentWell()
  jest.runAllTimers()
  expect(act).not.toHaveBeenCalled()
  expect(waits(again)[0]).toBe(100)
})
