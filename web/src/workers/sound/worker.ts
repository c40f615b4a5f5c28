import { FluxGatherer, onsetsIn, PeakGatherer, WordsRefused } from '@unhurried/core'
import { hear, type OnProgress } from './hear'
import { lay } from './lay'
import { soundOrderSchema, type MeasuredSound, type SoundReport } from './messages'
import { SoundTrouble } from './read-track'

const tell = (report: SoundReport, transfer: Transferable[] = []) => self.postMessage(report, { transfer })
const BROKEN = 'This sound breaks off, or holds something that is no sound. Save it again, as WAV if you can.'

async function measure(from: Blob | string, onProgress: OnProgress): Promise<MeasuredSound> {
  let [peaks, flux]: [PeakGatherer?, FluxGatherer?] = []
  const known = await hear(
    from,
    ({ rate, seconds }) => [(peaks = new PeakGatherer(rate, seconds)), (flux = new FluxGatherer(rate))],
    onProgress,
  )
  return { ...known, peaks: peaks!.finish(), onsets: onsetsIn(flux!.finish()) }
}

self.onmessage = async ({ data }: MessageEvent<unknown>) => {
  const parsed = soundOrderSchema.safeParse(data)
  const id = parsed.success ? parsed.data.id : Number((data as { id?: unknown } | null)?.id) || 0
  try {
    const order = soundOrderSchema.parse(data)
    const onProgress: OnProgress = (done, of) => tell({ kind: 'progress', id, done, of })
    if (order.kind === 'lay') return tell({ kind: 'laid', id, words: (await lay(order, onProgress)).map(plain) })
    const measured = await measure(order.from, onProgress)
    tell({ kind: 'measured', id, ...measured }, [measured.peaks.values.buffer])
  } catch (error) {
    const said = error instanceof SoundTrouble || error instanceof WordsRefused
    // Words of a decoder help nobody.
    tell({ kind: 'failed', id, sentence: said ? error.message : BROKEN })
  }
}

const plain = ({ text, sounds, at, sureness }: Awaited<ReturnType<typeof lay>>[number]) => ({
  ...{ text, sureness },
  sounds: [...sounds],
  at: [...at],
})
