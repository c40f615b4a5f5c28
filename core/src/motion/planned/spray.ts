import { seededRandom } from '../../base/random'
import { requireNumber, requireWhole } from '../../base/ranges'
import { patternReader, type ExposurePattern } from '../../timing/exposure-pattern'

export interface SprayOptions {
  /** Drawings from the burst to the last bit gone, and frames each is held. */
  readonly drawings: number
  readonly exposure: ExposurePattern
  readonly count: number
  /** The fastest bit as it leaves, in pixels per frame; the slowest has six tenths of it. */
  readonly speed: number
  /** The middle of the burst, in radians from upright, clockwise, and how wide it opens about it. */
  readonly aim: number
  readonly spread: number
  /** How fast they come to fall, in pixels per frame per frame. */
  readonly fall: number
  /** Share of its speed the air takes from a bit by the end, 0 … 0.95. */
  readonly slowing: number
  readonly seed: number
}
interface SprayBit {
  readonly bit: number
  /** From where the burst is, in pixels. */
  readonly x: number
  readonly y: number
  /** How far it goes in a frame, in pixels. */
  readonly dx: number
  readonly dy: number
  /** Share of its own life gone. */
  readonly age: number
}
export interface SprayPlan {
  readonly drawings: readonly (readonly SprayBit[])[]
  /** How far from the burst the furthest comes, in pixels. */
  readonly reach: number
  /** The longest way any goes from one drawing to the next, in pixels. */
  readonly longestStep: number
}

const SLOWEST = 0.6
const SHORTEST_LIFE = 0.55

/**
 * A burst of drops or sparks: thrown out in a fan, slowed by air in proportion to their speed, falling. With k from the
 * share of speed lost, x(t) = v(1−e⁻ᵏᵗ)/k and y(t) = the same + g/k·(t−(1−e⁻ᵏᵗ)/k), the throw with linear drag of any
 * mechanics book; without drag the parabola. Each bit has a life of its own, the first all of it. A drawing shows where
 * they are a frame after it begins, so that the first shows them leaving.
 * Errors: RangeError naming what lies outside its range.
 */
export function planSpray(options: SprayOptions): SprayPlan {
  const { drawings, exposure, count, speed, aim, spread, fall, slowing, seed } = options
  requireWhole('drawings', drawings, 1, 240)
  requireWhole('count', count, 1, 400)
  requireNumber('speed', speed, 0.01, 4000)
  requireNumber('aim', aim, -7, 7)
  requireNumber('spread', spread, 0, 7)
  requireNumber('fall', fall, 0, 400)
  requireNumber('slowing', slowing, 0, 0.95)
  requireWhole('seed', seed, 0, 0xffffffff)
  const { frameAt } = patternReader(exposure)
  const whole = frameAt(drawings)
  const k = -Math.log(1 - slowing) / whole
  const random = seededRandom(seed)
  const thrown = Array.from({ length: count }, (_, bit) => {
    // One in each part of the fan, so that no side of it stays empty.
    const way = aim + (count === 1 ? 0 : spread * ((bit + random()) / count - 0.5))
    const fast = speed * (SLOWEST + (1 - SLOWEST) * random())
    const life = bit === 0 ? 1 : SHORTEST_LIFE + (1 - SHORTEST_LIFE) * random()
    return { bit, x: fast * Math.sin(way), y: -fast * Math.cos(way), life: life * whole }
  })
  const placeOf = (v: { x: number; y: number }, t: number) => {
    const gone = k > 0 ? -Math.expm1(-k * t) / k : t
    return { x: v.x * gone, y: v.y * gone + fall * fallen(t, k) }
  }
  const speedOf = (v: { x: number; y: number }, t: number) => {
    const left = Math.exp(-k * t)
    const gone = k > 0 ? -Math.expm1(-k * t) / k : t
    return { dx: v.x * left, dy: v.y * left + fall * gone }
  }
  const seen = Array.from({ length: drawings }, (_, drawing) => {
    const t = frameAt(drawing) + 1
    return thrown
      .filter(({ life }) => t <= life)
      .map((each) => ({ bit: each.bit, ...placeOf(each, t), ...speedOf(each, t), age: t / each.life }))
  })
  return { drawings: seen, ...waysOf(seen) }
}

/** How far one falls in a time under a pull of 1: (t − (1−e⁻ᵏᵗ)/k)/k, by its series where the two are nearly one. */
const fallen = (t: number, k: number): number =>
  k * t < 1e-4 ? (t * t) / 2 - (k * t ** 3) / 6 : (t + Math.expm1(-k * t) / k) / k

function waysOf(drawings: readonly (readonly SprayBit[])[]) {
  const reach = Math.max(0, ...drawings.flat().map(({ x, y }) => Math.hypot(x, y)))
  const steps = drawings.slice(1).flatMap((bits, i) =>
    bits.map((bit) => {
      const before = drawings[i]!.find((each) => each.bit === bit.bit)!
      return Math.hypot(bit.x - before.x, bit.y - before.y)
    }),
  )
  return { reach, longestStep: Math.max(0, ...steps) }
}
