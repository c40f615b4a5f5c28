import { z } from 'zod'
import { refuse } from '../../scene/refusal'
import { footageSchema, idSchema, type Scene } from '../../scene/schema'
import { editKind } from '../edit'

function withFootage(scene: Scene, footage: NonNullable<Scene['footage']>): Scene {
  const { footage: _, ...rest } = scene
  return Object.keys(footage).length > 0 ? { ...rest, footage } : rest
}

/** A film laid under the paper, or one that is there moved or changed. */
export const footagePut = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('footage.put'), footage: footageSchema }),
  apply: (scene, { footage }) => withFootage(scene, { ...scene.footage, [footage.id]: footage }),
  words: ({ footage }) => `the film ${footage.name}`,
})

export const footageRemove = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('footage.remove'), footage: idSchema }),
  apply(scene, { footage }) {
    if (!scene.footage?.[footage]) refuse('This film is not in the scene any more.')
    const { [footage]: _, ...others } = scene.footage!
    return withFootage(scene, others)
  },
  words: ({ footage }, scene) => `the film ${scene.footage?.[footage]?.name ?? ''} taken out`,
})
