import type { Ink, InkPiece } from '@unhurried/core'
import { FakeWorker } from '../../testing/browser'
import { BitmapPainter } from './client'

const line = (id: string, points = 2): InkPiece => ({
  ...{ kind: 'stroke', id, swatch: 's', size: 6, points: Array.from({ length: 3 * points }, () => 1) },
})
const look = { style: 'ink', tint: '', palette: [], matrix: [1, 0, 0, 1, 0, 0], width: 8, height: 8 } as const
const image = { width: 8, height: 8, close() {} }

function stage() {
  const started: FakeWorker[] = []
  const painter = new BitmapPainter(() => {
    started.push(new FakeWorker())
    return started.at(-1) as unknown as Worker
  })
  const paint = (name: string, ink: Ink) => painter.paint({ name, ink, ...look })
  return { started, painter, paint }
}
const kinds = (worker: FakeWorker) => worker.asked.map(({ kind }) => kind)

test('ink is told once, then only what was laid on top, and anew when something else changed', async () => {
  const { started, paint } = stage()
  const first = [line('1')]
  const wanted = paint('a', first)
  started[0]!.answer('paint', { kind: 'painted', image })
  expect(await wanted).toBe(image)
  const more = [...first, line('2')]
  for (const ink of [first, more, [line('3')]]) void paint('a', ink).catch(() => {})
  expect(kinds(started[0]!)).toEqual(['ink', 'paint', 'paint', 'ink', 'paint', 'ink', 'paint'])
  expect(started[0]!.asked.flatMap(({ kind, from, pieces }) => (kind === 'ink' ? [[from, pieces]] : []))).toEqual([
    [0, first],
    [1, [more[1]]],
    [0, [line('3')]],
  ])
})

test('a worker begun anew knows nothing, and what waited for the old one is told why', async () => {
  const { started, paint } = stage()
  const ink = [line('1')]
  const lost = paint('a', ink)
  started[0]!.die()
  await expect(lost).rejects.toThrow('stopped unexpectedly')
  void paint('a', ink).catch(() => {})
  expect(kinds(started[1]!)).toEqual(['ink', 'paint'])
})

test('with too much ink to keep, what was asked for longest ago is forgotten there and told again', () => {
  const { started, paint } = stage()
  const huge = (id: string) => [line(id, 600_000)]
  const [a, b, c] = [huge('a'), huge('b'), huge('c')]
  for (const [name, ink] of Object.entries({ a, b, c })) void paint(name, ink).catch(() => {})
  void paint('a', a).catch(() => {})
  const told = started[0]!.asked.flatMap(({ kind, name }) => (kind === 'paint' ? [] : [`${kind} ${name}`]))
  expect(told).toEqual(['ink a', 'ink b', 'ink c', 'forget a', 'ink a', 'forget b'])
})
