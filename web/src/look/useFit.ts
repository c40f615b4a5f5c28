import type { Limits } from '@unhurried/core'
import { onScopeDispose, ref, shallowRef } from 'vue'
import { inWords } from '../api/in-words'
import { WorkerClient, WorkerStopped } from '../workers/client'
import { fitReportSchema, type FitOrder, type FitReport, type Fitted } from '../workers/fit/messages'

const DIED = 'Trying the limits stopped unexpectedly. Nothing was changed; try again.'

/** Limits tried on finished scenes, beside the page's own thread. */
export function useFit(
  start = () => new Worker(new URL('../workers/fit/worker.ts', import.meta.url), { type: 'module' }),
) {
  const progress = ref<{ share: number; words: string }>()
  const fitted = shallowRef<Fitted>()
  const trouble = ref('')
  const client = new WorkerClient<FitOrder, FitReport>({ start, reportSchema: fitReportSchema, died: DIED })
  onScopeDispose(() => client.stop())

  async function fit(scenes: readonly { readonly id: string; readonly name: string }[], limits: Limits) {
    fitted.value = undefined
    trouble.value = ''
    progress.value = { share: 0, words: '' }
    try {
      const order = { kind: 'fit' as const, scenes: scenes.map(({ id, name }) => ({ id, name })), limits }
      fitted.value = await client.ask(order, ({ done, of, words }) => (progress.value = { share: done / of, words }))
    } catch (error) {
      if (!(error instanceof WorkerStopped)) trouble.value = inWords(error)
    } finally {
      progress.value = undefined
      client.rest()
    }
  }
  return { progress, fitted, trouble, fit, stop: () => client.stop() }
}
