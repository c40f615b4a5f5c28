import fc from 'fast-check'
import { someWork, workedOn } from '../testing/worked-on'
import { lengthOfTake } from '../timing/take-length'
import { answerId, answerTo, meantBecause } from './answers'
import { findingSchema, unmeasuredSchema } from './finding'
import { graphsOf, graphsSchema } from './graphs'
import { inspectScene, subjectOf } from './inspect'

test('whatever was done to a scene, every take is judged: on its frames, on drawings that are there, in sentences', async () => {
  let found = 0
  await fc.assert(
    fc.asyncProperty(someWork, async (work) => {
      const kept = workedOn(work)
      const scene = kept.scene()
      for (const take of Object.keys(scene.takes)) {
        const { findings, unmeasured } = await inspectScene(scene, kept.inkOf, { take })
        const last = lengthOfTake(scene, take)
        for (const finding of findings) {
          findingSchema.parse(finding)
          expect(finding.frames.filter((frame) => frame < 1 || frame > last)).toEqual([])
          expect(finding.drawings.filter((id) => !scene.drawings[id])).toEqual([])
          expect(finding.sentence).toMatch(/^[A-Z“\d].*[.?]$/s)
          found++
        }
        for (const each of unmeasured) unmeasuredSchema.parse(each)
        graphsSchema.parse(graphsOf(subjectOf({ scene, take, inkOf: kept.inkOf })))
      }
    }),
    { numRuns: 120 },
  )
  expect(found).toBeGreaterThan(0)
})

test('whatever is found can be answered, and the answer holds until it is taken back', async () => {
  await fc.assert(
    fc.asyncProperty(someWork, async (work) => {
      const kept = workedOn(work)
      for (const finding of (await inspectScene(kept.scene(), kept.inkOf)).findings) {
        const answer = answerTo(kept.scene(), finding, kept.inkOf, 'meant so')
        const inverse = kept.attempt({ type: 'answer.put', id: answerId(finding), answer })
        expect(meantBecause(kept.scene(), finding, kept.inkOf)).toBe('meant so')
        kept.make(inverse!)
      }
    }),
    { numRuns: 60 },
  )
})
