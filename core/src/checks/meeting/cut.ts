import { inverted, isIdentity, STAY, transformPoint, type Matrix, type Point } from '../../geometry/matrix'
import { distance } from '../../motion/arc'
import { plus } from '../../motion/segments'
import type { Scene } from '../../scene/schema'
import { fieldAt, throughCamera } from '../../timing/seen/camera'
import { exposureAt, exposuresOf } from '../../timing/sheet'
import type { InkOf } from '../measured'
import { median } from '../size/median'
import { levelSubject, type LevelSubject, type Shot, type Track } from '../subject'
import { wholeDrawing } from '../tracks/whole-drawing'

/** One side of a cut: the frame of a scene that is seen beside it. */
export interface CutSide {
  readonly scene: Scene
  readonly frame: number
  readonly inkOf: InkOf
  /** A level as the checks see it, where that is known already. */
  readonly level?: (id: string) => LevelSubject
}

/** How something that both sides show is handed on, in pixels of the picture before the cut. */
export interface CutMeasure {
  readonly level: string
  readonly what: string
  /** How far from where it left it is met, from a step on or from where it was the last few frames, whichever is nearest. */
  readonly px: number
  /** Pixels a frame of the side before, as it leaves and as it enters. */
  readonly out: number
  readonly into: number
  /** By what share of `out` it enters faster (above 0) or slower; 0 where that is alike, or either way has no one pace. */
  readonly off: number
  /** Degrees its long axis turns over the cut; undefined where it is too round to have one. */
  readonly turned: number | undefined
}

/** With where that is, on the paper of the scene before. */
export interface Handed extends CutMeasure {
  readonly shot: Shot
  readonly from: Point
  readonly to: Point
}

/** A shape as long as this against its width has a line of action. */
const LONG = 1.4

/** Drawings of a level on both sides of a frame that say where it is and how fast: some on each. */
export function drawingsBeside({ scene, frame }: Pick<CutSide, 'scene' | 'frame'>): string[] {
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

/** What goes on over a cut, one for each level of the same name: of what is followed there, what is met the worst. */
export const measureCut = (out: CutSide, into: CutSide): CutMeasure[] =>
  out.scene.levelOrder.flatMap((id) => {
    const all = handedOn(out, into, id) ?? []
    const [first, ...others] = all
    return first ? [others.reduce<CutMeasure>((worst, each) => (each.px > worst.px ? each : worst), first)] : []
  })

/**
 * How what is followed on a level goes on over a cut on the level of the same name. Only what is on the paper on both sides
 * can be handed on: undefined where the level is not; empty where nothing on it can be followed over the cut.
 */
export function handedOn(out: CutSide, into: CutSide, id: string): Handed[] | undefined {
  const { name, kind } = out.scene.levels[id]!
  const twin = into.scene.levelOrder.find((each) => into.scene.levels[each]!.name === name)
  if (kind === 'ground' || twin === undefined || !isShown(out, id) || !isShown(into, twin)) return undefined
  const [before, after] = [besideCut(out, id, 'before'), besideCut(into, twin, 'after')]
  if (!before || !after) return []
  const scale = out.scene.settings.width / into.scene.settings.width
  const rate = into.scene.settings.fps / out.scene.settings.fps
  const handed = thingsFollowed(before, after, scale).flatMap((thing): Handed[] => {
    const left = atCut(thing.out, before)
    const met = atCut(thing.into, after, scale)
    if (!left || !met) return []
    const { off, out: leaves, into: enters } = speeds(left, met, rate, thing.pixels)
    const back = inverted(pictureAt(out, out.frame))
    return [
      {
        ...{ level: name, what: thing.name, px: missedBy(left, met, rate), out: leaves, into: enters, off },
        ...{ turned: turnOver(left.shot, met.shot), shot: left.shot },
        ...{ from: transformPoint(back, left.at), to: transformPoint(back, met.at) },
      },
    ]
  })
  return asMostSay(handed)
}

/** A foot that is set down stops by itself: speed is off by no more than most of what is followed says. */
function asMostSay(handed: readonly Handed[]): Handed[] {
  if (handed.length === 0) return []
  const most = median(handed.map(({ off }) => off))
  const agreed = (off: number) => (off * most > 0 ? Math.sign(off) * Math.min(Math.abs(off), Math.abs(most)) : 0)
  return handed.map((each) => ({ ...each, off: agreed(each.off) }))
}

const isShown = ({ scene, frame }: CutSide, level: string): boolean =>
  typeof exposureAt(exposuresOf(scene, level), frame)?.drawing === 'string'

/** The level beside a cut: what is shown of it there, from the cut away. */
interface Beside {
  readonly side: CutSide
  readonly subject: LevelSubject
  /** The first is at the cut. */
  readonly shots: readonly Shot[]
}
/** So many drawings from the cut away say how something goes there. */
const NEAR = 8

function besideCut(side: CutSide, level: string, where: 'before' | 'after'): Beside | undefined {
  const subject = side.level?.(level) ?? levelSubject(side.scene, level, side.scene.mainTake, side.inkOf)
  // What is held over the cut began before it.
  const isThere = ({ frame, frames }: Shot) => frame <= side.frame && frame + frames > side.frame
  const run = subject.runs.find((each) => each.some(isThere))
  const at = run?.findIndex(isThere)
  if (!run || at === undefined) return undefined
  const shots = where === 'before' ? run.slice(0, at + 1).reverse() : run.slice(at)
  return { side, subject, shots: shots.slice(0, NEAR) }
}

/** Something on both sides of a cut. */
interface Thing {
  readonly name: string
  readonly out: Track['at']
  readonly into: Track['at']
  /** Steps that differ by less are alike, in pixels: so well are they known. */
  readonly pixels: number
}
const KNOWN = { pin: 1.5, drawing: 4 } as const

/** Landmarks pinned on both sides; where there are none all of the drawing, as far as it is the same. */
function thingsFollowed(before: Beside, after: Beside, scale: number): Thing[] {
  const pins = before.subject.tracks.flatMap((track): Thing[] => {
    const same = after.subject.tracks.find((each) => !each.standIn && each.name === track.name)
    if (track.standIn || !same || !track.at(before.shots[0]!) || !same.at(after.shots[0]!)) return []
    return [{ name: track.name, out: track.at, into: same.at, pixels: KNOWN.pin }]
  })
  if (pins.length > 0) return pins
  const isOnePaper = [before, after].every(({ side }) => isIdentity(pictureAt(side, side.frame))) && scale === 1
  const all = isOnePaper ? allOfIt(before, after) : middles(before, after)
  return all ? [all] : []
}

/** A drawing that is by so much larger, as a natural logarithm, is another. */
const ANOTHER = 0.15

/** The drawings of both sides followed as one row: what is on them need not keep its shape. */
function allOfIt(before: Beside, after: Beside): Thing | undefined {
  const named = (shot: Shot, side: string): Shot => ({ ...shot, drawing: `${side} ${shot.drawing}` })
  const row = [
    ...before.shots.map((shot) => named(shot, 'before')).reverse(),
    ...after.shots.map((shot) => named(shot, 'after')),
  ]
  const [left, met] = [before.shots[0]!.measured.shape, after.shots[0]!.measured.shape]
  if (!left || !met || Math.abs(Math.log(met.area / left.area)) > ANOTHER) return undefined
  const track = wholeDrawing(row, false)
  return {
    ...{ name: track.name, pixels: KNOWN.drawing },
    out: (shot) => track.at(named(shot, 'before')),
    into: (shot) => track.at(named(shot, 'after')),
  }
}

/** The middles of shapes that stay. */
function middles(before: Beside, after: Beside): Thing | undefined {
  const [own, other] = [before, after].map(({ subject }) => subject.tracks.find(({ standIn }) => standIn))
  return own && other && { name: own.name, out: own.at, into: other.at, pixels: KNOWN.drawing }
}

/** From scene pixels to those of the picture, as its camera sees a frame. */
function pictureAt({ scene }: CutSide, frame: number): Matrix {
  const field = fieldAt(scene.takes[scene.mainTake]?.camera ?? [], frame)
  return field ? throughCamera(field, scene.settings) : STAY
}

/** Where something is in the picture beside a cut, and how it goes there. */
interface AtCut {
  readonly shot: Shot
  readonly at: Point
  /** Its steps from the cut away, in pixels and in frames, in the way it goes. */
  readonly steps: readonly { readonly by: Point; readonly frames: number }[]
  /** For so many frames it is seen beside the cut, wherever a trim has put that. */
  readonly frames: number
  /** Where it was a few frames before: a cut on an action may show those again. */
  readonly lately: readonly Point[]
}
/** So many frames of an action may be shown on both sides of a cut. */
const AGAIN = 4

function atCut(track: Track['at'], { side, shots }: Beside, scale = 1): AtCut | undefined {
  const seen = (shot: Shot, frame: number): Point | undefined => {
    const at = track(shot)
    const there = at && transformPoint(pictureAt(side, frame), at)
    return there && { x: there.x * scale, y: there.y * scale }
  }
  const at = seen(shots[0]!, side.frame)
  if (!at) return undefined
  const steps = shots.slice(1, 3).flatMap((shot, i) => {
    const [near, far] = [seen(shots[i]!, shots[i]!.frame), seen(shot, shot.frame)]
    const frames = shot.frame - shots[i]!.frame
    if (!near || !far) return []
    // Before the cut the farther one is the earlier.
    return [{ by: frames < 0 ? plus(near, far, -1) : plus(far, near, -1), frames: Math.abs(frames) }]
  })
  const lately = shots
    .slice(1)
    .filter(({ frame, frames }) => frame < side.frame && frame + frames > side.frame + 1 - AGAIN)
  return {
    ...{ shot: shots[0]!, at, steps, frames: side.frame + 1 - shots[0]!.frame },
    lately: lately.flatMap((shot) => seen(shot, shot.frame) ?? []),
  }
}

/** From where it left or was lately, or from a step on at the pace of both sides. */
function missedBy(left: AtCut, met: AtCut, rate: number): number {
  const paces = [left.steps[0], met.steps[0]].flatMap((step, i) =>
    step ? [{ x: step.by.x / step.frames, y: step.by.y / step.frames, rate: i === 0 ? 1 : rate }] : [],
  )
  const on = paces.reduce((sum, pace) => plus(sum, pace, (pace.rate * left.frames) / paces.length), left.at)
  return Math.min(...[left.at, on, ...left.lately].map((at) => distance(at, met.at)))
}

/** How fast it leaves and enters, in pixels a frame of the side before, and by how much it changes between two even paces. */
function speeds(left: AtCut, met: AtCut, rate: number, pixels: number): Pick<CutMeasure, 'out' | 'into' | 'off'> {
  const [leaving, entering] = [left, met].map(({ steps }, i) =>
    steps.map(({ by, frames }) => (Math.hypot(by.x, by.y) / frames) * (i === 0 ? 1 : rate)),
  ) as [number[], number[]]
  const [out = 0, into = 0] = [leaving[0], entering[0]]
  if (leaving.length === 0 || entering.length === 0 || turnsAt(left, met)) return { out, into, off: 0 }
  if (!isEven(leaving) || !isEven(entering)) return { out, into, off: 0 }
  const change = into - out
  return { out, into, off: Math.abs(change) > pixels / left.steps[0]!.frames ? change / Math.max(SLOW, out) : 0 }
}
/** What speeds up or slows down by more tells of no one pace. */
const EVEN = 1.35
const isEven = ([near, far]: readonly number[]) =>
  far === undefined || Math.max(near!, far) <= EVEN * Math.min(near!, far)
/** What goes slower is all but at rest, in pixels a frame. */
const SLOW = 0.5
/** What turns by more, by its cosine, touches something or swings there. */
const TURNS = 0.5
function turnsAt({ steps: [out] }: AtCut, { steps: [into] }: AtCut): boolean {
  const [a, b] = [out!.by, into!.by]
  return a.x * b.x + a.y * b.y < TURNS * Math.hypot(a.x, a.y) * Math.hypot(b.x, b.y)
}

/** Degrees the long axis of a figure turns; a line has no ends, so at most a right angle. */
function turnOver(a: Shot, b: Shot): number | undefined {
  const [one, other] = [a.measured.shape, b.measured.shape]
  if (!one || !other || one.ratio < LONG || other.ratio < LONG) return undefined
  const turn = (Math.abs(one.lean - other.lean) * 180) / Math.PI
  return Math.min(turn % 180, 180 - (turn % 180))
}
