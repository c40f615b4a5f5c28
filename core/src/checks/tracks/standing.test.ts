import { pushed } from '../../testing/hand/faults'
import { HAND_KINDS } from '../../testing/hand/kinds'
import { MORE_KINDS } from '../../testing/hand/more-kinds'
import { GROUNDS, overGround } from '../../testing/hand/over-ground'
import { handScene, type HandScene } from '../../testing/hand/scene'
import { inspectScene } from '../inspect'
import { levelSubject } from '../subject'

const drawn = (id: string, seed: number) =>
  handScene(
    [...HAND_KINDS, ...MORE_KINDS].find((kind) => kind.id === id)!,
    seed,
    { pinned: false },
  )
const subjectOf = ({ scene, inkOf }: HandScene) => levelSubject(scene, 'A', 'main', inkOf)
const followed = (made: HandScene) => subjectOf(made).tracks.map(({ name }) => name)
/** Where what is followed lies on each drawing. */
const placesIn = (made: HandScene) => {
  const { tracks, shots } = subjectOf(made)
  return shots.map((shot) => tracks[0]!.at(shot))
}

test('over a ground traced on every drawing what moves is followed, just as it is without the ground', () => {
  for (const id of ['leaf', 'bird', 'ball with squash'])
    for (const seed of [1, 2, 3]) {
      const made = drawn(id, seed)
      const over = overGround(made, seed)
      expect(followed(over)).toEqual(['the middle of what moves'])
      expect(placesIn(over)).toEqual(placesIn(made))
    }
})

test('where nothing stands, or only a limb moves, the middle of the shape is followed as ever', () => {
  for (const id of ['walk across', 'moving hold', 'leaf', 'tail', 'wheel', 'walk in place'])
    expect(followed(drawn(id, 4))).toEqual(['the middle of its shape'])
})

test('a figure that stays in its place is told apart from a ground much larger than it, and from no other', () => {
  let [apart, all] = [0, 0]
  for (const id of ['walk in place', 'head turn', 'pendulum', 'wheel'])
    for (const ground of GROUNDS.filter(({ id }) => id !== 'a floor at its feet'))
      for (const seed of [6, 7]) {
        const made = drawn(id, seed)
        const over = overGround(made, seed, ground)
        all++
        if (followed(over)[0] === 'the middle of its shape') continue
        apart++
        expect(placesIn(over)).toEqual(placesIn(made))
      }
  expect(apart / all).toBeGreaterThan(0.9)
  // It is as large as its floor, or it stands on it with half its outline.
  for (const id of ['smoke', 'turns round'])
    expect([id, followed(overGround(drawn(id, 6), 6))]).toEqual([id, ['the middle of its shape']])
})

test('a ground forgotten on one drawing stands on none', () => {
  const over = overGround(drawn('leaf', 5), 5)
  const inkOf: HandScene['inkOf'] = (drawing, pass) =>
    drawing === 'd9' ? over.inkOf(drawing, pass).filter(({ id }) => !id.startsWith('floor')) : over.inkOf(drawing, pass)
  expect(followed({ ...over, inkOf })).toEqual(['the middle of its shape'])
})

test('of what goes over a ground, what is off is found and what is right raises hardly an alarm', async () => {
  let [found, alarms, drawings] = [0, 0, 0]
  for (let seed = 1; seed <= 4; seed++) {
    const made = drawn('leaf', seed)
    const told = async ({ scene, inkOf }: HandScene) =>
      (await inspectScene(scene, inkOf, { checks: ['off-arc', 'uneven-spacing', 'volume'] })).findings
    alarms += (await told(overGround(made, seed))).length
    drawings += made.kind.drawings
    const off = await told(overGround(pushed(made, 'd8', { x: 0, y: 70 }), seed))
    if (off.some((finding) => finding.drawings.includes('d8'))) found++
  }
  expect(found).toBe(4)
  expect((100 * alarms) / drawings).toBeLessThanOrEqual(1)
})

test('two keys of a head that turns over a ground are told apart as they are without it', async () => {
  for (let seed = 1; seed <= 4; seed++) {
    const { scene, inkOf } = overGround(
      handScene(
        HAND_KINDS.find(({ id }) => id === 'head turn')!,
        seed,
      ),
      seed,
    )
    expect((await inspectScene(scene, inkOf, { checks: ['not-readable'] })).findings).toEqual([])
  }
})
