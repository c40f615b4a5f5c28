import { requireNumber, requireWhole } from '../../base/ranges'
import { patternReader, type ExposurePattern } from '../../timing/exposure-pattern'
import { keepArea } from '../../geometry/squash'
import type { Point } from '../../geometry/matrix'

export interface LeapOptions {
  readonly fps: number
  /** Frames each drawing is held; take-off, apex and landing fall on drawings where they can. */
  readonly exposure: ExposurePattern
  /** How high and how far the centre goes, in pixels. */
  readonly height: number
  readonly distance: number
  readonly crouchFrames: number
  readonly airFrames: number
  readonly landFrames: number
  readonly squash: number
  readonly stretch: number
  /** How much longer it hangs at the top than a thrown thing; 0 as physics has it, 1 very long. */
  readonly hang?: number
}
export interface LeapDrawing {
  /** Frames from the start of the crouch. */
  readonly frame: number
  /** The centre; x from the start, y 0 standing, upwards negative. */
  readonly centre: Point
  readonly along: number
  readonly across: number
  /** Direction of `along`, in radians; upright on the ground. */
  readonly way: number
  readonly what: 'crouch' | 'take-off' | 'air' | 'apex' | 'landing' | 'settle'
}
export interface LeapPlan {
  readonly drawings: readonly LeapDrawing[]
  readonly keys: readonly { readonly frame: number; readonly what: LeapDrawing['what'] }[]
  readonly gravity: number
  readonly frames: number
  /** Share of the time in the air spent in the top quarter of the height; ½ for what is thrown. */
  readonly apexShare: number
}

/** Time in the air passes slower about the middle by `hang`, and as much faster at the ends. */
const warped = (t: number, hang: number) => t + (hang * Math.sin(2 * Math.PI * t)) / (2 * Math.PI)

/**
 * A leap (arithmetic, 7): a crouch (slow-in, squashed), the stretch of the take-off, the air with g =
 * 8·height/airFrames², its apex, the squash of the landing, the settle. Contacts fall on drawings: air is made
 * an even count of drawings so that its apex falls on one too. Errors: RangeError naming what lies
 * outside its range.
 */
export function planLeap({
  fps,
  exposure,
  height,
  distance,
  crouchFrames,
  airFrames,
  landFrames,
  squash,
  stretch,
  hang = 0,
}: LeapOptions): LeapPlan {
  requireWhole('fps', fps, 1, 60)
  const { held, frameAt, nearest } = patternReader(exposure)
  requireNumber('height', height, 1, 20_000)
  requireNumber('distance', distance, -20_000, 20_000)
  requireNumber('crouchFrames', crouchFrames, 1, 2000)
  requireNumber('airFrames', airFrames, 1, 2000)
  requireNumber('landFrames', landFrames, 1, 2000)
  requireNumber('squash', squash, 0, 3)
  requireNumber('stretch', stretch, 0, 3)
  requireNumber('hang', hang, 0, 1)
  const up = nearest(crouchFrames, { least: 1 })
  // An even count of drawings, the one whose frames are nearest.
  const wanted = (drawings: number) => Math.abs(frameAt(up + drawings) - frameAt(up) - airFrames)
  let aloft = 2
  while (wanted(aloft + 2) <= wanted(aloft)) aloft += 2
  const ends = nearest(landFrames, { from: up + aloft, least: 2 })
  const [takeOff, landing, frames] = [frameAt(up), frameAt(up + aloft), frameAt(ends)]
  const [air, land] = [landing - takeOff, frames - landing]
  const gravity = (8 * height) / (air * air)
  const shape: LeapShape = { height, distance, hang, flattest: 1 / (1 + squash), longest: 1 + stretch }
  const drawings = Array.from({ length: ends + 1 }, (_, i): LeapDrawing => {
    const frame = frameAt(i)
    if (frame < takeOff) return { frame, ...crouched(shape, frame / Math.max(held(0), frameAt(up - 1))) }
    if (frame >= landing) return { frame, ...landed(shape, (frame - landing) / land) }
    const what = i === up ? 'take-off' : i === up + aloft / 2 ? 'apex' : 'air'
    return { frame, ...inAir(shape, (frame - takeOff) / air, air), what }
  })
  const keyed: LeapDrawing['what'][] = ['take-off', 'apex', 'landing']
  return {
    drawings,
    gravity,
    frames,
    apexShare: apexShareOf(hang),
    keys: [
      { frame: 0, what: 'crouch' },
      ...(up > 1 ? [{ frame: frameAt(up - 1), what: 'crouch' as const }] : []),
      ...drawings.filter(({ what }) => keyed.includes(what)).map(({ frame, what }) => ({ frame, what })),
      { frame: frames, what: 'settle' },
    ],
  }
}

interface LeapShape extends Pick<Required<LeapOptions>, 'height' | 'distance' | 'hang'> {
  /** `along` of the deepest squash and of the farthest stretch. */
  readonly flattest: number
  readonly longest: number
}
type Pose = Omit<LeapDrawing, 'frame'>

/** Slow into the deepest crouch, which comes just before the take-off. */
function crouched({ flattest }: LeapShape, t: number): Pose {
  const along = 1 + (flattest - 1) * (1 - (1 - Math.min(1, t)) ** 2)
  return { centre: { x: 0, y: 0 }, along, across: keepArea(along), way: Math.PI / 2, what: 'crouch' }
}

/** A share of its way through the air, which takes `air` frames. */
function inAir({ height, distance, hang, longest }: LeapShape, t: number, air: number): Omit<Pose, 'what'> {
  const u = warped(t, hang)
  const slope = 1 + hang * Math.cos(2 * Math.PI * t)
  const [vx, vy] = [(distance * slope) / air, (-4 * height * (1 - 2 * u) * slope) / air]
  // Longest where it is fastest up or down, round at the apex.
  const along = 1 + (longest - 1) * Math.min(1, Math.abs(vy) / ((4 * height) / air))
  return {
    centre: { x: distance * u, y: -4 * height * u * (1 - u) },
    along,
    across: keepArea(along),
    way: Math.atan2(vy, vx),
  }
}

/** A share of its way from the landing to rest. */
function landed({ distance, flattest }: LeapShape, t: number): Pose {
  const along = t === 0 ? flattest : 1 + (flattest - 1) * (1 - t) ** 2 * Math.cos(1.5 * Math.PI * t)
  return {
    centre: { x: distance, y: 0 },
    along,
    across: keepArea(along),
    way: Math.PI / 2,
    what: t === 0 ? 'landing' : 'settle',
  }
}

/** Share of the time in the air spent in the top quarter of the height. */
function apexShareOf(hang: number): number {
  const fine = 2000
  const high = Array.from({ length: fine }, (_, i) => warped((i + 0.5) / fine, hang)).filter(
    (u) => 4 * u * (1 - u) >= 0.75,
  )
  return high.length / fine
}
