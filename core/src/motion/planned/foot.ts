import type { Point } from '../../geometry/matrix'

/** A foot seen from the side, in pixels: how high the ankle is, and how far the heel, the ball and the toe are from below it. */
interface FootSize {
  readonly height: number
  readonly heel: number
  readonly ball: number
  readonly toe: number
}
export interface Foot {
  readonly ankle: Point
  readonly heel: Point
  readonly ball: Point
  readonly toe: Point
}
/** What of a planted foot is on the ground and does not slide. */
export type Planted = 'heel' | 'foot' | 'ball'

/** To a leg of so many pixels. */
export const footSize = (leg: number): FootSize => ({
  height: 0.05 * leg,
  heel: 0.06 * leg,
  ball: 0.13 * leg,
  toe: 0.06 * leg,
})

/** How far the toe is up where the heel strikes, and the heel where the toe leaves, in radians. */
export interface Roll {
  readonly strike: number
  readonly push: number
}
/** A longer step is rolled over further; stepping on the spot the foot stays flat. `step` in lengths of a leg. */
export const rollOf = (step: number): Roll => ({
  strike: Math.min(0.38, 0.5 * step),
  push: Math.min(0.6, 0.8 * step),
})

/** Shares of the time a foot is planted: flat from here, and its heel rises from there, a little after the passing. */
const FLAT = 0.2
const RISES = 0.55

/**
 * A planted foot a share of its time on the ground: it strikes with the heel, lies flat, raises the heel about the ball.
 *
 * @param x - of the ground below the ankle of the foot when it is flat; the ground is y = 0, up is negative
 */
export function plantedFoot(size: FootSize, { strike, push }: Roll, share: number, x: number): Foot & { on: Planted } {
  if (share < FLAT) {
    const up = strike * (1 - share / FLAT) ** 2
    return { ...turnedAboutHeel(size, x - size.heel, up), on: up > 1e-6 ? 'heel' : 'foot' }
  }
  if (share <= RISES) return { ...turnedAboutHeel(size, x - size.heel, 0), on: 'foot' }
  const up = push * ((share - RISES) / (1 - RISES)) ** 1.6
  return { ...turnedAboutBall(size, x + size.ball, up), on: 'ball' }
}

/** Turned so that the toe is up. */
function turnedAboutHeel({ height, heel, ball, toe }: FootSize, x: number, up: number): Foot {
  const at = (along: number, high: number) => turned({ x, y: 0 }, along, high, up)
  return { heel: { x, y: 0 }, ankle: at(heel, height), ball: at(heel + ball, 0), toe: at(heel + ball + toe, 0) }
}
/** Turned so that the heel is up; the toes stay on the ground. */
function turnedAboutBall({ height, heel, ball, toe }: FootSize, x: number, up: number): Foot {
  const at = (along: number, high: number) => turned({ x, y: 0 }, along, high, -up)
  return { heel: at(-ball - heel, 0), ankle: at(-ball, height), ball: { x, y: 0 }, toe: { x: x + toe, y: 0 } }
}
const turned = (about: Point, along: number, high: number, up: number): Point => ({
  x: about.x + along * Math.cos(up) - high * Math.sin(up),
  y: about.y - along * Math.sin(up) - high * Math.cos(up),
})

/**
 * A foot in the air, turned by `up` (toe up) as far as the ground lets it; its toes bent by as much less as it has just left.
 *
 * @param bent - share of that bend still there, 1 as the toe leaves
 */
export function swingingFoot(size: FootSize, ankle: Point, up: number, bent: number): Foot {
  const ballAt = (turn: number) => turned(ankle, size.ball, -size.height, turn)
  const clear = clearOf(up, (turn) => Math.max(ballAt(turn).y, turned(ankle, -size.heel, -size.height, turn).y))
  const ball = ballAt(clear)
  const toes = clearOf(clear * (1 - bent), (turn) => turned(ball, size.toe, 0, turn).y)
  return { ankle, heel: turned(ankle, -size.heel, -size.height, clear), ball, toe: turned(ball, size.toe, 0, toes) }
}

/** The turn nearest to one wished that keeps what is lowest out of the ground; flat where none does. */
function clearOf(wished: number, lowest: (turn: number) => number): number {
  if (lowest(wished) <= 1e-9) return wished
  let [bad, good] = [wished, 0]
  for (let i = 0; i < 40; i++) {
    const middle = (bad + good) / 2
    if (lowest(middle) <= 0) good = middle
    else bad = middle
  }
  return good
}
