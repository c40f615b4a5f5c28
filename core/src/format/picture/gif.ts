import type { Exporter } from '../exported'
import { GIFEncoder, quantize, type Palette } from 'gifenc'
import { LIMITS } from '../../base/limits'
import { requireWhole } from '../../base/ranges'
import { boxOf, cut, type Box } from './changed-box'
import type { Picture } from './png'

/**
 * How long each picture stays, in hundredths of a second, for pictures held `frames` frames each.
 * GIF counts in hundredths: each picture begins at the hundredth nearest to its true time, so the
 * running error never passes half a hundredth, however long the film.
 */
export function gifDelays(frames: readonly number[], fps: number): number[] {
  requireWhole('fps', fps, LIMITS.fps.min, LIMITS.fps.max)
  let elapsed = 0
  return frames.map((held) => {
    const start = Math.round((elapsed * 100) / fps)
    elapsed += requireWhole('frames', held, 1, 1e6)
    return Math.round((elapsed * 100) / fps) - start
  })
}

interface Kept extends Box {
  readonly colours: Uint32Array
  delay: number
}

const CLEAR = 0
/** GIF holds a delay in 16 bits. */
const LONGEST_DELAY = 0xffff
const DISPOSE_KEEP = 1
const DISPOSE_CLEAR = 2

const channels = (colour: number): [number, number, number] => [
  colour & 255,
  (colour >>> 8) & 255,
  (colour >>> 16) & 255,
]

/** Colours met so far with how often, and after `choose` the index of each in a palette of at most `most`. */
function colourBook() {
  const counts = new Map<number, number>()
  return {
    note(colours: Uint32Array) {
      let last = CLEAR
      let run = 0
      for (let i = 0; i <= colours.length; i++) {
        const colour = colours[i] ?? CLEAR
        if (i < colours.length && colour === last) run++
        else {
          if (last !== CLEAR) counts.set(last, (counts.get(last) ?? 0) + run)
          last = colour
          run = 1
        }
      }
    },
    get size() {
      return counts.size
    },
    choose(most: number): { palette: Palette; indexOf: Map<number, number> } {
      const common = [...counts].sort((a, b) => b[1] - a[1] || a[0] - b[0]).map(([colour]) => colour)
      if (common.length <= most) {
        return { palette: common.map(channels), indexOf: new Map(common.map((colour, i) => [colour, i])) }
      }
      // The flats and the paper stay exact; only the many tones between them are gathered into groups.
      const exact = common.slice(0, 96)
      const rest = common.slice(96)
      const sample: number[] = []
      for (const colour of rest) {
        const weight = Math.min(24, 1 + Math.floor(Math.log2(counts.get(colour)!) * 2))
        for (let i = 0; i < weight; i++) sample.push(colour)
      }
      const grouped = quantize(new Uint8Array(Uint32Array.from(sample).buffer), most - exact.length, {
        format: 'rgb565',
      })
      const palette = [...exact.map(channels), ...grouped.map((colour) => colour.slice(0, 3))]
      const indexOf = new Map(exact.map((colour, i) => [colour, i]))
      for (const colour of rest) indexOf.set(colour, nearest(palette, channels(colour)))
      return { palette, indexOf }
    },
  }
}

function nearest(palette: Palette, [red, green, blue]: readonly [number, number, number]): number {
  let best = 0
  let least = Number.POSITIVE_INFINITY
  for (let i = 0; i < palette.length; i++) {
    const [r, g, b] = palette[i] as [number, number, number]
    const distance = 2 * (r - red) ** 2 + 4 * (g - green) ** 2 + 3 * (b - blue) ** 2
    if (distance < least) {
      least = distance
      best = i
    }
  }
  return best
}

export interface GifWriter {
  /** Adds a picture shown for `delay` hundredths of a second; one equal to the last only stays longer. */
  add: (pixels: Picture['pixels'], delay: number) => void
  /** The bytes of the file. `onFrame` is told how many frames are written. */
  finish: (onFrame?: (written: number, of: number) => void) => Uint8Array
}

/**
 * A looping GIF of `width` × `height`. With at most 256 colours in all pictures every pixel is kept
 * exactly; beyond that the most frequent stay exact and the others are gathered. Only the part of a
 * picture that differs from the one before is stored. `transparent`: what is less than half opaque is
 * clear, else the pictures must be opaque. Errors: RangeError for a wrong size or no picture.
 */
export function openGif({
  width,
  height,
  transparent,
}: {
  width: number
  height: number
  transparent: boolean
}): GifWriter {
  requireWhole('width', width, 1, 0xffff)
  requireWhole('height', height, 1, 0xffff)
  const kept: Kept[] = []
  const book = colourBook()
  let before: Uint32Array | undefined
  let anyClear = false
  return {
    add(pixels, delay) {
      requireWhole('pixels.length', pixels.length, width * height * 4, width * height * 4)
      const { plane, clear } = planeOf(pixels, transparent)
      anyClear ||= clear
      const last = kept.at(-1)
      const old = before
      const changed = old ? boxOf(width, height, (at) => plane[at] !== old[at]) : undefined
      before = plane
      if (old && last && !changed && last.delay + delay <= LONGEST_DELAY) {
        last.delay += delay
        return
      }
      const whole = { x: 0, y: 0, width, height }
      const dot = { x: 0, y: 0, width: 1, height: 1 }
      const box = !old
        ? whole
        : transparent
          ? (boxOf(width, height, (at) => plane[at] !== CLEAR) ?? dot)
          : (changed ?? dot)
      const colours = cut(plane, width, box)
      book.note(colours)
      kept.push({ ...box, colours, delay })
    },
    finish(onFrame) {
      if (kept.length === 0) throw new RangeError('A GIF needs at least one picture.')
      // A clear index is needed for transparency, and otherwise saves bytes where there is room for it.
      const clear = transparent ? anyClear || book.size > 256 : book.size !== 256
      return written(kept, { width, height, transparent, clear, onFrame, ...book.choose(clear ? 255 : 256) })
    },
  }
}

/** Pixels as numbers; what is less than half opaque is clear, or else all are opaque. A copy of just these bytes, whatever larger buffer they may lie in. */
function planeOf(pixels: Picture['pixels'], transparent: boolean): { plane: Uint32Array; clear: boolean } {
  const plane = new Uint32Array(pixels.buffer.slice(pixels.byteOffset, pixels.byteOffset + pixels.byteLength))
  let clear = false
  for (let i = 0; i < plane.length; i++) {
    const opacity = plane[i]! >>> 24
    if (opacity === 255) continue
    if (opacity < 128 && transparent) {
      plane[i] = CLEAR
      clear = true
    } else plane[i] = (plane[i]! | 0xff000000) >>> 0
  }
  return { plane, clear }
}

interface Writing extends ReturnType<ReturnType<typeof colourBook>['choose']> {
  readonly width: number
  readonly height: number
  readonly transparent: boolean
  /** One index means clear. */
  readonly clear: boolean
  readonly onFrame: ((written: number, of: number) => void) | undefined
}
function written(kept: readonly Kept[], writing: Writing): Uint8Array {
  const { width, height, transparent, clear, palette, onFrame } = writing
  const clearIndex = palette.length
  if (clear) palette.push([0, 0, 0])
  const colorDepth = Math.max(2, Math.ceil(Math.log2(Math.max(2, palette.length))))
  const encoder = GIFEncoder({ initialCapacity: 1 << 20 })
  const plane = new Uint32Array(width * height)
  kept.forEach((frame, n) => {
    const index = indexed(frame, plane, { ...writing, clearIndex })
    const start = encoder.bytesView().length
    encoder.writeFrame(index, frame.width, frame.height, {
      ...(n === 0 && { palette, repeat: 0 }),
      delay: frame.delay * 10,
      transparent: clear,
      transparentIndex: clear ? clearIndex : 0,
      dispose: transparent ? DISPOSE_CLEAR : DISPOSE_KEEP,
      colorDepth,
    })
    // The encoder writes every frame at the top left; its place is set here. The image descriptor
    // follows the eight bytes of the graphic control extension (GIF89a, sections 20 and 23).
    if (n > 0) new DataView(encoder.bytesView().buffer).setUint32(start + 9, frame.x | (frame.y << 16), true)
    onFrame?.(n + 1, kept.length)
  })
  encoder.finish()
  return encoder.bytes()
}

/** A frame's colours as indexes, its pixels laid on `plane`; what does not change is clear where that saves bytes. */
function indexed(
  frame: Kept,
  plane: Uint32Array,
  { width, transparent, clear, indexOf, clearIndex }: Writing & { readonly clearIndex: number },
): Uint8Array {
  const index = new Uint8Array(frame.colours.length)
  let lastColour = CLEAR
  let lastIndex = clearIndex
  for (let i = 0, row = 0; row < frame.height; row++) {
    let at = (frame.y + row) * width + frame.x
    for (let x = 0; x < frame.width; x++, i++, at++) {
      const colour = frame.colours[i]!
      if (colour !== lastColour) {
        lastColour = colour
        lastIndex = colour === CLEAR ? clearIndex : indexOf.get(colour)!
      }
      index[i] = clear && !transparent && plane[at] === colour ? clearIndex : lastIndex
      plane[at] = colour
    }
  }
  return index
}

/** A looping GIF of a take. */
export const exportGif: Exporter = ({ scene, runs, stem, width, height, clear, paint, progress }) => {
  const gif = openGif({ width, height, transparent: clear })
  const delays = gifDelays(
    runs.map((run) => run.frames),
    scene.settings.fps,
  )
  for (const [i, run] of runs.entries()) {
    gif.add(paint(run), delays[i]!)
    progress(i + 1, runs.length * 2, `Painting picture ${i + 1} of ${runs.length}`)
  }
  const bytes = gif.finish((written, of) =>
    progress(runs.length + (written / of) * runs.length, runs.length * 2, `Writing picture ${written} of ${of}`),
  )
  return { name: `${stem}.gif`, type: 'image/gif', parts: [bytes] }
}
