import type { Point } from '../geometry/matrix'
import type { GuideShape, Settings } from '../scene/schema'

/** One frame of a motion as the law has it. */
export interface IdealFrame {
  /** Where what is measured lies, by name; scene pixels. */
  readonly marks: Readonly<Record<string, Point>>
  readonly shapes: readonly GuideShape[]
  /** Square pixels of its body, where its size is part of the law. */
  readonly area?: number
  readonly key?: true
  /** Something meets here: a body the ground, or its first two marks one another. */
  readonly meets?: true
}

/** A motion by its law, frame by frame. */
export interface Ideal {
  readonly loop: boolean
  /** Height of the ground, if there is one. */
  readonly ground?: number
  readonly frames: readonly IdealFrame[]
}

/** One of several laws that are right. */
export interface School {
  readonly words: string
  readonly ideal: Ideal
}

/** Something to be drawn and measured against its law. One file a family, and a line in the register. */
export interface Exercise {
  readonly id: string
  readonly name: string
  /** What it teaches, on its card. */
  readonly teaches: string
  /** What is asked, told beside the paper. */
  readonly task: (ideal: Ideal, seed: number) => string
  /** Hidden until asked. */
  readonly law: string
  /** The mark that the middle of the drawn shape stands for: nothing needs a pin. */
  readonly body?: string
  /** Marks to be pinned. */
  readonly pins: readonly string[]
  /** Frames a drawing is usually held here. */
  readonly exposure: number
  /** Only the keys are drawn, from a motion that is watched. */
  readonly copied?: true
  /** The laws, the usual one first; the same seed gives the same. */
  readonly schools: (seed: number) => readonly School[]
}

/** The table every exercise is drawn on. */
export const PRACTICE_SIZE = { width: 960, height: 540, fps: 24 } as const

/** Settings of the scene an exercise opens as. */
export const exerciseSettings = (exercise: Exercise, seed: number): Settings => ({
  ...PRACTICE_SIZE,
  name: exercise.name,
  length: exercise.schools(seed)[0]!.ideal.frames.length,
  paper: '#fbf7ee',
  // Drawn from the first to the last; what is copied is drawn by its poses.
  approach: exercise.copied ? 'pose-to-pose' : 'straight-ahead',
  numbering: 'by-frame',
  exposure: exercise.exposure,
  exercise: { id: exercise.id, seed },
})

/** Frames, from 1, on which something meets, the first of each run of them. */
export const meetingFrames = ({ frames }: Ideal): number[] =>
  frames.flatMap(({ meets }, i) => (meets && !frames[i - 1]?.meets ? [i + 1] : []))

/** "9, 23 and 33". */
const listed = (frames: readonly number[]): string =>
  frames.length < 2 ? frames.join('') : `${frames.slice(0, -1).join(', ')} and ${frames.at(-1)}`

/** "frame 9", "frames 9, 23 and 33". */
export const onFrames = (frames: readonly number[]): string =>
  `frame${frames.length === 1 ? '' : 's'} ${listed(frames)}`
