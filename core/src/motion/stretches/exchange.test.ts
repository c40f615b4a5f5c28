import { mayHaveChanged } from './exchange'
import { singly, strokesOf } from './ways'
import { lineOf } from './whole'
import type { Ink } from '../../ink/ink'

/** Rings of a radius at places, each one line. */
const rings = (places: readonly (readonly [x: number, y: number, r: number])[]) =>
  singly(
    strokesOf(
      places.map(([x, y, r], n): Ink[number] => ({
        ...{ kind: 'stroke', id: `ring ${n}`, swatch: 'ink', size: 4 },
        points: Array.from({ length: 41 }, (_, i) => {
          const turn = (2 * Math.PI * i) / 40
          return [x + r * Math.cos(turn), y + r * Math.sin(turn), 0.5]
        }).flat(),
      })),
    ),
  ).map(lineOf)
const pairs = (of: readonly (readonly [number, number])[]) =>
  of.map(([a, b]) => ({ a, b, reversed: false, offset: 0, cost: 0.5, sure: true }))
const straight = pairs([[0, 0], [1, 1]]) // prettier-ignore
const crossed = pairs([[0, 1], [1, 0]]) // prettier-ignore

const a = rings([[300, 300, 20], [380, 300, 20]]) // prettier-ignore
const b = rings([[310, 340, 20], [390, 340, 20]]) // prettier-ignore

test('of two that look alike it is in doubt which is which when they went across though straight on was nearer', () => {
  expect(mayHaveChanged(a, b, { matched: crossed, landmarks: [] })).toEqual(new Set([0, 1]))
  expect(mayHaveChanged(a, b, { matched: straight, landmarks: [] })).toEqual(new Set())
})

test('nothing is in doubt between two that do not look alike', () => {
  const other = rings([[310, 340, 20], [390, 340, 40]]) // prettier-ignore
  const others = rings([[300, 300, 40], [380, 300, 20]]) // prettier-ignore
  expect(mayHaveChanged(others, other, { matched: crossed, landmarks: [] })).toEqual(new Set())
})

test('landmarks that went to each other’s places put two in doubt that are said to have stayed', () => {
  const landmarks = [
    { a: { x: 300, y: 300 }, b: { x: 380, y: 300 } },
    { a: { x: 380, y: 300 }, b: { x: 300, y: 300 } },
  ]
  expect(mayHaveChanged(a, a, { matched: straight, landmarks })).toEqual(new Set([0, 1]))
  expect(mayHaveChanged(a, a, { matched: straight, landmarks: [] })).toEqual(new Set())
})
