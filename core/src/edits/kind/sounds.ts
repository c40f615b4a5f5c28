import { z } from 'zod'
import { refuse } from '../../scene/refusal'
import { idSchema, saidSchema, soundSchema, type Scene } from '../../scene/schema'
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

const without = <T>(record: Readonly<Record<string, T>> | undefined, id: string): Record<string, T> =>
  Object.fromEntries(Object.entries(record ?? {}).filter(([key]) => key !== id))

function withSaid(scene: Scene, said: NonNullable<Scene['said']>): Scene {
  const { said: _, ...rest } = scene
  return Object.keys(said).length > 0 ? { ...rest, said } : rest
}

const nameOf = (scene: Scene, sound: string): string => scene.sounds?.[sound]?.name ?? ''
const requireSound = (scene: Scene, sound: string) =>
  scene.sounds?.[sound] ?? refuse('This sound is not in the scene any more.')

export const soundRemove = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('sound.remove'), sound: idSchema }),
  apply(scene, { sound }) {
    requireSound(scene, sound)
    return withSaid(withSounds(scene, without(scene.sounds, sound)), without(scene.said, sound))
  },
  words: ({ sound }, scene) => `the sound ${nameOf(scene, sound)} taken out`,
})

/** What is said in a sound, laid where it is heard; null takes the words out. */
export const soundSaid = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('sound.said'), sound: idSchema, said: saidSchema.nullable() }),
  apply(scene, { sound, said }) {
    requireSound(scene, sound)
    return withSaid(scene, said ? { ...scene.said, [sound]: said } : without(scene.said, sound))
  },
  words: ({ sound, said }, scene) => `the words of ${nameOf(scene, sound)}${said ? '' : ' taken out'}`,
})
