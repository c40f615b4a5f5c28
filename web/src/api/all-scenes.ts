import { api, type Production, type ShelvedScene } from './api'

/** The scenes of a production that are on the shelf, also those not fetched yet. */
export async function* allScenes({ id, scenes, count }: Production) {
  yield* scenes
  let last = scenes.at(-1)
  for (let told = scenes.length; last && told < count;) {
    const more = await api.scenesAfter(id, last.id)
    if (more.length === 0) return
    yield* more
    told += more.length
    last = more.at(-1)
  }
}

/** A production by its id, with all its scenes in order. Errors: with a sentence, where it is not on the shelf. */
export async function productionWithScenes(id: string): Promise<{ name: string; scenes: readonly ShelvedScene[] }> {
  const found = (await api.shelf()).find((production) => production.id === id)
  if (!found) throw new Error('This production is not on the shelf any more. Go back to the shelf.')
  const scenes: ShelvedScene[] = []
  for await (const scene of allScenes(found)) scenes.push(scene)
  return { name: found.name, scenes }
}
