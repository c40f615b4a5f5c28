/** Times of pictures are rounded in many files, to milliseconds in a WebM: what begins so soon has begun. */
export const ROUNDED = 6e-4
/** Rates films are made with; what is as near as a share of `NEAR` is one of them. */
const RATES = [12, 15, 24_000 / 1001, 24, 25, 30_000 / 1001, 30, 48, 50, 60_000 / 1001, 60, 100, 120]
const NEAR = 0.004

/**
 * Pictures a second of a film whose pictures are evenly apart; undefined for any other. Of rates that lie near each
 * other it is the one that explains the times best: a short film of 24 is near 23.976 too.
 *
 * @param times - when its pictures begin, in seconds from the first, rising; at least two
 */
export function rateOf(times: readonly number[]): number | undefined {
  const about = (times.length - 1) / times.at(-1)!
  const errorOf = (rate: number) => Math.max(...times.map((time, i) => Math.abs(time - i / rate)))
  const fits = (rate: number) => errorOf(rate) < 2 * ROUNDED
  const [best] = RATES.filter((each) => Math.abs(about / each - 1) < NEAR && fits(each)).sort(
    (a, b) => errorOf(a) - errorOf(b),
  )
  return best ?? (fits(about) ? about : undefined)
}
