import type { z } from 'zod'
import type { Ink } from '../ink/ink'
import type { PartPath } from '../scene/parts'
import type { Pass, Scene } from '../scene/schema'

/** The ink of one pass of one drawing. */
export interface PassInk {
  readonly drawing: string
  readonly pass: Pass
  readonly ink: Ink
}

/** What a kind of edit does to ink, beside what it does to the scene. */
export interface InkWriting<E> {
  /** The drawing it writes on. */
  readonly drawing: (edit: E) => string
  /** The drawing it takes ink from, when that is another. */
  readonly source?: (edit: E) => string
  /** The passes it leaves changed. Errors: EditRefused. */
  readonly lay: (edit: E, inkOf: (drawing: string, pass: Pass) => Ink) => readonly PassInk[]
}

/** One kind of edit: its shape, what it does to a scene and to ink, and how the history tells it. */
export interface EditKind<S extends z.ZodType = z.ZodType> {
  readonly schema: S
  /** The scene after the edit; parts that do not change are the same objects. Errors: EditRefused. */
  readonly apply: (scene: Scene, edit: z.infer<S>) => Scene
  readonly words: (edit: z.infer<S>, scene: Scene) => string
  /** The parts it changes at the most, where that can be told without looking through the whole scene. */
  readonly parts?: (edit: z.infer<S>) => readonly PartPath[]
  /** The edit that undoes it, where putting back the parts it changed does not. */
  readonly inverse?: (edit: z.infer<S>) => z.infer<S>
  /** True for a level's own switches and what is done to the scene or a take as a whole: it changes locked levels too. */
  readonly pastLocks?: boolean
  readonly ink?: InkWriting<z.infer<S>>
}

export const editKind = <S extends z.ZodType>(kind: EditKind<S>): EditKind<S> => kind
