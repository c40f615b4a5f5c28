import { exerciseOf, exerciseSettings } from '@unhurried/core'
import { api } from '../api/api'
import { editsApi } from '../api/edits'
import { freshId } from '../api/ids'

/** Where what is practised lies on the shelf. */
const PRODUCTION = { id: 'practice', name: 'Practice' }

/** Sets up the scene of an exercise, its landmarks named; gives its id. Errors: what the server says. */
export async function beginExercise(id: string, seed = Math.floor(Math.random() * 0xffffffff)): Promise<string> {
  const exercise = exerciseOf(id)!
  // One that is there already stays as it is.
  await api.createProduction(PRODUCTION)
  const scene = freshId()
  const { version } = await api.createScene({
    ...{ id: scene, production: PRODUCTION.id },
    settings: exerciseSettings(exercise, seed),
  })
  if (exercise.pins.length > 0)
    await editsApi.keep(
      scene,
      version,
      exercise.pins.map((name) => ({
        id: freshId(),
        edit: { type: 'landmark.put', level: 'A', landmark: { id: freshId(), name } },
      })),
    )
  return scene
}
