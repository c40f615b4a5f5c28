import type { Point } from '../../geometry/matrix'
import { memo } from '../../base/memo'
import { laidOver, type LaidOver } from '../../motion/laid-over'
import type { Measured } from '../measured'
import { holdAmong } from '../motion/held'
import { plus } from '../../motion/segments'
import type { Shot, Track } from '../subject'
import { driftOf, ORIGIN } from './steps'

/** So much of a drawing's line must lie on the next one's for one to be followed into the other. */
const MOSTLY = 0.55
/** Over two steps less of it stays; that both agree with the one over them says as much. */
const SOME = 0.3
/** Two steps, and the one over both, that differ by more than this share of what a drawing is off, or by so many pixels, are of different things. */
const AGREE = { share: 0.4, px: 2.5 } as const
/** Fewer drawings in a row tell of no way. */
const LEAST = 4

const laid = memo((a: Measured) => memo((b: Measured): LaidOver | undefined => laidOver(a.pieces, b.pieces)))
function stepBetween(a: Shot | undefined, b: Shot | undefined, share = MOSTLY): Point | undefined {
  const over = a && b && laid(a.measured)(b.measured)
  return over && over.share >= share ? over.by : undefined
}

/**
 * Most of the lines followed from drawing to drawing by laying each over the one before, as one holds them to the light:
 * what stands, or goes as one, whatever else moves by itself or is drawn anew. One track for each row of drawings without
 * a break.
 */
export function linesOnLines(shots: readonly Shot[], round: boolean): Track[] {
  const held = holdAmong(shots.map(({ frames }) => frames))
  const goesOn = (shot: Shot | undefined) => (shot && shot.frames > held ? undefined : shot)
  const steps = shots.map((shot, i) =>
    stepBetween(goesOn(i > 0 ? shots[i - 1] : round ? shots.at(-1) : undefined), shot),
  )
  const confirms = confirming(shots, round)
  return rowsOf(steps).flatMap((row, n): Track[] => {
    if (row.length < LEAST) return []
    const places = placesBy(steps, shots, row, round)
    return [
      {
        ...{ id: n === 0 ? 'lines' : `lines/${n}`, name: 'most of its line', part: 'lines', standIn: true, confirms },
        // Where a landmark is said to turn a corner, all may.
        at: ({ drawing, entry }) => {
          const place = places.get(drawing)
          return place && { ...place, corner: Object.values(entry.pins ?? {}).some(({ corner }) => corner) }
        },
      },
    ]
  })
}

/** Whether the steps to a drawing and from it, and the one over it, are of the same lines. */
const confirming = (shots: readonly Shot[], round: boolean) => (shot: Shot, by: Point) => {
  const i = shots.findIndex(({ drawing }) => drawing === shot.drawing)
  const [before, after] = [-1, 1].map((side) => shots[round ? (i + side + shots.length) % shots.length : i + side])
  const [to, from] = [stepBetween(before, shots[i]), stepBetween(shots[i], after)]
  const over = to && from && stepBetween(before, after, SOME)
  if (!over) return false
  const apart = Math.hypot(to.x + from.x - over.x, to.y + from.y - over.y)
  return apart <= Math.max(AGREE.px, AGREE.share * Math.hypot(by.x, by.y))
}

/** Drawings one after the other that steps lead through. */
function rowsOf(steps: readonly (Point | undefined)[]): number[][] {
  const rows: number[][] = []
  steps.forEach((step, i) => (step && i > 0 ? rows.at(-1)!.push(i) : rows.push([i])))
  return rows
}

/** Where the drawings of a row are, from the middle of the first one's shape. */
function placesBy(
  steps: readonly (Point | undefined)[],
  shots: readonly Shot[],
  row: readonly number[],
  round: boolean,
): Map<string, Point> {
  const drift = driftOf(steps, round)
  let here: Point = shots[row[0]!]!.measured.shape?.centre ?? ORIGIN
  return new Map(
    row.map((i, n) => {
      if (n > 0) here = plus(plus(here, steps[i]!), drift, -1)
      return [shots[i]!.drawing, here] as const
    }),
  )
}
