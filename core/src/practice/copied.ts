import { scoreExercise, type MarkedDrawing, type Score } from './score'
import type { Exercise } from './exercise'

/** How the keys of a motion that was watched were found. */
export interface CopyScore extends Score {
  /** Keys of the motion, and the drawing nearest in time; undefined where none is near. */
  readonly keys: readonly { readonly frame: number; readonly drawn: number | undefined }[]
  /** Frames on which a drawing stands that is no key. */
  readonly more: readonly number[]
}

/** A drawing this many frames from a key stands for it. */
const NEAR = 4

/**
 * How keys drawn of a motion compare with its own: which were found, on which frames, and how each lies against the motion on
 * the frame of the key it stands for. Errors: RangeError without a drawing that can be measured.
 */
export function scoreCopy(exercise: Exercise, seed: number, drawings: readonly MarkedDrawing[]): CopyScore {
  const { frames } = exercise.schools(seed)[0]!.ideal
  const wanted = frames.flatMap(({ key }, i) => (key ? [i + 1] : []))
  const pairs = wanted
    .flatMap((key) => drawings.map((drawing) => ({ key, drawing, apart: Math.abs(drawing.frame - key) })))
    .filter(({ apart }) => apart <= NEAR)
    .sort((a, b) => a.apart - b.apart || a.key - b.key)
  const [drawnOf, keyOf] = [new Map<number, number>(), new Map<string, number>()]
  for (const { key, drawing } of pairs) {
    if (drawnOf.has(key) || keyOf.has(drawing.drawing)) continue
    drawnOf.set(key, drawing.frame)
    keyOf.set(drawing.drawing, key)
  }
  // A key drawn a frame late is compared with the pose it stands for.
  const posed = drawings.map((drawing) => ({ ...drawing, frame: keyOf.get(drawing.drawing) ?? drawing.frame }))
  return {
    ...scoreExercise(exercise, seed, posed),
    keys: wanted.map((frame) => ({ frame, drawn: drawnOf.get(frame) })),
    more: drawings.filter(({ drawing }) => !keyOf.has(drawing)).map(({ frame }) => frame),
  }
}
