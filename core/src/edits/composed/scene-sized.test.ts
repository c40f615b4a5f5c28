import fc from 'fast-check'
import { newScene } from '../../scene/create'
import { faultOf } from '../../scene/validate'
import { drawn, settingsOf } from '../../testing/build'
import { keeperOf } from '../../testing/keeper'
import type { PlanContext } from '../../planners/planner'
import { PLANNERS } from '../../planners/register'
import type { Scene } from '../../scene/schema'
import { layIn } from './lay'
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
type Kept = Pick<ReturnType<typeof keeperOf>, 'scene' | 'inkOf' | 'make'>
/** Gives the step that undoes it. */
const sized = (kept: Kept, sizing: Sizing) =>
  sceneSized(kept.scene(), sizing, kept.inkOf)
    .map((edit) => kept.make(edit).inverse)
    .reverse()
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
  const undoing = sized(kept, { width: 100, height: 100, drawings: 'keep', across: 1, down: 0 })
  expect(points(kept)).toEqual([-100, 0, 100, 100])
  undoing.forEach(kept.make)
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
      const undoing = sized(kept, sizing)
      expect(faultOf(kept.scene())).toBeUndefined()
      undoing.forEach(kept.make)
      expect(kept.scene()).toEqual(before)
    }),
  )
})

describe.each(PLANNERS.map((planner) => [planner.id, planner] as const))('%s that was laid', (id, planner) => {
  const context = (scene: Scene, plan?: string): PlanContext => ({
    ...{ scene, take: 'main', level: 'A', frame: 1 },
    ...(plan !== undefined && { plan }),
  })
  /** Every number of its guides, one drawing after the other. */
  const guidesOf = (scene: Scene, plan: string) =>
    scene.plans![plan]!.drawings.flatMap((each) => scene.guides?.[each]?.shapes.flatMap(({ points }) => points) ?? [])

  test('is opened again, on larger paper, where its guides lie', () => {
    const kept = keeperOf(newScene(settingsOf({ width: 640, height: 360, length: 200 })))
    const inputs = planner.start(context(kept.scene()))
    const lay = (asked: typeof inputs, plan?: string) => {
      const scene = kept.scene()
      const motion = planner.plan(asked, context(scene, plan))
      let ids = 0
      const freshId = () => `${plan ?? 'new'}${ids++}`
      const laid = layIn({
        scene,
        take: 'main',
        level: 'A',
        frame: 1,
        planner: id,
        inputs: asked,
        motion,
        plan,
        freshId,
      })
      kept.make(laid.edit)
      return laid.plan
    }
    const plan = lay(inputs)
    sized(kept, { width: 1300, height: 720, drawings: 'scale', across: 0.5, down: 0.5 })
    const guides = guidesOf(kept.scene(), plan)
    lay(kept.scene().plans![plan]!.inputs, plan)
    const again = guidesOf(kept.scene(), plan)
    expect([again.length, guides.length > 0]).toEqual([guides.length, true])
    expect(Math.max(...again.map((value, i) => Math.abs(value - guides[i]!)))).toBeLessThanOrEqual(1)
  })
})
