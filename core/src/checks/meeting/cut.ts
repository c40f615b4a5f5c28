import { STAY, transformPoint, type Matrix, type Point } from '../../geometry/matrix'
import { distance } from '../../motion/arc'
import type { Scene } from '../../scene/schema'
import { fieldAt, throughCamera } from '../../timing/seen/camera'
import { exposureAt, exposuresOf } from '../../timing/sheet'
import type { InkOf } from '../measured'
import { followed, levelSubject, type LevelSubject, type Shot, type Track } from '../subject'

/** One side of a cut: the frame of a scene that is seen beside it. */
export interface CutSide {
  readonly scene: Scene
  readonly frame: number
  readonly inkOf: InkOf
}

/** How something that both sides show is handed on, in pixels of the picture before the cut. */
export interface CutMeasure {
  readonly level: string
  readonly what: string
  /** How far from where it left it is met. */
  readonly px: number
  /** Pixels a frame of the side before, as it leaves and as it enters. */
  readonly out: number
  readonly into: number
  /** Degrees its long axis turns over the cut; undefined where it is too round to have one. */
  readonly turned: number | undefined
}

/** A shape as long as this against its width has a line of action. */
const LONG = 1.4

/** Drawings of a level on both sides of a frame that say where it is and how fast: two on each. */
export function drawingsBeside({ scene, frame }: Omit<CutSide, 'inkOf'>): string[] {
  const near = (level: string) => {
    const shown = exposuresOf(scene, level)
    const at: (string | null)[] = []
    let from = 1
    for (const { drawing, frames } of shown) {
      if (from <= frame + 24 && from + frames > frame - 24) at.push(drawing)
      from += frames
    }
    return at
  }
  return [...new Set(scene.levelOrder.flatMap(near))].filter((drawing) => drawing !== null)
}

/**
 * What goes on over a cut, level by level of the same name: where it is met, how fast, and how its line of action lies.
 * Only what is on the paper on both sides can be handed on.
 */
export function measureCut(out: CutSide, into: CutSide): CutMeasure[] {
  const scale = out.scene.settings.width / into.scene.settings.width
  const rate = into.scene.settings.fps / out.scene.settings.fps
  return out.scene.levelOrder.flatMap((id): CutMeasure[] => {
    const { name, kind } = out.scene.levels[id]!
    const twin = into.scene.levelOrder.find((each) => into.scene.levels[each]!.name === name)
    if (kind === 'ground' || twin === undefined || !isShown(out, id) || !isShown(into, twin)) return []
    const [own, other] = [subjectOf(out, id), subjectOf(into, twin)]
    for (const track of own.tracks) {
      const same = other.tracks.find((each) => each.standIn === track.standIn && each.name === track.name)
      const left = atCut(own, track, out, 'before')
      const met = same && atCut(other, same, into, 'after')
      if (!left || !met) continue
      const there = { x: met.at.x * scale, y: met.at.y * scale }
      return [
        {
          ...{ level: name, what: track.name, px: distance(left.at, there), out: left.speed },
          ...{ into: met.speed * scale * rate, turned: turnOver(left.shot, met.shot) },
        },
      ]
    }
    return []
  })
}

const isShown = ({ scene, frame }: CutSide, level: string): boolean =>
  typeof exposureAt(exposuresOf(scene, level), frame)?.drawing === 'string'
const subjectOf = ({ scene, inkOf }: CutSide, level: string): LevelSubject =>
  levelSubject(scene, level, scene.mainTake, inkOf)

/** From scene pixels to those of the picture, as its camera sees a frame. */
function pictureAt({ scene }: CutSide, frame: number): Matrix {
  const field = fieldAt(scene.takes[scene.mainTake]?.camera ?? [], frame)
  return field ? throughCamera(field, scene.settings) : STAY
}

/** Where something is in the picture beside a cut, and how fast it goes there, in pixels per frame. */
function atCut(
  { runs }: LevelSubject,
  track: Track,
  side: CutSide,
  where: 'before' | 'after',
): { at: Point; speed: number; shot: Shot } | undefined {
  // What is held over the cut began before it.
  const isThere = ({ frame, frames }: Shot) => frame <= side.frame && frame + frames > side.frame
  const run = runs.find((each) => each.some(isThere))
  if (!run) return undefined
  const places = followed(track, run)
  const n = places.findIndex(({ shot }) => isThere(shot))
  const here = places[n]
  const beside = where === 'before' ? places[n - 1] : places[n + 1]
  if (!here) return undefined
  const seen = ({ at, shot }: (typeof places)[number]) => transformPoint(pictureAt(side, shot.frame), at)
  const at = transformPoint(pictureAt(side, side.frame), here.at)
  const frames = beside ? Math.abs(beside.shot.frame - here.shot.frame) : 0
  return { at, shot: here.shot, speed: beside && frames > 0 ? distance(seen(here), seen(beside)) / frames : 0 }
}

/** Degrees the long axis of a figure turns; a line has no ends, so at most a right angle. */
function turnOver(a: Shot, b: Shot): number | undefined {
  const [one, other] = [a.measured.shape, b.measured.shape]
  if (!one || !other || one.ratio < LONG || other.ratio < LONG) return undefined
  const turn = (Math.abs(one.lean - other.lean) * 180) / Math.PI
  return Math.min(turn % 180, 180 - (turn % 180))
}
