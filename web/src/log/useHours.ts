import type { Hours, LogEntry, ToDo } from '@unhurried/core'
import { onScopeDispose, shallowRef, watch } from 'vue'
import { WorkerClient } from '../workers/client'
import { recordReportSchema, type RecordOrder, type RecordReport } from '../workers/record/messages'

const DIED = 'Reckoning the hours stopped unexpectedly. Open the log again.'

/** Reckons hours beside the page's own thread, for as long as whoever opened it is there. */
export function useEstimator(
  start = () => new Worker(new URL('../workers/record/worker.ts', import.meta.url), { type: 'module' }),
) {
  const client = new WorkerClient<RecordOrder, RecordReport>({ start, reportSchema: recordReportSchema, died: DIED })
  onScopeDispose(() => client.stop())
  return async (lots: readonly (readonly ToDo[])[], log: readonly LogEntry[]): Promise<readonly Hours[]> => {
    const order = { kind: 'estimate' as const, lots: lots.map((lot) => [...lot]), log: [...log] }
    return (await client.ask(order)).hours
  }
}
export type Estimator = ReturnType<typeof useEstimator>

/**
 * Hours until each of several lots of work is done, one after the other; undefined until they are reckoned, and while
 * there is no log to reckon from.
 */
export function useHours(
  estimator: Estimator,
  lots: () => readonly (readonly ToDo[])[],
  log: () => readonly LogEntry[] | undefined,
) {
  const hours = shallowRef<readonly Hours[]>()
  let last = 0
  watch(
    [lots, log],
    async ([lots, log]) => {
      const own = ++last
      if (!log) return
      // A worker that was ended, or died, leaves what was reckoned before.
      const found = await estimator(lots, log).catch(() => undefined)
      if (own === last && found) hours.value = found
    },
    { immediate: true },
  )
  return hours
}
