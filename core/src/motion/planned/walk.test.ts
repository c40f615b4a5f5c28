import fc from 'fast-check'
import { highestHips, longestStep, planRun, planWalk, type Leg, type WalkOptions } from './walk'

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
  hipTurn: fc.double({ min: 0, max: 0.5, noNaN: true }),
  hipDrop: fc.double({ min: 0, max: 0.2, noNaN: true }),
  shoulderTurn: fc.double({ min: 0, max: 0.6, noNaN: true }),
  follow: fc.double({ min: 0, max: 3, noNaN: true }),
  passing: fc.constantFrom('up', 'level', 'low'),
})
/** What of a foot is on the ground: these do not slide from one drawing to the next. */
const ON = { heel: ['heel'], foot: ['heel', 'ball'], ball: ['ball', 'toe'] } as const
const still = (a: Leg, b: Leg) => ON[a.on!].filter((part) => (ON[b.on!] as readonly string[]).includes(part))
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
          const foot = drawing.legs[side]
          // Nothing of a foot is ever in the ground.
          for (const part of ['heel', 'ball', 'toe'] as const) expect(foot[part].y).toBeLessThanOrEqual(1e-6)
          // A foot turned up by less than a millionth counts as flat: its toe is some hundred thousandths of a pixel up.
          if (planted) for (const part of ON[foot.on!]) expect(foot[part].y).toBeCloseTo(0, 3)
          const next = drawings[i + 1]
          if (!planted || !next?.legs[side].planted) return
          // In place it goes straight back with the ground; travelling it does not move at all.
          for (const part of still(foot, next.legs[side]))
            expect(next.legs[side][part].x - foot[part].x).toBeCloseTo(
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
  expect(() => planWalk({ ...WALK, hipHeight: 180 })).toThrow(/at most \d+ pixels high/)
  expect(longestStep({ ...WALK, hipHeight: highestHips(WALK) })).toBeGreaterThan(0)
  expect(longestStep({ ...WALK, hipHeight: highestHips(WALK) + 1 })).toBe(0)
  const run = planRun({ ...WALK, air: 0.4, exposure: 1 })
  expect(run.air).toBeCloseTo(0.4, 9)
  const aloft =
    run.drawings.filter(({ legs }) => !legs.left.planted && !legs.right.planted).length / run.drawings.length
  expect(Math.abs(aloft - 0.4)).toBeLessThan(0.12)
})

/** The usual walk of a leg of 200 px, on ones. */
const USUAL: WalkOptions = {
  ...WALK,
  framesPerStep: 24,
  exposure: 1,
  stepLength: 147,
  hipHeight: 204,
  thigh: 104,
  shin: 96,
}
const degrees = ({ hip, knee, ankle }: Leg) => {
  const one = Math.atan2(hip.y - knee.y, hip.x - knee.x)
  const other = Math.atan2(ankle.y - knee.y, ankle.x - knee.x)
  return (Math.abs(Math.atan2(Math.sin(one - other), Math.cos(one - other))) * 180) / Math.PI
}

test('heels strike with the toe up, the foot is flat by the down, its heel rises after the passing, and the toe leaves last', () => {
  const { drawings } = planWalk(USUAL)
  const left = drawings.map(({ legs }) => legs.left)
  const [strike, down, passing, leaves] = [left[0]!, left[6]!, left[12]!, left[24]!]
  expect([strike.on, down.on, passing.on, leaves.on]).toEqual(['heel', 'foot', 'foot', 'ball'])
  expect(strike.toe.y).toBeLessThan(-8)
  expect(down.toe.y).toBeCloseTo(0, 9)
  expect(leaves.heel.y).toBeLessThan(-15)
  // The ankle rises with the heel, and the foot swings through with the toe down first, up at the end.
  expect(leaves.ankle.y).toBeLessThan(passing.ankle.y - 10)
  expect([left[27]!.toe.y > left[27]!.heel.y, left[46]!.toe.y < left[46]!.heel.y]).toEqual([true, true])
})

test('the leg is straight in front at the contact and under the body at the passing, and bends deepest at the down', () => {
  const { drawings } = planWalk(USUAL)
  const angles = drawings.slice(0, 20).map(({ legs }) => degrees(legs.left))
  expect(angles[0]!).toBeGreaterThanOrEqual(165)
  expect(angles[12]!).toBeGreaterThanOrEqual(165)
  const deepest = angles.indexOf(Math.min(...angles))
  expect(drawings[deepest]!.role).toBe('down')
})

test('hips turn with the legs and drop over the lifted one; shoulders turn against them', () => {
  const { drawings } = planWalk(USUAL)
  const [contact, passing] = [drawings[0]!, drawings[12]!]
  expect(contact.legs.left.hip.x).toBeGreaterThan(contact.legs.right.hip.x + 3)
  expect(contact.arms.left.shoulder.x).toBeLessThan(contact.arms.right.shoulder.x - 5)
  expect(passing.legs.right.planted).toBe(false)
  expect(passing.legs.right.hip.y).toBeGreaterThan(passing.legs.left.hip.y + 1)
  const stiff = planWalk({ ...USUAL, stepLength: 140, hipTurn: 0, hipDrop: 0, shoulderTurn: 0 })
  for (const { legs, arms, hips, neck } of stiff.drawings)
    for (const side of ['left', 'right'] as const) {
      expect(far(legs[side].hip, hips)).toBeLessThan(1e-9)
      expect(far(arms[side].shoulder, neck)).toBeLessThan(1e-9)
    }
})

test('chest and head follow the hips late by as many drawings as are asked for', () => {
  const { drawings } = planWalk({ ...USUAL, follow: 3 })
  const rise = (of: 'hips' | 'neck' | 'head', i: number) => drawings[(i + 48) % 48]![of].y
  for (let i = 0; i < 48; i++) {
    expect(rise('neck', i + 3) - rise('neck', 3)).toBeCloseTo(rise('hips', i) - rise('hips', 0), 6)
    expect(rise('head', i + 6) - rise('head', 6)).toBeCloseTo(rise('hips', i) - rise('hips', 0), 6)
  }
})

test('the school of the passing: nearly up, in the middle, nearly down', () => {
  const heightAt = (passing: 'up' | 'level' | 'low') =>
    USUAL.hipHeight + planWalk({ ...USUAL, stepLength: 100, hipHeight: 198, passing }).drawings[12]!.hips.y
  expect(heightAt('up')).toBeLessThan(heightAt('level'))
  expect(heightAt('level')).toBeLessThan(heightAt('low'))
})
