import { tryOnScopeDispose } from '@vueuse/core'
import { ref } from 'vue'
import { Again } from './again'
import { isPassing } from './client'
import { inWords } from './in-words'

/** Fetches from the server; what it cannot give just now is fetched again by itself until it is there. */
export function useFetching() {
  const again = new Again()
  /** Why something is not there. */
  const trouble = ref('')
  let last = 0

  /** Does `act`, which fetches; of several asked for the last counts. */
  async function fetching(act: () => Promise<void>): Promise<void> {
    const mine = ++last
    again.cancel()
    try {
      await act()
      if (mine === last) forget()
    } catch (error) {
      if (mine !== last) return
      trouble.value = inWords(error)
      if (!isPassing(error)) return
      trouble.value += ' It is tried again by itself.'
      again.later(() => void fetching(act))
    }
  }

  /** Nothing that was asked for is waited for any longer. */
  function forget() {
    last++
    again.wentWell()
    trouble.value = ''
  }

  tryOnScopeDispose(forget)
  return { trouble, fetching, forget }
}
