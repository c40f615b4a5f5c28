import type { Exporter } from '../exported'
import { quantize, type Palette } from 'gifenc'
import { LIMITS } from '../../base/limits'
import { requireWhole } from '../../base/ranges'
import { boxChanged, boxOf, cut, type Box } from './changed-box'
import { concatenated } from './chunks'
import { packed } from './lzw'
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
  readonly delay: number
  /** What it covers is clear again before the next is laid. */
  readonly clears: boolean
}

const CLEAR = 0
/** GIF holds a delay in 16 bits. */
const LONGEST_DELAY = 0xffff
/** Viewers slow down what is shorter. */
const SHORTEST_DELAY = 2
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
  /** The bytes of the file. `onFrame` is told how many frames are written; it goes round `loops` times, 0 for ever. */
  finish: (onFrame?: (written: number, of: number) => void, loops?: number) => Uint8Array
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
  /** What lies there before the picture that waits is laid, and that picture: what comes after it says how it ends. */
  const lies = new Uint32Array(width * height)
  let waiting: { plane: Uint32Array; delay: number } | undefined
  let anyClear = false
  /** Lays the picture that waits, so that the next can follow it. */
  function settle(next?: Uint32Array) {
    const { plane, delay } = waiting!
    const goes =
      transparent && next ? boxOf(width, height, (at) => plane[at] !== CLEAR && next[at] === CLEAR) : undefined
    const changed = kept.length === 0 ? { x: 0, y: 0, width, height } : boxChanged(plane, lies, width, height)
    const keep = (box: Box, delay: number, clears: boolean) => {
      const colours = cut(plane, width, box)
      book.note(colours)
      kept.push({ ...box, colours, delay, clears })
    }
    const all = around(changed, goes) ?? { x: 0, y: 0, width: 1, height: 1 }
    // What goes clear takes all of its frame with it: where that is much more, a frame of its own covers it at the end.
    const apart = goes && changed && areaOf(all) > 2 * areaOf(goes) && delay >= 2 * SHORTEST_DELAY
    if (apart) {
      keep(changed, delay - SHORTEST_DELAY, false)
      keep(goes, SHORTEST_DELAY, true)
    } else keep(all, delay, goes !== undefined)
    lies.set(plane)
    if (goes) clearBox(lies, width, apart ? goes : all)
  }
  return {
    add(pixels, delay) {
      requireWhole('pixels.length', pixels.length, width * height * 4, width * height * 4)
      const { plane, clear } = planeOf(pixels, transparent)
      anyClear ||= clear
      if (waiting && isSame(waiting.plane, plane) && waiting.delay + delay <= LONGEST_DELAY) {
        waiting.delay += delay
        return
      }
      if (waiting) settle(plane)
      waiting = { plane, delay }
    },
    finish(onFrame, loops = 0) {
      if (!waiting) throw new RangeError('A GIF needs at least one picture.')
      settle()
      // A clear index is needed for transparency, and otherwise saves bytes where there is room for it.
      const clear = transparent ? anyClear || book.size > 256 : book.size !== 256
      return written(kept, { width, height, clear, loops, onFrame, ...book.choose(clear ? 255 : 256) })
    },
  }
}

function isSame(a: Uint32Array, b: Uint32Array): boolean {
  for (let at = 0; at < a.length; at++) if (a[at] !== b[at]) return false
  return true
}

const areaOf = ({ width, height }: Box) => width * height

/** The smallest box around two, if there is any. */
function around(a: Box | undefined, b: Box | undefined): Box | undefined {
  if (!a || !b) return a ?? b
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)]
  return {
    x,
    y,
    width: Math.max(a.x + a.width, b.x + b.width) - x,
    height: Math.max(a.y + a.height, b.y + b.height) - y,
  }
}

function clearBox(plane: Uint32Array, width: number, box: Box): void {
  for (let row = box.y; row < box.y + box.height; row++)
    plane.fill(CLEAR, row * width + box.x, row * width + box.x + box.width)
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
  /** One index means clear. */
  readonly clear: boolean
  readonly loops: number
  readonly onFrame: ((written: number, of: number) => void) | undefined
}
function written(kept: readonly Kept[], writing: Writing): Uint8Array {
  const { width, height, clear, loops, palette, onFrame } = writing
  const clearIndex = palette.length
  if (clear) palette.push([0, 0, 0])
  const depth = Math.max(2, Math.ceil(Math.log2(Math.max(2, palette.length))))
  const lies = new Uint32Array(width * height)
  const parts = [head({ width, height, palette, depth, loops })]
  kept.forEach((frame, n) => {
    const data = smallest(indexings(frame, lies, { ...writing, clearIndex }), depth)
    parts.push(frameHead(frame, clear ? clearIndex : undefined), Uint8Array.of(depth), data)
    onFrame?.(n + 1, kept.length)
  })
  return concatenated([...parts, Uint8Array.of(0x3b)])
}

const low = (value: number) => [value & 255, value >> 8]
/** Signature, screen, colours, and how often it goes round (GIF89a, sections 17 to 19; application extension, which counts the times after the first). */
function head({
  width,
  height,
  palette,
  depth,
  loops,
}: Pick<Writing, 'width' | 'height' | 'palette' | 'loops'> & { depth: number }): Uint8Array {
  const colours = new Uint8Array(3 << depth)
  palette.forEach(([r, g, b], i) => colours.set([r!, g!, b!], 3 * i))
  const text = (words: string) => Uint8Array.from(words, (letter) => letter.charCodeAt(0))
  return concatenated([
    text('GIF89a'),
    Uint8Array.of(...low(width), ...low(height), 0xf0 | (depth - 1), 0, 0),
    colours,
    ...(loops === 1
      ? []
      : [Uint8Array.of(0x21, 0xff, 11), text('NETSCAPE2.0'), Uint8Array.of(3, 1, ...low(Math.max(0, loops - 1)), 0)]),
  ])
}

/** Its delay, how it ends, and where it lies (GIF89a, sections 23 and 20). */
function frameHead({ x, y, width, height, delay, clears }: Kept, clearIndex: number | undefined): Uint8Array {
  const ends = (clears ? DISPOSE_CLEAR : DISPOSE_KEEP) << 2
  return Uint8Array.of(
    ...[0x21, 0xf9, 4, ends | (clearIndex === undefined ? 0 : 1), ...low(delay), clearIndex ?? 0, 0],
    ...[0x2c, ...low(x), ...low(y), ...low(width), ...low(height), 0],
  )
}

/** The fewest bytes of several ways to say the same. */
function smallest(ways: readonly Uint8Array[], depth: number): Uint8Array {
  const all = ways.map((indexes) => ({ indexes, ...packed(indexes, depth, true) }))
  const best = all.reduce((least, each) => (each.bytes.length < least.bytes.length ? each : least))
  if (!best.full) return best.bytes
  const hasty = packed(best.indexes, depth, false).bytes
  return hasty.length < best.bytes.length ? hasty : best.bytes
}

/**
 * A frame's colours as indexes, its pixels laid on `lies`. What does not change can be clear or be said again:
 * whichever goes on with the pixel before, or said again always; what changes is said in both ways.
 */
function indexings(
  frame: Kept,
  lies: Uint32Array,
  { width, clear, indexOf, clearIndex }: Writing & { readonly clearIndex: number },
): Uint8Array[] {
  const [said, runs] = [new Uint8Array(frame.colours.length), new Uint8Array(frame.colours.length)]
  let [lastColour, lastIndex] = [CLEAR, clearIndex]
  let kept = false
  for (let i = 0, row = 0; row < frame.height; row++) {
    let at = (frame.y + row) * width + frame.x
    for (let x = 0; x < frame.width; x++, i++, at++) {
      const colour = frame.colours[i]!
      if (colour !== lastColour) {
        lastColour = colour
        lastIndex = colour === CLEAR ? clearIndex : indexOf.get(colour)!
      }
      const same = clear && lies[at] === colour
      kept ||= same && colour !== CLEAR
      said[i] = lastIndex
      const goesOn = i > 0 && (runs[i - 1] === clearIndex || runs[i - 1] === lastIndex)
      runs[i] = !same ? lastIndex : goesOn ? runs[i - 1]! : clearIndex
      lies[at] = colour
    }
  }
  if (frame.clears) clearBox(lies, width, frame)
  return kept ? [said, runs] : [said]
}

/** A looping GIF of a take. */
export const exportGif: Exporter = async ({ scene, runs, stem, width, height, clear, loops, paint, progress }) => {
  const gif = openGif({ width, height, transparent: clear })
  const delays = gifDelays(
    runs.map((run) => run.frames),
    scene.settings.fps,
  )
  for (const [i, run] of runs.entries()) {
    gif.add(await paint(run), delays[i]!)
    progress(i + 1, runs.length * 2, `Painting picture ${i + 1} of ${runs.length}`)
  }
  const told = (written: number, of: number) =>
    progress(runs.length + (written / of) * runs.length, runs.length * 2, `Writing picture ${written} of ${of}`)
  const bytes = gif.finish(told, loops)
  return { name: `${stem}.gif`, type: 'image/gif', parts: [bytes] }
}
