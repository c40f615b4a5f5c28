import { toDoIn, whyOf, type LogEntry, type Pass } from '@unhurried/core'
import type { PersonalEntry } from '@unhurried/core/api'
import { useFetching } from '../api/fetching'
import { computed, ref, shallowRef } from 'vue'
import { isPaused, setPaused, thisPerson } from '../session/record/person'
import { countWork, logApi } from '../session/record/record-work'
import { sayWhy, useScene } from '../session/scene'
import { beginOf } from './days'
import { momentOf } from '../session/record/moment'
import { useEstimator, useHours } from './useHours'

/** The log of the open scene's production, and what it says of this scene. */
export function useLog() {
  const store = useScene()
  const person = thisPerson()
  const all = shallowRef<readonly PersonalEntry[]>()
  const { trouble, fetching } = useFetching()
  const paused = ref(isPaused())
  /** Passes left out of what is left, tried without being kept. */
  const without = ref<Pass[]>([])
  /** Frames for which all that is not begun would be held, tried likewise. */
  const held = ref<number>()

  async function fetchLog() {
    // What is shown here can be corrected: nothing of it is counted anew.
    await countWork({ over: true })
    await fetching(async () => {
      all.value = await logApi.read(store.id)
    })
  }
  void fetchLog()

  /** Does something to the log on the server, and shows it as it is then. */
  async function act(work: Promise<unknown>): Promise<void> {
    try {
      await work
    } catch (error) {
      sayWhy(error)
    }
    await fetchLog()
  }

  const here = computed(() => (all.value ?? []).filter(({ scene }) => scene === store.id))
  const mine = computed(() => here.value.filter((entry) => entry.person === person))
  const toDo = computed(() => toDoIn(store.id, store.scene!, { without: without.value, held: held.value }))
  const estimator = useEstimator()
  const hours = useHours(
    estimator,
    () => [toDo.value],
    () => all.value,
  )
  return {
    person,
    all: computed(() => all.value ?? []),
    here,
    mine,
    paused,
    trouble,
    without,
    held,
    estimator,
    isRead: computed(() => all.value !== undefined),
    toDo,
    /** Hours that are left; undefined until they are reckoned. */
    hours: computed(() => hours.value?.[0]),
    why: computed(() => whyOf(toDo.value, all.value ?? [])),
    leaveOut(pass: Pass, out: boolean) {
      without.value = out ? [...without.value, pass] : without.value.filter((each) => each !== pass)
    },
    pause(now: boolean) {
      setPaused(now)
      paused.value = now
    },
    write: (entry: LogEntry) => act(logApi.keep([entry])),
    takeOut: (day: string) => act(logApi.forget({ from: beginOf(day), until: beginOf(day, 1) })),
    forgetAll: () => act(logApi.forget({})),
    secondsOn: computed(() => {
      const days = new Map<string, number>()
      for (const { from, seconds } of mine.value) {
        const { day } = momentOf(from)
        days.set(day, (days.get(day) ?? 0) + seconds)
      }
      return days
    }),
  }
}
export type Log = ReturnType<typeof useLog>
