import { requireNumber, requireWhole } from '../../base/ranges'
import { patternReader, type ExposurePattern } from '../../timing/exposure-pattern'
import type { Point } from '../../geometry/matrix'
import { footSize, plantedFoot, rollOf, swingingFoot, type Foot, type Planted } from './foot'

export interface WalkOptions {
  readonly fps: number
  readonly framesPerStep: number
  /** Frames each drawing is held; a pattern begins anew with each step. */
  readonly exposure: ExposurePattern
  /** From one foot's contact to the other's, in pixels. */
  readonly stepLength: number
  /** Height of the hips above the ground in the middle, in pixels; so are the lengths of the bones. */
  readonly hipHeight: number
  readonly thigh: number
  readonly shin: number
  /** How far the hips go up and down altogether, in pixels. */
  readonly bob: number
  /** How far the body leans forward, and how far an arm swings to each side, in radians. */
  readonly lean: number
  readonly armSwing: number
  /** Walks on the spot while the ground goes by. */
  readonly inPlace: boolean
  /** How high a foot is lifted at the middle of its swing, in pixels. */
  readonly footLift: number
  /** How far the hips turn to each side, the hip of the swinging leg drops, and the shoulders turn against them, in radians. */
  readonly hipTurn?: number
  readonly hipDrop?: number
  readonly shoulderTurn?: number
  /** How late the chest follows the hips, in drawings; the head follows twice as late. */
  readonly follow?: number
  /** How high the hips are at the passing: nearly up, in the middle, or nearly down. */
  readonly passing?: 'up' | 'level' | 'low'
}
export interface RunOptions extends WalkOptions {
  /** Share of the time with no foot down, 0…0.8. */ readonly air: number
}

export interface Leg extends Foot {
  readonly hip: Point
  readonly knee: Point
  readonly planted: boolean
  /** What of the foot is on the ground; absent: it swings. */
  readonly on?: Planted
}
interface Arm {
  readonly shoulder: Point
  readonly elbow: Point
  readonly hand: Point
}
export interface WalkDrawing {
  /** Frames from the start of the cycle. */
  readonly frame: number
  readonly role: 'contact' | 'down' | 'passing' | 'up'
  readonly hips: Point
  readonly neck: Point
  readonly head: Point
  readonly legs: { readonly left: Leg; readonly right: Leg }
  readonly arms: { readonly left: Arm; readonly right: Arm }
}
export interface WalkPlan {
  readonly drawings: readonly WalkDrawing[]
  /** Frames of a step and of the cycle of two. */
  readonly framesPerStep: number
  readonly frames: number
  /** How the ground goes by under a cycle in place, in pixels per frame. */
  readonly pan: number
  /** Share of the time with no foot down. */
  readonly air: number
}

/** How much of the ground's own speed a foot has as it leaves and lands: all of it would curl its way into hooks. */
const FOLLOWS = 0.3
/** Shape of a foot's lift: 1 leaves the ground steeply, 2 creeps off it. */
const LIFT = 1.1
/** The body above the hips, in lengths of a leg. */
const TORSO = 0.78
const NECK = 0.22
const UPPER_ARM = 0.36
const FORE_ARM = 0.34
/** An arm bends this much more as it swings forward, in radians. */
const BEND = 0.35

/** Half the width of the hips and of the shoulders, in lengths of a leg. */
const HIP = 0.1
const SHOULDER = 0.17
const USUAL = { hipTurn: 0.12, hipDrop: 0.05, shoulderTurn: 0.16, follow: 1, passing: 'up' } as const
type Full = WalkOptions & Required<Pick<WalkOptions, keyof typeof USUAL>>
const full = (options: WalkOptions): Full => ({ ...USUAL, ...options })

/** Where between down (−1) and up (1) the hips are at the passing, by school. */
const PASSING = { up: 0.85, level: 0, low: -0.6 } as const
/** The higher they pass, the lower they come to the contact. */
const CONTACT = -0.5

/** Height of the hips at a share of a step: lowest at the down, a quarter on, highest at the up. */
function hipsAt({ hipHeight, bob, passing }: Pick<Full, 'hipHeight' | 'bob' | 'passing'>, share: number): number {
  const middle = PASSING[passing]
  const quarters = (((share * 4 - 1) % 4) + 4) % 4
  // From down to up by way of the passing, and down again by way of the contact.
  const rise = quarters < 2 ? between(middle, quarters) : between(CONTACT * middle, 4 - quarters)
  return hipHeight + (bob / 2) * rise
}
/** From −1 at 0 to 1 at 2 by `middle` at 1, at rest at both ends: a cubic on each side with a common slope (Fritsch and Carlson). */
function between(middle: number, t: number): number {
  const [below, above] = [middle + 1, 1 - middle]
  const slope = (Math.PI / 2) * ((2 * below * above) / (below + above))
  return t < 1 ? hermite(-1, middle, 0, slope, t) : hermite(middle, 1, slope, 0, t - 1)
}
const hermite = (from: number, to: number, leaves: number, lands: number, t: number) =>
  from + (to - from) * t * t * (3 - 2 * t) + leaves * t * (1 - t) ** 2 - lands * t * t * (1 - t)

/** How far the joint of a side is from the middle of the hips at its own phase: turned about the spine, and dropped while its leg swings. */
function hipOffset({ thigh, shin, hipTurn, hipDrop }: Full, phase: number): Point {
  const half = HIP * (thigh + shin)
  return {
    x: half * Math.sin(hipTurn * Math.cos(Math.PI * phase)),
    y: -half * Math.sin(hipDrop) * Math.sin(Math.PI * phase),
  }
}

const hipJoint = (options: Full, phase: number): Point => {
  const { x, y } = hipOffset(options, phase)
  return { x, y: y - hipsAt(options, phase) }
}

/** The highest the hips can be with the feet below them, in whole pixels. */
export function highestHips(options: WalkOptions): number {
  const all = { ...full(options), hipHeight: 0 }
  const leg = options.thigh + options.shin
  const raised = Math.max(...SAMPLES.map((phase) => -hipJoint(all, phase).y))
  return Math.floor(leg + footSize(leg).height - raised)
}
const SAMPLES = Array.from({ length: 201 }, (_, i) => i / 200)

/** Whether at every moment a foot is down the legs reach it. `down`: how much of a step each foot is planted. */
export function stepFits(options: WalkOptions, down = 1): boolean {
  const all = full(options)
  const leg = options.thigh + options.shin
  return SAMPLES.every((share) => {
    const hip = hipJoint(all, share * down)
    const { ankle } = standing(all, down, share * down)
    return Math.hypot(ankle.x - hip.x, ankle.y - hip.y) <= leg
  })
}

/** The longest step the legs allow, in pixels, 0 when none does. */
export function longestStep(options: WalkOptions, down = 1): number {
  const fits = (stepLength: number) => stepFits({ ...options, stepLength }, down)
  if (!fits(0)) return 0
  let [good, bad] = [0, (4 * (options.thigh + options.shin)) / down]
  for (let i = 0; i < 30; i++) {
    const middle = (good + bad) / 2
    if (fits(middle)) good = middle
    else bad = middle
  }
  return good
}

/**
 * A walk (arithmetic, 8): a cycle of two steps, the second the first with sides exchanged. A planted foot goes
 * straight back at stepLength/framesPerStep pixels per frame in place, and not at all when travelling: its heel strikes,
 * it lies flat by the down, its heel rises after the passing about the ball, and the ankle is where that puts it. Hips
 * are lowest at the down and highest at the up, turn with the legs and drop on the swinging side; shoulders turn and arms
 * go against them; chest and head follow late; knees bend forward, bones keep their lengths. Steps are made of whole drawings, two at least. The figure faces right, the ground is y = 0,
 * up is negative. Errors: RangeError naming what lies outside its range; a step too long for the legs is
 * refused with the longest that fits.
 */
export const planWalk = (options: WalkOptions): WalkPlan => planned(full(options), 1)

/** The same with a time in which no foot is down (arithmetic, 8). */
export function planRun(options: RunOptions): WalkPlan {
  requireNumber('air', options.air, 0, 0.8)
  return planned(full(options), 1 - options.air)
}

/** `down`: how much of a step each foot is planted. */
function planned(options: Full, down: number): WalkPlan {
  const { exposure, stepLength, inPlace } = options
  requireOptions(options, down)
  const { frameAt, nearest } = patternReader(exposure)
  const perStep = nearest(options.framesPerStep, { least: 2 })
  const framesPerStep = frameAt(perStep)
  const pan = stepLength / framesPerStep
  const drawings = Array.from({ length: 2 * perStep }, (_, i): WalkDrawing => {
    const share = frameAt(i % perStep) / framesPerStep
    const steps = Math.floor(i / perStep) + share
    const frame = steps < 1 ? frameAt(i) : framesPerStep + frameAt(i - perStep)
    const late = options.follow / perStep
    return {
      frame,
      role: roleAt(share),
      ...poseAt(options, { share, steps, late, gone: inPlace ? 0 : pan * frame, down }),
    }
  })
  return { drawings, framesPerStep, frames: 2 * framesPerStep, pan, air: Math.max(0, 1 - down) }
}

/** Errors: RangeError naming what lies outside its range, or the longest step that fits. */
function requireOptions(options: Full, down: number): void {
  const { stepLength, hipHeight, thigh, shin, bob, lean, armSwing, footLift } = options
  requireWhole('fps', options.fps, 1, 60)
  requireNumber('framesPerStep', options.framesPerStep, 1, 480)
  for (const [name, value] of [
    ['hipHeight', hipHeight],
    ['thigh', thigh],
    ['shin', shin],
  ] as const)
    requireNumber(name, value, 1, 4000)
  requireNumber('stepLength', stepLength, 0, 8000)
  requireNumber('bob', bob, 0, hipHeight)
  requireNumber('lean', lean, -1, 1)
  requireNumber('armSwing', armSwing, 0, 1.5)
  requireNumber('footLift', footLift, 0, hipHeight)
  requireNumber('hipTurn', options.hipTurn, 0, 0.8)
  requireNumber('hipDrop', options.hipDrop, 0, 0.5)
  requireNumber('shoulderTurn', options.shoulderTurn, 0, 1.2)
  requireNumber('follow', options.follow, 0, 12)
  if (!(options.passing in PASSING)) throw new RangeError("passing must be 'up', 'level' or 'low'.")
  if (stepFits(options, down)) return
  const fits = longestStep(options, down)
  if (fits === 0)
    throw new RangeError(
      `hipHeight must leave the legs bent: with ${bob} of bob the hips can be at most ${highestHips(options)} pixels high.`,
    )
  throw new RangeError(`stepLength is too long for the legs: the longest step that fits is ${Math.floor(fits)} pixels.`)
}

/** The figure so many steps into the cycle, `share` into its step, having gone `gone` pixels; `late`: what follows, in steps. */
function poseAt(
  options: Full,
  { share, steps, late, gone, down }: { share: number; steps: number; late: number; gone: number; down: number },
): Omit<WalkDrawing, 'frame' | 'role'> {
  const { thigh, shin, lean } = options
  const leg = thigh + shin
  /** Up the spine by so many lengths of a leg, on hips as they were a little before. */
  const above = (high: number, before: number) => ({
    x: gone + Math.sin(lean) * high * leg,
    y: -hipsAt(options, share - before) - Math.cos(lean) * high * leg,
  })
  const hips = { x: gone, y: -hipsAt(options, share) }
  const neck = above(TORSO, late)
  const head = above(TORSO + NECK, 2 * late)
  const [left, right] = [steps % 2, (steps + 1) % 2]
  return {
    hips,
    neck,
    head,
    legs: { left: legAt(options, left, down, gone), right: legAt(options, right, down, gone) },
    arms: { left: armAt(options, neck, left), right: armAt(options, neck, right) },
  }
}

/** A leg at its own phase in steps, 0 at its contact and 2 at the next. */
function legAt(options: Full, phase: number, down: number, gone: number): Leg {
  const { thigh, shin } = options
  const { x, y } = hipJoint(options, phase)
  const hip = { x: x + gone, y }
  const moved = ({ ankle, heel, ball, toe }: Foot): Foot => {
    const by = (point: Point) => ({ x: point.x + gone, y: point.y })
    return { ankle: by(ankle), heel: by(heel), ball: by(ball), toe: by(toe) }
  }
  if (phase <= down + 1e-9) {
    const { on, ...foot } = standing(options, down, phase)
    const planted = moved(foot)
    return { ...planted, ...bent(hip, planted.ankle, thigh, shin), planted: true, on }
  }
  const t = (phase - down) / (2 - down)
  const reached = bent(hip, moved(swinging(options, down, t)).ankle, thigh, shin)
  const { strike, push } = rollOf(options.stepLength / (thigh + shin))
  const up = -push + (push + strike) * t * t * (3 - 2 * t)
  const foot = swingingFoot(footSize(thigh + shin), reached.ankle, up, Math.max(0, 1 - 4 * t))
  return { ...foot, ...reached, planted: false }
}

/** Where a foot stands at its own phase. */
function standing({ stepLength, thigh, shin }: Full, down: number, phase: number): Foot & { on: Planted } {
  const leg = thigh + shin
  const share = Math.min(1, phase / down)
  return plantedFoot(footSize(leg), rollOf(stepLength / leg), share, (stepLength * down) / 2 - stepLength * phase)
}

/** Where the ankle of a foot in the air is, a share of its way from where it left to where it lands. */
function swinging(options: Full, down: number, t: number): Foot {
  const { stepLength, footLift } = options
  const [from, to] = [standing(options, down, down), standing(options, down, 0)]
  // It leaves and lands going some of the way with the ground, so that it neither kicks nor skids.
  const slope = -stepLength * (2 - down) * FOLLOWS
  const ankle = {
    x: hermite(from.ankle.x, to.ankle.x, slope, slope, t),
    y: hermite(from.ankle.y, to.ankle.y, 0, 0, t) - footLift * Math.sin(Math.PI * t) ** LIFT,
  }
  return { ...from, ankle }
}

const swingAt = (phase: number) => Math.cos(Math.PI * phase)

/** An arm goes against the leg of its own side, and its shoulder with it. */
function armAt({ thigh, shin, lean, armSwing, shoulderTurn }: Full, neck: Point, phase: number): Arm {
  const shoulder = {
    x: neck.x - SHOULDER * (thigh + shin) * Math.sin(shoulderTurn * Math.cos(Math.PI * phase)),
    y: neck.y,
  }
  const angle = lean - armSwing * swingAt(phase)
  const upper = UPPER_ARM * (thigh + shin)
  const elbow = { x: shoulder.x + Math.sin(angle) * upper, y: shoulder.y + Math.cos(angle) * upper }
  const fore = angle + BEND * (1 - swingAt(phase)) * (armSwing > 0 ? 1 : 0)
  return {
    shoulder,
    elbow,
    hand: {
      x: elbow.x + Math.sin(fore) * FORE_ARM * (thigh + shin),
      y: elbow.y + Math.cos(fore) * FORE_ARM * (thigh + shin),
    },
  }
}

const ROLES = ['contact', 'down', 'passing', 'up'] as const
const roleAt = (share: number) => ROLES[Math.round(share * 4) % 4]!

/** A leg of two bones from hip to ankle, its knee forward. A swinging foot out of reach is drawn in to where the leg is straight. */
function bent(hip: Point, wanted: Point, thigh: number, shin: number): Pick<Leg, 'hip' | 'knee' | 'ankle'> {
  const [dx, dy] = [wanted.x - hip.x, wanted.y - hip.y]
  const far = Math.hypot(dx, dy)
  const reach = Math.min(far, thigh + shin)
  const [ux, uy] = far > 1e-9 ? [dx / far, dy / far] : [0, 1]
  const ankle = far > reach ? { x: hip.x + ux * reach, y: hip.y + uy * reach } : wanted
  const least = Math.abs(thigh - shin)
  const size = Math.max(reach, least + 1e-9)
  const along = (thigh * thigh - shin * shin + size * size) / (2 * size)
  const out = Math.sqrt(Math.max(0, thigh * thigh - along * along))
  // Forward is to the right: the side of the way down that turns towards it.
  return { hip, ankle, knee: { x: hip.x + ux * along + uy * out, y: hip.y + uy * along - ux * out } }
}
