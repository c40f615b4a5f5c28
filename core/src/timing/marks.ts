import { clamp } from '../base/clamp'
import { snapToHalves } from './chart'
import { SAME_PLACE } from './order'

/** What a hand leaves between two marks of a ladder, and between a mark and a key: shares of the way. */
const APART = 0.005
/** How far beyond the keys an anticipation or an overshoot is drawn by hand: shares of the way. */
const BEYOND = 0.5
/** Places a dragged mark settles on when it comes near, and how near that is. */
const SIGNS = [1 / 2, 1 / 3, 2 / 3, 1 / 4, 3 / 4, 1 / 8, 3 / 8, 5 / 8, 7 / 8]
const NEAR_A_SIGN = 0.018
/** Fractions past this many are too fine for halving. */
const MOST_HALVED = 200

const inThousandths = (fraction: number) => Math.round(fraction * 1000) / 1000

/**
 * Where a mark comes to lie when it is put at a place of its ladder: as near to it as the order of the marks allows, apart
 * from its neighbours and from both keys.
 *
 * @param fractions - of the ladder's marks, rising
 * @param at - which of them is moved
 * @param wanted - share of the way; below 0 and above 1 beyond the keys
 * @returns share of the way, in thousandths; its own where its neighbours leave no room
 */
export function placeForMark(fractions: readonly number[], at: number, wanted: number): number {
  const least = (fractions[at - 1] ?? -BEYOND - APART) + APART
  const most = (fractions[at + 1] ?? 1 + BEYOND + APART) - APART
  const place = inThousandths(besideKeys(clamp(wanted, least, most)))
  const keepsOrder = place > (fractions[at - 1] ?? -Infinity) && place < (fractions[at + 1] ?? Infinity)
  return least <= most && keepsOrder ? place : fractions[at]!
}

/** A place on a key is not a mark's: the nearest beside it, on the side it came from. */
function besideKeys(place: number): number {
  if (Math.abs(place) < APART) return APART * Math.sign(place || 1)
  if (Math.abs(place - 1) < APART) return 1 + APART * Math.sign(place - 1 || -1)
  return place
}

/** Where a mark comes to lie when it is dragged to a place: halves, thirds, quarters and eighths hold it when it comes near. */
export function settledMark(fractions: readonly number[], at: number, wanted: number): number {
  const sign = SIGNS.find((each) => Math.abs(each - wanted) < NEAR_A_SIGN)
  const isFree = sign !== undefined && placeForMark(fractions, at, sign) === inThousandths(sign)
  return isFree ? sign : placeForMark(fractions, at, wanted)
}

/** Half way in the widest gap of a ladder; of gaps alike the first. */
export function middleOfWidestGap(fractions: readonly number[]): number {
  const places = [0, ...fractions, 1].sort((a, b) => a - b)
  let widest = { from: places[0]!, to: places[1]! }
  for (let i = 1; i < places.length - 1; i++) {
    const gap = { from: places[i]!, to: places[i + 1]! }
    if (gap.to - gap.from > widest.to - widest.from + SAME_PLACE) widest = gap
  }
  return (widest.from + widest.to) / 2
}

/** The ladder by halves only, and its largest error; undefined where it is so already, goes beyond its keys or has too many marks. */
export function halvedMarks(fractions: readonly number[]): ReturnType<typeof snapToHalves> | undefined {
  const between = fractions.every((fraction) => fraction > 0 && fraction < 1)
  if (fractions.length === 0 || fractions.length > MOST_HALVED || !between) return undefined
  const snapped = snapToHalves(fractions, Math.max(3, Math.ceil(Math.log2(fractions.length + 1))))
  return snapped.largestError < SAME_PLACE ? undefined : snapped
}
