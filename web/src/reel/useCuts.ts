import { onUnmounted, ref, shallowRef } from 'vue'
import { inWords } from '../api/in-words'
import { WorkerClient, WorkerStopped } from '../workers/client'
import { cutsReportSchema, type CutsOrder, type CutsReport, type MeasuredCut } from '../workers/cuts/messages'
import { cutsOf } from './cuts'
import type { UsedReel } from './useReel'

const DIED = 'Measuring the cuts stopped unexpectedly. Nothing was changed; try again.'

/** Measures what is handed on over cuts of a reel, in a worker. */
export function useCuts(reel: UsedReel) {
  const measured = shallowRef<readonly MeasuredCut[]>()
  const progress = ref<number>()
  const trouble = ref('')
  const client = new WorkerClient<CutsOrder, CutsReport>({
    start: () => new Worker(new URL('../workers/cuts/worker.ts', import.meta.url), { type: 'module' }),
    reportSchema: cutsReportSchema,
    died: DIED,
  })
  /** Measures all cuts, or the one into a shot. */
  async function measure(into?: string) {
    client.stop()
    trouble.value = ''
    progress.value = 0
    try {
      const cuts = cutsOf(reel.times.value).filter(({ shot }) => into === undefined || shot === into)
      const answer = await client.ask({ kind: 'measure', cuts }, ({ done, of }) => (progress.value = done / of))
      measured.value = answer.cuts
      progress.value = undefined
    } catch (error) {
      if (error instanceof WorkerStopped) return
      trouble.value = inWords(error)
      progress.value = undefined
    }
  }
  function stop() {
    client.stop()
    progress.value = undefined
  }
  onUnmounted(stop)
  return { measured, progress, trouble, measure, stop }
}
