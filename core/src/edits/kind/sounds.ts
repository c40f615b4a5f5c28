import { z } from 'zod'
import { refuse } from '../../scene/refusal'
import { idSchema, soundSchema, type Scene } from '../../scene/schema'
import { editKind } from '../edit'

function withSounds(scene: Scene, sounds: NonNullable<Scene['sounds']>): Scene {
  const { sounds: _, ...rest } = scene
  return Object.keys(sounds).length > 0 ? { ...rest, sounds } : rest
}

/** A sound laid on the scene, or one that is there moved or changed. */
export const soundPut = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('sound.put'), sound: soundSchema }),
  apply: (scene, { sound }) => withSounds(scene, { ...scene.sounds, [sound.id]: sound }),
  words: ({ sound }) => `the sound ${sound.name}`,
})

export const soundRemove = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('sound.remove'), sound: idSchema }),
  apply(scene, { sound }) {
    if (!scene.sounds?.[sound]) refuse('This sound is not in the scene any more.')
    return withSounds(scene, Object.fromEntries(Object.entries(scene.sounds!).filter(([id]) => id !== sound)))
  },
  words: ({ sound }, scene) => `the sound ${scene.sounds?.[sound]?.name ?? ''} taken out`,
})
