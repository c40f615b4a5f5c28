import { settingsSchema, type Settings, type Shot } from '@unhurried/core'
import { api } from '../api/api'
import { editsApi } from '../api/edits'
import { freshId } from '../api/ids'
import { pictures } from '../stage/pictures/pictures'
import type { UsedReel } from './useReel'

/** What a scene is set up as where the production has none to take after. */
const FIRST: Pick<Settings, 'width' | 'height' | 'paper'> = { width: 1920, height: 1080, paper: '#fbf7ee' }

/**
 * Sets up a scene for each shot that lasts as long as it, with its story picture under the paper, and lets the shot show
 * it. Errors: with a sentence; what was set up before stays.
 */
export async function makeScenes(reel: UsedReel, shots: readonly Shot[]): Promise<void> {
  const { fps } = reel.reel.value!
  const like = reel.scenes.value[0] ?? FIRST
  for (const shot of shots) {
    const settings = settingsSchema.parse({
      ...{ name: shot.name ?? `Shot ${reel.reel.value!.shots.findIndex(({ id }) => id === shot.id) + 1}` },
      ...{ width: like.width, height: like.height, paper: like.paper, fps, length: shot.frames ?? fps },
      ...{ approach: 'pose-to-pose', numbering: 'by-frame' },
    })
    const id = freshId()
    const { version } = await api.createScene({ id, production: reel.production, settings })
    if (shot.picture) await layUnder(id, version, shot.picture, settings)
    await reel.load()
    reel.changeShot({ ...shot, scene: id })
  }
}

/** Lays a story picture under the paper of a scene, as wide as it fits. */
async function layUnder(scene: string, version: number, picture: string, { width, height }: Settings): Promise<void> {
  await pictures.ready([picture])
  const found = pictures.of(picture)
  const own = found ?? { width, height }
  const scale = Math.min(width / own.width, height / own.height)
  const reference = {
    ...{ id: freshId(), name: 'Story picture', picture, place: 'under' as const, strength: 0.4 },
    ...{ x: (width - own.width * scale) / 2, y: (height - own.height * scale) / 2, width: own.width * scale },
  }
  await editsApi.keep(scene, version, [{ id: freshId(), edit: { type: 'reference.put', reference } }])
}
