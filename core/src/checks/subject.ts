import type { FlashReport } from '../motion/flash'
import { landmarksOf, pinOf } from '../motion/landmarks/landmarks'
import type { ProductionDocument } from '../production/schema'
import type { Drawing, Exposure, Level, Scene } from '../scene/schema'
import { poured } from '../scene/palette'
import type { Point } from '../geometry/matrix'
import { drawingsShown, exposuresOf, placed } from '../timing/sheet'
import type { Onset } from '../sound/onsets'
import { measuredOf, type InkOf, type Measured } from './measured'
import { paintedParts } from './tracks/painted-parts'
import { linesOnLines } from './tracks/lines-on-lines'
import { wholeDrawing } from './tracks/whole-drawing'
import { standingOf } from './tracks/standing'
import { alike } from './size/overlap'

/** One showing of a drawing in the take. */
export interface Shot {
  readonly drawing: string
  readonly entry: Drawing
  readonly frame: number
  readonly frames: number
  readonly measured: Measured
}

/** A point followed from drawing to drawing. */
export interface Track {
  readonly id: string
  readonly name: string
  /** The middle of the shape stands in where no landmark is pinned. */
  readonly standIn: boolean
  /** The painted part that is followed; one may be followed in two ways. */
  readonly part?: string
  /**
   * Of what tells little by itself, what confirms that a drawing shown there is off by so much: the other parts followed
   * there, for one that turns as limbs do, or what it knows itself.
   */
  readonly confirms?: 'other parts' | ((shot: Shot, by: Point) => boolean)
  readonly at: (shot: Shot) => (Point & { readonly corner?: boolean | undefined }) | undefined
}

/** Showings one after the other, and the first and last of them to judge. */
export interface Stretch {
  readonly shots: readonly Shot[]
  readonly from: number
  readonly to: number
}

/** One level as the checks see it. */
export interface LevelSubject {
  readonly level: Level
  /** Every drawn drawing shown, once, in order. */
  readonly shots: readonly Shot[]
  /** The same without what stands on all of them. */
  readonly rest: () => readonly Shot[]
  /** The same without what stands where the rest goes its way; all that is measured of motion and size is measured of this. */
  readonly moving: readonly Shot[]
  /** Those of what moves that show one body; shapes shown again and again, such as mouths, change theirs. */
  readonly bodies: readonly Shot[]
  /** Showings of the same one after the other with no empty frame between; drawings still without ink are passed over, and shapes shown again and again are no motion. */
  readonly runs: readonly (readonly Shot[])[]
  /** Runs as far as anything repeats: on a loop with two showings from beyond each side of the seam. */
  readonly stretches: readonly Stretch[]
  /** What is followed; none on a ground. */
  readonly tracks: readonly Track[]
  /** Most of its lines, laid over each other; where nothing is pinned painted parts as well, on the drawings on which they keep their shape, and where most drawings change theirs all of a drawing as one. */
  readonly parts: readonly Track[]
  /** Every drawing of the level, shown or not. */
  readonly all: readonly { readonly entry: Drawing; readonly measured: Measured | undefined }[]
  /** Roles explain nothing where every drawing is a key. */
  readonly keysSay: boolean
}

export type OnsetsOf = (file: string) => readonly Onset[]

export interface Subject {
  /** The flash check of the take's frames, made when it is first asked for. */
  readonly flashes: () => FlashReport
  readonly scene: Scene
  readonly take: string
  readonly inkOf: InkOf
  readonly level: (id: string) => LevelSubject
  readonly limit: (check: string, name: string) => number
  /** A colour, once it was merged into another that one. */
  readonly colour: (swatch: string) => string
  /** Where the sounds of a file begin anew; none while nobody has heard it. */
  readonly onsets: OnsetsOf
  /** The library of its production, as far as it is known. */
  readonly library?: Pick<ProductionDocument, 'characters'> | undefined
  /** The scene this one hands on to. */
  readonly next?: { readonly scene: Scene; readonly inkOf: InkOf } | undefined
}

/** Turns of a cycle after the first show nothing new. */
function runsOf(
  exposures: readonly Exposure[],
  shapes: ReadonlySet<string>,
  moving: ReadonlyMap<string, Shot>,
): Shot[][] {
  const runs: Shot[][] = [[]]
  const pairs = new Set<string>()
  for (const { drawing, frame, frames } of placed(exposures)) {
    if (drawing === null || shapes.has(drawing)) {
      if (runs.at(-1)!.length > 0) runs.push([])
      continue
    }
    const shot = moving.get(drawing)
    if (!shot) continue
    const run = runs.at(-1)!
    const before = run
      .slice(-3)
      .map((shot) => shot.drawing)
      .join(' ')
    const pair = `${before} ${drawing}`
    if (run.length >= 3 && pairs.has(pair)) continue
    pairs.add(pair)
    run.push({ ...shot, frame, frames })
  }
  return runs.filter((run) => run.length > 0)
}

export function levelSubject(scene: Scene, id: string, take: string, inkOf: InkOf): LevelSubject {
  const level = scene.levels[id]!
  const { length } = scene.settings
  const all = Object.values(scene.drawings)
    .filter((entry) => entry.level === id)
    .map((entry) => ({ entry, measured: measuredOf(entry.id, inkOf) }))
  const exposures = exposuresOf(scene, id, take)
  const framesAt = new Map(placed(exposures).map((each) => [each.frame, each.frames]))
  const shots = drawingsShown(exposures).flatMap(({ drawing, frame }): Shot[] => {
    const measured = measuredOf(drawing, inkOf)
    return measured ? [{ drawing, entry: scene.drawings[drawing]!, frame, frames: framesAt.get(frame)!, measured }] : []
  })
  const shapes = shapesOf(scene, id)
  const standing = level.kind === 'ground' ? undefined : standingOf(shots, scene.settings, inkOf)
  const moving = standing?.isGround ? standing.rest() : shots
  const runs = runsOf(exposures, shapes, new Map(moving.map((shot) => [shot.drawing, shot])))
  const [only] = runs
  const whole =
    level.loop &&
    runs.length === 1 &&
    only!.length > 3 &&
    only![0]!.frame === 1 &&
    !exposures.some(({ drawing }) => drawing === null)
  const moved =
    (by: number) =>
    (shot: Shot): Shot => ({ ...shot, frame: shot.frame + by })
  const stretches = whole
    ? [
        {
          shots: [...only!.slice(-2).map(moved(-length)), ...only!, ...only!.slice(0, 2).map(moved(length))],
          from: 2,
          to: only!.length + 1,
        },
      ]
    : runs.map((run) => ({ shots: run, from: 0, to: run.length - 1 }))
  const tracks =
    level.kind === 'ground' ? [] : tracksOf(scene, level, moving, moving === shots ? 'its shape' : 'what moves')
  return {
    level,
    shots,
    rest: () => standing?.rest() ?? shots,
    moving,
    bodies: moving.filter(({ drawing }) => !shapes.has(drawing)),
    runs,
    stretches,
    all,
    tracks,
    parts: partsOf(scene, moving, tracks, whole),
    keysSay: all.some(({ entry }) => entry.role === 'inbetween'),
  }
}

/** Drawings laid to be shown again and again: the mouths of a voice. One after the other they are no motion. */
const shapesOf = (scene: Scene, level: string): ReadonlySet<string> =>
  new Set(Object.values(scene.plans ?? {}).flatMap((plan) => (plan.level === level && plan.laid ? plan.drawings : [])))

/** Successive shapes less alike than this are no body whose middle could be followed. */
const SAME_BODY = 0.8

/** The middle of the shape, where the shape stays: on drawings that look like those beside them. */
export function standInFor(shots: readonly Shot[], of: string): Track {
  const shapes = new Map(shots.map(({ drawing, measured }) => [drawing, measured.shape]))
  const steady = new Set(
    shots.flatMap(({ drawing }, i) => {
      const own = shapes.get(drawing)
      const beside = [shots[i - 1], shots[i + 1]].flatMap((each) => (each && shapes.get(each.drawing)) ?? [])
      return own && beside.every((other) => alike(own, other) >= SAME_BODY) ? [drawing] : []
    }),
  )
  return {
    ...{ id: '', name: `the middle of ${of}`, standIn: true },
    at: ({ drawing }) => (steady.has(drawing) ? shapes.get(drawing)?.centre : undefined),
  }
}

function tracksOf(scene: Scene, level: Level, shots: readonly Shot[], of: string): Track[] {
  const landmarks = landmarksOf(scene, level.id)
  if (landmarks.length > 0)
    return landmarks.map(({ id, name }) => ({ id, name, standIn: false, at: ({ entry }) => pinOf(entry, id) }))
  return [standInFor(shots, of)]
}

/** Whether landmarks are followed, and nothing stands in for them. */
export const isPinned = ({ tracks }: Pick<LevelSubject, 'tracks'>): boolean => tracks.some(({ standIn }) => !standIn)

/** On so many of its drawings a body that keeps its shape tells where all of them are. */
const MOSTLY = 0.8

function partsOf(scene: Scene, shots: readonly Shot[], tracks: readonly Track[], round: boolean): Track[] {
  if (tracks.length === 0) return []
  if (isPinned({ tracks })) return linesOnLines(shots, round)
  const isBody = tracks.some((track) => shots.filter((shot) => track.at(shot)).length >= MOSTLY * shots.length)
  return [
    ...paintedParts(scene, shots, round),
    ...(isBody ? [] : [wholeDrawing(shots, round), ...linesOnLines(shots, round)]),
  ]
}

/** The middle of what is painted is known less well than a pin: what it is off by says something from so many times as far. */
export const leastTimes = ({ standIn }: Track): number => (standIn ? 1.5 : 1)

/** The showings of a stretch on which something followed has a place. */
export function followed(
  track: Track,
  shots: readonly Shot[],
): { readonly shot: Shot; readonly at: Point & { readonly corner?: boolean | undefined } }[] {
  return shots.flatMap((shot) => {
    const at = track.at(shot)
    return at ? [{ shot, at }] : []
  })
}

/** Places on each side of one that are drawn with it. */
const AROUND = 8
/** As much of a way as shows how one place lies on it. */
export const wayAround = <P>(places: readonly P[], i: number): readonly P[] =>
  places.slice(Math.max(0, i - AROUND), i + AROUND + 1)

/** Places cut wherever a showing lies between that has none. */
export function unbroken<P extends { readonly shot: Shot }>(places: readonly P[], shots: readonly Shot[]): P[][] {
  const runs: P[][] = []
  let last = -2
  for (const place of places) {
    const at = shots.indexOf(place.shot)
    if (at !== last + 1) runs.push([])
    runs.at(-1)!.push(place)
    last = at
  }
  return runs
}

export function colourOf(scene: Scene): (swatch: string) => string {
  const known = new Map<string, string>()
  return (swatch) => {
    let end = known.get(swatch)
    if (end === undefined) known.set(swatch, (end = poured(scene.palette, swatch)))
    return end
  }
}

/** "Drawing 5 of Lime". */
export const named = (subject: LevelSubject, shot: Pick<Shot, 'entry'>): string =>
  `Drawing ${shot.entry.number} of ${subject.level.name}`
