import { middleOf, pointAt, type Seating } from './seats'
import type { Landmark } from './whole'

/** Where places of the first drawing go with what is known about them: x, y, and the turn there as cosine and sine. */
export type Field = (x: number, y: number) => Goal
export interface Goal {
  readonly x: number
  readonly y: number
  readonly cos: number
  readonly sin: number
}

/** Points between two anchors of a line, and the most anchors there are. */
const ANCHORED = 4
const MOST = 320
/** Points on each side over which the turn of a line is taken. */
const ABOUT = 3

/** What is known: places of both drawings that belong together, and how the line turns there. Six numbers each. */
function anchorsOf({ a, b, seats }: Seating, landmarks: readonly Landmark[]): Float64Array {
  const known = seats.reduce((sum, own) => sum + own.reduce((count, each) => count + (each ? 1 : 0), 0), 0)
  const every = Math.max(ANCHORED, Math.ceil(known / MOST))
  const anchors: number[] = []
  seats.forEach((own, i) => {
    const { points } = a[i]!
    for (let k = 0; k < own.length; k += every) {
      const here = own[k]
      if (!here) continue
      const [from, to] = [Math.max(0, k - ABOUT), Math.min(own.length - 1, k + ABOUT)]
      const [s, e] = [own[from], own[to]]
      const at = pointAt(b[here.way]!, here.at)
      let turn = 0
      if (s && e) {
        const [p, q] = [pointAt(b[s.way]!, s.at), pointAt(b[e.way]!, e.at)]
        const before = Math.atan2(points[2 * to + 1]! - points[2 * from + 1]!, points[2 * to]! - points[2 * from]!)
        turn = Math.atan2(q.y - p.y, q.x - p.x) - before
      }
      anchors.push(points[2 * k]!, points[2 * k + 1]!, at.x, at.y, Math.cos(turn), Math.sin(turn))
    }
  })
  for (const { a: p, b: q } of landmarks) anchors.push(p.x, p.y, q.x, q.y, 1, 0)
  return Float64Array.from(anchors)
}

/** Places go as the known ones about them do, the nearer the more, each turned as it turns. */
export function fieldOf(seating: Seating, landmarks: readonly Landmark[]): Field {
  const anchors = anchorsOf(seating, landmarks)
  if (anchors.length === 0) {
    const [from, to] = [middleOf(seating.a), middleOf(seating.b)]
    return (x, y) => ({ x: x + to.x - from.x, y: y + to.y - from.y, cos: 1, sin: 0 })
  }
  const soft = (0.02 * seating.size) ** 2
  return (x, y) => {
    let [tx, ty, cos, sin, whole] = [0, 0, 0, 0, 0]
    for (let n = 0; n < anchors.length; n += 6) {
      const dx = x - anchors[n]!
      const dy = y - anchors[n + 1]!
      const c = anchors[n + 4]!
      const s = anchors[n + 5]!
      const far = dx * dx + dy * dy + soft
      const near = 1 / (far * far)
      tx += near * (anchors[n + 2]! + dx * c - dy * s)
      ty += near * (anchors[n + 3]! + dx * s + dy * c)
      cos += near * c
      sin += near * s
      whole += near
    }
    const long = Math.hypot(cos, sin) || 1
    return { x: tx / whole, y: ty / whole, cos: cos / long, sin: sin / long }
  }
}
