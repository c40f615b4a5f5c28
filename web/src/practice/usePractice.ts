import { dueAgain, errorOf, EXERCISES, EYE_KINDS, eyeLimits, type PracticeResult } from '@unhurried/core'
import { computed, shallowRef } from 'vue'
import { inWords } from '../api/in-words'
import { useOwnEye } from '../session/practice/own-eye'
import { practiceKeeper } from '../session/practice/keeper'

/** What was practised so far, and what is due again. */
export function usePractice() {
  const results = shallowRef<readonly PracticeResult[]>()
  const trouble = shallowRef('')
  const eye = useOwnEye()

  async function load() {
    try {
      results.value = await practiceKeeper().all()
      trouble.value = ''
    } catch (error) {
      // What is only here is shown; practising goes on.
      results.value = practiceKeeper().waiting
      trouble.value = inWords(error)
    }
    eye.value = { ...eye.value, limits: eyeLimits(results.value) }
  }
  void load()

  const all = computed(() => results.value ?? [])
  const due = computed(() => dueAgain(all.value))
  const ofWhat = (what: string) => all.value.filter((result) => result.what === what).sort((a, b) => a.at - b.at)
  return {
    results: all,
    isRead: computed(() => results.value !== undefined),
    trouble,
    load,
    eye,
    ofWhat,
    due,
    /** How it went the last time and at best; undefined before the first. */
    told(what: string) {
      const own = ofWhat(what)
      const last = own.at(-1)
      return last && { last, best: Math.min(...own.map(errorOf)), times: own.length }
    },
    /** What is due by now, the longest due first. */
    dueNow: computed(() =>
      [...due.value]
        .filter(([what, at]) => at <= Date.now() && [...EXERCISES, ...EYE_KINDS].some(({ id }) => id === what))
        .sort((a, b) => a[1] - b[1])
        .map(([what]) => what),
    ),
    async add(result: PracticeResult) {
      await practiceKeeper().add(result)
      await load()
    },
    async forgetAll() {
      await practiceKeeper().forget()
      await load()
    },
  }
}
export type Practice = ReturnType<typeof usePractice>
