import { requireNumber, requireWhole } from '../range'
import type { Point } from '../shape/matrix'
import { distance } from './arc'

export interface DragOptions {
  /** Where the chain hangs on each drawing, and how many frames each is held. */
  readonly path: readonly Point[]
  readonly fps: number
  readonly exposure?: number
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
}

/** Steps of the chain in a second, at least. */
const STEPS = 240
/** Turns of a cycle until it must have come to repeat itself, and how near, in pixels. */
const TURNS = 60
const CLOSE = 0.5
/** Rounds in which lengths are put right in a step: more links need more. */
const ROUNDS = 24

/**
 * A chain hung from a moving point (arithmetic, 9): scarf, tail, hair. Integrated by Verlet's way (Jakobsen
 * 2001) at 240 steps a second or more, lengths put right from the hanging point outwards in each, sampled on
 * the drawings. A cycle is run until one turn repeats the last within half a pixel. Errors: RangeError naming
 * what lies outside its range.
 */
export function planDrag({ path, fps, exposure = 1, links, linkLength, weight, drag, stiffness, cycle }: DragOptions): DragPlan {
  requireWhole('path.length', path.length, 2, 7200)
  requireWhole('fps', fps, 1, 60)
  requireWhole('exposure', exposure, 1, 24)
  requireWhole('links', links, 1, 60)
  requireNumber('linkLength', linkLength, 0.5, 4000)
  requireNumber('weight', weight, 0, 100_000)
  requireNumber('drag', drag, 0, 50)
  requireNumber('stiffness', stiffness, 0, 1)
  const between = Math.ceil((STEPS / fps) * exposure)
  const dt = exposure / fps / between
  const kept = Math.exp(-drag * dt)
  const count = path.length
  const hung = (drawing: number, share: number): Point => {
    const at = (i: number) => (cycle ? path[((i % count) + count) % count]! : path[Math.min(count - 1, Math.max(0, i))]!)
    const [a, b, c, d] = [at(drawing - 1), at(drawing), at(drawing + 1), at(drawing + 2)]
    // Smooth between drawings (uniform Catmull–Rom), so that the chain is not plucked at each of them.
    const along = (p: number, q: number, r: number, s: number) => 0.5 * (2 * q + (r - p) * share + (2 * p - 5 * q + 4 * r - s) * share ** 2 + (3 * q - p - 3 * r + s) * share ** 3)
    return { x: along(a.x, b.x, c.x, d.x), y: along(a.y, b.y, c.y, d.y) }
  }
  const joints: Point[] = Array.from({ length: links + 1 }, (_, i) => ({ x: path[0]!.x, y: path[0]!.y + i * linkLength }))
  let before = joints.map((joint) => ({ ...joint }))
  function step(at: Point) {
    const moved = joints.map(({ x, y }, i) => (i === 0 ? at : { x: x + (x - before[i]!.x) * kept, y: y + (y - before[i]!.y) * kept + weight * dt * dt }))
    before = joints.map((joint) => ({ ...joint }))
    for (let i = 2; i <= links && stiffness > 0; i++) {
      const [a, b] = [moved[i - 2]!, moved[i - 1]!]
      const size = distance(a, b) || 1
      const straight = { x: b.x + ((b.x - a.x) / size) * linkLength, y: b.y + ((b.y - a.y) / size) * linkLength }
      const pull = stiffness * 0.08
      moved[i] = { x: moved[i]!.x + (straight.x - moved[i]!.x) * pull, y: moved[i]!.y + (straight.y - moved[i]!.y) * pull }
    }
    for (let round = 0; round < ROUNDS; round++) {
      for (let i = 1; i <= links; i++) {
        const [a, b] = [moved[i - 1]!, moved[i]!]
        const size = distance(a, b) || 1e-9
        const off = (size - linkLength) / size
        const [dx, dy] = [(b.x - a.x) * off, (b.y - a.y) * off]
        // The hanging point does not give; in the last round nothing above gives, so that lengths are whole.
        const share = i === 1 || round === ROUNDS - 1 ? 0 : 0.5
        moved[i - 1] = { x: a.x + dx * share, y: a.y + dy * share }
        moved[i] = { x: b.x - dx * (1 - share), y: b.y - dy * (1 - share) }
      }
    }
    moved.forEach((joint, i) => (joints[i] = joint))
  }
  const turn = (): Point[][] => Array.from({ length: count }, (_, drawing) => {
    const here = joints.map((joint) => ({ ...joint }))
    if (drawing < count - 1 || cycle) for (let i = 1; i <= between; i++) step(hung(drawing, i / between))
    return here
  })
  // It hangs at rest before it begins.
  for (let i = 0; i < STEPS * 2; i++) step(path[0]!)
  let drawings = turn()
  let closes = 0
  for (let n = 1; cycle && n < TURNS; n++) {
    const again = turn()
    closes = Math.max(...again.flatMap((chain, i) => chain.map((joint, k) => distance(joint, drawings[i]![k]!))))
    drawings = again
    if (closes < CLOSE / 4) break
  }
  const speeds = path.map((_, i) => {
    const last = cycle ? path[(i - 1 + count) % count]! : path[Math.max(0, i - 1)]!
    const next = cycle ? path[(i + 1) % count]! : path[Math.min(count - 1, i + 1)]!
    return distance(last, next)
  })
  return { drawings, closes, first: speeds.indexOf(Math.max(...speeds)), trails: Array.from({ length: links }, (_, link) => trailOf(drawings, link + 1, cycle) * exposure) }
}

/** The delay, in drawings, at which a joint's motion is most like the hanging point's own. */
function trailOf(drawings: readonly (readonly Point[])[], joint: number, cycle: boolean): number {
  const count = drawings.length
  const most = Math.min(count - 2, Math.floor(count / 2))
  const mean = (index: number): Point => ({ x: drawings.reduce((sum, chain) => sum + chain[index]!.x, 0) / count, y: drawings.reduce((sum, chain) => sum + chain[index]!.y, 0) / count })
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
