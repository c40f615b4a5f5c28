import { shallowReactive } from 'vue'
import { addressOfSound } from '../api/address-of-sound'
import { WorkerClient } from '../workers/client'
import {
  soundReportSchema,
  type LayOrder,
  type MeasuredSound,
  type SoundOrder,
  type SoundReport,
} from '../workers/sound/messages'

/** What is known of a file with sound, or why nothing is. */
export type Heard = { readonly measured: MeasuredSound } | { readonly trouble: string }

const DIED = 'The work of reading a sound stopped unexpectedly. Try again.'
const client = new WorkerClient<SoundOrder, SoundReport>({
  start: () => new Worker(new URL('../workers/sound/worker.ts', import.meta.url), { type: 'module' }),
  reportSchema: soundReportSchema,
  died: DIED,
})
/** What could not be read is tried again after so many milliseconds. */
const LATER = 20_000
const heard = shallowReactive(new Map<string, Heard>())
const asked = new Map<string, Promise<MeasuredSound>>()

/** Measures a file that was just chosen. Errors: with a sentence. */
export const measureFile = (file: Blob, onProgress: (share: number) => void): Promise<MeasuredSound> =>
  measure(file, onProgress)

async function measure(from: Blob | string, onProgress: (share: number) => void = () => {}): Promise<MeasuredSound> {
  const answer = await client.ask({ kind: 'measure', from }, ({ done, of }) => onProgress(done / of))
  if (answer.kind !== 'measured') throw new Error(DIED)
  return answer
}

/** Lays words on a sound that is kept. Errors: with a sentence. */
export async function layWordsIn(
  file: string,
  order: Pick<LayOrder, 'span' | 'words' | 'byLetters'>,
  onProgress: (share: number) => void,
) {
  const asked = { kind: 'lay' as const, from: addressOfSound(file), ...order }
  const answer = await client.ask(asked, ({ done, of }) => onProgress(done / of))
  if (answer.kind !== 'laid') throw new Error(DIED)
  return answer.words
}

/** Remembers what was measured before it was kept. */
export function remember(file: string, measured: MeasuredSound): void {
  asked.set(file, Promise.resolve(measured))
  heard.set(file, { measured })
}

/** A file that is kept, measured when first asked for. Errors: with a sentence; what could not be read is asked anew later. */
function measuring(file: string): Promise<MeasuredSound> {
  let under = asked.get(file)
  if (!under) {
    under = measure(addressOfSound(file))
    asked.set(file, under)
    under.then(
      (measured) => heard.set(file, { measured }),
      (error: Error) => {
        heard.set(file, { trouble: error.message })
        // A server that was away may be back: whoever still shows it asks anew.
        setTimeout(() => {
          asked.delete(file)
          heard.delete(file)
        }, LATER)
      },
    )
  }
  return under
}

/** What is known of a file that is kept; undefined while it is measured, which begins when first asked for. */
export function heardOf(file: string): Heard | undefined {
  if (!asked.has(file)) void measuring(file).catch(() => undefined)
  return heard.get(file)
}

export function measuredOf(file: string): MeasuredSound | undefined {
  const known = heardOf(file)
  return known && 'measured' in known ? known.measured : undefined
}

/** Where the sounds of files begin anew; nothing of those that cannot be read. */
export async function onsetsHeard(files: readonly string[]): Promise<Record<string, MeasuredSound['onsets']>> {
  const found: Record<string, MeasuredSound['onsets']> = {}
  for (const file of files) {
    const known = await measuring(file).catch(() => undefined)
    if (known) found[file] = known.onsets
  }
  return found
}
