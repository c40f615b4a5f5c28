import fc from 'fast-check'
import { newScene } from '../scene/create'
import { faultOf } from '../scene/validate'
import { drawn, settingsOf } from '../testing/build'
import { keeperOf } from '../testing/keeper'
import { placingOf, sceneSized, type Sizing } from './scene-sized'

function opened(cells = false) {
  const kept = keeperOf(newScene(settingsOf({ width: 200, height: 100, ...(cells && { cells }) })))
  kept.make(drawn('a', 1))
  kept.make({ type: 'landmark.put', level: 'A', landmark: { id: 'tip', name: 'Tip' } })
  kept.make({ type: 'pin.set', drawing: 'a', landmark: 'tip', pin: { x: 100, y: 50 } })
  kept.make({
    type: 'reference.put',
    reference: { id: 'r', name: 'r', picture: 'a'.repeat(64), place: 'under', x: 20, y: 10, width: 40, strength: 1 },
  })
  kept.make({
    type: 'ink.change',
    ...{ drawing: 'a', pass: 'line' },
    remove: [],
    add: [
      {
        at: 0,
        piece: cells
          ? { kind: 'cells', id: 'c', swatch: 'pencil', runs: [10, 10, 4] }
          : { kind: 'stroke', id: 's', swatch: 'pencil', size: 2, points: [0, 0, 1, 200, 100, 1] },
      },
    ],
  })
  return kept
}
const sized = (kept: ReturnType<typeof opened>, sizing: Sizing) =>
  kept.make(sceneSized(kept.scene(), sizing, kept.inkOf))
const points = (kept: ReturnType<typeof opened>) => {
  const [piece] = kept.inkOf('a', 'line')
  return piece?.kind === 'stroke' ? piece.points.filter((_, i) => i % 3 !== 2) : undefined
}

test('scaled, what filled the paper fills what of the new it fits, and pins and pictures go along', () => {
  const kept = opened()
  sized(kept, { width: 400, height: 300, drawings: 'scale', across: 0.5, down: 0.5 })
  expect(points(kept)).toEqual([0, 50, 400, 250])
  const { drawings, references, settings } = kept.scene()
  expect([settings.width, settings.height, drawings['a']!.pins!['tip'], references!['r']!.width]).toEqual([
    400,
    300,
    { x: 200, y: 150 },
    80,
  ])
})

test('kept at their size the drawings lie where they are put, and what is cut off is still there', () => {
  const kept = opened()
  const { inverse } = sized(kept, { width: 100, height: 100, drawings: 'keep', across: 1, down: 0 })
  expect(points(kept)).toEqual([-100, 0, 100, 100])
  kept.make(inverse)
  expect([points(kept), kept.scene().settings.width]).toEqual([[0, 0, 200, 100], 200])
})

test('a sprite keeps its cells whole', () => {
  const kept = opened(true)
  sized(kept, { width: 231, height: 111, drawings: 'scale', across: 0.5, down: 0.5 })
  expect(kept.inkOf('a', 'line')[0]).toMatchObject({ kind: 'cells', runs: [26, 16, 4] })
})

test('any size and place: whole, the old paper lies within or around the new as asked, undone it is as before', () => {
  const side = fc.integer({ min: 8, max: 3000 })
  const share = fc.constantFrom(0, 0.5, 1)
  fc.assert(
    fc.property(side, side, fc.constantFrom('scale', 'keep'), share, share, (width, height, drawings, across, down) => {
      const kept = opened()
      const before = kept.scene()
      const sizing = { width, height, drawings, across, down } as const
      const { scale, x, y } = placingOf(before.settings, sizing)
      if (drawings === 'scale') {
        expect(200 * scale).toBeLessThanOrEqual(width + 1e-9)
        expect(Math.min(width - 200 * scale, height - 100 * scale)).toBeCloseTo(0, 6)
      }
      expect(Math.abs(x - (width - 200 * scale) * across)).toBeLessThanOrEqual(1 / 16)
      expect(Math.abs(y - (height - 100 * scale) * down)).toBeLessThanOrEqual(1 / 16)
      const { inverse } = sized(kept, sizing)
      expect(faultOf(kept.scene())).toBeUndefined()
      kept.make(inverse)
      expect(kept.scene()).toEqual(before)
    }),
  )
})
