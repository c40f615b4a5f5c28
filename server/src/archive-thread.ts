import { parentPort, workerData } from 'node:worker_threads'
import { ArchiveRefused } from '@unhurried/core'
import type { ArchiveReport } from './keeping/archive-messages'
import { preparedArchive } from './keeping/prepared'

/** Reads one archive away from the thread that answers requests. */
function read(bytes: Uint8Array): ArchiveReport {
  try {
    return { prepared: preparedArchive(bytes) }
  } catch (error) {
    if (error instanceof ArchiveRefused) return { refused: error.message }
    return { failed: error instanceof Error ? (error.stack ?? error.message) : String(error) }
  }
}

parentPort!.postMessage(read(workerData as Uint8Array))
