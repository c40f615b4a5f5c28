import { alike, overlap, overlapByHand } from './overlap'
import { silhouette } from '../../ink/silhouette'
import type { Ink } from '../../ink/ink'

/** A body with an arm that hangs so many pixels to the right, its edge off by a hand's tremble. */
function figure(arm: number, tremble: number): Ink {
  const ring = (left: number, top: number, wide: number, high: number) => {
    const off = (i: number) => tremble * Math.sin(i * 1.7 + left)
    return Array.from({ length: 40 }, (_, i) => {
      const [side, t] = [Math.floor(i / 10), (i % 10) / 10]
      const x = [t, 1, 1 - t, 0][side]! * wide
      const y = [0, t, 1, 1 - t][side]! * high
      return [left + x + off(i), top + y + off(i + 3)]
    }).flat()
  }
  return [
    { kind: 'fill', id: 'body', swatch: 'coat', outline: ring(300, 200, 60, 300) },
    { kind: 'fill', id: 'arm', swatch: 'coat', outline: ring(360 + arm, 260, 18, 180) },
  ]
}
const shapeOf = (ink: Ink) => silhouette(ink, { tolerance: 2, fineness: 400 })!

test('one figure drawn twice is one for all that a hand trembles; an arm held elsewhere is not', () => {
  const [first, again, moved] = [figure(0, 0), figure(0, 2), figure(30, 2)].map(shapeOf)
  expect(overlap(first!, again!)).toBeLessThan(0.97)
  expect(overlapByHand(first!, again!)).toBeGreaterThan(0.985)
  expect(overlapByHand(first!, moved!)).toBeLessThan(0.9)
})

test('how alike two shapes are does not hang on which is asked of', () => {
  const [one, other] = [figure(0, 0), figure(40, 1)].map(shapeOf)
  expect(alike(one!, other!)).toBe(alike(other!, one!))
  expect(alike(one!, one!)).toBe(1)
})
