import type { Point } from '../geometry/matrix'
import type { Exercise, Ideal, IdealFrame } from './exercise'

/** A drawing of an exercise with what was measured of it. */
export interface MarkedDrawing {
  readonly drawing: string
  readonly number: string
  /** The frame that shows it first. */
  readonly frame: number
  readonly marks: Readonly<Record<string, Point>>
  /** Of its one shape, in square pixels. */
  readonly area?: number
}

/** How one drawing lies against the law. */
interface DrawingScore extends Pick<MarkedDrawing, 'drawing' | 'number' | 'frame'> {
  /** The mark that lies farthest off, where it is and where it should be. */
  readonly mark: string
  readonly own: Point
  readonly ideal: Point
  /** How far that is, in pixels, and as a share of the step there. */
  readonly px: number
  readonly share: number
  /** As much of it as lies beside the way, and as much as lies along it: late below 0. */
  readonly beside: number
  readonly along: number
  /** By how much its area is more than the others’, as a share. */
  readonly larger?: number
}

/** A frame on which something must meet. */
interface MeetingScore {
  readonly frame: number
  /** Pixels by which it does not; undefined while no drawing begins on that frame. */
  readonly px: number | undefined
}

export interface Score {
  /** Of several laws that are right, the one that the drawings are nearest to. */
  readonly school: string
  readonly isOneOfSeveral: boolean
  readonly drawings: readonly DrawingScore[]
  /** Drawings that could not be measured, and which marks they lack. */
  readonly lacking: readonly { readonly number: string; readonly marks: readonly string[] }[]
  /** Root mean square of all errors, in pixels, and as a share of the steps. */
  readonly px: number
  readonly share: number
  readonly beside: number
  readonly along: number
  readonly meetings: readonly MeetingScore[]
  /** How far the step from the last drawing to the first is from the law’s, in pixels; only where it is a loop. */
  readonly seam?: number
  /** The drawing to look at first. */
  readonly first?: string
}

/** A step this small in pixels is none: shares are not taken of less. */
const LEAST_STEP = 8

/** The step drawings of a mark usually take: shares are of half of it at least, so that a slow drawing is no giant’s fault. */
function usualStep({ frames, loop }: Ideal, mark: string, exposure: number): number {
  const steps = frames.flatMap(({ marks }, i) => {
    const [a, b] = [marks[mark], (frames[i + 1] ?? (loop ? frames[0] : undefined))?.marks[mark]]
    return a && b ? [distance(a, b)] : []
  })
  const sum = steps.reduce((total, step) => total + step, 0)
  return steps.length > 0 ? Math.max(LEAST_STEP, (exposure * sum) / steps.length) : LEAST_STEP
}
/** Two things this near meet, in pixels. */
export const MEETS = 6

/** How drawings lie against the law they are nearest to. Errors: RangeError without a drawing that can be measured. */
export function scoreExercise(exercise: Exercise, seed: number, drawings: readonly MarkedDrawing[]): Score {
  const schools = exercise.schools(seed)
  const scores = schools.map(({ words, ideal }) => ({ words, score: scoreAgainst(exercise, ideal, drawings) }))
  const best = scores.reduce((a, b) => (b.score.px < a.score.px ? b : a))
  return { ...best.score, school: best.words, isOneOfSeveral: schools.length > 1 }
}

/** The marks an exercise measures. */
export const marksOf = ({ body, pins }: Pick<Exercise, 'body' | 'pins'>): readonly string[] => (body ? [body] : pins)

function scoreAgainst(
  exercise: Exercise,
  ideal: Ideal,
  drawings: readonly MarkedDrawing[],
): Omit<Score, 'school' | 'isOneOfSeveral'> {
  const marks = marksOf(exercise)
  const asked = drawings.filter(({ frame }) => marks.some((mark) => ideal.frames[frame - 1]?.marks[mark]))
  const usual = new Map(marks.map((mark) => [mark, usualStep(ideal, mark, exercise.exposure)]))
  const scored = asked.flatMap((drawing, i) => {
    const own = marks.flatMap((mark) =>
      scoreOfMark(mark, { ideal, drawing, before: asked[i - 1], after: asked[i + 1], usual: usual.get(mark)! }),
    )
    if (own.length === 0) return []
    return [{ ...own.reduce((a, b) => (b.px > a.px ? b : a)), all: own }]
  })
  if (scored.length === 0)
    throw new RangeError('No drawing can be measured yet. Draw one where the law has one, and pin what it asks for.')
  const all = scored.flatMap((each) => each.all)
  const first = scored.reduce((a, b) => (b.px > a.px ? b : a))
  const larger = largerOf(ideal, asked)
  return {
    drawings: scored.map(({ all: _, ...each }) => ({
      ...each,
      ...(larger.has(each.drawing) && { larger: larger.get(each.drawing)! }),
    })),
    lacking: asked.flatMap((drawing) => {
      const lacks = marks.filter((mark) => ideal.frames[drawing.frame - 1]!.marks[mark] && !drawing.marks[mark])
      return lacks.length > 0 ? [{ number: drawing.number, marks: lacks }] : []
    }),
    px: rootMeanSquare(all.map(({ px }) => px)),
    share: rootMeanSquare(all.map(({ share }) => share)),
    beside: rootMeanSquare(all.map(({ beside }) => beside)),
    along: rootMeanSquare(all.map(({ along }) => along)),
    meetings: meetingsOf(exercise, ideal, drawings),
    ...(ideal.loop && asked.length > 2 && { seam: seamOf(marks, ideal, asked) }),
    first: first.drawing,
  }
}

interface Placed {
  readonly ideal: Ideal
  readonly drawing: MarkedDrawing
  readonly before: MarkedDrawing | undefined
  readonly after: MarkedDrawing | undefined
  /** A usual step of the mark, in pixels. */
  readonly usual: number
}

function scoreOfMark(mark: string, { ideal, drawing, before, after, usual }: Placed): DrawingScore[] {
  const at = (frame: number | undefined) => (frame === undefined ? undefined : ideal.frames[frame - 1]?.marks[mark])
  const [own, wanted] = [drawing.marks[mark], at(drawing.frame)]
  if (!own || !wanted) return []
  const steps = [at(before?.frame), at(after?.frame)].flatMap((other) => (other ? [distance(other, wanted)] : []))
  const step = steps.length > 0 ? steps.reduce((sum, each) => sum + each, 0) / steps.length : usual
  const px = distance(own, wanted)
  const nearest = nearestOnWay(ideal, mark, own, drawing.frame)
  return [
    {
      ...{ drawing: drawing.drawing, number: drawing.number, frame: drawing.frame, mark, own, ideal: wanted, px },
      share: px / Math.max(step, usual / 2),
      beside: Math.min(px, nearest.beside),
      // What is not beside the way is along it.
      along: Math.sqrt(Math.max(0, px ** 2 - Math.min(px, nearest.beside) ** 2)) * (nearest.isLate ? -1 : 1),
    },
  ]
}

/** How near a place lies to the way of a mark, looked for around its frame, and whether that is where the mark has been. */
function nearestOnWay(ideal: Ideal, mark: string, { x, y }: Point, frame: number): { beside: number; isLate: boolean } {
  const count = ideal.frames.length
  const reach = Math.max(6, Math.round(count / 5))
  let [beside, when] = [Infinity, 0]
  for (let n = -reach; n < reach; n++) {
    const at = (by: number) => {
      const index = frame - 1 + n + by
      return ideal.frames[ideal.loop ? (index + 2 * count) % count : index]?.marks[mark]
    }
    const [a, b] = [at(0), at(1)]
    if (!a || !b) continue
    const [dx, dy] = [b.x - a.x, b.y - a.y]
    const long = dx * dx + dy * dy
    const share = long > 0 ? Math.min(1, Math.max(0, ((x - a.x) * dx + (y - a.y) * dy) / long)) : 0
    const off = Math.hypot(x - a.x - dx * share, y - a.y - dy * share)
    if (off < beside - 1e-9) [beside, when] = [off, n + share]
  }
  return { beside, isLate: when < 0 }
}

/** By how much each drawing is larger than the law has it, against the middle of all of them: one’s own size is free. */
function largerOf(ideal: Ideal, drawings: readonly MarkedDrawing[]): Map<string, number> {
  const ratios = drawings.flatMap(({ drawing, frame, area }) => {
    const wanted = ideal.frames[frame - 1]?.area
    return area !== undefined && wanted ? [{ drawing, ratio: area / wanted }] : []
  })
  const sorted = ratios.map(({ ratio }) => ratio).sort((a, b) => a - b)
  const middle = sorted[Math.floor(sorted.length / 2)] ?? 1
  return new Map(ratios.map(({ drawing, ratio }) => [drawing, ratio / middle - 1]))
}

function meetingsOf(exercise: Exercise, ideal: Ideal, drawings: readonly MarkedDrawing[]): MeetingScore[] {
  const [a, b] = exercise.body ? [exercise.body] : exercise.pins
  return ideal.frames.flatMap((entry, i): MeetingScore[] => {
    if (!entry.meets || ideal.frames[i - 1]?.meets) return []
    let last = i
    while (ideal.frames[last + 1]?.meets) last++
    const drawing = drawings.find(({ frame }) => frame > i && frame <= last + 1)
    return [{ frame: i + 1, px: drawing && missOf(ideal.frames[drawing.frame - 1]!, drawing.marks, a, b) }]
  })
}

/** By how much what meets in the law does not on a drawing: its two marks, or its body the ground it stands on there. */
function missOf(entry: IdealFrame, marks: MarkedDrawing['marks'], a = '', b = ''): number | undefined {
  const [first, second] = [marks[a], marks[b]]
  if (b && second) return first && distance(first, second)
  const wanted = entry.marks[a]
  return first && wanted && Math.abs(first.y - wanted.y)
}

function seamOf(marks: readonly string[], ideal: Ideal, drawings: readonly MarkedDrawing[]): number {
  const [first, last] = [drawings[0]!, drawings.at(-1)!]
  const off = marks.flatMap((mark) => {
    const [a, b] = [last.marks[mark], first.marks[mark]]
    const [c, d] = [ideal.frames[last.frame - 1]!.marks[mark], ideal.frames[first.frame - 1]!.marks[mark]]
    return a && b && c && d ? [Math.hypot(b.x - a.x - (d.x - c.x), b.y - a.y - (d.y - c.y))] : []
  })
  return Math.max(0, ...off)
}

const distance = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y)
const rootMeanSquare = (values: readonly number[]) =>
  values.length === 0 ? 0 : Math.sqrt(values.reduce((sum, each) => sum + each * each, 0) / values.length)
