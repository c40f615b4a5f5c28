import { FakeWorker } from '../../testing/browser'
import { Painter } from './client'

function stage() {
  const started: FakeWorker[] = []
  const start = () => {
    started.push(new FakeWorker())
    return started.at(-1) as unknown as Worker
  }
  return { started, painter: new Painter(start) }
}
const lines = { passes: [[]], width: 10, height: 10, gap: 2 }
const order = { x: 1, y: 1, closings: [], anyway: false }
const onLine = (id: number) => ({ kind: 'filled', id, result: { outcome: 'on a line' }, ms: 1 })

test('each answer goes to whoever asked, in whatever order they come', async () => {
  const { started, painter } = stage()
  const [first, second] = [painter.fill(lines, order), painter.fill(lines, order)]
  started[0]!.say({ ...onLine(2), ms: 2 })
  started[0]!.say(onLine(1))
  expect([(await first).ms, (await second).ms]).toEqual([1, 2])
  expect(started).toHaveLength(1)
})

test('lines are sent once for all fills of them, anew when they changed and to a new worker', async () => {
  const { started, painter } = stage()
  void painter.fill(lines, order).catch(() => {})
  void painter.fill(lines, order).catch(() => {})
  void painter.fill({ ...lines, passes: [[]] }, order).catch(() => {})
  expect(started[0]!.asked.map(({ kind }) => kind)).toEqual(['lines', 'fill', 'fill', 'lines', 'fill'])
  started[0]!.die()
  painter.ready(lines)
  expect(started[1]!.asked.map(({ kind }) => kind)).toEqual(['lines'])
})

test('a worker that dies or talks nonsense ends all that waits with a sentence, and the next order starts another', async () => {
  const { started, painter } = stage()
  const [first, second] = [painter.fill(lines, order), painter.fill(lines, order)]
  started[0]!.die()
  await expect(first).rejects.toThrow(/stopped unexpectedly\. Nothing was changed/)
  await expect(second).rejects.toThrow(/do it again/)
  const third = painter.fill(lines, order)
  started[1]!.say({ kind: 'filled', id: 'x' })
  await expect(third).rejects.toThrow(/stopped unexpectedly/)
  expect(started.map(({ ended }) => ended)).toEqual([true, true])
})

test('what cannot be painted says why, progress is told, and it can be stopped', async () => {
  const { started, painter } = stage()
  const heard: number[][] = []
  const failed = painter.fill(lines, order)
  started[0]!.say({ kind: 'failed', id: 1, sentence: 'The place lies off the paper.' })
  await expect(failed).rejects.toThrow('The place lies off the paper.')
  const long = painter.propagate(
    { source: { outline: [0, 0, 1, 0, 1, 1], holes: [] }, from: 'a', drawings: [], width: 10, height: 10, gap: 2 },
    (...at) => heard.push(at),
  )
  started[0]!.say({ kind: 'progress', id: 2, done: 1, of: 3 })
  painter.stop()
  await expect(long).rejects.toThrow('Stopped.')
  expect(heard).toEqual([[1, 3]])
})
