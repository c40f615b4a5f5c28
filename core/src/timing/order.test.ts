import fc from 'fast-check'
import { inbetweenOrder, type InbetweenStep } from './order'

const THIRDS = [1 / 2, 1 / 3, 2 / 3]

/** The fewest by-eye steps of any order at all, by trying every order. */
function fewest(fractions: readonly number[]): number {
  let best = fractions.length
  function search(drawn: readonly number[], left: readonly number[], byEye: number) {
    if (byEye >= best) return
    if (left.length === 0) {
      best = byEye
      return
    }
    for (const next of left) {
      const found = drawn.some((a) =>
        drawn.some((b) => a < b && THIRDS.some((ratio) => Math.abs(a + ratio * (b - a) - next) < 1e-6)),
      )
      search(
        [...drawn, next],
        left.filter((each) => each !== next),
        byEye + (found ? 0 : 1),
      )
    }
  }
  search([0, 1], fractions, 0)
  return best
}

const byEye = (steps: readonly InbetweenStep[]) => steps.filter((step) => step.kind === 'by-eye').length
/** Places that halves and thirds often reach from one another, and some that they never do. */
const place = fc.oneof(
  fc.integer({ min: 1, max: 23 }).map((n) => n / 24),
  fc.integer({ min: 1, max: 26 }).map((n) => n / 27),
  fc.constantFrom(0.1, 0.37, 0.55, 0.81, -0.2, 1.2),
)

test('the order needs the fewest by-eye steps, as an exhaustive search finds them', () => {
  const seen = new Set<number>()
  fc.assert(
    fc.property(
      fc.uniqueArray(place, { minLength: 1, maxLength: 6, comparator: (a, b) => Math.abs(a - b) < 1e-4 }),
      (places) => {
        const fractions = [...places].sort((a, b) => a - b)
        const needed = byEye(inbetweenOrder(fractions))
        seen.add(needed)
        expect(needed).toBe(fewest(fractions))
      },
    ),
    { numRuns: 250 },
  )
  expect(seen.size).toBeGreaterThan(3)
})
