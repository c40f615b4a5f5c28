import { requireWhole } from '../../base/ranges'
import type { Exporter } from '../exported'
import { boxChanged, type Box } from './changed-box'
import { concatenated } from './chunks'

/** A part of a moving WebP that changes: a WebP of its own, where it lies, and for how many milliseconds it stays. */
export interface WebpFrame extends Box {
  readonly webp: Uint8Array
  readonly ms: number
}

const LONGEST = 0xff_ff_ff
const low = (value: number, bytes: number) => Uint8Array.from({ length: bytes }, (_, i) => (value >>> (8 * i)) & 255)
const letters = (text: string) => Uint8Array.from(text, (sign) => sign.charCodeAt(0))

/** A chunk of a RIFF file: its name, its length, and what it holds, filled up to an even length. */
const chunk = (name: string, data: Uint8Array) =>
  concatenated([letters(name), low(data.length, 4), data, new Uint8Array(data.length % 2)])

/** The chunks of a WebP that hold its picture: its opacity, if that is apart, and its pixels. */
function pictureOf(webp: Uint8Array): { chunks: Uint8Array[]; clear: boolean } {
  const view = new DataView(webp.buffer, webp.byteOffset, webp.byteLength)
  const chunks: Uint8Array[] = []
  let clear = false
  for (let at = 12; at + 8 <= webp.length;) {
    const name = String.fromCharCode(...webp.subarray(at, at + 4))
    const size = view.getUint32(at + 4, true)
    const end = at + 8 + size + (size % 2)
    if (['ALPH', 'VP8 ', 'VP8L'].includes(name)) chunks.push(webp.subarray(at, end))
    // One bit of the header of a lossless picture says whether anything of it is clear (WebP lossless, 3).
    if (name === 'ALPH' || (name === 'VP8L' && (webp[at + 12]! & 0x10) !== 0)) clear = true
    at = end
  }
  if (chunks.length === 0) throw new RangeError('This browser cannot write WebP. Hand over a moving PNG instead.')
  return { chunks, clear }
}

/**
 * A moving WebP that goes round so many times, 0 for ever, of pictures that are WebP by themselves (WebP container: VP8X, ANIM, ANMF).
 *
 * Errors: RangeError for a wrong size, no picture, or what is no WebP
 */
export function joinWebp(frames: readonly WebpFrame[], width: number, height: number, loops = 0): Uint8Array {
  requireWhole('width', width, 1, 16_383)
  requireWhole('height', height, 1, 16_383)
  if (frames.length === 0) throw new RangeError('A moving picture needs at least one picture.')
  let clear = false
  const size = [low(width - 1, 3), low(height - 1, 3)]
  const moving = frames.map(({ webp, ms, ...box }) => {
    const picture = pictureOf(webp)
    clear ||= picture.clear
    // Where it lies, halved; it replaces what was there (blend 1: no), and stays (dispose 0).
    const place = [low(requireEven(box.x) / 2, 3), low(requireEven(box.y) / 2, 3)]
    const own = [low(box.width - 1, 3), low(box.height - 1, 3)]
    const head = [...place, ...own, low(requireWhole('ms', ms, 1, LONGEST), 3), Uint8Array.of(0b10)]
    return chunk('ANMF', concatenated([...head, ...picture.chunks]))
  })
  const flags = 0b10 | (clear ? 0b1_0000 : 0)
  const body = concatenated([
    letters('WEBP'),
    chunk('VP8X', concatenated([low(flags, 4), ...size])),
    // Clear behind it all.
    chunk('ANIM', concatenated([low(0, 4), low(loops, 2)])),
    ...moving,
  ])
  return concatenated([letters('RIFF'), low(body.length, 4), body])
}

function requireEven(place: number): number {
  if (place % 2 !== 0) throw new RangeError('A part of a moving WebP lies at even places.')
  return place
}

/** Smaller files, hardly to be told from exact ones. */
const GOOD = 0.86

/** The changed part of a picture, begun at an even place; a picture like the one before still needs its time. */
function partOf(box: Box | undefined): Box {
  const { x, y, width, height } = box ?? { x: 0, y: 0, width: 1, height: 1 }
  const [left, top] = [x - (x % 2), y - (y % 2)]
  return { x: left, y: top, width: width + x - left, height: height + y - top }
}

/** A moving WebP of a take: each picture begins at the millisecond nearest to its true time, and only what changed is stored. */
export const exportWebp: Exporter = async ({
  scene,
  runs,
  stem,
  width,
  height,
  exact,
  loops,
  paint,
  pack,
  progress,
}) => {
  const { fps } = scene.settings
  const first = runs[0]!.frame
  const at = (frame: number) => Math.round(((frame - first) * 1000) / fps)
  const frames: WebpFrame[] = []
  let before: Uint32Array | undefined
  for (const [i, run] of runs.entries()) {
    const pixels = await paint(run)
    const plane = new Uint32Array(pixels.buffer.slice(pixels.byteOffset, pixels.byteOffset + pixels.byteLength))
    const last = before
    const part = last ? partOf(boxChanged(plane, last, width, height)) : { x: 0, y: 0, width, height }
    before = plane
    frames.push({
      ...part,
      webp: await pack('image/webp', { quality: exact ? 1 : GOOD, part }),
      ms: at(run.frame + run.frames) - at(run.frame),
    })
    progress(i + 1, runs.length, `Picture ${i + 1} of ${runs.length}`)
  }
  return { name: `${stem}.webp`, type: 'image/webp', parts: [joinWebp(frames, width, height, loops)] }
}
