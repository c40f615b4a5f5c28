import type { Stroke } from '../ink/ink'
import { guideInbetween } from '../motion/inbetween'
import { articulated, blended, distancesTo, evenly, median, outline, pathOfStroke, pointsOf } from './articulated'

export interface Compared {
  readonly guided: number
  readonly blended: number
  readonly matched: number
  readonly lines: number
}

/** Median distance, in pixels, of what is guided and of what is blended from the true inbetweens of figures. */
export function compareFigures(seeds: readonly number[], fractions: readonly number[]): Compared {
  const [guided, plain]: [number[], number[]] = [[], []]
  let [matched, lines] = [0, 0]
  for (const seed of seeds) {
    const made = articulated(seed)
    const partners = new Map(made.b.map((stroke) => [stroke.id, stroke]))
    for (const t of fractions) {
      const truth = made.truth(t)
      const result = guideInbetween({ a: made.a, b: made.b, fraction: t, landmarks: made.landmarks(t) })
      const by = new Map(result.lines.map((line) => [line.a, line]))
      for (const stroke of made.a) {
        const wanted = evenly(truth.get(stroke.id)!, 33)
        const line = by.get(stroke.id)
        lines++
        if (line?.b === made.partner.get(stroke.id)) matched++
        // A line that was not found counts as far off as blending leaves it.
        const own = blended(pathOfStroke(stroke), pathOfStroke(partners.get(`b${stroke.id}`)!), t)
        guided.push(...distancesTo(wanted, line ? pointsOf(line.points) : own, line?.closed ?? false))
        plain.push(...distancesTo(wanted, own, false))
      }
    }
  }
  return { guided: median(guided), blended: median(plain), matched, lines }
}

/** The same for single closed outlines, and for a further way of going from one ring to the other. */
export function compareOutlines(
  seeds: readonly number[],
  fractions: readonly number[],
  other?: (a: readonly number[], b: readonly number[]) => (t: number) => readonly number[],
): { guided: number; blended: number; other: number } {
  const [guided, plain, another]: [number[], number[], number[]] = [[], [], []]
  const stroke = (flat: readonly number[], id: string): Stroke => ({
    kind: 'stroke',
    id,
    swatch: 'ink',
    size: 4,
    points: [...pointsOf(flat), pointsOf(flat)[0]!].flatMap(({ x, y }) => [x, y, 0.5]),
  })
  for (const seed of seeds) {
    const { a, b, truth } = outline(seed)
    const go = other?.(a, b)
    for (const t of fractions) {
      const wanted = pointsOf(truth(t))
      const [line] = guideInbetween({ a: [stroke(a, 'a')], b: [stroke(b, 'b')], fraction: t, landmarks: [] }).lines
      guided.push(...distancesTo(wanted, pointsOf(line!.points), true))
      plain.push(
        ...distancesTo(
          wanted,
          blended([...pointsOf(a), pointsOf(a)[0]!], [...pointsOf(b), pointsOf(b)[0]!], t, 97),
          true,
        ),
      )
      if (go) another.push(...distancesTo(wanted, pointsOf(go(t)), true))
    }
  }
  return { guided: median(guided), blended: median(plain), other: median(another) }
}
