import fc from 'fast-check'
import { inspectScene } from '../inspect'
import type { Shot } from '../subject'
import { FURTHER_KINDS } from '../../testing/hand/further-kinds'
import { handScene } from '../../testing/hand/scene'
import { endsOfBody } from './turning'

const bar = (drawing: string, lean: number, x = 0, ratio = 4): Shot =>
  ({ drawing, measured: { shape: { centre: { x, y: 0 }, axes: [80, 80 / ratio], ratio, lean } } }) as unknown as Shot

test('the ends of a bar that turns by less than an eighth at a time stay the same ends, however its axis is told', () => {
  const turns = fc.array(fc.record({ by: fc.double({ min: -0.7, max: 0.7, noNaN: true }), flipped: fc.boolean() }), {
    minLength: 2,
    maxLength: 20,
  })
  fc.assert(
    fc.property(turns, (steps) => {
      let turn = 0
      const shots = steps.map(({ by, flipped }, i) => bar(`d${i}`, (turn += by) + (flipped ? Math.PI : 0), 10 * i))
      const [one, other] = endsOfBody(shots).map((end) => shots.map((shot) => end.at(shot)!))
      const first = steps[0]!.flipped ? -1 : 1
      turn = 0
      steps.forEach(({ by }, i) => {
        turn += by
        expect(one![i]!.x).toBeCloseTo(10 * i + first * 40 * Math.cos(turn), 6)
        expect(one![i]!.y).toBeCloseTo(first * 40 * Math.sin(turn), 6)
        expect(one![i]!.x + other![i]!.x).toBeCloseTo(20 * i, 6)
      })
    }),
  )
})

test('what is round has no ends, and an axis that may have become the other one is begun anew', () => {
  const [end] = endsOfBody([bar('a', 0, 0, 1.1), bar('b', 0), bar('c', 1.2), bar('d', 1.3)])
  expect(['a', 'b', 'c', 'd'].map((drawing) => end!.at(bar(drawing, 0)) !== undefined)).toEqual([
    false,
    true,
    false,
    true,
  ])
})

test('a figure that turns a cartwheel keeps its chart by its hip: what its middle does is not told as a miss, but that it turns is', async () => {
  const kind = FURTHER_KINDS.find(({ id }) => id === 'cartwheel')!
  for (const seed of [1, 2, 3]) {
    const made = handScene(kind, seed, { pinned: false, charted: true })
    const { findings, unmeasured } = await inspectScene(made.scene, made.inkOf, { checks: ['spacing-chart'] })
    expect(findings).toEqual([])
    expect(unmeasured.some(({ sentence }) => sentence.includes('each end of what turns there'))).toBe(true)
  }
})
