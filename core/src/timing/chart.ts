import { clamp } from '../base/clamp'
import { LIMITS } from '../base/limits'
import { requireNumber, requireWhole } from '../base/ranges'
import { SPACING_LAWS, type Spacing, type SpacingLaw } from '../scene/schema'
import { requirePattern, shareFrames } from './exposure'

export interface PlannedInbetween {
  /** Where it is first shown. */
  readonly frame: number
  /** Share of the way from the first drawing (0) to the second (1). */
  readonly fraction: number
  /** Frames it is held. */
  readonly exposure: number
}

/**
 * Fractions an animator reaches by halving: `slowOut` halvings toward the first drawing and
 * `slowIn` toward the second, rising, the shared ½ once. (3, 0) → ⅛ ¼ ½. (2, 3) → ¼ ½ ¾ ⅞.
 */
export function fractionsByHalving({ slowOut, slowIn }: { slowOut: number; slowIn: number }): number[] {
  requireWhole('slowOut', slowOut, LIMITS.halvings.min, LIMITS.halvings.max)
  requireWhole('slowIn', slowIn, LIMITS.halvings.min, LIMITS.halvings.max)
  const fractions = new Set<number>()
  for (let n = slowOut; n >= 1; n--) fractions.add(2 ** -n)
  for (let n = 1; n <= slowIn; n++) fractions.add(1 - 2 ** -n)
  return [...fractions]
}

/**
 * Fractions an animator reaches by thirds: ⅓ and ⅔, with `slowOut` further halvings toward the first
 * drawing and `slowIn` toward the second. (0, 0) → ⅓ ⅔. (1, 0) → ⅙ ⅓ ⅔.
 */
export function fractionsByThirds({ slowOut, slowIn }: { slowOut: number; slowIn: number }): number[] {
  requireWhole('slowOut', slowOut, LIMITS.halvings.min, LIMITS.halvings.max)
  requireWhole('slowIn', slowIn, LIMITS.halvings.min, LIMITS.halvings.max)
  const toward = (count: number) => Array.from({ length: count + 1 }, (_, n) => 2 ** -n / 3)
  return [...toward(slowOut).reverse(), ...toward(slowIn).map((share) => (3 - 3 * share) / 3)]
}

/**
 * How far along a move is at time share `t` (0…1). Laws: even t; slow-out tᵖ; slow-in 1−(1−t)ᵖ;
 * slow-out-in the two joined at ½; fall t²; rise 1−(1−t)²; swing (1−cos πt)/2. `strength` is p.
 */
export function spacingLaw(name: SpacingLaw, t: number, strength = 2): number {
  requireNumber('t', t, 0, 1)
  requireNumber('strength', strength, LIMITS.strength.min, LIMITS.strength.max)
  switch (name) {
    case 'even':
      return t
    case 'slow-out':
      return t ** strength
    case 'slow-in':
      return 1 - (1 - t) ** strength
    case 'slow-out-in':
      return t < 0.5 ? (2 * t) ** strength / 2 : 1 - (2 - 2 * t) ** strength / 2
    case 'fall':
      return t * t
    case 'rise':
      return 1 - (1 - t) ** 2
    case 'swing':
      return (1 - Math.cos(Math.PI * t)) / 2
    default:
      throw new RangeError(`name must be one of ${SPACING_LAWS.join(', ')}; it is ${String(name)}.`)
  }
}

export interface InbetweenPlan {
  readonly fromFrame: number
  readonly toFrame: number
  /** Frames each drawing is held, or a pattern of them; the first entry is the first drawing's own. */
  readonly exposure: number | readonly number[]
  readonly law: SpacingLaw
  readonly strength?: number
}

/**
 * One inbetween at every `exposure` frames after `fromFrame`, its fraction the law at its own time,
 * the last exposure clipped at `toFrame`. 1 to 13 on twos, slow-in → frames 3 5 7 9 11.
 */
export function planInbetweens({ fromFrame, toFrame, exposure, law, strength = 2 }: InbetweenPlan): PlannedInbetween[] {
  requireWhole('fromFrame', fromFrame, 1, 1e6)
  requireWhole('toFrame', toFrame, fromFrame + 1, 1e6)
  const pattern = requirePattern(typeof exposure === 'number' ? [exposure] : exposure)
  const result: PlannedInbetween[] = []
  let frame = fromFrame + pattern[0]!
  for (let turn = 1; frame < toFrame; turn++) {
    const held = Math.min(pattern[turn % pattern.length]!, toFrame - frame)
    const fraction = spacingLaw(law, (frame - fromFrame) / (toFrame - fromFrame), strength)
    result.push({ frame, fraction, exposure: held })
    frame += held
  }
  return result
}

/**
 * The nearest distinct fractions that `depth` halvings can reach (multiples of 2^−depth strictly
 * between 0 and 1), in order, and the largest error made. Of all choices the one with the smallest
 * largest error, then the smallest sum. Errors: RangeError when there are not enough to go round.
 */
export function snapToHalves(
  fractions: readonly number[],
  depth: number,
): { fractions: number[]; largestError: number } {
  requireWhole('depth', depth, 1, 10)
  const slots = 2 ** depth - 1
  requireWhole('fractions.length', fractions.length, 0, slots)
  fractions.forEach((fraction, i) => {
    requireNumber('fraction', fraction, 0, 1)
    if (i > 0 && fraction < fractions[i - 1]!) throw new RangeError('fractions must rise from the first to the last.')
  })
  const errorOf = (i: number, slot: number) => Math.abs(fractions[i]! - slot / 2 ** depth)
  interface Choice {
    worst: number
    sum: number
    slots: number[]
  }
  const better = (a: Choice | undefined, b: Choice | undefined) =>
    a && (!b || a.worst < b.worst - 1e-12 || (a.worst <= b.worst + 1e-12 && a.sum < b.sum)) ? a : b
  // best[slot]: the best way to seat the drawings so far with the last of them at or before `slot`.
  let best: (Choice | undefined)[] = Array.from({ length: slots + 1 }, () => ({ worst: 0, sum: 0, slots: [] }))
  for (let i = 0; i < fractions.length; i++) {
    const next: (Choice | undefined)[] = [undefined]
    for (let slot = 1; slot <= slots; slot++) {
      const before = best[slot - 1]
      const error = errorOf(i, slot)
      const here = before && {
        worst: Math.max(before.worst, error),
        sum: before.sum + error,
        slots: [...before.slots, slot],
      }
      next.push(better(next[slot - 1], here))
    }
    best = next
  }
  const chosen = best[slots]!
  return { fractions: chosen.slots.map((slot) => slot / 2 ** depth), largestError: chosen.worst }
}

export const LAW_WORDS: Readonly<Record<SpacingLaw, string>> = {
  even: 'even',
  'slow-out': 'slow out',
  'slow-in': 'slow in',
  'slow-out-in': 'slow out and in',
  fall: 'fall',
  rise: 'rise',
  swing: 'swing',
}

/** "by halves, 2 slow out, 1 slow in", "by law: slow in, strength 2", "by hand". */
export function spacingInWords(spacing: Spacing): string {
  if (spacing.by === 'hand') return 'by hand'
  if (spacing.by === 'law') return `by law: ${LAW_WORDS[spacing.law]}, strength ${spacing.strength}`
  return `by ${spacing.by}, ${spacing.slowOut} slow out, ${spacing.slowIn} slow in`
}

export interface ChartPlan {
  /** Frames the first drawing itself is held. */
  readonly first: number
  readonly inbetweens: readonly PlannedInbetween[]
  /** True when the wished exposures did not fill the span and were shared out to fit it. */
  readonly shared: boolean
}

/**
 * What a chart between two drawings asks for: the first drawing's own exposure and each inbetween.
 * By law the exposures decide how many inbetweens there are; otherwise the fractions do (by hand the
 * `fractions` given), and the exposures are shared out by largest remainder when they do not fill the
 * span exactly.
 * Errors: RangeError when the second drawing does not come after the first or the span is too short.
 */
export function planChart({
  fromFrame,
  toFrame,
  spacing,
  exposure,
  fractions: byHand = [],
}: {
  fromFrame: number
  toFrame: number
  spacing: Spacing
  exposure: readonly number[]
  fractions?: readonly number[]
}): ChartPlan {
  requireWhole('fromFrame', fromFrame, 1, 1e6)
  requireWhole('toFrame', toFrame, fromFrame + 1, 1e6)
  requirePattern(exposure)
  const span = toFrame - fromFrame
  if (spacing.by === 'law') {
    const { law, strength } = spacing
    const inbetweens = planInbetweens({ fromFrame, toFrame, exposure, law, strength })
    return { first: Math.min(exposure[0]!, span), inbetweens, shared: false }
  }
  const fractions =
    spacing.by === 'hand' ? byHand : spacing.by === 'thirds' ? fractionsByThirds(spacing) : fractionsByHalving(spacing)
  if (fractions.length + 1 > span) {
    throw new RangeError(
      `${fractions.length} inbetweens do not fit between frame ${fromFrame} and frame ${toFrame}: they need at least ${fractions.length + 1} frames and there are ${span}.`,
    )
  }
  const wished = [...fractions, 1].map((_, i) => exposure[i % exposure.length]!)
  const shared = wished.reduce((a, b) => a + b, 0) !== span
  const held = shared ? shareFrames(span, wished) : wished
  let frame = fromFrame + held[0]!
  const inbetweens = fractions.map((fraction, i) => {
    const planned = { frame, fraction, exposure: held[i + 1]! }
    frame += planned.exposure
    return planned
  })
  return { first: held[0]!, inbetweens, shared }
}

/**
 * Seats drawings that are there already among a plan's fractions, keeping their order: every drawing
 * that must be kept, then as many others as fit, each as near as can be to where it was. Gives for
 * each planned fraction the index of the drawing seated there, or undefined for a new one. Undefined
 * altogether when more must be kept than there are places.
 */
export function chooseSeats(
  were: readonly { readonly fraction: number; readonly keep: boolean }[],
  planned: readonly number[],
): (number | undefined)[] | undefined {
  interface Choice {
    readonly cost: number
    readonly seats: readonly (number | undefined)[]
  }
  const better = (a: Choice | undefined, b: Choice | undefined) => (a && (!b || a.cost <= b.cost) ? a : b)
  /** Leaving an empty drawing out costs more than any way to move one. */
  const LEFT_OUT = 1000
  // best[s]: the cheapest way to deal with the drawings so far using the first s places.
  let best: (Choice | undefined)[] = planned.reduce<Choice[]>(
    (row) => [...row, { cost: 0, seats: [...row.at(-1)!.seats, undefined] }],
    [{ cost: 0, seats: [] }],
  )
  were.forEach(({ fraction, keep }, i) => {
    const next: (Choice | undefined)[] = []
    for (let s = 0; s <= planned.length; s++) {
      const left = keep || !best[s] ? undefined : { cost: best[s]!.cost + LEFT_OUT, seats: best[s]!.seats }
      const before = s > 0 ? best[s - 1] : undefined
      const here = before && { cost: before.cost + Math.abs(fraction - planned[s - 1]!), seats: [...before.seats, i] }
      const skipped =
        s > 0 && next[s - 1] ? { cost: next[s - 1]!.cost, seats: [...next[s - 1]!.seats, undefined] } : undefined
      next.push(better(better(here, left), skipped))
    }
    best = next
  })
  return best[planned.length] && [...best[planned.length]!.seats]
}

/** The fraction a favoured inbetween moves to: the next of ½, ⅓, ¼ … of the way from the parent it favours. */
export function favoured(ratio: number, toward: 'first' | 'second'): number {
  requireNumber('ratio', ratio, 0, 1)
  const share = toward === 'first' ? ratio : 1 - ratio
  const parts = clamp(Math.floor(1 / Math.max(share, 1e-6) + 1e-6) + 1, 2, 16)
  return (toward === 'first' ? 1 : parts - 1) / parts
}
