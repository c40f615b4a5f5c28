import { useIdle } from '@vueuse/core'
import { watch } from 'vue'
import { useLook } from '../session/look'
import { useScene } from '../session/scene'

/** The hand has rested for so long, in milliseconds, that measuring disturbs nobody. */
const RESTED = 5000
/** Fewer drawings say nothing about each other. */
const ENOUGH = 3

/**
 * Second look's marks come to sheet and cards without its place having been opened: it begins, in its worker, when the
 * hand rests for the first time, and goes on as it does once it was asked for.
 */
export function useQuietLook(): void {
  const [look, scene] = [useLook(), useScene()]
  const { idle } = useIdle(RESTED, { events: ['pointerdown', 'pointerup', 'keydown', 'wheel'] })
  watch(idle, (rests) => {
    const drawn = Object.keys(scene.working?.drawings ?? {}).length
    if (rests && !look.wanted && drawn >= ENOUGH) void look.look()
  })
}
