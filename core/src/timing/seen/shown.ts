import type { CameraField, Level, Pass, PassState, Scene } from '../../scene/schema'
import { cameraMoves, fieldAt } from './camera'
import { exposureAt, exposuresOf, placed } from '../sheet'
import { lengthOfTake } from '../take-length'
import { wayAt, type Way } from './way'

/** A drawing that lies on the paper. A level that follows another shows drawings of that one. */
export interface Shown {
  readonly level: string
  readonly drawing: string
}

/** What a level is cut by: it is seen only where the ink of another lies, or only where it does not. */
export interface Matte {
  readonly level: string
  /** Absent: the other level is empty there. */
  readonly drawing?: string | undefined
  readonly where: 'ink' | 'none'
  /** The frame at which the other level is looked at, and how far off it then lies, in scene pixels. */
  readonly frame: number
  readonly x: number
  readonly y: number
}
/** By the level that is cut; one that is not is not listed. */
export type Mattes = Readonly<Partial<Record<string, Matte>>>

export type Ways = Readonly<Partial<Record<string, Way>>>

export interface Moment {
  readonly frame: number
  /** From the bottom level up. */
  readonly shown: readonly Shown[]
  readonly mattes: Mattes
  /** Where drawings go, by level, of those that are smeared along their way. */
  readonly ways?: Ways
  /** What the camera sees; absent: all of the paper. */
  readonly field?: CameraField | undefined
}

/** The level another follows, if it is there and follows none itself. */
export function followedLevel(scene: Scene, { follows }: Pick<Level, 'follows'>): Level | undefined {
  const original = follows && Object.hasOwn(scene.levels, follows.level) ? scene.levels[follows.level] : undefined
  return original?.follows ? undefined : original
}

/** Where what is seen at a frame ends: with the take, or with the scene for what lies beyond that. */
function endFor(scene: Scene, frame: number, take: string): number {
  const lasts = lengthOfTake(scene, take)
  return frame <= lasts ? lasts : scene.settings.length
}

/** The frame of the followed level a follower shows at `frame`; undefined before that begins. One ahead of the end holds there, a loop goes round. */
function followedFrame(scene: Scene, { loop }: Level, behind: number, frame: number, take: string): number | undefined {
  const end = endFor(scene, frame, take)
  const at = frame - behind
  if (loop) return wrapped(at, end)
  return at < 1 ? undefined : Math.min(at, end)
}

const drawingIn = (scene: Scene, level: string, frame: number, take: string): string | undefined =>
  exposureAt(exposuresOf(scene, level, take), frame)?.drawing ?? undefined

/** The drawing a level shows at a frame: its own, else that of the level it follows. */
export function drawingShown(scene: Scene, id: string, frame: number, take = scene.mainTake): string | undefined {
  const own = drawingIn(scene, id, frame, take)
  const { follows } = scene.levels[id]!
  const original = own === undefined ? followedLevel(scene, scene.levels[id]!) : undefined
  if (!follows || !original) return own
  const at = followedFrame(scene, original, follows.frames, frame, take)
  const drawing = at === undefined ? undefined : drawingIn(scene, original.id, at, take)
  return drawing !== undefined && (follows.only?.includes(drawing) ?? true) ? drawing : undefined
}

/** What cuts a level at a frame: its own matte, else that of the level it follows, as long behind and as far off. */
function matteAt(scene: Scene, id: string, frame: number, take: string): Matte | undefined {
  const level = scene.levels[id]!
  const cut = (matte: NonNullable<Level['matte']>, at: number, x: number, y: number): Matte | undefined =>
    Object.hasOwn(scene.levels, matte.level)
      ? { ...matte, drawing: drawingShown(scene, matte.level, at, take), frame: at, x, y }
      : undefined
  if (level.matte) return cut(level.matte, frame, 0, 0)
  const original = followedLevel(scene, level)
  const at = original?.matte && followedFrame(scene, original, level.follows!.frames, frame, take)
  return at === undefined ? undefined : cut(original!.matte!, at, level.follows!.x, level.follows!.y)
}

/** What lies on the paper at `frame` of a take; hidden levels do not. Errors: EditRefused when the take is gone. */
export function momentAt(scene: Scene, frame: number, take = scene.mainTake): Moment {
  const shown: Shown[] = []
  const mattes: Record<string, Matte> = {}
  const ways: Record<string, Way> = {}
  for (const level of scene.levelOrder) {
    const { hidden, ground, effects } = scene.levels[level]!
    if (hidden) continue
    const drawing = drawingShown(scene, level, frame, take)
    if (drawing !== undefined) shown.push({ level, drawing })
    const matte = drawing !== undefined || ground ? matteAt(scene, level, frame, take) : undefined
    if (matte) mattes[level] = matte
    const drawingAt = (at: number) => drawingShown(scene, level, at, take)
    const way = effects?.speed ? wayAt(drawingAt, frame, endFor(scene, frame, take)) : undefined
    if (way) ways[level] = way
  }
  const field = fieldAt(scene.takes[take]?.camera ?? [], frame)
  return { frame, shown, mattes, ...(Object.keys(ways).length > 0 && { ways }), ...(field && { field }) }
}

export const shownAt = (scene: Scene, frame: number, take?: string): readonly Shown[] =>
  momentAt(scene, frame, take).shown

/** The drawings a moment is painted from: those shown, and those that cut them. */
export const drawingsOf = ({ shown, mattes }: Pick<Moment, 'shown' | 'mattes'>): string[] => [
  ...shown.map(({ drawing }) => drawing),
  ...Object.values(mattes).flatMap((matte) => matte?.drawing ?? []),
]

/** How a level shows a drawing's passes: as itself says, else as the level it follows does. */
export const passStates = (scene: Scene, id: string): Partial<Record<Pass, PassState>> | undefined =>
  scene.levels[id]!.passes ?? followedLevel(scene, scene.levels[id]!)?.passes

export interface PictureRun extends Moment {
  /** How many frames, from `frame` on, the same picture stays. */
  readonly frames: number
}

/** Whether a ground that can be seen moves. */
export const hasPan = (scene: Scene): boolean =>
  scene.levelOrder.some((id) => {
    const { hidden, matte } = scene.levels[id]!
    return !hidden && (isPanned(scene, id) || isPanned(scene, matte?.level))
  })
const isPanned = ({ levels }: Scene, id: string | undefined): boolean =>
  id !== undefined && levels[id]?.ground?.pan !== undefined

/** The take as a list of pictures, to where it ends: one run for as long as the same drawings lie on the paper. */
export function pictureRuns(scene: Scene, take = scene.mainTake): PictureRun[] {
  const length = lengthOfTake(scene, take)
  const starts = new Set([1])
  for (const id of scene.levelOrder) {
    const delays = delaysOf(scene, id)
    for (const { frame } of placed(exposuresOf(scene, id, take)))
      if (frame <= length) for (const delay of delays) starts.add(wrapped(frame + delay, length))
    for (const delay of delays) starts.add(wrapped(1 + delay, length))
  }
  // A ground that moves makes every frame a picture of its own.
  if (hasPan(scene) || isFollowedThrough(scene)) for (let frame = 1; frame <= length; frame++) starts.add(frame)
  const camera = scene.takes[take]?.camera ?? []
  for (let frame = 2; camera.length > 1 && frame <= length; frame++) if (cameraMoves(camera, frame)) starts.add(frame)
  const ordered = [...starts].sort((a, b) => a - b)
  return ordered.map((frame, i) => ({
    ...momentAt(scene, frame, take),
    frames: (ordered[i + 1] ?? length + 1) - frame,
  }))
}

/** How many frames later what a level shows is seen: at once, and as whatever follows it or what it cuts. */
function delaysOf(scene: Scene, id: string): number[] {
  const followers = Object.values(scene.levels).flatMap(({ follows }) => {
    const follower = follows && (follows.level === id || scene.levels[follows.level]?.matte?.level === id)
    return follower ? [follows.frames] : []
  })
  return [...new Set([0, ...followers])]
}

/** Whether a level is followed that is cut by one that follows another: too long a chain to tell where it changes. */
const isFollowedThrough = (scene: Scene): boolean =>
  Object.values(scene.levels).some((level) => {
    const matte = followedLevel(scene, level)?.matte
    return matte !== undefined && scene.levels[matte.level]?.follows !== undefined
  })

/** A frame beyond either end stands for one within: a start too many only cuts a run in two. */
const wrapped = (frame: number, length: number): number => ((((frame - 1) % length) + length) % length) + 1

/** As much of some runs of pictures as lies within frames, both ends among them. */
export const runsWithin = (runs: readonly PictureRun[], first: number, last: number): PictureRun[] =>
  runs.flatMap((run) => {
    const [from, to] = [Math.max(run.frame, first), Math.min(run.frame + run.frames - 1, last)]
    return from <= to ? [{ ...run, frame: from, frames: to - from + 1 }] : []
  })
