import { requireWhole } from '../../base/ranges'
import { boxChanged, cut, type Box } from './changed-box'
import type { Exporter } from '../exported'
import { chunk, chunksOf, concatenated, numbers, SIGNATURE } from './chunks'
import { writePng, type Picture } from './png'

/** A part of the film's picture that changed, as a PNG, and for how many frames it stays. */
interface Part extends Box {
  readonly png: Uint8Array
  frames: number
}

/** As many frames as one picture can stay: 16 bits. */
const LONGEST = 0xffff

export interface ApngWriter {
  /** Adds a picture shown for so many frames; one equal to the last only stays longer. */
  readonly add: (pixels: Picture['pixels'], frames: number) => void
  /** @param loops - how often it goes round; 0 is for ever */
  readonly finish: (loops?: number) => Uint8Array
}

/**
 * A looping moving PNG (PNG, third edition, 2025: acTL, fcTL, fdAT). Every pixel and its whole opacity are kept, each
 * picture lasts exactly its frames at `fps`, and only the part that differs from the picture before is stored.
 *
 * @param clear - whether anything may be clear; else the pictures must be opaque
 * @throws RangeError for a wrong size or no picture
 */
export function openApng({
  width,
  height,
  fps,
  clear,
}: {
  width: number
  height: number
  fps: number
  clear: boolean
}): ApngWriter {
  requireWhole('fps', fps, 1, LONGEST)
  const parts: Part[] = []
  let before: Uint32Array | undefined
  return {
    add(pixels, frames) {
      requireWhole('frames', frames, 1, LONGEST)
      const plane = new Uint32Array(pixels.buffer.slice(pixels.byteOffset, pixels.byteOffset + pixels.byteLength))
      const old = before
      const last = parts.at(-1)
      const changed = old ? boxChanged(plane, old, width, height) : { x: 0, y: 0, width, height }
      before = plane
      if (last && !changed && last.frames + frames <= LONGEST) {
        last.frames += frames
        return
      }
      const box = changed ?? { x: 0, y: 0, width: 1, height: 1 }
      const own = new Uint8Array(cut(plane, width, box).buffer)
      parts.push({ ...box, frames, png: writePng({ ...box, pixels: own }, !clear) })
    },
    finish(loops = 0) {
      if (parts.length === 0) throw new RangeError('A moving picture needs at least one picture.')
      return joined(parts, fps, loops)
    },
  }
}

/** The parts as one file: the first as any program shows it, the others after it. */
function joined(parts: readonly Part[], fps: number, loops: number): Uint8Array {
  const chunks: Uint8Array[] = [parts[0]!.png.subarray(0, SIGNATURE), chunksOf(parts[0]!.png, 'IHDR')[0]!.whole]
  let sequence = 0
  chunks.push(chunk('acTL', numbers([parts.length, 4], [loops, 4])))
  parts.forEach(({ x, y, width, height, frames, png }, n) => {
    const places = [sequence++, width, height, x, y].map((value): [number, number] => [value, 4])
    // It stays on the picture (dispose 0), and replaces what was there with its opacity (blend 0).
    chunks.push(chunk('fcTL', numbers(...places, [frames, 2], [fps, 2], [0, 1], [0, 1])))
    for (const { whole, data } of chunksOf(png, 'IDAT')) {
      if (n === 0) chunks.push(whole)
      else chunks.push(chunk('fdAT', concatenated([numbers([sequence++, 4]), data])))
    }
  })
  chunks.push(chunk('IEND', new Uint8Array()))
  return concatenated(chunks)
}

/** A looping moving PNG of a take. */
export const exportApng: Exporter = async ({ scene, runs, stem, width, height, clear, loops, paint, progress }) => {
  const apng = openApng({ width, height, clear, fps: scene.settings.fps })
  for (const [i, run] of runs.entries()) {
    apng.add(await paint(run), run.frames)
    progress(i + 1, runs.length, `Picture ${i + 1} of ${runs.length}`)
  }
  return { name: `${stem}.png`, type: 'image/apng', parts: [apng.finish(loops)] }
}
