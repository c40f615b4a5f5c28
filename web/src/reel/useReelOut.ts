import { reelFormat, type ReelFormatId } from '@unhurried/core'
import { onUnmounted, reactive, ref, shallowRef } from 'vue'
import { inWords } from '../api/in-words'
import { mixdown } from '../sound/mixdown'
import { WorkerClient, WorkerStopped } from '../workers/client'
import { reelOutReportSchema, type ReelOutOrder, type ReelOutReport } from '../workers/reel-out/messages'
import { soundsRead } from './reel-sounds'
import type { UsedReel } from './useReel'

const DIED = 'The work stopped unexpectedly. Try again, at a smaller size if it happens twice.'
/** Encoders want even sides. */
const even = (side: number) => Math.max(8, 2 * Math.round(side / 2))

/** Makes a reel to hand over, in a worker: how far it is, what came of it, or why nothing did. */
export function useReelOut(reel: UsedReel) {
  const form = reactive<{ as: ReelFormatId; width: number; paper: 'a4' | 'letter' }>({
    ...{ as: 'webm', width: 1920, paper: 'a4' },
  })
  const progress = ref<{ share: number; words: string }>()
  const result = shallowRef<{ url: string; name: string; bytes: number }>()
  const trouble = ref('')
  const client = new WorkerClient<ReelOutOrder, ReelOutReport>({
    start: () => new Worker(new URL('../workers/reel-out/worker.ts', import.meta.url), { type: 'module' }),
    reportSchema: reelOutReportSchema,
    died: DIED,
  })
  const readSounds = soundsRead()
  /** Counts what was begun: what was stopped meanwhile goes no further. */
  let begun = 0

  async function sound(mine: number): Promise<ReelOutOrder['sound']> {
    if (!reelFormat(form.as).sound) return undefined
    const { fps, frames } = reel.times.value
    const sounds = await readSounds(reel.times.value, reel.entries.value)
    return mixdown({ sounds, fps, first: 1, last: frames }, (share) => {
      if (mine === begun) progress.value = { share, words: 'Mixing the sound' }
    })
  }
  function forget() {
    if (result.value) URL.revokeObjectURL(result.value.url)
    result.value = undefined
  }
  function stop() {
    begun++
    client.stop()
    progress.value = undefined
  }
  async function make() {
    stop()
    forget()
    trouble.value = ''
    progress.value = { share: 0, words: 'Fetching the scenes' }
    const mine = begun
    try {
      const heard = await sound(mine)
      if (mine !== begun) return
      const { file, name } = await client.ask(orderOf(heard), ({ done, of, words }) => {
        progress.value = { share: done / Math.max(1, of), words }
      })
      result.value = { url: URL.createObjectURL(file), name, bytes: file.size }
    } catch (error) {
      if (!(error instanceof WorkerStopped)) trouble.value = inWords(error)
    } finally {
      if (mine === begun) progress.value = undefined
      client.rest()
    }
  }
  function orderOf(heard: ReelOutOrder['sound']) {
    const width = even(form.width)
    const scenes = reel.scenes.value.map(({ id, version, name, fps, length, done, width: across, height }) => ({
      ...{ id, version, name, fps, length, done, width: across, height },
    }))
    return {
      ...{ kind: 'make' as const, as: form.as, paper: form.paper },
      ...{ reel: reel.reel.value!, scenes, width, height: even(width * reel.shape.value) },
      ...(heard && { sound: heard }),
    }
  }
  onUnmounted(() => {
    stop()
    forget()
  })
  return { form, progress, result, trouble, make, stop }
}
