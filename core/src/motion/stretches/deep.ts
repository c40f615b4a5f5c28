import { heightsUnlike } from '../height'
import type { Seating, Seats } from './seats'

/**
 * What lies over what tells a near leg from a far one: the line of the near one goes on, that of the far one ends at it. It is
 * the same on both drawings, however far the legs went.
 */

/** What it costs that line i of the first drawing lies otherwise over and under its like than line w of the second does. */
export type Deep = (i: number, w: number) => number

/** With what is known so far of where lines lie. */
export function deepIn({ a, b, seats }: Seating): Deep {
  const lies = seats.map(mostOf)
  const known = new Map<number, number>()
  return (i, w) => {
    const key = i * b.length + w
    const before = known.get(key)
    if (before !== undefined) return before
    const [p, q] = [a[i]!, b[w]!]
    const [over, under] = [meetAgain(p.over, q.over, q.under), meetAgain(p.under, q.under, q.over)]
    const [same, changed] = [over.same + under.same, over.changed + under.changed]
    const swapped = Math.max(0, (changed - same) / Math.max(1, changed + same))
    const cost = heightsUnlike(p.height, q.height) + swapped
    known.set(key, cost)
    return cost
  }
  /** Of the lines one meets on one side, those its like meets on the same side, and on the other. */
  function meetAgain(own: readonly number[], same: readonly number[], other: readonly number[]) {
    const there = own.map((j) => lies[j]!).filter((way) => way >= 0)
    return {
      same: there.filter((way) => same.includes(way)).length,
      changed: there.filter((way) => !same.includes(way) && other.includes(way)).length,
    }
  }
}

/** The line of the second drawing most of a line lies on; −1 none. */
function mostOf(seats: Seats): number {
  const counts = new Map<number, number>()
  for (const each of seats) if (each) counts.set(each.way, (counts.get(each.way) ?? 0) + 1)
  let [most, best] = [-1, 0]
  for (const [way, count] of counts) if (count > best) [most, best] = [way, count]
  return most
}
