import { requireNumber, requireWhole } from '../../base/ranges'
import { patternReader, type ExposurePattern } from '../../timing/exposure-pattern'
import type { Point } from '../../geometry/matrix'

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
}
export interface RunOptions extends WalkOptions {
  /** Share of the time with no foot down, 0…0.8. */ readonly air: number
}

export interface Leg {
  readonly hip: Point
  readonly knee: Point
  readonly ankle: Point
  readonly planted: boolean
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

/** Height of the hips at a share of a step: lowest at the down, a quarter on, highest at the up. */
const hipsAt = ({ hipHeight, bob }: Pick<WalkOptions, 'hipHeight' | 'bob'>, share: number) =>
  hipHeight - (bob / 2) * Math.sin(2 * Math.PI * share)

/** The longest step the legs allow, in pixels, 0 when none does: at every moment a foot is down it must be reached. `down`: how much of a step each foot is planted. */
export function longestStep(options: Pick<WalkOptions, 'hipHeight' | 'bob' | 'thigh' | 'shin'>, down = 1): number {
  const leg = options.thigh + options.shin
  let longest = Infinity
  for (let i = 0; i <= 200; i++) {
    // From contact, half of what it is planted ahead, to as much behind.
    const t = i / 200
    const high = hipsAt(options, t * down)
    if (high >= leg) return 0
    const ahead = Math.abs(0.5 - t) * down
    if (ahead > 1e-9) longest = Math.min(longest, Math.sqrt(leg * leg - high * high) / ahead)
  }
  return longest
}

/**
 * A walk (arithmetic, 8): a cycle of two steps, the second the first with sides exchanged. A planted foot goes
 * straight back at stepLength/framesPerStep pixels per frame in place, and not at all when travelling; hips
 * are lowest at the down and highest at the up; arms go against the legs; knees bend forward, bones keep
 * their lengths. Steps are made of whole drawings, two at least. The figure faces right, the ground is y = 0,
 * up is negative. Errors: RangeError naming what lies outside its range; a step too long for the legs is
 * refused with the longest that fits.
 */
export const planWalk = (options: WalkOptions): WalkPlan => planned(options, 1)

/** The same with a time in which no foot is down (arithmetic, 8). */
export function planRun(options: RunOptions): WalkPlan {
  requireNumber('air', options.air, 0, 0.8)
  return planned(options, 1 - options.air)
}

/** `down`: how much of a step each foot is planted. */
function planned(options: WalkOptions, down: number): WalkPlan {
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
    return { frame, role: roleAt(share), ...poseAt(options, { share, steps, gone: inPlace ? 0 : pan * frame, down }) }
  })
  return { drawings, framesPerStep, frames: 2 * framesPerStep, pan, air: Math.max(0, 1 - down) }
}

/** Errors: RangeError naming what lies outside its range, or the longest step that fits. */
function requireOptions(options: WalkOptions, down: number): void {
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
  const fits = longestStep(options, down)
  if (fits === 0)
    throw new RangeError(
      `hipHeight must leave the legs bent: with ${bob} of bob the hips can be at most ${Math.floor(thigh + shin - bob / 2 - 1)} pixels high.`,
    )
  if (stepLength > fits)
    throw new RangeError(
      `stepLength is too long for the legs: the longest step that fits is ${Math.floor(fits)} pixels.`,
    )
}

/** The figure so many steps into the cycle, `share` into its step, having gone `gone` pixels. */
function poseAt(
  options: WalkOptions,
  { share, steps, gone, down }: { share: number; steps: number; gone: number; down: number },
): Omit<WalkDrawing, 'frame' | 'role'> {
  const { thigh, shin, lean } = options
  const hips = { x: gone, y: -hipsAt(options, share) }
  const neck = {
    x: hips.x + Math.sin(lean) * TORSO * (thigh + shin),
    y: hips.y - Math.cos(lean) * TORSO * (thigh + shin),
  }
  const head = {
    x: neck.x + Math.sin(lean) * NECK * (thigh + shin),
    y: neck.y - Math.cos(lean) * NECK * (thigh + shin),
  }
  const leg = (phase: number): Leg => {
    const { x, y, planted } = ankleAt(options, down, phase)
    return { ...bent(hips, { x: x + gone, y }, thigh, shin), planted }
  }
  const arm = (phase: number) => armAt(options, neck, phase)
  const [left, right] = [steps % 2, (steps + 1) % 2]
  return {
    hips,
    neck,
    head,
    legs: { left: leg(left), right: leg(right) },
    arms: { left: arm(left), right: arm(right) },
  }
}

/** Where an ankle is at its own phase in steps, 0 at its contact and 2 at the next. */
function ankleAt({ stepLength, footLift }: WalkOptions, down: number, phase: number): Point & { planted: boolean } {
  const half = (stepLength * down) / 2
  if (phase <= down + 1e-9) return { x: half - stepLength * phase, y: 0, planted: true }
  const t = (phase - down) / (2 - down)
  // It leaves and lands going some of the way with the ground, so that it neither kicks nor skids.
  const far = 2 * half
  const slope = -stepLength * (2 - down) * FOLLOWS
  const smooth = t * t * (3 - 2 * t)
  return {
    x: -half + far * smooth + slope * (t * (1 - t) ** 2 - t * t * (1 - t)),
    y: -footLift * Math.sin(Math.PI * t) ** LIFT,
    planted: false,
  }
}

const swingAt = (phase: number) => Math.cos(Math.PI * phase)

/** An arm goes against the leg of its own side. */
function armAt({ thigh, shin, lean, armSwing }: WalkOptions, neck: Point, phase: number): Arm {
  const angle = lean - armSwing * swingAt(phase)
  const upper = UPPER_ARM * (thigh + shin)
  const elbow = { x: neck.x + Math.sin(angle) * upper, y: neck.y + Math.cos(angle) * upper }
  const fore = angle + BEND * (1 - swingAt(phase)) * (armSwing > 0 ? 1 : 0)
  return {
    shoulder: neck,
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
function bent(hip: Point, wanted: Point, thigh: number, shin: number): Omit<Leg, 'planted'> {
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
