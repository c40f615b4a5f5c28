import { api, type Production } from './api'

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
