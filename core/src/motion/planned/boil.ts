import { seededRandom } from '../../base/random'
import { requireWhole } from '../../base/ranges'
import { exposePattern } from '../../timing/exposure'
import { patternReader, type ExposurePattern } from '../../timing/exposure-pattern'

export interface BoilOptions {
  /** How many drawings of the same thing there are. */
  readonly variants: number
  /** Frames each is held. */
  readonly hold: ExposurePattern
  readonly frames: number
  readonly seed: number
}

/**
 * An order in which variants of one drawing take turns so that the line lives (arithmetic, 13): none
 * follows itself, not over the loop's seam either, and none is used more than one oftener than another.
 * Gives variants from 0 with the frames each is shown, the last clipped at `frames`. With two variants and
 * an odd count of turns the seam cannot be kept: one turn is then held on. Errors: RangeError naming what
 * lies outside its range.
 */
export function planBoil({
  variants,
  hold,
  frames,
  seed,
}: BoilOptions): { readonly variant: number; readonly frames: number }[] {
  requireWhole('variants', variants, 2, 100)
  const { held, frameAt } = patternReader(hold)
  requireWhole('frames', frames, 1, 7200)
  requireWhole('seed', seed, 0, 0xffffffff)
  const random = seededRandom(seed)
  const turns = exposePattern(frames, typeof hold === 'number' ? [hold] : hold).length
  if (turns === 1) return [{ variant: 0, frames }]
  const even = variants === 2 && turns % 2 === 1
  const count = even ? turns - 1 : turns
  const order: number[] = []
  const used = new Array<number>(variants).fill(0)
  for (let i = 0; i < count; i++) {
    const least = Math.min(...used)
    // The least used first, and never the one before; the last turn not the first one again.
    const free = (variant: number) => variant !== order[i - 1] && !(i === count - 1 && variant === order[0])
    let choice = used.flatMap((times, variant) => (times === least && free(variant) ? [variant] : []))
    if (choice.length === 0)
      choice = used.flatMap((times, variant) => (times === least + 1 && free(variant) ? [variant] : []))
    // The one that must not come last is used up before it could.
    const first = choice.find((variant) => variant === order[0])
    const pick =
      first !== undefined && count - i <= variants + 1 && used[first] === least
        ? first
        : choice[Math.floor(random() * choice.length)]!
    order.push(pick)
    used[pick]!++
  }
  return order.map((variant, i) => ({ variant, frames: i === count - 1 ? frames - frameAt(count - 1) : held(i) }))
}
