import { clamp } from '../base/clamp'
import { requireNumber, requireWhole } from '../base/ranges'

/** A small picture of a frame: sRGB, four bytes a pixel (the fourth is not looked at), row by row. */
export interface SmallPicture {
  readonly width: number
  readonly height: number
  readonly data: ArrayLike<number>
}

export interface FlashReport {
  /** No more than three flashes of either kind in any one second. */
  readonly passes: boolean
  /** Flashes in the worst second, its first and last frame (from 1), and their kind. */
  readonly worst:
    { readonly count: number; readonly from: number; readonly to: number; readonly kind: 'general' | 'red' } | undefined
  /** Mean relative luminance of each frame, 0…1. */
  readonly luminance: readonly number[]
  /** Frames on which a change counts toward a flash. */
  readonly changes: readonly number[]
}

/** More flashes than this in any one second fail. */
const MOST = 3
/** A change of relative luminance that counts, and how dark the darker state must be. */
const CHANGE = 0.1
const DARK = 0.8
/** A change of (R − G − B) × 320 that counts, and the share of red that is saturated. */
const RED_CHANGE = 20
const SATURATED = 0.8
/** The part of a view of 1024 × 768 that is looked at at once, and how much of it must flash. */
const VIEW = { width: 1024, blockWidth: 341, blockHeight: 256, share: 0.25 } as const
/** Rounding must not make a flash of what lies exactly at a limit from below. */
const TINY = 1e-9

const LINEAR = Float64Array.from({ length: 256 }, (_, value) => {
  const share = value / 255
  return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
})

/** What one kind of flash has seen of every pixel: the extremes since it was last counted, and which way that was. */
interface Watch {
  readonly low: Float64Array
  readonly high: Float64Array
  /** Whether the high one was a saturated red. */
  readonly deep: Uint8Array
  readonly way: Int8Array
  /** Pixels that rose and fell on this frame, and how many. */
  readonly up: Uint8Array
  readonly down: Uint8Array
  rose: number
  fell: number
  /** Begins another frame. */
  begin: () => void
}
const watchOf = (pixels: number): Watch => ({
  low: new Float64Array(pixels).fill(Infinity),
  high: new Float64Array(pixels).fill(-Infinity),
  deep: new Uint8Array(pixels),
  way: new Int8Array(pixels),
  up: new Uint8Array(pixels),
  down: new Uint8Array(pixels),
  rose: 0,
  fell: 0,
  begin() {
    if (this.rose > 0) this.up.fill(0)
    if (this.fell > 0) this.down.fill(0)
    this.rose = this.fell = 0
  },
})

/**
 * Flashes in a sequence of frames (WCAG 2.2, success criterion 2.3.1 and its definitions of general flash
 * and red flash thresholds). A flash is a pair of opposite changes of relative luminance of a tenth or more
 * where the darker state is below 0.8, or a pair of opposite changes to or from a saturated red, over at
 * least a quarter of any block of 341 × 256 in a view 1024 wide. More than three in any one second fail.
 * `frames` are pictures of one size, at least 32 pixels on the short side. Errors: RangeError otherwise.
 */
export function flashCheck(frames: readonly SmallPicture[], fps: number): FlashReport {
  requireNumber('fps', fps, 1, 1000)
  const [first] = frames
  if (!first) return { passes: true, worst: undefined, luminance: [], changes: [] }
  const { width, height } = first
  requireWhole('the short side of a frame', Math.min(width, height), 32, 4096)
  if (frames.some((frame) => frame.width !== width || frame.height !== height))
    throw new RangeError('frames must all have the same size.')
  const pixels = width * height
  const [light, red] = [watchOf(pixels), watchOf(pixels)]
  const bright = new Float64Array(pixels)
  const block = blockOf(width, height)
  const least = VIEW.share * block.across * block.down
  const luminance: number[] = []
  const turns = { general: [] as Turn[], red: [] as Turn[] }
  frames.forEach((frame, index) => {
    // The same picture again changes nothing.
    if (index > 0 && frame === frames[index - 1]) return void luminance.push(luminance.at(-1)!)
    const [data, last] = [frame.data, frames[index - 1]?.data]
    let sum = 0
    light.begin()
    red.begin()
    for (let i = 0; i < pixels; i++) {
      const at = 4 * i
      // A pixel that stays as it was is no nearer to a change than before.
      if (
        last !== undefined &&
        data[at] === last[at] &&
        data[at + 1] === last[at + 1] &&
        data[at + 2] === last[at + 2]
      ) {
        sum += bright[i]!
        continue
      }
      const r = LINEAR[data[at]!]!
      const g = LINEAR[data[at + 1]!]!
      const b = LINEAR[data[at + 2]!]!
      bright[i] = 0.2126 * r + 0.7152 * g + 0.0722 * b
      sum += bright[i]!
      const saturated = r + g + b > 0 && r / (r + g + b) >= SATURATED ? 1 : 0
      follow(light, i, bright[i]!, CHANGE - TINY, 0, (low) => low < DARK)
      follow(red, i, Math.max(0, (r - g - b) * 320), RED_CHANGE + TINY, saturated, (_, deep) => deep === 1)
    }
    luminance.push(sum / pixels)
    if (index === 0) return
    for (const [kind, watch] of [
      ['general', light],
      ['red', red],
    ] as const) {
      if (watch.rose >= least && enough(watch.up, width, height)) turns[kind].push({ frame: index + 1, way: 1 })
      if (watch.fell >= least && enough(watch.down, width, height)) turns[kind].push({ frame: index + 1, way: -1 })
    }
  })
  const worst = (['general', 'red'] as const)
    .map((kind) => worstSecond(turns[kind], fps, kind, frames.length))
    .filter((each) => each !== undefined)
    .sort((a, b) => b.count - a.count)[0]
  return {
    passes: (worst?.count ?? 0) <= MOST,
    worst,
    luminance,
    changes: [...new Set([...turns.general, ...turns.red].map(({ frame }) => frame))].sort((a, b) => a - b),
  }
}

/**
 * Follows one pixel: a rise counts once it is large enough above the lowest since the last fall that
 * counted, a fall likewise. `counts` is asked with the darker value and whether the brighter was deep red.
 */
function follow(
  watch: Watch,
  i: number,
  now: number,
  least: number,
  saturated: number,
  counts: (low: number, deep: number) => boolean,
) {
  const { low, high, deep, way, up, down } = watch
  if (now < low[i]!) low[i] = now
  if (now > high[i]! || (now === high[i] && saturated === 1)) {
    high[i] = now
    deep[i] = saturated
  }
  const rose = way[i] !== 1 && now - low[i]! >= least && counts(low[i]!, saturated)
  const fell = !rose && way[i] !== -1 && high[i]! - now >= least && counts(now, deep[i]!)
  if (!rose && !fell) return
  way[i] = rose ? 1 : -1
  if (rose) {
    up[i] = 1
    watch.rose++
  } else {
    down[i] = 1
    watch.fell++
  }
  low[i] = high[i] = now
  deep[i] = saturated
}

interface Turn {
  readonly frame: number
  readonly way: 1 | -1
}

/** The size of a block of the view on a small picture, in its pixels. */
const blockOf = (width: number, height: number) => ({
  across: clamp(Math.round((width * VIEW.blockWidth) / VIEW.width), 1, width),
  down: clamp(Math.round((width * VIEW.blockHeight) / VIEW.width), 1, height),
})

/** Whether the marked pixels fill a quarter of any block of the view. */
function enough(marked: Uint8Array, width: number, height: number): boolean {
  const { across, down } = blockOf(width, height)
  const sums = new Int32Array((width + 1) * (height + 1))
  for (let y = 0; y < height; y++) {
    let row = 0
    for (let x = 0; x < width; x++) {
      row += marked[y * width + x]!
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1]! + row
    }
  }
  const least = VIEW.share * across * down
  for (let y = 0; y + down <= height; y++) {
    for (let x = 0; x + across <= width; x++) {
      const at = (row: number, column: number) => sums[row * (width + 1) + column]!
      if (at(y + down, x + across) - at(y, x + across) - at(y + down, x) + at(y, x) >= least) return true
    }
  }
  return false
}

/** The second with the most flashes: pairs of changes that go opposite ways. */
function worstSecond(turns: readonly Turn[], fps: number, kind: 'general' | 'red', length: number) {
  let worst: NonNullable<FlashReport['worst']> | undefined
  for (const [start, { frame }] of turns.entries()) {
    let [alternating, way] = [0, 0]
    let last = frame
    for (let i = start; i < turns.length && turns[i]!.frame < frame + fps; i++) {
      if (turns[i]!.way === way) continue
      way = turns[i]!.way
      alternating++
      last = turns[i]!.frame
    }
    const count = Math.floor(alternating / 2)
    if (count > (worst?.count ?? 0)) worst = { count, from: Math.max(1, frame - 1), to: Math.min(length, last), kind }
  }
  return worst
}
