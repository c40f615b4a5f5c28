import type { z } from 'zod'
import type { PartPath } from '../scene/parts'
import type { Scene } from '../scene/schema'

/** One kind of edit: its shape, what it does to a scene, and how the history tells it. */
export interface EditKind<S extends z.ZodType = z.ZodType> {
  readonly schema: S
  /** The scene after the edit; parts that do not change are the same objects. Errors: EditRefused. */
  readonly apply: (scene: Scene, edit: z.infer<S>) => Scene
  readonly words: (edit: z.infer<S>, scene: Scene) => string
  /** The parts it changes at the most, where that can be told without looking through the whole scene. */
  readonly parts?: (edit: z.infer<S>) => readonly PartPath[]
}

export const editKind = <S extends z.ZodType>(kind: EditKind<S>): EditKind<S> => kind
