import { clamp } from '../../base/clamp'
import { requireNumber, requireWhole } from '../../base/ranges'
import { patternReader, type ExposurePattern } from '../../timing/exposure-pattern'
import type { Point } from '../../geometry/matrix'
import { distance } from '../arc'

export interface DragOptions {
  /** Where the chain hangs on each drawing, and how many frames each is held. */
  readonly path: readonly Point[]
  readonly fps: number
  readonly exposure?: ExposurePattern
  readonly links: number
  /** Pixels. */
  readonly linkLength: number
  /** How strongly it is pulled down, in pixels per second². */
  readonly weight: number
  /** How much of its speed the air takes in a second, 0…50. */
  readonly drag: number
  /** How strongly each link wants to go on straight from the one before, 0…1. */
  readonly stiffness: number
  /** The path is a loop, and so is the chain's motion. */
  readonly cycle: boolean
}
export interface DragPlan {
  /** Joints of the chain on each drawing, the first the hanging point. */
  readonly drawings: readonly (readonly Point[])[]
  /** By how many frames each link trails the hanging point. */
  readonly trails: readonly number[]
  /** The drawing where the hanging point is fastest: drawn first, for there the chain is stretched farthest. */
  readonly first: number
  /** A cycle: how far the last turn's joints are from the turn before, in pixels. */
  readonly closes: number
  /** The drag it was made with: more than asked where a cycle would else never have closed. */
  readonly drag: number
}

/** Steps of the chain in a second, at least. */
const STEPS = 240
/** Turns of a cycle until it must have come to repeat itself, and how near, in pixels. */
const TURNS = 16
/** A chain that whirls and never repeats is given so much more air, again and again. */
const THICKER = 1.6
const CLOSE = 0.5
/** Rounds in which lengths are put right in a step; the last goes from the hanging point outwards, after which they are whole. */
const ROUNDS = 6

/**
 * A chain hung from a moving point (arithmetic, 9): scarf, tail, hair. Integrated by Verlet's way (Jakobsen
 * 2001) at 240 steps a second or more, lengths put right from the hanging point outwards in each, sampled on
 * the drawings. A cycle is run until one turn repeats the last within half a pixel; a chain that whirls and
 * never would is given more drag, as little as it needs, and that is told. Errors: RangeError naming
 * what lies outside its range; NeverCloses where no drag makes a cycle repeat itself.
 */
export function planDrag(options: DragOptions): DragPlan {
  const plan = thickened(options)
  if (options.cycle && plan.closes >= CLOSE) throw new NeverCloses(nearestThatCloses(options))
  return plan
}

/** No drag makes this chain repeat itself: it whirls about what it hangs from. */
export class NeverCloses extends RangeError {
  override readonly name = 'NeverCloses'
  constructor(
    /** The drag and weight nearest to those asked for with which it does; undefined: none was found. */
    readonly nearest: Pick<DragOptions, 'drag' | 'weight'> | undefined,
  ) {
    super('The chain whirls and never repeats itself, however much the air holds it back: it cannot close as a cycle.')
  }
}

/** As little more drag as a cycle needs to close; with the most there is, it may still not. */
function thickened(options: DragOptions): DragPlan {
  let plan = run(options)
  while (options.cycle && plan.closes >= CLOSE && plan.drag < MOST_DRAG)
    plan = run({ ...options, drag: Math.min(MOST_DRAG, Math.max(1, plan.drag) * THICKER) })
  return plan
}

/** Weights that are tried, as factors of the one that is asked for, the nearest first; of none these in its stead. */
const HEAVIER = [2, 0.5, 4, 8, 16, 32, 64] as const
const LIGHTEST = 50
function nearestThatCloses(options: DragOptions): Pick<DragOptions, 'drag' | 'weight'> | undefined {
  for (const factor of HEAVIER) {
    const weight = Math.max(LIGHTEST, options.weight) * factor
    const plan = thickened({ ...options, weight })
    if (plan.closes < CLOSE) return { drag: plan.drag, weight }
  }
  return undefined
}

/** The most drag there is. */
const MOST_DRAG = 50

function run(options: DragOptions): DragPlan {
  requireOptions(options)
  const { path, fps, exposure = 1, links, drag, cycle } = options
  const { held, mean } = patternReader(exposure)
  const eachFrame = Math.ceil(STEPS / fps)
  const chain = new Chain(options, 1 / fps / eachFrame)
  const count = path.length
  // Where it hangs between the drawings is the same in every turn.
  const ways = Array.from({ length: count }, (_, drawing) => {
    const between = held(drawing) * eachFrame
    return Array.from({ length: between }, (_, i) => hungAt(path, cycle, drawing, (i + 1) / between))
  })
  const turn = (): Point[][] =>
    ways.map((way, drawing) => {
      const here = chain.joints()
      if (drawing < count - 1 || cycle) for (const at of way) chain.step(at.x, at.y)
      return here
    })
  // It hangs straight down at rest before it begins; a moment settles what stiffness and weight make of that.
  for (let i = 0; i < STEPS / 2; i++) chain.step(path[0]!.x, path[0]!.y)
  let drawings = turn()
  let closes = 0
  for (let n = 1; cycle && n < TURNS; n++) {
    const again = turn()
    closes = Math.max(...again.flatMap((chain, i) => chain.map((joint, k) => distance(joint, drawings[i]![k]!))))
    drawings = again
    if (closes < CLOSE / 4) break
  }
  const speeds = speedsAlong(path, cycle)
  return {
    drawings,
    closes,
    drag,
    first: speeds.indexOf(Math.max(...speeds)),
    trails: Array.from({ length: links }, (_, link) => trailOf(drawings, link + 1, cycle) * mean),
  }
}

function requireOptions({ path, fps, links, linkLength, weight, drag, stiffness }: DragOptions): void {
  requireWhole('path.length', path.length, 2, 7200)
  requireWhole('fps', fps, 1, 60)
  requireWhole('links', links, 1, 60)
  requireNumber('linkLength', linkLength, 0.5, 4000)
  requireNumber('weight', weight, 0, 100_000)
  requireNumber('drag', drag, 0, 50)
  requireNumber('stiffness', stiffness, 0, 1)
}

/** The hanging point a share of the way from a drawing to the next: smooth (uniform Catmull–Rom), so that the chain is not plucked at each drawing. */
function hungAt(path: readonly Point[], cycle: boolean, drawing: number, share: number): Point {
  const count = path.length
  const at = (i: number) => (cycle ? path[((i % count) + count) % count]! : path[clamp(i, 0, count - 1)]!)
  const [a, b, c, d] = [at(drawing - 1), at(drawing), at(drawing + 1), at(drawing + 2)]
  const along = (p: number, q: number, r: number, s: number) =>
    0.5 * (2 * q + (r - p) * share + (2 * p - 5 * q + 4 * r - s) * share ** 2 + (3 * q - p - 3 * r + s) * share ** 3)
  return { x: along(a.x, b.x, c.x, d.x), y: along(a.y, b.y, c.y, d.y) }
}

/** How far the hanging point goes about each drawing. */
function speedsAlong(path: readonly Point[], cycle: boolean): number[] {
  const count = path.length
  return path.map((_, i) => {
    const last = cycle ? path[(i - 1 + count) % count]! : path[Math.max(0, i - 1)]!
    const next = cycle ? path[(i + 1) % count]! : path[Math.min(count - 1, i + 1)]!
    return distance(last, next)
  })
}

/** A chain's joints now and a step before, flat x, y: a hand drags while this runs. */
class Chain {
  readonly #now: Float64Array
  readonly #before: Float64Array
  /** Share of its speed a joint keeps in a step. */
  readonly #kept: number

  constructor(
    private readonly options: DragOptions,
    /** Seconds of a step. */
    private readonly dt: number,
  ) {
    const { path, links, linkLength, drag } = options
    const size = 2 * (links + 1)
    this.#now = new Float64Array(size)
    for (let i = 0; i <= links; i++) {
      this.#now[2 * i] = path[0]!.x
      this.#now[2 * i + 1] = path[0]!.y + i * linkLength
    }
    this.#before = this.#now.slice()
    this.#kept = Math.exp(-drag * dt)
  }

  joints(): Point[] {
    const now = this.#now
    return Array.from({ length: now.length / 2 }, (_, i) => ({ x: now[2 * i]!, y: now[2 * i + 1]! }))
  }

  /** A step of time, the hanging point now at (x, y). */
  step(x: number, y: number): void {
    this.#fall()
    this.#now[0] = x
    this.#now[1] = y
    if (this.options.stiffness > 0) this.#straighten()
    for (let round = 0; round < ROUNDS; round++) this.#fit(round === ROUNDS - 1)
  }

  /** On as it went, with what the air leaves of its speed, and down by its weight. */
  #fall(): void {
    const [now, before, kept] = [this.#now, this.#before, this.#kept]
    const down = this.options.weight * this.dt * this.dt
    for (let i = 2; i < now.length; i++) {
      const last = now[i]!
      now[i] = last + (last - before[i]!) * kept + (i % 2 === 1 ? down : 0)
      before[i] = last
    }
  }

  /** Each link is drawn towards going on straight from the one before. */
  #straighten(): void {
    const now = this.#now
    const { linkLength, stiffness } = this.options
    const pull = stiffness * 0.08
    for (let i = 4; i < now.length; i += 2) {
      const [dx, dy] = [now[i - 2]! - now[i - 4]!, now[i - 1]! - now[i - 3]!]
      const on = linkLength / (Math.sqrt(dx * dx + dy * dy) || 1)
      now[i] = now[i]! + (now[i - 2]! + dx * on - now[i]!) * pull
      now[i + 1] = now[i + 1]! + (now[i - 1]! + dy * on - now[i + 1]!) * pull
    }
  }

  /** Links brought nearer to their length, from the hanging point outwards. */
  #fit(last: boolean): void {
    const now = this.#now
    const { linkLength } = this.options
    for (let i = 2; i < now.length; i += 2) {
      const dx = now[i]! - now[i - 2]!
      const dy = now[i + 1]! - now[i - 1]!
      const long = Math.sqrt(dx * dx + dy * dy) || 1e-9
      const off = (long - linkLength) / long
      // The hanging point does not give; in the last round nothing above gives, so that lengths are whole.
      const share = i === 2 || last ? 0 : 0.5
      now[i - 2] = now[i - 2]! + dx * off * share
      now[i - 1] = now[i - 1]! + dy * off * share
      now[i] = now[i]! - dx * off * (1 - share)
      now[i + 1] = now[i + 1]! - dy * off * (1 - share)
    }
  }
}

/** The delay, in drawings, at which a joint's motion is most like the hanging point's own. */
function trailOf(drawings: readonly (readonly Point[])[], joint: number, cycle: boolean): number {
  const count = drawings.length
  const most = Math.min(count - 2, Math.floor(count / 2))
  const mean = (index: number): Point => ({
    x: drawings.reduce((sum, chain) => sum + chain[index]!.x, 0) / count,
    y: drawings.reduce((sum, chain) => sum + chain[index]!.y, 0) / count,
  })
  const [own, its] = [mean(0), mean(joint)]
  let [best, like] = [0, -Infinity]
  for (let delay = 0; delay <= most; delay++) {
    let [sum, terms] = [0, 0]
    for (let i = cycle ? 0 : delay; i < count; i++) {
      const [a, b] = [drawings[(i - delay + count) % count]![0]!, drawings[i]![joint]!]
      sum += (a.x - own.x) * (b.x - its.x) + (a.y - own.y) * (b.y - its.y)
      terms++
    }
    if (sum / terms > like + 1e-9) [best, like] = [delay, sum / terms]
  }
  return best
}
