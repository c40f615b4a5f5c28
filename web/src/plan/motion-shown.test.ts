import { completed, newScene, outcomeOf, plannerOf, type Motion } from '@unhurried/core'
import { settingsOf } from '../../../core/src/testing/build'
import { beginsOf, dotsOf, figuresOf, firstSeen, ghostsOf } from './motion-shown'

function motionOf(id: string): Motion {
  const planner = plannerOf(id)!
  const context = { scene: newScene(settingsOf({ length: 96 })), take: 'main', level: 'A', frame: 1 }
  const outcome = outcomeOf(planner, completed(planner, {}, context), context)
  if ('refused' in outcome) throw new Error(outcome.refused)
  return outcome.motion
}
const BOUNCE = motionOf('bounce')

test('every exposure begins where those before it end', () => {
  const exposures = [3, 1, 2].map((frames, drawing) => ({ drawing, frames }))
  expect(beginsOf({ exposures })).toEqual([0, 3, 4])
})

test('what stands still does not stand on emptiness', () => {
  expect(firstSeen(BOUNCE)).toBe(0)
  expect(firstSeen({ ...BOUNCE, exposures: [{ drawing: null, frames: 2 }, ...BOUNCE.exposures] })).toBe(1)
  expect(firstSeen({ ...BOUNCE, exposures: [{ drawing: null, frames: 2 }] })).toBe(0)
})

test('every drawing is a figure; pale beneath are all keys, and few enough of the rest to be told apart', () => {
  const figures = figuresOf(BOUNCE)
  expect(figures).toHaveLength(BOUNCE.drawings.length)
  const many = Array.from({ length: 200 }, (_, i) => ({ ...figures[0]!, role: i === 7 ? 'key' : 'inbetween' }) as const)
  expect(ghostsOf(many).length).toBeLessThanOrEqual(16)
  expect(ghostsOf(many.map((each) => ({ ...each, role: 'key' as const })))).toHaveLength(24)
})

test('the path is that of what leads, and of nothing where nothing does', () => {
  expect(dotsOf(BOUNCE)).toHaveLength(BOUNCE.drawings.length)
  const { lead: _, ...leaderless } = BOUNCE
  expect(dotsOf(leaderless)).toEqual([])
})
