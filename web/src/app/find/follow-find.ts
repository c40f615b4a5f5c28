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

  function keep(event: KeyboardEvent) {
    // Those of the browser stay its own.
    if (!ahead || combined(event) || /^F\d/.test(event.key)) return
    ahead.push(event.key)
    event.preventDefault()
    event.stopImmediatePropagation()
  }
  // Before whatever lies beneath hears of a key.
  const first = { capture: true }
  window.addEventListener('keydown', keep, first)

  function open(event: KeyboardEvent) {
    if (event.key !== '/' || combined(event) || typing(event.target)) return
    event.preventDefault()
    isOpen.value = true
  }
  window.addEventListener('keydown', open)

  return {
    /** The keys pressed meanwhile; from here they are the line's own. */
    begin(): readonly string[] | undefined {
      const keys = ahead
      ahead = undefined
      return keys
    },
    unfollow() {
      unwatch()
      window.removeEventListener('keydown', open)
      window.removeEventListener('keydown', keep, first)
    },
  }
}
export type FollowedFind = ReturnType<typeof followFind>
