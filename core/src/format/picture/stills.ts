import type { PictureRun } from '../../timing/seen/shown'
import type { Exporter } from '../exported'
import { fileStem } from '../file-stem'
import { saidSrgb } from './chunks'
import { Zip, ZipPassThrough } from 'fflate'

/** `low-tide-0007.png`: the frame's number with as many digits as the last frame needs, at least four. */
export function stillName(scene: string, frame: number, lastFrame: number): string {
  return `${fileStem(scene)}-${String(frame).padStart(Math.max(4, String(lastFrame).length), '0')}.png`
}

/**
 * A zip archive written file by file; `finish` gives its bytes. PNG stills are compressed already
 * and are stored as they are.
 */
export function openArchive(): { add: (name: string, bytes: Uint8Array) => void; finish: () => Uint8Array[] } {
  const chunks: Uint8Array[] = []
  const zip = new Zip((error, chunk) => {
    if (error) throw error
    chunks.push(chunk)
  })
  return {
    add(name, bytes) {
      const file = new ZipPassThrough(name)
      // A fixed date: the same frames give the same archive.
      file.mtime = new Date(Date.UTC(2000, 0, 1))
      zip.add(file)
      file.push(bytes, true)
    },
    finish() {
      zip.end()
      return chunks
    },
  }
}

/** Every frame of a take as a numbered PNG, in a zip. A held frame is made once, and its bytes are written again. */
export const exportStills: Exporter = async ({ scene, runs, stem, show, pack, progress }) => {
  const archive = openArchive()
  const { name, length } = scene.settings
  // The next is painted while this one is packed: of that, packing has begun.
  const begin = async (run: PictureRun | undefined) => {
    if (!run) return undefined
    await show(run)
    return { png: pack('image/png') }
  }
  let next = begin(runs[0])
  for (const [i, run] of runs.entries()) {
    const now = (await next)!
    next = begin(runs[i + 1])
    const png = saidSrgb(await now.png)
    const end = run.frame + run.frames
    for (let frame = run.frame; frame < end; frame++) archive.add(stillName(name, frame, length), png)
    progress(end - 1, length, `Frame ${end - 1} of ${length}`)
  }
  return { name: `${stem}-stills.zip`, type: 'application/zip', parts: archive.finish() }
}
