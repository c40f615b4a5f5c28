import type { Inputs, Motion } from '@unhurried/core'
import { pathThrough } from '../parts/svg-path'

/** Figures seen pale beneath at most, and inbetweens among them at most. */
const MOST_GHOSTS = 24
const MOST_INBETWEENS = 14

/** The frames from the beginning at which each exposure of a motion begins, from 0. */
export function beginsOf({ exposures }: Pick<Motion, 'exposures'>): number[] {
  let frame = 0
  return exposures.map(({ frames }) => (frame += frames) - frames)
}

/** The exposure a motion begins with when it stands still: none of the emptiness a burst begins and ends with. */
export const firstSeen = ({ exposures, drawings }: Motion): number =>
  Math.max(
    0,
    exposures.findIndex(({ drawing }) => drawing != null && drawings[drawing]!.shapes.length > 0),
  )

/** The drawings of a motion as paths. */
export const figuresOf = ({ drawings }: Motion) =>
  drawings.map(({ shapes, role }) => ({
    role,
    shapes: shapes.map(({ points, closed, tone = 'near' }) => ({ d: pathThrough(points, closed), tone })),
  }))
type Figure = ReturnType<typeof figuresOf>[number]

/** Earlier and later figures pale beneath, inbetweens thinned out where there are many. */
export function ghostsOf(figures: readonly Figure[]): string[] {
  const every = Math.max(1, Math.ceil(figures.length / MOST_INBETWEENS))
  const outline = ({ shapes }: Figure) => shapes.flatMap(({ tone, d }) => (tone === 'near' ? [d] : [])).join('')
  return figures
    .filter(({ role }, i) => role !== 'inbetween' || i % every === 0)
    .map(outline)
    .slice(0, MOST_GHOSTS)
}

/** Where what leads a motion is on each of its drawings. */
export const dotsOf = ({ lead, drawings }: Motion) =>
  lead === undefined ? [] : drawings.flatMap(({ targets, role }) => (targets[lead] ? [{ ...targets[lead], role }] : []))

export interface MotionShown {
  readonly motion: Motion
  readonly width: number
  readonly height: number
  readonly fps: number
  readonly paper: string
  /** What is asked for makes another, which is not worked out yet. */
  readonly stale: boolean
}
export interface MotionSaid {
  set: [patch: Inputs]
  frame: [frame: number]
}
