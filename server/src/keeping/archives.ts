import { Worker } from 'node:worker_threads'
import { ArchiveRefused } from '@unhurried/core'
import type { ArchiveReport } from './archive-messages'
import type { Prepared } from './prepared'

/** Longer than any honest archive takes. */
const LONGEST = 120_000
/** Memory one archive may take to read, in megabytes. */
const MOST_MEMORY = 1500
/** Archives read at once; others wait. */
const AT_ONCE = 2

let running = 0
const waiting: (() => void)[] = []

/** Reads an archive in a thread of its own; the bytes go there and are gone here. Errors: ArchiveRefused with a sentence. */
export async function archiveRead(bytes: Uint8Array): Promise<Prepared> {
  while (running >= AT_ONCE) await new Promise<void>((resolve) => waiting.push(resolve))
  running++
  try {
    const report = await reported(bytes)
    if ('prepared' in report) return report.prepared
    if ('refused' in report) throw new ArchiveRefused(report.refused)
    throw new Error(report.failed)
  } finally {
    running--
    waiting.shift()?.()
  }
}

function reported(bytes: Uint8Array): Promise<ArchiveReport> {
  // A small request lies in a buffer that others lie in too.
  const own = bytes.byteLength === bytes.buffer.byteLength ? bytes : bytes.slice()
  return new Promise((resolve) => {
    const thread = new Worker(new URL('./archive-thread.js', import.meta.url), {
      workerData: own,
      transferList: [own.buffer as ArrayBuffer],
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY },
    })
    const tooMuch = () => resolve({ refused: 'It takes more time and memory to read than a scene does.' })
    const timer = setTimeout(() => {
      tooMuch()
      void thread.terminate()
    }, LONGEST)
    thread.once('message', resolve)
    thread.once('error', (error: NodeJS.ErrnoException) =>
      error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? tooMuch() : resolve({ failed: error.stack ?? error.message }),
    )
    thread.once('exit', () => {
      clearTimeout(timer)
      resolve({ failed: 'The thread that reads archives ended without an answer.' })
    })
  })
}
