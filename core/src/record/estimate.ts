import { seededRandom } from '../base/random'
import { minutesPerDrawing, quantile, type LogEntry, type Minutes, type WorkKind } from './log'

/** Drawings of a kind still to do. */
export interface ToDo extends WorkKind {
  readonly count: number
}
/** Hours that are enough in 20, 50 and 80 of 100 cases. */
export interface Hours {
  readonly p20: number
  readonly p50: number
  readonly p80: number
}
/** Drawings still to do with what is known of how long such take. */
export interface Known extends ToDo {
  readonly minutes: Minutes
}

/** Times that all that is left is drawn in chance. */
const TRIES = 2000

/** Drawings still to do with what is known of each kind of them. */
export function whyOf(toDo: readonly ToDo[], log: readonly LogEntry[]): Known[] {
  const minutesOf = minutesPerDrawing(log)
  return toDo.filter(({ count }) => count > 0).map((each) => ({ ...each, minutes: minutesOf(each) }))
}

/**
 * Hours until each of several lots of work is done, one after the other: all of it drawn 2,000 times by chance, each drawing
 * for as long as one of the log's own of its kind took. How well the log knows its kind is part of it: each time its drawings
 * count by chance more or less (the Bayesian bootstrap, Rubin 1981), so that three drawings promise less than forty.
 */
export function estimateInOrder({
  lots,
  log,
  seed = 1,
  tries = TRIES,
}: {
  readonly lots: readonly (readonly ToDo[])[]
  readonly log: readonly LogEntry[]
  readonly seed?: number
  readonly tries?: number
}): Hours[] {
  const minutesOf = minutesPerDrawing(log)
  const random = seededRandom(seed)
  const total = new Float64Array(tries)
  return lots.map((toDo) => {
    const kinds = toDo.map(({ count, ...kind }) => ({ count, all: minutesOf(kind).all }))
    for (let n = 0; n < tries; n++)
      for (const { count, all } of kinds) if (count > 0) total[n]! += drawnOnce(all, count, random) / 60
    const hours = Float64Array.from(total).sort()
    return { p20: quantile(hours, 0.2), p50: quantile(hours, 0.5), p80: quantile(hours, 0.8) }
  })
}

/** Of more drawings the sum of chance ones is as good as normal (central limit theorem), and takes no longer than one. */
const MANY = 40

/** Minutes for so many drawings, each as long as a chance one of those, which count by chance more or less. */
function drawnOnce(all: readonly number[], count: number, random: () => number): number {
  const upTo = new Float64Array(all.length)
  let [whole, first, second] = [0, 0, 0]
  for (let i = 0; i < all.length; i++) {
    const weight = -Math.log(1 - random())
    whole += weight
    first += weight * all[i]!
    second += weight * all[i]! ** 2
    upTo[i] = whole
  }
  if (count > MANY) {
    const mean = first / whole
    const spread = Math.sqrt(Math.max(0, second / whole - mean ** 2))
    return Math.max(0, count * mean + Math.sqrt(count) * spread * normal(random))
  }
  let sum = 0
  for (let n = 0; n < count; n++) {
    const at = random() * whole
    let i = 0
    while (upTo[i]! < at && i < all.length - 1) i++
    sum += all[i]!
  }
  return sum
}

/** A number of a normal distribution about 0 (Box and Muller 1958). */
const normal = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
