import { BoxScene, going } from '../testing/boxes'
import type { Point } from '../geometry/matrix'
import { HAND_KINDS } from '../testing/hand/kinds'
import { MORE_KINDS } from '../testing/hand/more-kinds'
import { overGround } from '../testing/hand/over-ground'
import { handScene, type HandScene } from '../testing/hand/scene'
import { inkWithShape, middleOfShape } from './measured'
import { lastDrawn, middlesOf, paceInWords, placesPinned, stepsOver } from './pace'

function stepsOf({ scene, inkOf }: Pick<HandScene, 'scene' | 'inkOf'>, frame: number) {
  const drawings = lastDrawn(scene, { take: 'main', level: 'A', frame, inkOf })
  const middles = middlesOf(
    drawings.map((drawing) => inkWithShape(drawing, inkOf)),
    scene.settings,
  ) as Point[]
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

test('over a ground traced on every drawing the steps are those of what goes over it', () => {
  for (const kind of [...HAND_KINDS, ...MORE_KINDS].filter(({ id }) => GOES_OR_TURNS.includes(id)))
    for (const seed of [1, 2]) {
      const alone = handScene(kind, seed, { pinned: false })
      const over = overGround(alone, seed)
      for (let frame = 8; frame <= alone.scene.settings.length; frame += 4)
        expect([kind.id, frame, stepsOf(over, frame)]).toEqual([kind.id, frame, stepsOf(alone, frame)])
    }
})
const GOES_OR_TURNS = ['leaf', 'bird', 'pendulum', 'wheel']

test('a body that stands while a limb moves is no ground: it is measured whole', () => {
  for (const kind of HAND_KINDS.filter(({ id }) => ['moving hold', 'throw', 'tail', 'head turn'].includes(id))) {
    const { scene, inkOf } = handScene(kind, 4, { pinned: false })
    const drawings = lastDrawn(scene, { take: 'main', level: 'A', frame: scene.settings.length, inkOf })
    const inks = drawings.map((drawing) => inkWithShape(drawing, inkOf))
    expect([kind.id, middlesOf(inks, scene.settings)]).toEqual([kind.id, inks.map(middleOfShape)])
  }
})
