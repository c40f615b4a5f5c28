import { counted } from '../../base/counted'
import type { Scene } from '../../scene/schema'
import { lengthOfTake } from '../../timing/take-length'
import type { Edit, SimpleEdit } from '../kinds'

/**
 * A take that lasts so many frames: one that ends before the scene does keeps what lies beyond on its sheet; one that goes
 * beyond the scene makes that longer, while every other take lasts as long as before.
 */
export function takeLasting(scene: Scene, take: string, frames: number): Edit {
  const { length } = scene.settings
  const lasting = (id: string, own: number | null): SimpleEdit => ({
    type: 'take.set',
    take: id,
    fields: { length: own },
  })
  if (frames <= length) return lasting(take, frames === length ? null : frames)
  const others = Object.keys(scene.takes).filter((id) => id !== take && lengthOfTake(scene, id) === length)
  return {
    type: 'together',
    words: `the take ${scene.takes[take]?.name ?? ''} lasts ${counted(frames, 'frame')}`,
    edits: [
      { type: 'scene.set', settings: { length: frames } },
      ...(scene.takes[take]?.length ? [lasting(take, null)] : []),
      ...others.map((id) => lasting(id, length)),
    ],
  }
}
