import { z } from 'zod'
import { refuse } from '../../scene/refusal'
import { cameraKeySchema, frameSchema, idSchema, type CameraKey, type Scene, type Take } from '../../scene/schema'
import { editKind } from '../edit'
import { takeOf } from '../lookup'

const keyFields = cameraKeySchema.omit({ frame: true })

function withCamera(take: Take, keys: readonly CameraKey[]): Take {
  const { camera: _, ...rest } = take
  return keys.length > 0 ? { ...rest, camera: [...keys].sort((a, b) => a.frame - b.frame) } : rest
}

/** The keys of a take's camera on other frames; of those that meet on one the later stays. */
export function withKeysAt(take: Take, movedTo: (frame: number) => number): Take {
  const moved = new Map((take.camera ?? []).map((key) => [movedTo(key.frame), key]))
  return withCamera(
    take,
    [...moved].map(([frame, key]) => ({ ...key, frame })),
  )
}

/** Where the camera of a take is on a frame, from there on; null takes the key away. */
export const cameraKey = editKind({
  pastLocks: true,
  schema: z.strictObject({
    type: z.literal('camera.key'),
    take: idSchema,
    frame: frameSchema,
    key: keyFields.nullable(),
  }),
  apply(scene: Scene, { take: id, frame, key }) {
    const take = takeOf(scene, id)
    const others = (take.camera ?? []).filter((each) => each.frame !== frame)
    if (key === null && others.length === (take.camera ?? []).length)
      refuse(`No key of the camera stands at frame ${frame}.`)
    if (frame > scene.settings.length)
      refuse(`Frame ${frame} is beyond the end: the scene has ${scene.settings.length} frames.`)
    const keys = key === null ? others : [...others, { frame, ...key }]
    return { ...scene, takes: { ...scene.takes, [id]: withCamera(take, keys) } }
  },
  words: ({ frame, key }) => (key ? `the camera at frame ${frame}` : `the camera’s key at frame ${frame} taken out`),
})
