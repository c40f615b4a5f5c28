import { existsSync, renameSync, statSync } from 'node:fs'
import pino, { type Logger } from 'pino'

/** A log is begun anew when it has so many bytes; the one before is kept beside it. */
const LARGEST = 10 * 1024 * 1024
const LOOK_EVERY = 60_000

/** The server's log: a file only its owner reads, written some lines at a time, and never endless. */
export function openLog(file: string | undefined): Logger {
  if (file === undefined) return pino({ base: undefined }, pino.destination(1))
  rotated(file)
  const lines = pino.destination({
    dest: file,
    append: true,
    mode: 0o600,
    sync: false,
    minLength: 4096,
    periodicFlush: 500,
  })
  setInterval(() => rotated(file) && lines.reopen(), LOOK_EVERY).unref()
  return pino({ base: undefined }, lines)
}

function rotated(file: string): boolean {
  if (!existsSync(file) || statSync(file).size < LARGEST) return false
  renameSync(file, `${file}.1`)
  return true
}
