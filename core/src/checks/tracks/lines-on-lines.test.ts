import { handScene, type HandScene } from '../../testing/hand/scene'
import { pushed } from '../../testing/hand/faults'
import { HAND_KINDS } from '../../testing/hand/kinds'
import { inspectScene } from '../inspect'
import { levelSubject, type LevelSubject } from '../subject'

const made = (id: string, seed: number) =>
  handScene(
    HAND_KINDS.find((kind) => kind.id === id)!,
    seed,
  )
const seen = ({ scene, inkOf }: HandScene): LevelSubject => levelSubject(scene, 'A', 'main', inkOf)
const rows = ({ parts }: LevelSubject) => parts.filter(({ part }) => part === 'lines')
const namesOff = async ({ scene, inkOf }: HandScene) =>
  (await inspectScene(scene, inkOf, { checks: ['off-arc'] })).findings.flatMap(({ drawings }) => drawings)

test('writing that grows stands where it was, whatever is added', () => {
  for (const seed of [71, 72, 73]) {
    const subject = seen(made('writing', seed))
    const [row] = rows(subject)
    const places = subject.shots.flatMap((shot) => row!.at(shot) ?? [])
    expect(places.length).toBeGreaterThan(10)
    for (const [i, { x, y }] of places.slice(1).entries())
      expect(Math.hypot(x - places[i]!.x, y - places[i]!.y)).toBeLessThan(6)
  }
})

test('one drawing of it that jumps is named, with its landmark pinned or not; none else is', async () => {
  for (const seed of [71, 72, 73, 74]) {
    expect(await namesOff(made('writing', seed))).toEqual([])
    expect(await namesOff(pushed(made('writing', seed), 'd8', { x: 4, y: -22 }))).toContain('d8')
  }
})

test('a leap is followed through the air, and broken where the figure throws itself into another shape', () => {
  const scene = made('leap, line only', 75)
  const subject = seen(scene)
  const hip = (i: number) => scene.kind.pose(scene.shares[i]!).marks['Hip']!
  const at = (i: number) => rows(subject).flatMap((row) => row.at(subject.shots[i]!) ?? [])[0]!
  for (const i of [7, 8]) {
    const gone = { x: at(i + 1).x - at(i).x, y: at(i + 1).y - at(i).y }
    expect(Math.hypot(gone.x - (hip(i + 1).x - hip(i).x), gone.y - (hip(i + 1).y - hip(i).y))).toBeLessThan(15)
  }
})

test('a drawing that lies off is confirmed, one that does not is not, nor another way', () => {
  const subject = seen(pushed(made('writing', 71), 'd8', { x: 4, y: -22 }))
  const [row] = rows(subject)
  const confirms = row!.confirms as (shot: unknown, by: { x: number; y: number }) => boolean
  expect(confirms(subject.shots[8], { x: 4, y: -22 })).toBe(true)
  expect(confirms(subject.shots[0], { x: 4, y: -22 })).toBe(false)
})
