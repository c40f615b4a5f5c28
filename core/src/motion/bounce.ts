import { requireNumber, requireWhole } from '../range'
import { keepArea } from '../shape/squash'
import type { Point } from '../shape/matrix'

export interface BounceOptions {
  readonly fps: number
  /** Frames each drawing is held; every contact falls on a drawing. */
  readonly exposure: number
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
}

/** One hop, or the first fall: what it should take and what it takes on whole drawings. */
export interface Hop {
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
export interface BounceDrawing {
  /** Frames from the start of the plan; 0 is the first drawing. */
  readonly frame: number
  /** Its middle; the ground is y = 0, above it y is negative; x from the first drawing. */
  readonly centre: Point
  readonly contact: boolean
  /** Scale along `way` and across it, area kept. */
  readonly along: number
  readonly across: number
  /** Direction of `along`, in radians. */
  readonly way: number
  readonly speed: number
}

export interface BouncePlan { readonly gravity: number; readonly hops: readonly Hop[]; readonly drawings: readonly BounceDrawing[]; readonly frames: number; /** Largest gravity error of all hops, as a share. */ readonly worst: number }

/**
 * A bounce fitted to whole drawings (arithmetic, 6). A contact falls on a drawing: the first fall takes
 * k₀ = max(1, round(firstFall/e)) drawings, which gives the gravity g = 2H/T₀²; hop n rises to H·r²ⁿ,
 * should take 2√(2hₙ/g) frames and takes the nearest whole drawings, at least two; what that bends is told
 * as gₙ/g − 1. Errors: RangeError naming what lies outside its range.
 */
export function planBounce(options: BounceOptions): BouncePlan {
  const { exposure, dropHeight, firstFall, restitution, radius, travel, bounces, squash, stretch } = options
  requireWhole('fps', options.fps, 1, 60)
  requireWhole('exposure', exposure, 1, 24)
  requireNumber('dropHeight', dropHeight, 1, 20_000)
  requireNumber('firstFall', firstFall, 1, 2000)
  requireNumber('restitution', restitution, 0, 1)
  requireNumber('radius', radius, 0.5, 4000)
  requireNumber('travel', travel, -2000, 2000)
  requireWhole('bounces', bounces, 0, 100)
  requireNumber('squash', squash, 0, 3)
  requireNumber('stretch', stretch, 0, 3)
  const fall = Math.max(1, Math.round(firstFall / exposure)) * exposure
  const gravity = (2 * dropHeight) / (fall * fall)
  const hops: Hop[] = [{ from: 0, to: fall, height: dropHeight, trueFrames: firstFall, frames: fall, gravity, gravityError: 0 }]
  for (let n = 1; n <= bounces; n++) {
    const height = dropHeight * restitution ** (2 * n)
    // Lower than this nothing is seen to hop: it rolls.
    if (height < LOWEST) break
    const trueFrames = 2 * Math.sqrt((2 * height) / gravity)
    const frames = Math.max(2, Math.round(trueFrames / exposure)) * exposure
    const own = (8 * height) / (frames * frames)
    const { to } = hops.at(-1)!
    hops.push({ from: to, to: to + frames, height, trueFrames, frames, gravity: own, gravityError: own / gravity - 1 })
  }
  const last = hops.at(-1)!.to
  const most = gravity * fall
  const drawings = Array.from({ length: Math.floor(last / exposure) + 1 }, (_, i) => drawingAt(i * exposure, { hops, radius, travel, squash, stretch, most }))
  return { gravity, hops, drawings, frames: last + exposure, worst: Math.max(...hops.map(({ gravityError }) => Math.abs(gravityError))) }
}

/** Hops lower than this are none, in pixels. */
const LOWEST = 1

function drawingAt(frame: number, { hops, radius, travel, squash, stretch, most }: { hops: readonly Hop[]; radius: number; travel: number; squash: number; stretch: number; most: number }): BounceDrawing {
  const x = travel * frame
  const landing = hops.find(({ to }) => to === frame)
  if (landing) {
    // The fall that ends here, at the speed it ends with.
    const speed = landing.gravity * (landing === hops[0] ? landing.frames : landing.frames / 2)
    const upright = 1 / (1 + (squash * speed) / most)
    // Area kept, its bottom on the ground.
    return { frame, centre: { x, y: -radius * upright }, contact: true, along: upright, across: keepArea(upright), way: Math.PI / 2, speed }
  }
  const hop = hops.find(({ from, to }) => frame >= from && frame < to)!
  const first = hop === hops[0]
  const t = frame - hop.from
  const height = first ? hop.height - (hop.gravity * t * t) / 2 : 4 * hop.height * (t / hop.frames) * (1 - t / hop.frames)
  const down = first ? hop.gravity * t : hop.gravity * (t - hop.frames / 2)
  const speed = Math.hypot(travel, down)
  const way = Math.atan2(down, travel)
  const wanted = 1 + (stretch * Math.abs(down)) / most
  // Never through the ground: stretched along its way its lowest point lies on it at most.
  const along = reaching(wanted, way, radius, height + radius)
  return { frame, centre: { x, y: -(height + radius) }, contact: false, along, across: keepArea(along), way, speed }
}

/** Half the height of a round stretched by `along` in the direction `way`. */
const halfHeight = (along: number, way: number, radius: number) => radius * Math.hypot(along * Math.sin(way), keepArea(along) * Math.cos(way))

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
export function suggestBounce(options: BounceOptions): { readonly firstFall: number; readonly restitution: number; readonly worst: number } {
  const { exposure, firstFall, restitution } = options
  let best = { firstFall, restitution, worst: planBounce(options).worst }
  let [nearest, found] = [0, best.worst]
  const drawings = (frames: number) => frames / exposure
  for (let k = Math.max(1, Math.ceil(drawings(firstFall * (1 - REACH.fall)))); k <= drawings(firstFall * (1 + REACH.fall)); k++) {
    for (let step = -10; step <= 10; step++) {
      const other = Math.min(1, Math.max(0, restitution + (step / 10) * REACH.restitution))
      const { worst } = planBounce({ ...options, firstFall: k * exposure, restitution: other })
      const far = Math.abs(k * exposure - firstFall) / firstFall / REACH.fall + Math.abs(other - restitution) / REACH.restitution
      if (worst < found - 1e-9 || (worst < found + 1e-9 && far < nearest)) {
        ;[best, found, nearest] = [{ firstFall: k * exposure, restitution: other, worst }, worst, far]
      }
    }
  }
  return best
}
