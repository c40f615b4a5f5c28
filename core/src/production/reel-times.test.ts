import fc from 'fast-check'
import { frameOfTick, reelTimes, secondsOfTick, seenAt, type SceneLength } from './reel-times'
import type { Reel, Shot } from './schema'

const reel = (shots: Omit<Shot, 'id'>[], fps = 24): Reel => ({
  ...{ id: 'r', name: 'Long cut', fps },
  shots: shots.map((shot, i) => ({ id: `s${i}`, ...shot })),
})
const scenes: Record<string, SceneLength> = {
  lime: { fps: 24, length: 48 },
  tansy: { fps: 25, length: 50 },
  leap: { fps: 12, length: 24 },
}
const lengthOf = (scene: string) => scenes[scene]
const shown = (times: ReturnType<typeof reelTimes>, frame: number) =>
  seenAt(times, frame).map(({ at, frame: own, strength }) => [at, own, strength])

test('scenes of other rates last as long as they last', () => {
  const times = reelTimes(reel([{ scene: 'lime' }, { scene: 'tansy' }, { scene: 'leap' }]), lengthOf)
  expect(times.shots.map(({ end }) => secondsOfTick(times, end))).toEqual([2, 4, 6])
  expect(times.frames).toBe(144)
  expect(shown(times, 48)).toEqual([[0, 48, 1]])
  expect(shown(times, 49)).toEqual([[1, 1, 1]])
  // 47 of 24 a second after it began: 48.96 of 25.
  expect(shown(times, 96)).toEqual([[1, 49, 1]])
  expect(shown(times, 99)).toEqual([[2, 2, 1]])
})

test('trims show a part and leave the scene alone; a scene made shorter shows what is left', () => {
  const times = reelTimes(
    reel([
      { scene: 'lime', first: 11, last: 20 },
      { scene: 'leap', first: 20, last: 90 },
    ]),
    lengthOf,
  )
  expect(times.shots.map(({ first, last }) => [first, last])).toEqual([
    [11, 20],
    [20, 24],
  ])
  expect(shown(times, 10)).toEqual([[0, 20, 1]])
  expect(shown(times, 11)).toEqual([[1, 20, 1]])
})

test('a cross-fade lies over the end of what went before and comes in evenly', () => {
  const times = reelTimes(reel([{ scene: 'lime' }, { frames: 24, fade: 4 }]), lengthOf)
  expect(times.frames).toBe(68)
  expect(shown(times, 44)).toEqual([[0, 44, 1]])
  expect([45, 46, 47, 48].map((frame) => shown(times, frame)[1]![2])).toEqual([0.125, 0.375, 0.625, 0.875])
  expect(shown(times, 45)[0]).toEqual([0, 45, 1])
  expect(shown(times, 49)).toEqual([[1, 5, 1]])
})

test('a first shot fades in from black, and a scene that is not there keeps its place', () => {
  const times = reelTimes(
    reel([
      { frames: 8, fade: 4 },
      { scene: 'gone', first: 3, last: 12 },
    ]),
    lengthOf,
  )
  expect(shown(times, 1)).toEqual([[0, 1, 0.125]])
  expect(times.shots[1]).toMatchObject({ missing: true, first: 1, last: 10 })
  expect(times.frames).toBe(18)
})

const anyShot = fc.record(
  {
    scene: fc.option(fc.nat({ max: 5 }).map(String), { nil: undefined }),
    first: fc.integer({ min: 1, max: 40 }),
    trimmed: fc.integer({ min: 0, max: 40 }),
    frames: fc.integer({ min: 1, max: 40 }),
    fade: fc.option(fc.integer({ min: 1, max: 60 }), { nil: undefined }),
  },
  { requiredKeys: ['frames'] },
)
const rate = fc.integer({ min: 1, max: 60 })

test('any list of trims and rates: each shot is seen for its own length, without a gap, and never more than two at once', () => {
  fc.assert(
    fc.property(
      fc.array(anyShot, { minLength: 1, maxLength: 8 }),
      fc.array(fc.record({ fps: rate, length: fc.integer({ min: 1, max: 60 }) }), { minLength: 6, maxLength: 6 }),
      rate,
      (wanted, lengths, fps) => {
        const shots = wanted.map(({ trimmed, first, scene, frames, fade }): Omit<Shot, 'id'> => {
          const last = first === undefined || trimmed === undefined ? {} : { last: first + trimmed }
          return {
            ...{ frames, ...last },
            ...(scene !== undefined && { scene }),
            ...(first !== undefined && { first }),
            ...(fade !== undefined && { fade }),
          }
        })
        const times = reelTimes(reel(shots, fps), (scene) => lengths[Number(scene)])
        times.shots.forEach(({ start, end, fps: own, first, last, fade }, i) => {
          expect((end - start) * BigInt(own)).toBe(BigInt(last - first + 1) * times.ticks)
          const before = times.shots[i - 1]
          expect(start).toBe(before ? before.end - fade : 0n)
          expect(fade <= end - start).toBe(true)
        })
        for (let frame = 1; frame <= times.frames; frame++) {
          const seen = seenAt(times, frame)
          const tick = (BigInt(frame - 1) * times.ticks) / BigInt(fps)
          const right = seen.map(({ at, frame: own }) => {
            const { start, first, last, fps: rateOf } = times.shots[at]!
            // The frame that is seen has begun, and the next has not.
            const begins = (n: number) => start + (BigInt(n - first) * times.ticks) / BigInt(rateOf)
            return own >= first && own <= last && begins(own) <= tick && tick < begins(own + 1)
          })
          const isFull = seen[0]?.strength === 1 || seen[0]?.at === 0
          expect([frame, isFull, right]).toEqual([frame, true, seen.length === 2 ? [true, true] : [true]])
        }
        for (const { start } of times.shots) {
          const frame = frameOfTick(times, start)
          expect(BigInt(frame - 1) * times.ticks >= start * BigInt(fps)).toBe(true)
          expect(BigInt(frame - 2) * times.ticks < start * BigInt(fps)).toBe(true)
        }
      },
    ),
    { numRuns: 60 },
  )
})
