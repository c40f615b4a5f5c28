import { requireNumber, requireWhole } from '../base/ranges'

export interface InbetweenStep {
  readonly fraction: number
  readonly kind: 'half' | 'third' | 'by-eye'
  /** The fractions of the two drawings it is found between; 0 and 1 are the chart's own ends. */
  readonly parents: readonly [number, number]
  /** Share of the way from the first parent to the second. */
  readonly ratio: number
}

/** Fractions closer than this count as the same place. */
export const SAME_PLACE = 1e-6

interface Relation {
  a: number
  b: number
  kind: 'half' | 'third'
  ratio: number
  width: number
}

const RATIOS = [
  { kind: 'half', ratio: 1 / 2 },
  { kind: 'third', ratio: 1 / 3 },
  { kind: 'third', ratio: 2 / 3 },
] as const

/** For every place, the pairs of other places of which it is the half or a third, halves and near pairs first. */
function relationsOf(places: readonly number[]): Relation[][] {
  return places.map((place, m) => {
    const found: Relation[] = []
    for (let a = 0; a < places.length; a++) {
      for (let b = a + 1; b < places.length; b++) {
        if (a === m || b === m) continue
        const width = places[b]! - places[a]!
        for (const { kind, ratio } of RATIOS) {
          if (Math.abs(places[a]! + ratio * width - place) < SAME_PLACE) found.push({ a, b, kind, ratio, width })
        }
      }
    }
    return found.sort((x, y) => (x.kind === y.kind ? x.width - y.width : x.kind === 'half' ? -1 : 1))
  })
}

function closure(drawn: readonly boolean[], relations: readonly Relation[][]): boolean[] {
  const reached = [...drawn]
  for (let grew = true; grew;) {
    grew = false
    relations.forEach((ways, m) => {
      if (!reached[m] && ways.some(({ a, b }) => reached[a] && reached[b])) reached[m] = grew = true
    })
  }
  return reached
}

/** Places looked through for the smallest set before a small one is good enough: a fraction of a second. */
const PATIENCE = 400_000

/**
 * The smallest set of places that must be found by eye so that all the others follow by halves and
 * thirds. Places that no pair can give are certain; among the rest, sets are tried by rising size. Where
 * there are too many to try, the first that is not reached is taken again and again.
 */
function fewestByEye(relations: readonly Relation[][], ends: readonly number[]): Set<number> {
  const certain = relations.flatMap((ways, m) => (ways.length === 0 && !ends.includes(m) ? [m] : []))
  const start = closure(
    relations.map((_, m) => ends.includes(m) || certain.includes(m)),
    relations,
  )
  const open = start.flatMap((reached, m) => (reached ? [] : [m]))
  let patience = PATIENCE

  function search(from: number, left: number, reached: boolean[]): number[] | undefined {
    if (reached.every(Boolean)) return []
    if (left === 0) return undefined
    for (let i = from; i < open.length && patience > 0; i++) {
      const pick = open[i]!
      if (reached[pick]) continue
      patience -= relations.length
      const rest = search(
        i + 1,
        left - 1,
        closure(
          reached.map((r, m) => r || m === pick),
          relations,
        ),
      )
      if (rest) return [pick, ...rest]
    }
    return undefined
  }
  for (let size = 0; size <= open.length && patience > 0; size++) {
    const found = search(0, size, start)
    if (found) return new Set([...certain, ...found])
  }
  const picked: number[] = []
  for (let reached = start; !reached.every(Boolean);) {
    const pick = reached.indexOf(false)
    picked.push(pick)
    reached = closure(
      reached.map((each, m) => each || m === pick),
      relations,
    )
  }
  return new Set([...certain, ...picked])
}

/**
 * An order in which each inbetween can be drawn from drawings that exist by then: `half` of two,
 * else a `third`, else `by-eye` with the ratio between its nearest two, by-eye steps as few as can
 * be. `fractions` rise, are distinct and are neither 0 nor 1 (below 0 is anticipation, above 1
 * overshoot). ⅛ ¼ ½ → ½ of (0, 1), ¼ of (0, ½), ⅛ of (0, ¼). Errors: RangeError otherwise.
 */
export function inbetweenOrder(fractions: readonly number[]): InbetweenStep[] {
  requireWhole('fractions.length', fractions.length, 0, 300)
  fractions.forEach((fraction, i) => {
    requireNumber('fraction', fraction, -10, 10)
    if (Math.abs(fraction) < SAME_PLACE || Math.abs(fraction - 1) < SAME_PLACE) {
      throw new RangeError(`fraction ${fraction} is one of the chart's own ends; an inbetween lies elsewhere.`)
    }
    if (i > 0 && fraction - fractions[i - 1]! < SAME_PLACE) throw new RangeError('fractions must rise and be distinct.')
  })
  const places = [...fractions, 0, 1].sort((a, b) => a - b)
  const ends = [places.indexOf(0), places.indexOf(1)]
  const relations = relationsOf(places)
  const byEye = fewestByEye(relations, ends)
  const drawn = places.map((_, m) => ends.includes(m))
  const steps: InbetweenStep[] = []

  const derivable = (kind: 'half' | 'third') => {
    for (let m = 0; m < places.length; m++) {
      if (drawn[m]) continue
      const way = relations[m]!.find((relation) => relation.kind === kind && drawn[relation.a] && drawn[relation.b])
      if (way) return { m, way }
    }
    return undefined
  }
  while (steps.length < fractions.length) {
    const found = derivable('half') ?? derivable('third')
    if (found) {
      const { a, b, kind, ratio } = found.way
      steps.push({ fraction: places[found.m]!, kind, parents: [places[a]!, places[b]!], ratio })
      drawn[found.m] = true
      continue
    }
    const m = places.findIndex((_, i) => !drawn[i] && byEye.has(i))
    const fraction = places[m]!
    const [near, next] = places
      .filter((_, i) => drawn[i])
      .sort((x, y) => Math.abs(x - fraction) - Math.abs(y - fraction))
    const below = places.filter((place, i) => drawn[i] && place < fraction).at(-1)
    const above = places.find((place, i) => drawn[i] && place > fraction)
    const a = below !== undefined && above !== undefined ? below : Math.min(near!, next!)
    const b = below !== undefined && above !== undefined ? above : Math.max(near!, next!)
    steps.push({ fraction, kind: 'by-eye', parents: [a, b], ratio: (fraction - a) / (b - a) })
    drawn[m] = true
  }
  return steps
}
