import { BoxScene, going } from '../testing/boxes'
import { inkWithShape, middleOfShape } from './measured'
import { lastDrawn, paceInWords, placesPinned, stepsOver } from './pace'

function stepsOf({ scene, inkOf }: BoxScene, frame: number) {
  const drawings = lastDrawn(scene, { take: 'main', level: 'A', frame, inkOf })
  const middles = drawings.map((drawing) => middleOfShape(inkWithShape(drawing, inkOf))!)
  return stepsOver(placesPinned(scene, 'A', drawings) ?? middles)
}

test('the last three steps up to where we are, by the middles of the shapes', () => {
  const made = new BoxScene().draw(
    [200, 230, 252, 271, 286].map((x, i) => ({ frame: 1 + 2 * i, at: [x, 300] as const })),
  )
  const steps = stepsOf(made, 9)
  expect(steps).toHaveLength(3)
  ;[22, 19, 15].forEach((step, i) => expect(Math.abs(steps[i]! - step)).toBeLessThan(1.2))
  expect(paceInWords(steps)).toBe('it is slowing')
  expect(stepsOf(made, 4)).toHaveLength(1)
  expect(stepsOf(made, 1)).toEqual([])
})

test('a landmark pinned on all of them is followed exactly; drawings without ink are passed over', () => {
  const pinned = going(4, { step: [10, 0] }).map((box, i) => ({ ...box, pins: { Nose: { x: 100 + 7 * i, y: 50 } } }))
  const made = new BoxScene().landmarks('Nose').draw([...pinned, { frame: 9, at: [900, 300], bare: true }])
  expect(stepsOf(made, 12)).toEqual([7, 7, 7])
})

test('a pace in words', () => {
  expect(paceInWords([30])).toBeUndefined()
  expect(paceInWords([15, 19, 22])).toBe('it is quickening')
  expect(paceInWords([20, 21, 20])).toBe('it is even')
  expect(paceInWords([40, 36, 33])).toBe('it is slowing')
  expect(paceInWords([20, 40, 20])).toBe('it is uneven')
  expect(paceInWords([0.4, 0.2, 0.9])).toBe('it stands still')
  expect(paceInWords([0, 12])).toBe('it is quickening')
})
