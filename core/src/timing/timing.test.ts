import fc from 'fast-check'
import { SPACING_LAWS } from '../scene/schema'
import { fractionsByHalving, planChart, planInbetweens, snapToHalves, spacingLaw } from './chart'
import { exposePattern, shareFrames } from './exposure'
import { inbetweenOrder } from './order'
import { framesPerBeat, framesToSeconds, loopLength, secondsToFrames, timecode } from './time'

const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0)

describe('time and exposure', () => {
  test('worked examples', () => {
    expect(framesToSeconds(36, 24)).toBe(1.5)
    expect(secondsToFrames(0.52, 24)).toBe(12)
    expect([timecode(1, 24), timecode(25, 24), timecode(1 + 61 * 12 + 5, 12)]).toEqual([
      '0:00+00',
      '0:01+00',
      '1:01+05',
    ])
    expect(exposePattern(13, [2])).toEqual([2, 2, 2, 2, 2, 2, 1])
    expect(exposePattern(9, [2, 1])).toEqual([2, 1, 2, 1, 2, 1])
    expect(loopLength([15, 8])).toBe(120)
    expect(framesPerBeat(100, 24)).toEqual({ exact: 14.4, nearest: 14, drift: expect.closeTo(-6.4) })
  })

  test('what is out of range is refused by name', () => {
    expect(() => framesToSeconds(1, 0)).toThrow(/fps .* 1 to 60/)
    expect(() => timecode(0, 24)).toThrow(/frame/)
    expect(() => exposePattern(4, [])).toThrow(RangeError)
    expect(() => exposePattern(4, [25])).toThrow(/exposure .* 1 to 24/)
    expect(() => loopLength([])).toThrow(RangeError)
  })

  test('frames shared out keep the total and leave nobody without', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 24 }), { minLength: 1, maxLength: 40 }),
        fc.nat(200),
        (weights, more) => {
          const shares = shareFrames(weights.length + more, weights)
          expect(sum(shares)).toBe(weights.length + more)
          expect(Math.min(...shares)).toBeGreaterThanOrEqual(1)
        },
      ),
    )
    expect(shareFrames(12, [2, 2, 2, 2])).toEqual([3, 3, 3, 3])
    expect(() => shareFrames(3, [1, 1, 1, 1])).toThrow(RangeError)
  })
})

describe('charts', () => {
  test('worked examples', () => {
    expect(fractionsByHalving({ slowOut: 3, slowIn: 0 })).toEqual([1 / 8, 1 / 4, 1 / 2])
    expect(fractionsByHalving({ slowOut: 2, slowIn: 3 })).toEqual([1 / 4, 1 / 2, 3 / 4, 7 / 8])
    expect(fractionsByHalving({ slowOut: 0, slowIn: 0 })).toEqual([])
    const slowIn = planInbetweens({ fromFrame: 1, toFrame: 13, exposure: 2, law: 'slow-in' })
    expect(slowIn.map((mark) => mark.frame)).toEqual([3, 5, 7, 9, 11])
    expect(slowIn.map((mark) => Number(mark.fraction.toFixed(4)))).toEqual([0.3056, 0.5556, 0.75, 0.8889, 0.9722])
    expect(planInbetweens({ fromFrame: 1, toFrame: 9, exposure: [3, 2], law: 'even' }).map((m) => m.frame)).toEqual([
      4, 6,
    ])
    expect(spacingLaw('swing', 0.25)).toBeCloseTo((1 - Math.SQRT1_2) / 2)
    expect(spacingLaw('slow-out-in', 0.25, 3)).toBeCloseTo(0.0625)
    expect(() => spacingLaw('hurry' as never, 0.5)).toThrow(/name/)
  })

  const spacing = fc.oneof(
    fc.record({
      by: fc.constant('law' as const),
      law: fc.constantFrom(...SPACING_LAWS),
      strength: fc.double({ min: 0.5, max: 4, noNaN: true }),
    }),
    fc.record({ by: fc.constant('halves' as const), slowOut: fc.nat(4), slowIn: fc.nat(4) }),
  )
  test('exposures add up to the span and fractions rise, for any chart', () => {
    fc.assert(
      fc.property(
        spacing,
        fc.integer({ min: 1, max: 500 }),
        fc.integer({ min: 9, max: 96 }),
        fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 4 }),
        (law, fromFrame, span, exposure) => {
          const plan = planChart({ fromFrame, toFrame: fromFrame + span, spacing: law, exposure })
          expect(plan.first + sum(plan.inbetweens.map((mark) => mark.exposure))).toBe(span)
          plan.inbetweens.forEach((mark, i) => {
            expect(mark.fraction).toBeGreaterThanOrEqual(i === 0 ? 0 : plan.inbetweens[i - 1]!.fraction)
            expect(mark.fraction).toBeLessThanOrEqual(1)
            expect(mark.frame).toBeGreaterThan(i === 0 ? fromFrame : plan.inbetweens[i - 1]!.frame)
          })
        },
      ),
    )
    expect(() =>
      planChart({ fromFrame: 5, toFrame: 5, spacing: { by: 'halves', slowOut: 1, slowIn: 0 }, exposure: [1] }),
    ).toThrow(/toFrame/)
    expect(() =>
      planChart({ fromFrame: 1, toFrame: 4, spacing: { by: 'halves', slowOut: 3, slowIn: 3 }, exposure: [1] }),
    ).toThrow(/at least 6 frames/)
  })

  test('snapping to halves: as near as any choice can be, distinct and in order', () => {
    expect(snapToHalves([0.3056, 0.5556, 0.75, 0.8889], 3)).toEqual({
      fractions: [0.25, 0.5, 0.75, 0.875],
      largestError: expect.closeTo(0.0556),
    })
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 3 }), (raw) => {
        const fractions = [...raw].sort((a, b) => a - b)
        const { fractions: snapped, largestError } = snapToHalves(fractions, 3)
        let best = Infinity
        const seat = (from: number, i: number, worst: number): void => {
          if (i === fractions.length) best = Math.min(best, worst)
          else
            for (let slot = from; slot < 8; slot++)
              seat(slot + 1, i + 1, Math.max(worst, Math.abs(fractions[i]! - slot / 8)))
        }
        seat(1, 0, 0)
        expect(largestError).toBeCloseTo(best)
        expect(new Set(snapped).size).toBe(fractions.length)
      }),
    )
    expect(() => snapToHalves([0.1, 0.5], 1)).toThrow(RangeError)
  })
})

describe('order of work', () => {
  const brief = (fractions: number[]) => inbetweenOrder(fractions).map((s) => [s.fraction, s.kind, ...s.parents])

  test('worked examples', () => {
    expect(brief([1 / 8, 1 / 4, 1 / 2])).toEqual([
      [0.5, 'half', 0, 1],
      [0.25, 'half', 0, 0.5],
      [0.125, 'half', 0, 0.25],
    ])
    expect(brief([1 / 3, 2 / 3])).toEqual([
      [1 / 3, 'third', 0, 1],
      [2 / 3, 'half', 1 / 3, 1],
    ])
    expect(brief([0.1, 0.55])).toEqual([
      [0.1, 'by-eye', 0, 1],
      [0.55, 'half', 0.1, 1],
    ])
    expect(inbetweenOrder([-0.1])[0]).toMatchObject({ kind: 'by-eye', parents: [0, 1], ratio: expect.closeTo(-0.1) })
    expect(() => inbetweenOrder([0.5, 0.5])).toThrow(/distinct/)
    expect(() => inbetweenOrder([1])).toThrow(/ends/)
  })

  /** Every subset as the by-eye ones, the plain way. */
  function fewest(fractions: readonly number[]): number {
    let best = fractions.length
    for (let mask = 0; mask < 2 ** fractions.length; mask++) {
      const seeds = fractions.filter((_, i) => mask & (1 << i))
      const drawn = [0, 1, ...seeds]
      for (let grew = true; grew;) {
        grew = false
        for (const place of fractions) {
          if (drawn.includes(place)) continue
          const reached = drawn.some((a) =>
            drawn.some((b) => a < b && [1 / 2, 1 / 3, 2 / 3].some((r) => Math.abs(a + r * (b - a) - place) < 1e-6)),
          )
          if (reached) grew = drawn.push(place) > 0
        }
      }
      if (drawn.length === fractions.length + 2) best = Math.min(best, seeds.length)
    }
    return best
  }

  test('never from a drawing that is not there yet, and by eye as seldom as can be', () => {
    const grid = fc.constantFrom(4, 5, 6, 7, 8, 9, 11, 12, 24)
    fc.assert(
      fc.property(grid, fc.uniqueArray(fc.integer({ min: 1, max: 23 }), { maxLength: 6 }), (parts, numerators) => {
        const fractions = [...new Set(numerators.map((n) => (n % parts) / parts))]
          .filter((f) => f > 0)
          .sort((a, b) => a - b)
        const drawn = new Set([0, 1])
        const steps = inbetweenOrder(fractions)
        for (const { fraction, parents, ratio, kind } of steps) {
          expect(parents.every((parent) => drawn.has(parent))).toBe(true)
          expect(parents[0] + ratio * (parents[1] - parents[0])).toBeCloseTo(fraction)
          if (kind === 'half') expect(ratio).toBe(0.5)
          drawn.add(fraction)
        }
        expect(drawn.size).toBe(fractions.length + 2)
        expect(steps.filter((step) => step.kind === 'by-eye').length).toBe(fewest(fractions))
      }),
      { numRuns: 300 },
    )
  })
})
