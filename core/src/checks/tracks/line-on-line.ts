import type { Point } from '../../geometry/matrix'
import { memo } from '../../base/memo'
import { laidOver, type LaidOver } from '../../motion/laid-over'
import type { Measured } from '../measured'
import type { Shot, Track } from '../subject'

/** So much of a drawing's line must lie on the other's for them to be laid over each other. */
const MOSTLY = 0.45
/** Two steps, and the one over both, that differ by more than this share of what a drawing is off, or by so many pixels, are of different things. */
const AGREE = { share: 0.3, px: 2.5 } as const

const laid = memo((a: Measured) =>
  memo((b: Measured): LaidOver | undefined => {
    const over = laidOver(a.pieces, b.pieces)
    return over && over.share >= MOSTLY ? over : undefined
  }),
)
const stepBetween = (a: Shot | undefined, b: Shot | undefined): Point | undefined =>
  a && b && laid(a.measured)(b.measured)?.by

/**
 * Most of the lines followed from drawing to drawing by laying each over the one before, as one holds them to the light:
 * what stands, or goes as one, whatever else moves by itself or is drawn anew. Only the longest row of drawings without
 * a break has places.
 */
export function lineOnLine(shots: readonly Shot[], round: boolean): Track {
  const steps = shots.map((shot, i) => stepBetween(i > 0 ? shots[i - 1] : round ? shots.at(-1) : undefined, shot))
  const places = placesBy(steps, shots, round)
  const beside = (i: number, by: number) => shots[round ? (i + by + shots.length) % shots.length : i + by]
  return {
    ...{ id: 'lines', name: 'most of its lines', part: 'lines', standIn: true },
    at: ({ drawing }) => places.get(drawing),
    confirms({ drawing }, by) {
      const i = shots.findIndex((shot) => shot.drawing === drawing)
      const [to, from, over] = [
        stepBetween(beside(i, -1), shots[i]),
        stepBetween(shots[i], beside(i, 1)),
        stepBetween(beside(i, -1), beside(i, 1)),
      ]
      if (!to || !from || !over) return false
      const apart = Math.hypot(to.x + from.x - over.x, to.y + from.y - over.y)
      return apart <= Math.max(AGREE.px, AGREE.share * Math.hypot(by.x, by.y))
    },
  }
}

/** The longest row of drawings that steps lead through, from the middle of the first one's shape. */
function placesBy(steps: readonly (Point | undefined)[], shots: readonly Shot[], round: boolean): Map<string, Point> {
  const rows: number[][] = [[]]
  steps.forEach((step, i) => (step || i === 0 ? rows.at(-1)!.push(i) : rows.push([i])))
  const row = rows.reduce((longest, each) => (each.length > longest.length ? each : longest))
  const goesRound = round && row.length === shots.length && steps[0] !== undefined
  // On a loop it comes back to where it began; what all steps are short of that is spread over them.
  const share = goesRound ? 1 / shots.length : 0
  const drift = steps.reduce<Point>((sum, step) => ({ x: sum.x + (step?.x ?? 0), y: sum.y + (step?.y ?? 0) }), ORIGIN)
  let here = shots[row[0]!]?.measured.shape?.centre ?? ORIGIN
  return new Map(
    row.map((i, n) => {
      const step = n === 0 ? undefined : steps[i]!
      if (step) here = { x: here.x + step.x - share * drift.x, y: here.y + step.y - share * drift.y }
      return [shots[i]!.drawing, here] as const
    }),
  )
}
const ORIGIN: Point = { x: 0, y: 0 }
