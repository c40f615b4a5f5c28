import fc from 'fast-check'
import { someWork, workedOn } from '../testing/worked-on'
import { lengthOfTake } from '../timing/take-length'
import { amountIn, findingSchema, unmeasuredSchema } from './finding'
import { graphsOf, graphsSchema } from './graphs'
import { inspectScene, subjectOf } from './inspect'

test.each([
  [1, 'frames', '1 frame'],
  [1.04, 'frames', '1 frame'],
  [1.1, 'frames', '1.1 frames'],
  [7, 'frames', '7 frames'],
  [1, 'px', '1 px'],
  [1, 'flashes in a second', '1 flash in a second'],
  [-1, 'frames', '−1 frames'],
  [24.6, '%', '25 %'],
])('%d in %s is read %s', (value, unit, read) => {
  expect(amountIn(value, unit)).toBe(read)
})

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
