import { z } from 'zod'
import { refuse } from '../../scene/refusal'
import { idSchema, referenceSchema, type Scene } from '../../scene/schema'
import { editKind } from '../edit'

function withReferences(scene: Scene, references: NonNullable<Scene['references']>): Scene {
  const { references: _, ...rest } = scene
  return Object.keys(references).length > 0 ? { ...rest, references } : rest
}

/** A picture pinned beside or under the paper, or one pinned there moved or changed. */
export const referencePut = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('reference.put'), reference: referenceSchema }),
  apply(scene, { reference }) {
    return withReferences(scene, { ...scene.references, [reference.id]: reference })
  },
  words: ({ reference }) => `the reference ${reference.name}`,
})

export const referenceRemove = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('reference.remove'), reference: idSchema }),
  apply(scene, { reference }) {
    if (!scene.references?.[reference]) refuse('This reference is not in the scene any more.')
    return withReferences(
      scene,
      Object.fromEntries(Object.entries(scene.references!).filter(([id]) => id !== reference)),
    )
  },
  words: ({ reference }, scene) => `the reference ${scene.references?.[reference]?.name ?? ''} taken away`,
})
