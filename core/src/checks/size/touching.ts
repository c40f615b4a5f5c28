import { memoLast } from '../../base/memo'
import type { Fill } from '../../ink/ink'
import type { Measured } from '../measured'

/** Paint is looked at along its edge every so many pixels, in squares so wide: paints that meet share one or lie in neighbours. */
const STEP = 3
const CELL = 4

/** Places along the rings of a fill, flat x, y. */
function alongEdge({ outline, holes = [] }: Fill): number[] {
  const places: number[] = []
  for (const ring of [outline, ...holes])
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [ax, ay, bx, by] = [ring[j]!, ring[j + 1]!, ring[i]!, ring[i + 1]!]
      const parts = Math.max(1, Math.round(Math.hypot(bx - ax, by - ay) / STEP))
      for (let k = 0; k < parts; k++) places.push(ax + ((bx - ax) * k) / parts, ay + ((by - ay) * k) / parts)
    }
  return places
}
const square = (x: number, y: number) => Math.floor(x / CELL) * 65_536 + Math.floor(y / CELL)

/**
 * For each colour of a drawing the share of its edge along which it meets another: where that changes from drawing to
 * drawing one part goes behind another, and what is seen of it says nothing of its size.
 */
export const touchingShares = memoLast(
  (colour: (swatch: string) => string, names: readonly string[]) => names.map(colour).join(),
  (measured: Measured, colour: (swatch: string) => string): ReadonlyMap<string, number> => {
    const edges = measured.pieces.flatMap((piece) =>
      piece.kind === 'fill' ? [{ swatch: colour(piece.swatch), places: alongEdge(piece) }] : [],
    )
    const inSquare = new Map<number, Set<string>>()
    for (const { swatch, places } of edges)
      for (let i = 0; i < places.length; i += 2) {
        const name = square(places[i]!, places[i + 1]!)
        const there = inSquare.get(name)
        if (there) there.add(swatch)
        else inSquare.set(name, new Set([swatch]))
      }
    const counts = new Map<string, { all: number; met: number }>()
    for (const { swatch, places } of edges) {
      const count = counts.get(swatch) ?? { all: 0, met: 0 }
      counts.set(swatch, count)
      for (let i = 0; i < places.length; i += 2) {
        count.all++
        if (meets(inSquare, swatch, places[i]!, places[i + 1]!)) count.met++
      }
    }
    return new Map([...counts].map(([swatch, { all, met }]) => [swatch, met / Math.max(1, all)]))
  },
)

function meets(inSquare: ReadonlyMap<number, ReadonlySet<string>>, swatch: string, x: number, y: number): boolean {
  for (const dx of [-CELL, 0, CELL])
    for (const dy of [-CELL, 0, CELL])
      for (const other of inSquare.get(square(x + dx, y + dy)) ?? []) if (other !== swatch) return true
  return false
}
