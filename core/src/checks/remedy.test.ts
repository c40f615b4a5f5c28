import { distance } from '../motion/arc'
import { FAULTS } from '../testing/faults'
import { HAND_KINDS } from '../testing/hand/kinds'
import { pushed } from '../testing/hand/faults'
import { handScene } from '../testing/hand/scene'
import type { Made } from '../testing/planted'
import type { Evidence } from './finding'
import { inspectScene } from './inspect'
import { placeGuide, sizeGuide } from './remedy'

type Guide = Extract<Evidence, { kind: 'guide' }>
const square = (x: number, y: number, side: number) => [x, y, x + side, y, x + side, y + side, x, y + side]

function middleOfCross({ lines: [line] }: Guide) {
  const half = (odd: number) => {
    const along = line!.filter((_, i) => i % 2 === odd)
    return (Math.min(...along) + Math.max(...along)) / 2
  }
  return { x: half(0), y: half(1) }
}

test('an outline four times too large is shown half as wide, each about its own middle or all about one', () => {
  const rings = [square(0, 0, 40), square(100, 0, 80)]
  expect(sizeGuide(rings, 300).lines).toEqual([square(10, 10, 20), square(120, 20, 40)])
  expect(sizeGuide(rings, 300, { x: 0, y: 0 }).lines).toEqual([square(0, 0, 20), square(50, 0, 40)])
})

test('a place is shown as a cross on it', () => {
  expect(middleOfCross(placeGuide({ x: 50, y: 60 }, 'here'))).toEqual({ x: 50, y: 60 })
})

type Looked = Pick<Made, 'scene' | 'inkOf' | 'next'>
async function guideFor(check: string, { scene, inkOf, next }: Looked): Promise<Guide | undefined> {
  const { findings } = await inspectScene(scene, inkOf, { checks: [check], ...(next && { next }) })
  return findings[0]?.evidence.find((each): each is Guide => each.kind === 'guide')
}

test.each([
  ['spacing-chart', 'where the chart wants it'],
  ['off-arc', 'on its arc'],
  ['standing-still', 'where the chart wants it'],
  ['volume', 'the size it should have'],
  ['part-size', 'the size it should have'],
  ['foot-slides', 'nailed'],
  ['contact-missed', 'where they touch'],
  ['hand-on', 'where the next scene begins'],
])('%s shows its remedy, dashed: %s', async (check, words) => {
  const guide = await guideFor(check, FAULTS.find((fault) => fault.check === check)!.plant(7001, 2)!)
  expect(guide?.words).toContain(words)
  expect(guide!.lines.flat().every(Number.isFinite)).toBe(true)
})

test('a drawing too far on is shown where its steps are even: back by about as much as it was pushed', async () => {
  const walk = HAND_KINDS.find(({ id }) => id === 'walk across')!
  const pinned = Array.from({ length: 20 }, (_, seed) => handScene(walk, seed)).find(
    ({ scene }) => scene.levels['A']!.landmarks,
  )!
  const guide = await guideFor('uneven-spacing', pushed(pinned, 'd9', { x: 40, y: 0 }))
  expect(guide?.words).toBe('where the steps are even')
  const middle = middleOfCross(guide!)
  const own = Object.values(pinned.scene.drawings['d9']!.pins!)
  expect(Math.min(...own.map((pin) => distance(pin, middle)))).toBeLessThan(16)
})
