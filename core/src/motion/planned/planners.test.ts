import fc from 'fast-check'
import { keepArea } from '../../geometry/squash'
import { BLINK, planBlink } from './blink'
import { planBoil } from './boil'
import { planBounce, suggestBounce, type BounceOptions } from './bounce'
import { planDrift } from './drift'
import { planLeap } from './leap'
import { planMove } from './move'
import { planSwing } from './swing'
import { planTurn } from './turn'

const BALL: BounceOptions = {
  fps: 24,
  exposure: 1,
  dropHeight: 400,
  firstFall: 8,
  restitution: 0.7,
  radius: 40,
  travel: 12,
  bounces: 4,
  squash: 0.4,
  stretch: 0.3,
}
const per = (value: number) => Math.round(value * 1000) / 10

describe('bounce', () => {
  test('the worked example on ones and on twos, to the last digit', () => {
    const ones = planBounce(BALL)
    expect(ones.gravity).toBe(12.5)
    expect(ones.hops.slice(1).map(({ frames }) => frames)).toEqual([11, 8, 5, 4])
    expect(ones.hops.slice(1).map(({ trueFrames }) => Math.round(trueFrames * 1e4) / 1e4)).toEqual([
      11.2, 7.84, 5.488, 3.8416,
    ])
    expect(ones.hops.slice(1).map(({ gravityError }) => per(gravityError))).toEqual([3.7, -4, 20.5, -7.8])
    const twos = planBounce({ ...BALL, exposure: 2, bounces: 3 })
    expect(twos.hops.slice(1).map(({ frames }) => frames)).toEqual([12, 8, 6])
    expect(twos.hops.slice(1).map(({ gravityError }) => per(gravityError))).toEqual([-12.9, -4, -16.3])
  })

  const anyBall = fc.record({
    fps: fc.constant(24),
    exposure: fc.integer({ min: 1, max: 4 }),
    dropHeight: fc.double({ min: 60, max: 2000, noNaN: true }),
    firstFall: fc.double({ min: 3, max: 60, noNaN: true }),
    restitution: fc.double({ min: 0.2, max: 0.95, noNaN: true }),
    radius: fc.double({ min: 5, max: 120, noNaN: true }),
    travel: fc.double({ min: -60, max: 60, noNaN: true }),
    bounces: fc.integer({ min: 0, max: 9 }),
    squash: fc.double({ min: 0, max: 1, noNaN: true }),
    stretch: fc.double({ min: 0, max: 1, noNaN: true }),
  })
  test('contacts fall on drawings, bottom on the ground; area is kept and nothing goes through the ground', () => {
    fc.assert(
      fc.property(anyBall, (ball) => {
        const { hops, drawings } = planBounce(ball)
        for (const { to } of hops) expect(drawings.find(({ frame }) => frame === to)?.contact).toBe(true)
        for (const { centre, along, across, way, contact } of drawings) {
          expect(along * across).toBeCloseTo(1, 9)
          const half = ball.radius * Math.hypot(along * Math.sin(way), across * Math.cos(way))
          const bottom = centre.y + half
          expect(bottom).toBeLessThan(1e-6 * ball.radius + 1e-6)
          if (contact) expect(bottom).toBeCloseTo(0, 6)
        }
        // Each hop is as high as the restitution says and no lower on the way than at its contacts.
        hops
          .slice(1)
          .forEach(({ height }, n) =>
            expect(height).toBeCloseTo(ball.dropHeight * ball.restitution ** (2 * (n + 1)), 6),
          )
      }),
    )
  })

  test('a suggestion is near what was asked and bends gravity no more', () => {
    fc.assert(
      fc.property(anyBall, (ball) => {
        const found = suggestBounce(ball)
        expect(found.worst).toBeLessThanOrEqual(planBounce(ball).worst + 1e-9)
        expect(Math.abs(found.restitution - ball.restitution)).toBeLessThanOrEqual(0.05 + 1e-9)
        expect(Math.abs(found.firstFall - ball.firstFall)).toBeLessThanOrEqual(0.3 * ball.firstFall + 1e-9)
        expect(planBounce({ ...ball, firstFall: found.firstFall, restitution: found.restitution }).worst).toBeCloseTo(
          found.worst,
          9,
        )
      }),
      { numRuns: 25 },
    )
    expect(() => planBounce({ ...BALL, restitution: 1.5 })).toThrow(/restitution must be a number from 0 to 1/)
  })
})

describe('leap', () => {
  test('ballistic in the air, its apex on a drawing half way, area kept, flat on the ground; hanging is told', () => {
    fc.assert(
      fc.property(
        fc.record({
          exposure: fc.integer({ min: 1, max: 3 }),
          height: fc.double({ min: 20, max: 900, noNaN: true }),
          distance: fc.double({ min: -900, max: 900, noNaN: true }),
          crouchFrames: fc.integer({ min: 1, max: 30 }),
          airFrames: fc.integer({ min: 4, max: 60 }),
          landFrames: fc.integer({ min: 1, max: 30 }),
          squash: fc.double({ min: 0, max: 1, noNaN: true }),
          stretch: fc.double({ min: 0, max: 1, noNaN: true }),
        }),
        (wish) => {
          const plan = planLeap({ fps: 24, ...wish })
          expect(plan.apexShare).toBeCloseTo(0.5, 2)
          const [takeOff, apex, landing] = (['take-off', 'apex', 'landing'] as const).map((what) =>
            plan.drawings.find((drawing) => drawing.what === what)!,
          )
          expect(apex!.centre.y).toBeCloseTo(-wish.height, 6)
          expect(apex!.frame - takeOff!.frame).toBe(landing!.frame - apex!.frame)
          expect([landing!.centre.x, landing!.centre.y]).toEqual([
            expect.closeTo(wish.distance, 6),
            expect.closeTo(0, 6),
          ])
          for (const { along, across, frame, what, centre } of plan.drawings) {
            expect(along * across).toBeCloseTo(1, 9)
            if (what !== 'air') continue
            const t = frame - takeOff!.frame
            const v = (plan.gravity * (landing!.frame - takeOff!.frame)) / 2
            expect(centre.y).toBeCloseTo(-(v * t - (plan.gravity * t * t) / 2), 6)
          }
        },
      ),
    )
    expect(
      planLeap({
        fps: 24,
        exposure: 1,
        height: 200,
        distance: 300,
        crouchFrames: 6,
        airFrames: 16,
        landFrames: 8,
        squash: 0.3,
        stretch: 0.3,
        hang: 0.8,
      }).apexShare,
    ).toBeGreaterThan(0.6)
  })
})

describe('move', () => {
  test('keys where the shares say, left out with no frames, ending at rest', () => {
    const plan = planMove({
      from: 100,
      to: 300,
      frames: 10,
      anticipation: { share: 0.1, frames: 6 },
      overshoot: { share: 0.2, frames: 4 },
      settle: { frames: 6 },
    })
    expect(plan.keys).toEqual([
      { frame: 0, value: 100, what: 'start' },
      { frame: 6, value: 80, what: 'anticipation' },
      { frame: 16, value: 340, what: 'overshoot' },
      { frame: 26, value: 300, what: 'rest' },
    ])
    for (const { frame, value } of plan.keys) expect(plan.values[frame]).toBeCloseTo(value, 9)
    const steps = plan.values.slice(1).map((value, i) => Math.abs(value - plan.values[i]!))
    // Fastest in the middle of the move itself, slow where it rests.
    const fastest = steps.indexOf(Math.max(...steps)) + 1
    expect(Math.abs(fastest - 11)).toBeLessThanOrEqual(1)
    expect(steps.at(-1)).toBeLessThan(Math.max(...steps) / 8)
    const bare = planMove({
      from: 0,
      to: 10,
      frames: 8,
      anticipation: { share: 0.5, frames: 0 },
      overshoot: { share: 0.5, frames: 0 },
      settle: { frames: 0 },
    })
    expect(bare.keys.map(({ what }) => what)).toEqual(['start', 'rest'])
    expect(Math.min(...bare.values)).toBe(0)
    expect(() =>
      planMove({
        from: 0,
        to: 1,
        frames: 4,
        anticipation: { share: 0.6, frames: 2 },
        overshoot: { share: 0, frames: 0 },
        settle: { frames: 0 },
      }),
    ).toThrow(/anticipation\.share must be a number from 0 to 0\.5/)
  })
})

describe('blink', () => {
  test('closes slower than it opens, or evenly; doubles with the lid open between', () => {
    const lids = planBlink(BLINK).map(({ lid }) => Math.round(lid * 100) / 100)
    expect(lids).toEqual([0.11, 0.44, 1, 0.5])
    expect(planBlink({ ...BLINK, school: 'even' }).map(({ lid }) => Math.round(lid * 100) / 100)).toEqual([
      0.33, 0.67, 1, 0.5,
    ])
    const double = planBlink({ ...BLINK, times: 2, between: 5 })
    expect(double.filter(({ lid }) => lid === 1)).toHaveLength(2)
    expect(double.find(({ lid }) => lid === 0)).toMatchObject({ frames: 5 })
    double.slice(1).forEach((drawing, i) => expect(drawing.frame).toBe(double[i]!.frame + double[i]!.frames))
  })
})

describe('boil', () => {
  test('no variant twice at once, nor across the seam, none more than one oftener than another', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 9 }),
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 200 }),
        fc.nat(1e6),
        (variants, hold, frames, seed) => {
          const order = planBoil({ variants, hold, frames, seed })
          expect(order.reduce((sum, each) => sum + each.frames, 0)).toBe(frames)
          if (order.length > 1)
            order.forEach(({ variant }, i) => expect(variant).not.toBe(order[(i + 1) % order.length]!.variant))
          const used = Array.from(
            { length: variants },
            (_, variant) => order.filter((each) => each.variant === variant).length,
          )
          expect(Math.max(...used) - Math.min(...used)).toBeLessThanOrEqual(1)
          expect(planBoil({ variants, hold, frames, seed })).toEqual(order)
        },
      ),
      { numRuns: 400 },
    )
  })
})

describe('drift', () => {
  test('the loop closes exactly: after all its drawings every puff is where another began', () => {
    fc.assert(
      fc.property(
        fc.record({
          drawings: fc.integer({ min: 2, max: 40 }),
          exposure: fc.constant(2),
          rise: fc.double({ min: 10, max: 900, noNaN: true }),
          puffs: fc.integer({ min: 1, max: 30 }),
          life: fc.integer({ min: 1, max: 12 }),
          sway: fc.double({ min: 0, max: 80, noNaN: true }),
          grow: fc.double({ min: 0.2, max: 4, noNaN: true }),
          fade: fc.double({ min: 0, max: 0.5, noNaN: true }),
        }),
        (wish) => {
          const plan = planDrift(wish)
          const step = plan.step / wish.rise
          for (const puff of plan.drawings.at(-1)!) {
            // One step on from the last drawing it lies on some puff of the first.
            const age = (-puff.y / wish.rise + step) % 1
            const near = Math.min(
              ...plan.drawings[0]!.map((first) => {
                const far = Math.abs(-first.y / wish.rise - age)
                return Math.min(far, 1 - far)
              }),
            )
            expect(near).toBeLessThan(1e-9)
          }
          expect(plan.share).toBeCloseTo(plan.step / plan.apart, 9)
        },
      ),
    )
  })

  test('a step near nothing or near a whole place looks still, one past half of it runs backward', () => {
    const wish = { exposure: 2, rise: 300, puffs: 6, life: 6, sway: 0, grow: 1, fade: 0 }
    expect(planDrift({ ...wish, drawings: 12 })).toMatchObject({
      share: expect.closeTo(1 / 12, 9),
      warning: 'stands still',
    })
    expect(planDrift({ ...wish, drawings: 4 }).warning).toBeUndefined()
    // Seven puffs that should live two turns: four of them go by in a turn, and each lives a little less.
    expect(planDrift({ ...wish, drawings: 12, puffs: 7, life: 2 }).life).toBeCloseTo(7 / 4)
    expect(planDrift({ ...wish, drawings: 12, puffs: 6, life: 2 }).life).toBe(2)
    expect(planDrift({ ...wish, drawings: 2 })).toMatchObject({ share: 0.5, warning: 'runs backward' })
    expect(keepArea(2)).toBe(0.5)
  })
})

describe('swing', () => {
  test('as wide to each side, fastest in the middle, closed as a cycle when nothing is lost, and its period told', () => {
    const plan = planSwing({ fps: 24, exposure: 1, length: 200, amplitude: 0.5, keeps: 1, swings: 1 })
    // A metre swings in 2.006 s, a little longer for the width.
    expect(plan.truePeriod / 24).toBeCloseTo(2.006 * (1 + 0.25 / 16 + (11 * 0.0625) / 3072), 2)
    expect([plan.period % 2, plan.drawings.length]).toEqual([0, plan.period])
    const angles = plan.drawings.map(({ angle }) => angle)
    expect(Math.min(...angles)).toBeCloseTo(-Math.max(...angles), 9)
    for (const { at } of plan.drawings) expect(Math.hypot(at.x, at.y)).toBeCloseTo(200, 9)
    const damped = planSwing({ fps: 24, exposure: 2, length: 200, amplitude: 0.5, period: 32, keeps: 0.5, swings: 3 })
    expect(damped.period).toBe(32)
    expect([0, 16, 32, 48].map((i) => damped.drawings[i]!.angle)).toEqual(
      [0.5, 0.25, 0.125, 0.0625].map((angle) => expect.closeTo(angle, 9)),
    )
  })
})

describe('turn', () => {
  test('lowest half way, features ride on the round head and are behind where it is turned away', () => {
    const plan = planTurn({
      drawings: 9,
      exposure: 2,
      from: -1,
      to: 1,
      radius: 100,
      dip: 20,
      features: [
        { name: 'nose', across: 0, down: 0.1 },
        { name: 'ear', across: 0.9, down: 0 },
      ],
    })
    expect(plan[4]).toMatchObject({ yaw: expect.closeTo(0, 9), dip: expect.closeTo(20, 9) })
    const nose = plan.map(({ features }) => features[0]!.x)
    expect(nose[0]).toBeCloseTo(-nose[8]!, 9)
    nose.slice(1).forEach((x, i) => expect(x).toBeGreaterThan(nose[i]!))
    expect(plan[8]!.features[1]!.wide).toBeLessThan(0)
    for (const { features, dip } of plan)
      for (const { x, y } of features) expect(Math.hypot(x, y - dip)).toBeLessThanOrEqual(100 + 1e-9)
    expect(() =>
      planTurn({
        drawings: 9,
        exposure: 2,
        from: 0,
        to: 1,
        radius: 100,
        dip: 0,
        features: [{ name: 'hat', across: 1, down: 1 }],
      }),
    ).toThrow(/hat must lie on the head/)
  })
})
