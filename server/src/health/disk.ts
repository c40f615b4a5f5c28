import { statfs } from 'node:fs/promises'

/** Below so many bytes free nothing more is written: the database needs this room for its write-ahead log. */
const LOW_WATER = 64 * 1024 * 1024
/** Writing begins again only when there is somewhat more, so that it does not flicker. */
const HIGH_WATER = LOW_WATER * 1.25
const LOOK_EVERY = 500

export interface Disk {
  readonly isLow: () => boolean
  readonly close: () => void
}

/** Watches the room left where drawings are kept; without a folder of ours there is nothing to watch. */
export function watchDisk(folder: string | undefined, onLow: (low: boolean) => void = () => undefined): Disk {
  let low = false
  const look = async () => {
    if (folder === undefined) return
    const { bavail, bsize } = await statfs(folder)
    const now = bavail * bsize < (low ? HIGH_WATER : LOW_WATER)
    if (now !== low) onLow((low = now))
  }
  const timer = setInterval(() => void look().catch(() => undefined), LOOK_EVERY).unref()
  void look().catch(() => undefined)
  return { isLow: () => low, close: () => clearInterval(timer) }
}
