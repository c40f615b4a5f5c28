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

/** The bytes that change hands instead of being copied. */
function handedOver(report: ArchiveReport): ArrayBuffer[] {
  if (!('prepared' in report)) return []
  const { edits, ink, pictures, sounds } = report.prepared
  const bytes = [
    ...edits.map((row) => row.edit),
    ...ink.map((pass) => pass.bytes),
    ...pictures.map((picture) => picture.bytes),
    ...sounds.map((sound) => sound.bytes),
  ]
  return [...new Set(bytes.map(({ buffer }) => buffer as ArrayBuffer))]
}

const report = read(workerData as Uint8Array)
parentPort!.postMessage(report, handedOver(report))
