import { clamp } from '../../base/clamp'
import { requireNumber, requireWhole } from '../../base/ranges'
import { patternReader, type ExposurePattern } from '../../timing/exposure-pattern'
import { keepArea } from '../../geometry/squash'
import type { Point } from '../../geometry/matrix'

export interface BounceOptions {
  readonly fps: number
  /** Frames each drawing is held; every contact falls on a drawing. */
  readonly exposure: ExposurePattern
  /** Height of the first fall, to the bottom of the ball, in pixels. */
  readonly dropHeight: number
  /** Frames the first fall should take. */
  readonly firstFall: number
  /** Speed kept at each contact, 0…1. */
  readonly restitution: number
  readonly radius: number
  /** Pixels per frame to the right. */
  readonly travel: number
  /** Hops after the first contact. */
  readonly bounces: number
  /** How much a contact at the first impact's speed flattens, and the same speed stretches; 0 none. */
  readonly squash: number
  readonly stretch: number
  /** Frames over which it rolls to a stop after the last hop; none when absent. */
  readonly roll?: number
}

/** One hop, or the first fall: what it should take and what it takes on whole drawings. */
interface Hop {
  /** Frames from the start of the plan to where it begins and ends. */
  readonly from: number
  readonly to: number
  /** Height of its top, in pixels. */
  readonly height: number
  /** Frames physics would give it with the first fall's gravity. */
  readonly trueFrames: number
  readonly frames: number
  /** Gravity used, in pixels per frame², and by how much it differs from the first fall's, as a share. */
  readonly gravity: number
  readonly gravityError: number
}

/** One drawing of the ball. */
interface BounceDrawing {
  /** Frames from the start of the plan; 0 is the first drawing. */
  readonly frame: number
  /** Its middle; the ground is y = 0, above it y is negative; x from the first drawing. */
  readonly centre: Point
  readonly contact: boolean
  readonly rolling: boolean
  /** Scale along `way` and across it, area kept. */
  readonly along: number
  readonly across: number
  /** Direction of `along`, in radians. */
  readonly way: number
  readonly speed: number
}

export interface BouncePlan {
  readonly gravity: number
  readonly hops: readonly Hop[]
  readonly drawings: readonly BounceDrawing[]
  readonly frames: number
  /** Largest gravity error of all hops, as a share. */ readonly worst: number
}

/**
 * A bounce fitted to whole drawings (arithmetic, 6). A contact falls on a drawing: the first fall takes
 * k₀ = max(1, round(firstFall/e)) drawings, which gives the gravity g = 2H/T₀²; hop n rises to H·r²ⁿ,
 * should take 2√(2hₙ/g) frames and takes the nearest whole drawings, at least two; what that bends is told
 * as gₙ/g − 1. Errors: RangeError naming what lies outside its range.
 */
export function planBounce(options: BounceOptions): BouncePlan {
  const { exposure, radius, travel, squash, stretch, roll = 0 } = options
  requireNumber('radius', radius, 0.5, 4000)
  requireNumber('travel', travel, -2000, 2000)
  requireNumber('squash', squash, 0, 3)
  requireNumber('stretch', stretch, 0, 3)
  requireNumber('roll', roll, 0, 2000)
  const { gravity, hops, worst } = hopsOf(options)
  const { held, frameAt, nearest } = patternReader(exposure)
  const lands = nearest(hops.at(-1)!.to)
  const stops = roll > 0 ? nearest(roll, { from: lands, least: 1 }) : lands
  const most = gravity * hops[0]!.frames
  const drawings = Array.from({ length: stops + 1 }, (_, i) =>
    i > lands
      ? rolling(frameAt(i), { from: frameAt(lands), to: frameAt(stops), travel, radius })
      : drawingAt(frameAt(i), { hops, radius, travel, squash, stretch, most }),
  )
  return { gravity, hops, drawings, frames: frameAt(stops) + held(stops), worst }
}

/** Where each hop begins and ends on whole drawings, and what that bends. */
function hopsOf(options: BounceOptions): Pick<BouncePlan, 'gravity' | 'hops' | 'worst'> {
  const { dropHeight, firstFall, restitution, bounces } = options
  requireWhole('fps', options.fps, 1, 60)
  requireNumber('dropHeight', dropHeight, 1, 20_000)
  requireNumber('firstFall', firstFall, 1, 2000)
  requireNumber('restitution', restitution, 0, 1)
  requireWhole('bounces', bounces, 0, 100)
  const { frameAt, nearest } = patternReader(options.exposure)
  let at = nearest(firstFall, { least: 1 })
  const fall = frameAt(at)
  const gravity = (2 * dropHeight) / (fall * fall)
  const hops: Hop[] = [
    { from: 0, to: fall, height: dropHeight, trueFrames: firstFall, frames: fall, gravity, gravityError: 0 },
  ]
  for (let n = 1; n <= bounces; n++) {
    const height = dropHeight * restitution ** (2 * n)
    // Lower than this nothing is seen to hop: it rolls.
    if (height < LOWEST) break
    const trueFrames = 2 * Math.sqrt((2 * height) / gravity)
    const next = nearest(trueFrames, { from: at, least: 2 })
    const frames = frameAt(next) - frameAt(at)
    at = next
    const own = (8 * height) / (frames * frames)
    const { to } = hops.at(-1)!
    hops.push({ from: to, to: to + frames, height, trueFrames, frames, gravity: own, gravityError: own / gravity - 1 })
  }
  return { gravity, hops, worst: Math.max(...hops.map(({ gravityError }) => Math.abs(gravityError))) }
}

/** Slower and slower on the ground until it rests: evenly braked from the speed it lands with. */
function rolling(
  frame: number,
  { from, to, travel, radius }: { from: number; to: number; travel: number; radius: number },
): BounceDrawing {
  const [t, whole] = [frame - from, to - from]
  return {
    frame,
    centre: { x: travel * (from + t - (t * t) / (2 * whole)), y: -radius },
    contact: true,
    rolling: true,
    along: 1,
    across: 1,
    way: Math.PI / 2,
    speed: Math.abs(travel) * (1 - t / whole),
  }
}

/** Hops lower than this are none, in pixels. */
const LOWEST = 1

function drawingAt(
  frame: number,
  {
    hops,
    radius,
    travel,
    squash,
    stretch,
    most,
  }: { hops: readonly Hop[]; radius: number; travel: number; squash: number; stretch: number; most: number },
): BounceDrawing {
  const x = travel * frame
  const landing = hops.find(({ to }) => to === frame)
  if (landing) {
    // The fall that ends here, at the speed it ends with.
    const speed = landing.gravity * (landing === hops[0] ? landing.frames : landing.frames / 2)
    const upright = 1 / (1 + (squash * speed) / most)
    // Area kept, its bottom on the ground.
    return {
      frame,
      centre: { x, y: -radius * upright },
      contact: true,
      rolling: false,
      along: upright,
      across: keepArea(upright),
      way: Math.PI / 2,
      speed,
    }
  }
  const hop = hops.find(({ from, to }) => frame >= from && frame < to)!
  const first = hop === hops[0]
  const t = frame - hop.from
  const height = first
    ? hop.height - (hop.gravity * t * t) / 2
    : 4 * hop.height * (t / hop.frames) * (1 - t / hop.frames)
  const down = first ? hop.gravity * t : hop.gravity * (t - hop.frames / 2)
  const speed = Math.hypot(travel, down)
  const way = Math.atan2(down, travel)
  const wanted = 1 + (stretch * Math.abs(down)) / most
  // Never through the ground: stretched along its way its lowest point lies on it at most.
  const along = reaching(wanted, way, radius, height + radius)
  return {
    frame,
    centre: { x, y: -(height + radius) },
    contact: false,
    rolling: false,
    along,
    across: keepArea(along),
    way,
    speed,
  }
}

/** Half the height of a round stretched by `along` in the direction `way`. */
const halfHeight = (along: number, way: number, radius: number) =>
  radius * Math.hypot(along * Math.sin(way), keepArea(along) * Math.cos(way))

/** The stretch wanted, or as much of it as the room above the ground allows. */
function reaching(wanted: number, way: number, radius: number, room: number): number {
  if (halfHeight(wanted, way, radius) <= room) return wanted
  let [low, high] = [1, wanted]
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2
    if (halfHeight(middle, way, radius) <= room) low = middle
    else high = middle
  }
  return low
}

/** How far a suggestion may go from what was asked: the first fall by a share, the restitution by an amount. */
const REACH = { fall: 0.3, restitution: 0.05 } as const

/**
 * The first fall and restitution near those asked for (±30 % and ±0.05) whose worst gravity error is
 * smallest, the nearest of several as good. Errors: as {@link planBounce}.
 */
export function suggestBounce(options: BounceOptions): {
  readonly firstFall: number
  readonly restitution: number
  readonly worst: number
} {
  const { firstFall, restitution } = options
  const { frameAt } = patternReader(options.exposure)
  let best = { firstFall, restitution, worst: hopsOf(options).worst }
  let [nearest, found] = [0, best.worst]
  for (let k = 1; frameAt(k) <= firstFall * (1 + REACH.fall) + 1e-9; k++) {
    const fall = frameAt(k)
    if (fall < firstFall * (1 - REACH.fall) - 1e-9) continue
    for (let step = -10; step <= 10; step++) {
      const other = clamp(restitution + (step / 10) * REACH.restitution, 0, 1)
      const { worst } = hopsOf({ ...options, firstFall: fall, restitution: other })
      const far =
        Math.abs(fall - firstFall) / firstFall / REACH.fall + Math.abs(other - restitution) / REACH.restitution
      if (worst < found - 1e-9 || (worst < found + 1e-9 && far < nearest)) {
        ;[best, found, nearest] = [{ firstFall: fall, restitution: other, worst }, worst, far]
      }
    }
  }
  return best
}
