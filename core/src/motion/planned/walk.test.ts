import fc from 'fast-check'
import { planRun, planWalk, type Leg, type WalkOptions } from './walk'

const WALK: WalkOptions = {
  fps: 24,
  framesPerStep: 12,
  exposure: 2,
  stepLength: 110,
  hipHeight: 150,
  thigh: 85,
  shin: 85,
  bob: 10,
  lean: 0.06,
  armSwing: 0.5,
  inPlace: true,
  footLift: 22,
}
const far = (a: { x: number; y: number }, b: { x: number; y: number }) => Math.hypot(a.x - b.x, a.y - b.y)
const anyWalk = fc.record({
  framesPerStep: fc.integer({ min: 3, max: 30 }),
  exposure: fc.integer({ min: 1, max: 3 }),
  stepLength: fc.double({ min: 5, max: 140, noNaN: true }),
  bob: fc.double({ min: 0, max: 14, noNaN: true }),
  lean: fc.double({ min: -0.3, max: 0.5, noNaN: true }),
  armSwing: fc.double({ min: 0, max: 1, noNaN: true }),
  footLift: fc.double({ min: 0, max: 60, noNaN: true }),
  inPlace: fc.boolean(),
  air: fc.double({ min: 0, max: 0.6, noNaN: true }),
  runs: fc.boolean(),
})
const plan = ({ runs, air, ...wish }: Partial<WalkOptions> & { runs: boolean; air: number }) =>
  runs ? planRun({ ...WALK, ...wish, air }) : planWalk({ ...WALK, ...wish })

test('planted feet stay on the ground and still, bones keep their lengths, the second step is the first with sides exchanged', () => {
  fc.assert(
    fc.property(anyWalk, (wish) => {
      const { drawings, pan, framesPerStep, frames } = plan(wish)
      const perStep = drawings.length / 2
      expect(frames).toBe(2 * framesPerStep)
      for (const side of ['left', 'right'] as const) {
        drawings.forEach((drawing, i) => {
          const { hip, knee, ankle, planted } = drawing.legs[side]
          expect(far(hip, knee)).toBeCloseTo(WALK.thigh, 6)
          expect(far(knee, ankle)).toBeCloseTo(WALK.shin, 6)
          const next = drawings[i + 1]
          if (!planted || !next?.legs[side].planted) return
          expect(ankle.y).toBe(0)
          // In place it goes straight back with the ground; travelling it does not move at all.
          expect(next.legs[side].ankle.x - ankle.x).toBeCloseTo(
            wish.inPlace ? -pan * (next.frame - drawing.frame) : 0,
            6,
          )
        })
      }
      if (!wish.inPlace) return
      const same = (a: Leg, b: Leg) =>
        [...(['hip', 'knee', 'ankle'] as const)].forEach((joint) => expect(far(a[joint], b[joint])).toBeLessThan(1e-6))
      for (let i = 0; i < perStep; i++) {
        const [a, b] = [drawings[i]!, drawings[i + perStep]!]
        same(a.legs.left, b.legs.right)
        same(a.legs.right, b.legs.left)
        expect(far(a.arms.left.hand, b.arms.right.hand)).toBeLessThan(1e-6)
        expect([a.role, far(a.hips, b.hips)]).toEqual([b.role, expect.closeTo(0, 6)])
      }
    }),
  )
})

test('hips lowest at the down, highest at the up; arms against the legs; four drawings are enough', () => {
  const { drawings } = planWalk({ ...WALK, framesPerStep: 8, exposure: 1 })
  const heights = drawings.slice(0, 8).map(({ hips }) => -hips.y)
  expect(drawings[heights.indexOf(Math.min(...heights))]!.role).toBe('down')
  expect(drawings[heights.indexOf(Math.max(...heights))]!.role).toBe('up')
  const contact = drawings[0]!
  expect(contact.legs.left.ankle.x).toBeGreaterThan(contact.legs.right.ankle.x)
  expect(contact.arms.left.hand.x).toBeLessThan(contact.arms.right.hand.x)
  for (const { knee, hip, ankle } of [contact.legs.left, contact.legs.right])
    expect(knee.x).toBeGreaterThanOrEqual(Math.min(hip.x, ankle.x))
  expect(planWalk({ ...WALK, framesPerStep: 4, exposure: 2 }).drawings.map(({ role }) => role)).toEqual([
    'contact',
    'passing',
    'contact',
    'passing',
  ])
})

test('a step longer than the legs allow is refused with the longest that fits, which then does; a run tells its time in the air', () => {
  let said = ''
  try {
    planWalk({ ...WALK, stepLength: 400 })
  } catch (error) {
    said = (error as Error).message
  }
  const longest = Number(/longest step that fits is (\d+) pixels/.exec(said)![1])
  expect(planWalk({ ...WALK, stepLength: longest }).pan).toBeCloseTo(longest / 12, 9)
  expect(() => planWalk({ ...WALK, stepLength: longest + 2 })).toThrow(/too long for the legs/)
  expect(() => planWalk({ ...WALK, hipHeight: 170 })).toThrow(/at most 164 pixels high/)
  const run = planRun({ ...WALK, air: 0.4, exposure: 1 })
  expect(run.air).toBeCloseTo(0.4, 9)
  const aloft =
    run.drawings.filter(({ legs }) => !legs.left.planted && !legs.right.planted).length / run.drawings.length
  expect(Math.abs(aloft - 0.4)).toBeLessThan(0.12)
})
