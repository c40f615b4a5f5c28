import { requireWhole } from '../base/ranges'
import { boxOf, cut, type Box } from './changed-box'
import type { Exporter } from './exported'
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
  readonly finish: () => Uint8Array
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
      const changed = old ? boxOf(width, height, (at) => plane[at] !== old[at]) : { x: 0, y: 0, width, height }
      before = plane
      if (last && !changed && last.frames + frames <= LONGEST) {
        last.frames += frames
        return
      }
      const box = changed ?? { x: 0, y: 0, width: 1, height: 1 }
      const own = new Uint8Array(cut(plane, width, box).buffer)
      parts.push({ ...box, frames, png: writePng({ ...box, pixels: own }, !clear) })
    },
    finish() {
      if (parts.length === 0) throw new RangeError('A moving picture needs at least one picture.')
      return joined(parts, fps)
    },
  }
}

const SIGNATURE = 8

/** The parts as one file: the first as any program shows it, the others after it. */
function joined(parts: readonly Part[], fps: number): Uint8Array {
  const chunks: Uint8Array[] = [parts[0]!.png.subarray(0, SIGNATURE), chunksOf(parts[0]!.png, 'IHDR')[0]!.whole]
  let sequence = 0
  chunks.push(chunk('acTL', numbers([parts.length, 4], [0, 4])))
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

/** The chunks of one kind in a PNG. */
function chunksOf(png: Uint8Array, kind: string): { whole: Uint8Array; data: Uint8Array }[] {
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength)
  const found: { whole: Uint8Array; data: Uint8Array }[] = []
  for (let at = SIGNATURE; at < png.length;) {
    const end = at + 12 + view.getUint32(at)
    if (String.fromCharCode(...png.subarray(at + 4, at + 8)) === kind)
      found.push({ whole: png.subarray(at, end), data: png.subarray(at + 8, end - 4) })
    at = end
  }
  return found
}

function chunk(kind: string, data: Uint8Array): Uint8Array {
  const named = concatenated([Uint8Array.from(kind, (sign) => sign.charCodeAt(0)), data])
  return concatenated([numbers([data.length, 4]), named, numbers([crc(named), 4])])
}

/** Whole numbers, each in so many bytes, the highest first. */
function numbers(...values: readonly (readonly [value: number, bytes: number])[]): Uint8Array {
  return Uint8Array.from(
    values.flatMap(([value, bytes]) =>
      Array.from({ length: bytes }, (_, i) => (value >>> (8 * (bytes - 1 - i))) & 255),
    ),
  )
}

function concatenated(parts: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
  let at = 0
  for (const part of parts) {
    all.set(part, at)
    at += part.length
  }
  return all
}

/** Remainders of each byte by the CRC-32 of PNG (annex D of the standard). */
const REMAINDERS = Uint32Array.from({ length: 256 }, (_, byte) => {
  let value = byte
  for (let bit = 0; bit < 8; bit++) value = value & 1 ? 0xedb88320 ^ (value >>> 1) : value >>> 1
  return value
})
function crc(bytes: Uint8Array): number {
  let value = 0xffffffff
  for (const byte of bytes) value = REMAINDERS[(value ^ byte) & 255]! ^ (value >>> 8)
  return (value ^ 0xffffffff) >>> 0
}

/** A looping moving PNG of a take. */
export const exportApng: Exporter = ({ scene, runs, stem, width, height, clear, paint, progress }) => {
  const apng = openApng({ width, height, clear, fps: scene.settings.fps })
  runs.forEach((run, i) => {
    apng.add(paint(run), run.frames)
    progress(i + 1, runs.length, `Picture ${i + 1} of ${runs.length}`)
  })
  return { name: `${stem}.png`, type: 'image/apng', parts: [apng.finish()] }
}
