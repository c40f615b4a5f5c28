import { useIntervalFn, useLocalStorage } from '@vueuse/core'
import { computed, shallowRef } from 'vue'
import { sittingSince } from '../../session/record/record-work'

/** How often it is looked at, in milliseconds. */
const TICK = 2000
const MINUTE = 60_000

/** How long somebody has sat, and whether it is time to say so. */
export function useRest() {
  /** Minutes at the table before one is suggested: everyone's own; 0 is never. */
  const after = useLocalStorage('unhurried-rest', 50)
  const sat = shallowRef<{ since: number; minutes: number }>()
  /** The sitting of which enough was said, and at how many minutes. */
  const said = shallowRef<{ since: number; minutes: number }>()
  const look = () => {
    const since = sittingSince()
    sat.value = since === undefined ? undefined : { since, minutes: Math.floor((Date.now() - since) / MINUTE) }
  }
  look()
  useIntervalFn(look, TICK)
  return {
    after,
    minutes: computed(() => sat.value?.minutes ?? 0),
    isTime: computed(() => isTime(after.value, sat.value, said.value)),
    later: () => (said.value = sat.value),
  }
}

/** Whether a rest is suggested: after so many minutes, and once more after as many again. */
export function isTime(
  after: number,
  sat: { readonly since: number; readonly minutes: number } | undefined,
  said: { readonly since: number; readonly minutes: number } | undefined,
): boolean {
  if (!sat || !(after > 0)) return false
  const from = said?.since === sat.since ? said.minutes : 0
  return sat.minutes >= from + after
}
