import { watch, type Ref } from 'vue'
import { combined, typing } from '../../parts/typing'

/**
 * Opens the line in which anything is found by its key, and keeps for it what is typed while it is fetched: that is no
 * key of the place beneath.
 */
export function followFind(isOpen: Ref<boolean>) {
  /** Pressed since the line was asked for; undefined while the keys are the place's, or the line's own. */
  let ahead: string[] | undefined
  const unwatch = watch(isOpen, (opens) => (ahead = opens ? [] : undefined), { flush: 'sync' })

  function onKey(event: KeyboardEvent) {
    const { key } = event
    // Those of the browser stay its own.
    if (combined(event) || /^F\d/.test(key)) return
    if (ahead) ahead.push(key)
    else if (key === '/' && !typing(event.target)) isOpen.value = true
    else return
    event.preventDefault()
    event.stopImmediatePropagation()
  }
  // Before whatever lies beneath hears of a key.
  const first = { capture: true }
  window.addEventListener('keydown', onKey, first)

  return {
    /** The keys pressed meanwhile; from here they are the line's own. */
    begin(): readonly string[] | undefined {
      const keys = ahead
      ahead = undefined
      return keys
    },
    unfollow() {
      unwatch()
      window.removeEventListener('keydown', onKey, first)
    },
  }
}
export type FollowedFind = ReturnType<typeof followFind>
