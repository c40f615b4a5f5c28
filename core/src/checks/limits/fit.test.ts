import fc from 'fast-check'
import { applyEdit } from '../../edits/apply'
import { HAND_KINDS } from '../../testing/hand/kinds'
import { grown } from '../../testing/hand/faults'
import { handScene } from '../../testing/hand/scene'
import { answerId, answerTo } from '../answers'
import { fitLimits, LEAST_FINISHED, lookAtFinished, type FinishedLook } from './fit'
import { inspectScene } from '../inspect'
import { CHECKS, checkOf } from '../register'

const tail = HAND_KINDS.find(({ id }) => id === 'tail')!
const SEEDS = [7, 8, 9]
/** Finished tails of a hand that likes one drawing of each to swell. */
const swollen = SEEDS.map((seed) => grown(handScene(tail, seed), 'd5', 0.25, { x: 600, y: 420 }))
const volumesIn = async (made: (typeof swollen)[number], share?: number) => {
  const { findings } = await inspectScene(made.scene, made.inkOf, {
    checks: ['volume'],
    limits: share === undefined ? {} : { volume: { share } },
  })
  return findings
}

test('a swelling in every finished scene raises the limit to where it no longer counts, and no further', async () => {
  const looks = await Promise.all(swollen.map(({ scene, inkOf }) => lookAtFinished(scene, inkOf)))
  const [fit, ...others] = fitLimits(looks.map((look) => look!)).filter(({ check }) => check === 'volume')
  expect(others).toEqual([])
  expect(fit).toMatchObject({ limit: 'share', now: 8, found: SEEDS.length, left: 0 })
  for (const made of swollen) expect(await volumesIn(made, fit!.proposed)).toEqual([])
  // One rung tighter it would be told again.
  const tighter = await Promise.all(swollen.map((made) => volumesIn(made, fit!.proposed / 2 ** 0.3)))
  expect(tighter.flat().length).toBeGreaterThan(0)
})

test('what was answered as meant does not loosen a limit', async () => {
  const looks = await Promise.all(
    swollen.map(async (made) => {
      const [finding] = await volumesIn(made)
      const { scene } = applyEdit(made.scene, {
        type: 'answer.put',
        id: answerId(finding!),
        answer: answerTo(made.scene, finding!, made.inkOf, 'It breathes.'),
      })
      return (await lookAtFinished(scene, made.inkOf))!
    }),
  )
  expect(fitLimits(looks).filter(({ check }) => check === 'volume')).toEqual([])
})

test('a look that is stopped gives nothing; progress goes from nothing to the end', async () => {
  const [{ scene, inkOf }] = [swollen[0]!]
  expect(await lookAtFinished(scene, inkOf, { signal: { aborted: true } })).toBeUndefined()
  const told: number[] = []
  await lookAtFinished(scene, inkOf, { onProgress: (done, of) => told.push(done / of) })
  expect(told).toEqual([...told].sort((a, b) => a - b))
  expect(told.at(-1)).toBe(1)
})

const RUNGS = 13
/** Looks as they can be: the looser the limit, the fewer findings. */
const looks = fc.array(
  fc.record({
    drawings: fc.integer({ min: 1, max: 200 }),
    rungs: fc.array(fc.nat(40), { minLength: RUNGS, maxLength: RUNGS }).map((counts) => counts.sort((a, b) => b - a)),
  }),
  { minLength: 1, maxLength: 4 },
)
const fittable = CHECKS.flatMap(({ id, limits }) =>
  Object.entries(limits).flatMap(([name, limit]) => (limit.loosens ? [{ check: id, name, limit }] : [])),
)

test('whatever finished scenes show, a fitted limit can be kept, allows one finding in a hundred drawings, and is tighter only where nothing was found', () => {
  fc.assert(
    fc.property(looks, fc.constantFrom(...fittable), (given, { check, name, limit }) => {
      const finished = given.map(
        // At its own value the limit is on the ladder's fifth rung.
        ({ drawings, rungs }): FinishedLook => ({ drawings, counts: { [check]: { rungs, now: rungs[4]! } } }),
      )
      const drawings = given.reduce((sum, look) => sum + look.drawings, 0)
      const fits = fitLimits(finished)
      if (drawings < LEAST_FINISHED) expect(fits).toEqual([])
      for (const fit of fits) {
        expect([fit.check, fit.limit, fit.now, fit.drawings]).toEqual([check, name, limit.value, drawings])
        expect(fit.proposed).toBeGreaterThanOrEqual(checkOf(check)!.limits[name]!.min)
        expect(fit.proposed).toBeLessThanOrEqual(checkOf(check)!.limits[name]!.max)
        expect(fit.left).toBeLessThanOrEqual(drawings / 100)
        const isTighter = limit.loosens === 'up' ? fit.proposed < fit.now : fit.proposed > fit.now
        expect(fit.found === 0).toBe(isTighter)
      }
    }),
  )
})
