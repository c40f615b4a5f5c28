import { reelSounds, type ReelTimes, type Scene, type Sound } from '@unhurried/core'
import { api, type ShelvedScene } from '../api/api'

/** Reads the sounds of a reel; those of a scene are fetched once as long as it stays as it is. */
export function soundsRead() {
  const read = new Map<string, Promise<Scene['sounds']>>()
  function soundsOf({ id, version }: ShelvedScene): Promise<Scene['sounds']> {
    const name = `${id} ${version}`
    const job = read.get(name) ?? api.readPlayed(id, version).then(({ scene }) => scene.sounds)
    read.set(name, job)
    job.catch(() => read.delete(name))
    return job
  }
  return async (
    times: ReelTimes,
    entries: ReadonlyMap<string, ShelvedScene>,
  ): Promise<Readonly<Record<string, Sound>>> => {
    const shown = [...new Set(times.shots.flatMap(({ shot }) => shot.scene ?? []))].flatMap(
      (id) => entries.get(id) ?? [],
    )
    const found = await Promise.all(shown.map(async (entry) => [entry.id, await soundsOf(entry)] as const))
    const byScene = new Map(found)
    return reelSounds(times, (scene) => byScene.get(scene))
  }
}
