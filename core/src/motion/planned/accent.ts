import { requireNumber, requireWhole } from '../../base/ranges'
import { patternReader, type ExposurePattern } from '../../timing/exposure-pattern'

/** A move on a stressed word: against the way first, past the pose on the word, and back into it. */
export interface AccentOptions {
  /** Frames from the start at which it lands past the pose. */
  readonly lands: number
  /** Drawings that go against the way, that strike, and that settle into the pose. */
  readonly before: number
  readonly strike: number
  readonly settle: number
  /** How far against the way and past the pose, in shares of the way to it. */
  readonly against: number
  readonly past: number
  /** Frames each drawing is held. */
  readonly exposure: ExposurePattern
}
export interface AccentDrawing {
  /** Frames from the start. */
  readonly frame: number
  readonly frames: number
  /** Share of the way: 0 at rest, 1 the pose. */
  readonly share: number
  readonly is: 'rest' | 'against' | 'accent' | 'pose' | 'between'
}

/** Slow out and slow in, half a cosine; gathering speed, a square; dying away, a square turned about. */
const slowly = (t: number) => (1 - Math.cos(Math.PI * t)) / 2
const gathering = (t: number) => t * t
const dying = (t: number) => 1 - (1 - t) ** 2

/** The place among an accent's drawings of the one it lands on: after the one at rest, those against the way and those that strike. */
export const landingPlace = ({ before, strike }: Pick<AccentOptions, 'before' | 'strike'>): number =>
  1 + before + strike

/** Frames an accent takes before it lands, its rest not among them. */
export function framesBefore({
  before,
  strike,
  exposure,
}: Pick<AccentOptions, 'before' | 'strike' | 'exposure'>): number {
  return patternReader(exposure).frameAt(before + strike)
}

/**
 * An accent (method, dialogue): at rest until it is time, against the way, past the pose exactly when it is to land,
 * then settled in the pose.
 *
 * Errors: RangeError naming what lies outside its range, or when there is no time before it lands
 */
export function planAccent(options: AccentOptions): AccentDrawing[] {
  const { lands, before, strike, settle, against, past, exposure } = options
  requireWhole('before', before, 1, 24)
  requireWhole('strike', strike, 0, 24)
  requireWhole('settle', settle, 1, 24)
  requireNumber('against', against, 0, 4)
  requireNumber('past', past, 0, 4)
  const begins = lands - framesBefore(options)
  if (!(begins >= 1))
    throw new RangeError(`It would have to begin ${1 - begins} frames before there is a drawing at rest.`)
  const { held, frameAt } = patternReader(exposure)
  const way = (count: number, of: number, share: (t: number) => number, last: AccentDrawing['is']) =>
    Array.from({ length: count }, (_, i) => ({
      share: share((i + 1) / of),
      is: i === of - 1 ? last : ('between' as const),
    }))
  const moving = [
    ...way(before, before, (t) => -against * slowly(t), 'against'),
    ...way(strike + 1, strike + 1, (t) => -against + (1 + past + against) * gathering(t), 'accent'),
    ...way(settle, settle, (t) => 1 + past - past * dying(t), 'pose'),
  ]
  return [
    { frame: 0, frames: begins, share: 0, is: 'rest' },
    ...moving.map((drawing, i): AccentDrawing => ({ ...drawing, frame: begins + frameAt(i), frames: held(i) })),
  ]
}
