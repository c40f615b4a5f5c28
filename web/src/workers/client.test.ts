import { z } from 'zod'
import { FakeWorker } from '../testing/browser'
import { WorkerClient, WorkerStopped } from './client'

type Order = { kind: 'add'; id: number; a: number; b: number } | { kind: 'note'; id: 0; words: string }
const id = z.int()
const reportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id, done: z.int(), of: z.int() }),
  z.object({ kind: z.literal('sum'), id, sum: z.number() }),
  z.object({ kind: z.literal('failed'), id, sentence: z.string() }),
])

function stage() {
  const started: FakeWorker[] = []
  const events: string[] = []
  const client = new WorkerClient<Order, z.infer<typeof reportSchema>>({
    start: () => {
      started.push(new FakeWorker())
      return started.at(-1) as unknown as Worker
    },
    reportSchema,
    died: 'It stopped unexpectedly.',
    onStart: () => events.push('begun'),
    onEnd: (why) => events.push(`ended: ${why ?? 'on purpose'}`),
  })
  return { client, started, events }
}
const sum = { kind: 'add', a: 1, b: 2 } as const

test('nothing is begun before it is needed; then one worker answers each by its number', async () => {
  const { client, started, events } = stage()
  expect([client.isRunning, events]).toEqual([false, []])
  const answers = [client.ask(sum), client.ask({ ...sum, b: 5 })]
  expect([client.isRunning, started.length, events]).toEqual([true, 1, ['begun']])
  const [first, second] = started[0]!.asked.map((order) => order.id)
  started[0]!.say({ kind: 'sum', id: second, sum: 6 })
  started[0]!.say({ kind: 'sum', id: first, sum: 3 })
  expect(await Promise.all(answers)).toEqual([
    { kind: 'sum', id: first, sum: 3 },
    { kind: 'sum', id: second, sum: 6 },
  ])
})

test('progress is told to whoever asked and ends nothing', async () => {
  const { client, started } = stage()
  const heard: number[] = []
  const answer = client.ask(sum, ({ done }) => heard.push(done))
  started[0]!.answer('add', { kind: 'progress', done: 1, of: 2 })
  started[0]!.answer('add', { kind: 'progress', done: 2, of: 2 })
  started[0]!.answer('add', { kind: 'sum', sum: 3 })
  expect([(await answer).kind, heard]).toEqual(['sum', [1, 2]])
})

test('what fails says why, and the worker goes on', async () => {
  const { client, started } = stage()
  const failed = client.ask(sum)
  started[0]!.answer('add', { kind: 'failed', sentence: 'These cannot be added.' })
  await expect(failed).rejects.toThrow('These cannot be added.')
  expect([client.isRunning, started[0]!.ended]).toEqual([true, false])
})

test('a failure about nothing that was asked ends all: the worker knows what is wrong', async () => {
  const { client, started, events } = stage()
  const waiting = client.ask(sum)
  started[0]!.say({ kind: 'failed', id: 0, sentence: 'The copy is broken.' })
  await expect(waiting).rejects.toThrow('The copy is broken.')
  expect([started[0]!.ended, events]).toEqual([true, ['begun', 'ended: The copy is broken.']])
})

test.each([
  ['dies', (worker: FakeWorker) => worker.die()],
  ['talks nonsense', (worker: FakeWorker) => worker.say({ kind: 'sum', id: 'one' })],
  ['cannot be understood', (worker: FakeWorker) => worker.onmessageerror!()],
])('a worker that %s ends all that waits, and the next order begins another', async (_, break_) => {
  const { client, started, events } = stage()
  const waiting = [client.ask(sum), client.ask(sum)]
  break_(started[0]!)
  for (const each of waiting) await expect(each).rejects.toThrow('It stopped unexpectedly.')
  expect([client.isRunning, started[0]!.ended]).toEqual([false, true])
  const again = client.ask(sum)
  started[1]!.answer('add', { kind: 'sum', sum: 3 })
  expect((await again).kind).toBe('sum')
  expect(events).toEqual(['begun', 'ended: It stopped unexpectedly.', 'begun'])
})

test('it rests only when nothing waits for it, and is begun anew when it is needed', async () => {
  const { client, started, events } = stage()
  client.rest()
  const answer = client.ask(sum)
  client.rest()
  expect([client.isRunning, events]).toEqual([true, ['begun']])
  started[0]!.answer('add', { kind: 'sum', sum: 3 })
  await answer
  client.rest()
  expect([client.isRunning, started[0]!.ended, events]).toEqual([false, true, ['begun', 'ended: on purpose']])
  void client.ask(sum)
  expect(started).toHaveLength(2)
})

test('stopped on purpose, what waits is told apart; what the old worker says later is not heard', async () => {
  const { client, started, events } = stage()
  const waiting = client.ask(sum)
  client.stop()
  await expect(waiting).rejects.toBeInstanceOf(WorkerStopped)
  client.tell({ kind: 'note', id: 0, words: 'anew' })
  started[0]!.die()
  expect([client.isRunning, started.length, events]).toEqual([true, 2, ['begun', 'ended: on purpose', 'begun']])
  client.stop()
  client.stop()
  expect(events.filter((event) => event.startsWith('ended'))).toHaveLength(2)
})
