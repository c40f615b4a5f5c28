import type { Edit, LogEntry } from '@unhurried/core'
import { WorkRecorder, workedOn } from './work-recorder'

const START = Date.UTC(2026, 10, 28, 9)
function storageOf(): Storage {
  const kept = new Map<string, string>()
  return {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, value: string) => void kept.set(name, value),
    removeItem: (name: string) => void kept.delete(name),
  } as unknown as Storage
}

/** A desk whose clock is set by hand; `server` holds what arrived, by id, or is away. */
function desk({ storage = storageOf(), page = 'one' } = {}) {
  const state = { now: START, paused: false, away: false, server: new Map<string, LogEntry>() }
  const recorder = new WorkRecorder({
    ...{ page, storage },
    now: () => state.now,
    isPaused: () => state.paused,
    alone: (act) => act(),
    async send(entries) {
      if (state.away) throw new Error('away')
      for (const entry of entries) state.server.set(entry.id, entry)
    },
  })
  const draw = (seconds: number, drawing = 'd1', pass: 'line' | 'rough' = 'line') => {
    state.now = START + 1000 * seconds
    recorder.worked('s', 'A', drawing, pass)
  }
  const told = () => [...state.server.values()].map(({ drawing, pass, seconds }) => [drawing, pass, seconds])
  return { recorder, state, draw, told, storage }
}

test('a sitting is told as it grows, under one id for each drawing and pass', async () => {
  const { recorder, draw, told } = desk()
  draw(0)
  draw(30)
  await recorder.flush()
  expect(told()).toEqual([['d1', 'line', 30]])
  draw(50, 'd2', 'rough')
  draw(80)
  await recorder.flush()
  expect(told()).toEqual([
    ['d1', 'line', 60],
    ['d2', 'rough', 20],
  ])
})

test('after a pause another sitting begins; what was paused by hand is not counted', async () => {
  const { recorder, state, draw, told } = desk()
  draw(0)
  draw(60)
  draw(400)
  draw(430)
  state.paused = true
  draw(460)
  await recorder.flush()
  expect(told()).toEqual([
    ['d1', 'line', 60],
    ['d1', 'line', 30],
  ])
})

test('what a page that crashed had kept is told by the next, and a server that is away loses nothing', async () => {
  const first = desk()
  first.draw(0)
  first.draw(90)
  first.state.away = true
  await expect(first.recorder.flush()).rejects.toThrow('away')
  const second = desk({ storage: first.storage, page: 'two' })
  second.draw(120)
  await second.recorder.flush()
  expect(second.told()).toEqual([['d1', 'line', 120]])
})

test('two pages at once count time once', async () => {
  const storage = storageOf()
  const [one, two] = [desk({ storage }), desk({ storage, page: 'two' })]
  for (const at of [0, 40, 80]) one.draw(at)
  for (const at of [20, 60, 100]) two.draw(at, 'd2')
  await one.recorder.flush()
  two.state.server = one.state.server
  await two.recorder.flush()
  const whole = [...one.state.server.values()].reduce((sum, { seconds }) => sum + seconds, 0)
  expect(whole).toBe(100)
})

test('what is forgotten does not come back, and what was corrected is not told anew', async () => {
  const { recorder, state, draw, told } = desk()
  draw(0)
  draw(60)
  await recorder.flush()
  state.server.clear()
  await recorder.forget({})
  draw(70)
  draw(80)
  await recorder.flush({ over: true })
  expect(told()).toEqual([['d1', 'line', 10]])
  state.server.clear()
  draw(95)
  draw(105)
  await recorder.flush()
  expect(told()).toEqual([['d1', 'line', 10]])
})

test('a sitting goes on until a rest of five minutes, over a reload too, and while counting is paused', async () => {
  const first = desk()
  expect(first.recorder.sittingSince).toBeUndefined()
  first.draw(0)
  first.draw(150)
  await first.recorder.flush()
  const second = desk({ storage: first.storage })
  second.state.now = START + 250_000
  expect(second.recorder.sittingSince).toBe(START)
  second.state.paused = true
  second.draw(450)
  expect(second.recorder.sittingSince).toBe(START)
  second.state.now = START + 751_000
  expect(second.recorder.sittingSince).toBeUndefined()
  second.draw(800)
  expect(second.recorder.sittingSince).toBe(START + 800_000)
})

test('a store that cannot be read or is full costs no drawing', async () => {
  const { recorder, draw, told, storage } = desk()
  storage.setItem('unhurried-work', '{"events":[{"at":"soon"}]}')
  const poisoned = desk()
  poisoned.storage.setItem('unhurried-work', '{"events":[],"waiting":[{"id":"?"}]}')
  poisoned.draw(0)
  poisoned.draw(9)
  await poisoned.recorder.flush()
  expect(poisoned.told()).toEqual([['d1', 'line', 9]])
  storage.setItem = () => {
    throw new Error('full')
  }
  draw(0)
  draw(20)
  await recorder.flush()
  expect(told()).toEqual([['d1', 'line', 20]])
})

test('an edit that draws says where, also among others; one that times says nothing', () => {
  const ink: Edit = { type: 'ink.change', drawing: 'd', pass: 'rough', remove: [], add: [] }
  const remove: Edit = { type: 'level.remove', level: 'A' }
  expect(workedOn(ink)).toEqual({ drawing: 'd', pass: 'rough' })
  expect(workedOn({ type: 'together', words: 'Both', edits: [remove, ink] })).toEqual({ drawing: 'd', pass: 'rough' })
  expect(workedOn(remove)).toBeUndefined()
})
