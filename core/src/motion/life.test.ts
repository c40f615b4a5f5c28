import fc from 'fast-check'
import { keysFromLife } from '../edits/composed/from-life'
import { applyEdit } from '../edits/apply'
import { spotErrors } from '../testing/measured-lettering'
import { gridOf } from '../testing/spot-film'
import { newScene } from '../scene/create'
import { validate } from '../scene/validate'
import { drawn, settingsOf } from '../testing/build'
import { exposuresOf } from '../timing/sheet'
import { sharesOfWay, timedFromLife } from './life'
import { SpotFollower } from './spot'

const bounce = (frames: number, step: number) =>
  Array.from({ length: frames }, (_, i) => ({
    frame: i + 1,
    x: 40 + 2 * i,
    y: 100 - 60 * Math.abs(Math.sin((Math.PI * i) / step)),
  }))

test('turns are found where a foot lands and where it is highest, and a step is told in frames', () => {
  const { turns, step } = timedFromLife(bounce(49, 12))
  expect(turns.filter(({ is }) => is === 'lowest').map(({ frame }) => frame)).toEqual([13, 25, 37])
  expect(turns.filter(({ is }) => is === 'highest').map(({ frame }) => frame)).toEqual([7, 19, 31, 43])
  expect(step).toBe(12)
})

test('what trembles does not turn, and what goes one way never does', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -1.5, max: 1.5, noNaN: true }), { minLength: 30, maxLength: 30 }),
      (noise) => {
        const track = noise.map((by, i) => ({ frame: i + 1, x: 10 * i, y: 50 + by }))
        expect(timedFromLife(track).turns).toEqual([])
      },
    ),
  )
})

test('the share of the way is the one that was gone', () => {
  const track = [0, 10, 30, 60, 100].map((x, i) => ({ frame: i + 1, x, y: 0 }))
  expect(sharesOfWay(track, 1, 5, [2, 3, 4])).toEqual([0.1, 0.3, 0.6])
})

test('keys from life lie at the turns, pinned, and charts between them have the spacing of life', () => {
  let ids = 0
  const scene = applyEdit(newScene(settingsOf({ length: 30 })), {
    type: 'landmark.put',
    level: 'A',
    landmark: { id: 'foot', name: 'Foot' },
  }).scene
  const wish = { take: 'main', level: 'A', landmark: 'foot', exposure: 2, freshId: () => `f${++ids}` }
  const edit = keysFromLife({ ...wish, scene, track: bounce(25, 12) })
  const timed = applyEdit(scene, edit).scene
  expect(validate(JSON.parse(JSON.stringify(timed)))).toEqual(timed)
  const keys = Object.values(timed.drawings).filter(({ role }) => role === 'key')
  expect(keys.map(({ number }) => Number(number)).sort((a, b) => a - b)).toEqual([1, 7, 13, 19, 25])
  expect(keys.every(({ pins }) => pins?.['foot'] !== undefined)).toBe(true)
  expect(
    exposuresOf(timed, 'A')
      .slice(0, 12)
      .map(({ frames }) => frames),
  ).toEqual(Array(12).fill(2))
  // Rising it slows in: half of the time is more than half of the way.
  const rise = Object.values(timed.charts).find(({ from }) => timed.drawings[from]!.number === '1')!
  expect(rise.marks[0]!.fraction).toBeGreaterThan(0.4)

  const full = applyEdit(scene, drawn('other', 9)).scene
  expect(() => keysFromLife({ ...wish, scene: full, track: bounce(25, 12) })).toThrow('Choose an empty level')
})

test('a spot of a film is followed within a pixel and a half while it moves, turns a little and the light changes', () => {
  const { off, lost } = spotErrors([3, 11, 42, 77])
  expect(lost).toBe(0)
  expect(off.filter((pixels) => pixels > 1.5).length).toBeLessThanOrEqual(off.length / 50)
})

test('what looks the same in two places is told of neither: a spot on the flat edge of a shape is lost at once', () => {
  const [width, height] = [160, 120]
  const edge = (x: number) => ({
    ...{ width, height },
    data: Uint8Array.from({ length: width * height }, (_, i) => (i % width < x ? 60 : 200)),
  })
  expect(new SpotFollower(edge(80), { x: 80, y: 60 }).next(edge(83))).toBeUndefined()
})

test('one that goes out of the picture is lost, not guessed', () => {
  const film = gridOf(7)
  const follower = new SpotFollower(film.picture(0), film.at(0))
  expect(
    follower.next({ ...film.picture(0), data: new Uint8Array(film.picture(0).data.length).fill(200) }),
  ).toBeUndefined()
})
