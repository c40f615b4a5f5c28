import type { InkPiece } from '../../ink/ink'
import { BoxScene, square } from '../../testing/boxes'
import { levelSubject, type LevelSubject } from '../subject'

const COUNT = 10
/** A limb that swings about a body: long, and another place on each drawing. */
const limb = (i: number, [x, y]: readonly [number, number]): InkPiece => {
  const [dx, dy] = [150 * Math.cos(2.1 * i), 150 * Math.sin(2.1 * i)]
  return { kind: 'fill', id: `limb${i}`, swatch: 'spot', outline: square([x + dx, y + dy], 50) }
}
const body = (i: number, off: readonly [number, number]) => [300 + 24 * i + off[0], 300 + off[1]] as const

/** A body that goes right evenly with its limb swinging about it; one drawing lies off, if so said. */
function goer({ off = [0, 0] as readonly [number, number], side = (_: number): number => 80 } = {}) {
  const boxes = Array.from({ length: COUNT }, (_, i) => {
    const at = body(i, i === 5 ? off : [0, 0])
    return { frame: 1 + 2 * i, at, side: side(i), more: [limb(i, at)] }
  })
  return new BoxScene().draw(boxes)
}
const seen = (scene: BoxScene): LevelSubject => levelSubject(scene.scene, 'A', 'main', scene.inkOf)
const whole = ({ parts }: LevelSubject) => parts.find(({ part }) => part === 'all')!

test('all of a drawing goes as its steady body does, whatever its limbs do', () => {
  const subject = seen(goer())
  const places = subject.shots.map((shot) => whole(subject).at(shot)!)
  for (const [i, place] of places.slice(1).entries()) {
    expect(place.x - places[i]!.x).toBeCloseTo(24, 0)
    expect(place.y - places[i]!.y).toBeCloseTo(0, 0)
  }
})

test('a drawing that lies off with all that is on it is confirmed, another way or another drawing is not', () => {
  const subject = seen(goer({ off: [3, 40] }))
  const [fifth, third] = [subject.shots[5]!, subject.shots[3]!]
  const confirms = whole(subject).confirms as (shot: typeof fifth, by: { x: number; y: number }) => boolean
  expect(confirms(fifth, { x: 3, y: 40 })).toBe(true)
  expect(confirms(fifth, { x: 40, y: 3 })).toBe(false)
  expect(confirms(third, { x: 3, y: 40 })).toBe(false)
})

test('what changes its size there is another thing, and confirms nothing', () => {
  const subject = seen(goer({ off: [3, 40], side: (i) => (i === 5 ? 50 : 80) }))
  const confirms = whole(subject).confirms as (shot: unknown, by: { x: number; y: number }) => boolean
  expect(confirms(subject.shots[5], { x: 3, y: 40 })).toBe(false)
})

test('Second look tells it where nothing is pinned and the limb swings', async () => {
  const off = async (scene: BoxScene) => (await scene.ask('off-arc')).findings.map(({ drawings }) => drawings)
  expect(await off(goer({ off: [0, 30] }))).toContainEqual(['A5'])
  expect(await off(goer())).toEqual([])
})

test('on a loop it comes back to where it began', () => {
  const round = (i: number) =>
    [400 + 90 * Math.cos((2 * Math.PI * i) / 8), 300 + 90 * Math.sin((2 * Math.PI * i) / 8)] as const
  const scene = new BoxScene({ length: 16 }).draw(
    Array.from({ length: 8 }, (_, i) => ({ frame: 1 + 2 * i, at: round(i), more: [limb(i, round(i))] })),
  )
  scene.edit({ type: 'level.set', level: 'A', fields: { loop: true } })
  const subject = seen(scene)
  const places = subject.shots.map((shot) => whole(subject).at(shot)!)
  const [first, last] = [places[0]!, places.at(-1)!]
  const [a, b] = [round(0), round(7)]
  expect(first.x - last.x).toBeCloseTo(a[0] - b[0], 0)
  expect(first.y - last.y).toBeCloseTo(a[1] - b[1], 0)
})
