import type { Reel, Shot } from './schema'

/** What a reel needs to know of a scene it shows. */
export interface SceneLength {
  readonly fps: number
  readonly length: number
}

/** When one shot is seen. Times are whole ticks, of which `ticks` of its reel make a second. */
export interface ShotTime {
  readonly shot: Shot
  /** The rate of its own frames. */
  readonly fps: number
  /** The frames of the scene it shows, or 1 to how long it lasts. */
  readonly first: number
  readonly last: number
  readonly start: bigint
  readonly end: bigint
  /** How long it comes in, from its start on. */
  readonly fade: bigint
  /** The scene it should show is not on the shelf. */
  readonly missing: boolean
}

export interface ReelTimes {
  readonly fps: number
  /** Ticks in a second: every frame of every rate in the reel begins on one. */
  readonly ticks: bigint
  readonly shots: readonly ShotTime[]
  /** Frames of the reel; the last may be begun only. */
  readonly frames: number
}

const divisor = (a: bigint, b: bigint): bigint => (b === 0n ? a : divisor(b, a % b))
const multiple = (a: bigint, b: bigint): bigint => (a / divisor(a, b)) * b
const least = (...values: bigint[]): bigint => values.reduce((a, b) => (b < a ? b : a))

/** The frames a shot shows, at their rate. A scene that has become shorter than its trims shows what is left of it. */
function framesOf(shot: Shot, reel: Reel, lengthOf: (scene: string) => SceneLength | undefined) {
  const missing = shot.scene !== undefined && lengthOf(shot.scene) === undefined
  const scene = shot.scene === undefined ? undefined : lengthOf(shot.scene)
  if (!scene) {
    const wanted = shot.frames ?? (shot.last === undefined ? reel.fps : shot.last - (shot.first ?? 1) + 1)
    return { fps: reel.fps, first: 1, last: wanted, missing }
  }
  const last = Math.min(shot.last ?? scene.length, scene.length)
  return { fps: scene.fps, first: Math.min(shot.first ?? 1, last), last, missing }
}

/** When every shot of a reel is seen, exactly, whatever rates its scenes have. */
export function reelTimes(reel: Reel, lengthOf: (scene: string) => SceneLength | undefined): ReelTimes {
  const shown = reel.shots.map((shot) => ({ shot, ...framesOf(shot, reel, lengthOf) }))
  const ticks = shown.reduce((all, { fps }) => multiple(all, BigInt(fps)), BigInt(reel.fps))
  const reelFrame = ticks / BigInt(reel.fps)
  const shots: ShotTime[] = []
  for (const each of shown) {
    const before = shots.at(-1)
    const long = BigInt(each.last - each.first + 1) * (ticks / BigInt(each.fps))
    const wanted = BigInt(each.shot.fade ?? 0) * reelFrame
    // A shot comes in over one that has come in itself.
    const fade = before ? least(wanted, long, before.end - before.start - before.fade) : least(wanted, long)
    const start = before ? before.end - fade : 0n
    shots.push({ ...each, start, end: start + long, fade })
  }
  const all = shots.at(-1)?.end ?? 0n
  return { fps: reel.fps, ticks, shots, frames: Number((all + reelFrame - 1n) / reelFrame) }
}

/** What is seen of a shot: which of its own frames, and how strongly over what lies under it. */
export interface ShotSeen {
  readonly at: number
  readonly frame: number
  readonly strength: number
}

/** What is seen on a frame of a reel, counted from 1, the lowest first; nothing is black. */
export function seenAt({ fps, ticks, shots }: ReelTimes, frame: number): ShotSeen[] {
  const reelFrame = ticks / BigInt(fps)
  const tick = BigInt(frame - 1) * reelFrame
  const from = firstEndingAfter(shots, tick)
  const seen: ShotSeen[] = []
  for (let at = from; at < shots.length && shots[at]!.start <= tick; at++) {
    const { start, first, last, fade, fps: own } = shots[at]!
    const within = Number(((tick - start) * BigInt(own)) / ticks)
    // A frame is seen as strongly as the shot has come in at its middle.
    const share = fade === 0n ? 1 : Number(2n * (tick - start) + reelFrame) / Number(2n * fade)
    seen.push({ at, frame: Math.min(last, first + within), strength: Math.min(1, share) })
  }
  return seen
}

/** Shots end in their order: the first that is not over yet is found by halving. */
function firstEndingAfter(shots: readonly ShotTime[], tick: bigint): number {
  let [low, high] = [0, shots.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (shots[middle]!.end > tick) high = middle
    else low = middle + 1
  }
  return low
}

/** The first frame of a reel on which a tick has come, counted from 1. */
export function frameOfTick({ fps, ticks }: ReelTimes, tick: bigint): number {
  const reelFrame = ticks / BigInt(fps)
  return Number((tick + reelFrame - 1n) / reelFrame) + 1
}

/** Seconds of a tick. */
export const secondsOfTick = ({ ticks }: ReelTimes, tick: bigint): number =>
  Number(tick / ticks) + Number(tick % ticks) / Number(ticks)
