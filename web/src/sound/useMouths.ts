import { heardSounds, mouthsLaid, planMouths, type MouthShape, type Sound } from '@unhurried/core'
import { computed } from 'vue'
import { freshId } from '../api/ids'
import { sayWhy, useScene } from '../session/scene'

/** How mouths are laid: which shapes, on how many frames each at least, and how far ahead of the sound. */
export interface MouthWish {
  readonly set: 'six' | 'nine'
  readonly exposure: number
  readonly lead: number
}

/** The mouths to a sound's words: seen before they are laid, and laid on a level of their own. */
export function useMouths(sound: () => Sound, frame: () => number, wish: () => MouthWish) {
  const store = useScene()
  const sounds = computed(() => heardSounds(store.scene!, sound().id))
  const shown = computed<readonly MouthShape[]>(() => {
    const { length } = store.scene!.settings
    if (sounds.value.length === 0) return []
    return planMouths({ sounds: sounds.value, first: 1, last: length, ...wish() }).flatMap(({ shape, frames }) =>
      Array.from({ length: frames }, () => shape),
    )
  })
  const laid = computed(() =>
    Object.values(store.scene!.plans ?? {}).find(
      ({ planner, inputs }) => planner === 'mouths' && inputs['sound'] === sound().id,
    ),
  )
  return {
    /** The shape on the frame that is seen. */
    shape: computed<MouthShape>(() => shown.value[frame() - 1] ?? 'shut'),
    /** How many of its shapes are drawn already, of those that are on the sheet. */
    drawn: computed(() => {
      const there = (laid.value?.drawings ?? []).flatMap((id) => store.scene!.drawings[id] ?? [])
      return { of: there.length, done: there.filter(({ passes }) => Object.keys(passes).length > 0).length }
    }),
    laid,
    /** Lays them; afterwards the hand is on their level. */
    lay(): boolean {
      try {
        const { set, exposure, lead } = wish()
        const context = { scene: store.working!, take: store.take, sound: sound().id, freshId: () => freshId() }
        const made = mouthsLaid(context, { set, exposure: String(exposure), lead })
        if (!store.change(made.edit)) return false
        store.level = made.level
        return true
      } catch (error) {
        sayWhy(error)
        return false
      }
    },
  }
}
