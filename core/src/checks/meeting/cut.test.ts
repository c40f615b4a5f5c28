import { BoxScene, going } from '../../testing/boxes'
import { drawingsBeside, measureCut } from './cut'

const side = (scene: BoxScene, frame: number) => ({ scene: scene.scene, inkOf: scene.inkOf, frame })
const first = () => new BoxScene({ length: 10 }).draw(going(5))
const second = (x: number, step = 30) =>
  new BoxScene({ length: 10 }).draw(going(5, { from: [x, 300], step: [step, 0] }))

test('a move is measured from the last frame shown to the first, wherever a trim has put them', () => {
  const [whole] = measureCut(side(first(), 10), side(second(320), 1))
  expect(whole).toMatchObject({ level: 'A', turned: undefined })
  expect(whole!.px).toBeCloseTo(0, 0)
  expect([whole!.out, whole!.into].map(Math.round)).toEqual([15, 15])
  const [trimmed] = measureCut(side(first(), 6), side(second(320, 15), 3))
  // Two drawings earlier it is 60 px behind; one later, 15 px ahead; at the pace of both a step on is 22.5 px.
  expect(trimmed!.px).toBeCloseTo(52.5, 0)
  expect(trimmed!.into).toBeCloseTo(7.5, 0)
})

test('cut on its action, a move may show its last frames again, and is asked no more of a hold than is seen of it', () => {
  const px = (frame: number, x: number) => Math.round(measureCut(side(first(), frame), side(second(x), 1))[0]!.px)
  // The fourth drawing, at 290, is within the last four frames; the third, at 260, is not.
  expect([px(10, 290), px(10, 260), px(10, 305)]).toEqual([0, 30, 15])
  // Cut after one frame of two, it is met half a step on.
  expect([px(9, 335), px(9, 350)]).toEqual([0, 15])
})

test('what only one side shows is handed on by nobody', () => {
  const other = new BoxScene({ length: 10 }).level('B', 'Rail')
  expect(measureCut(side(first(), 10), side(other, 1))).toEqual([])
  expect(measureCut(side(first(), 10), side(new BoxScene({ length: 10 }), 1))).toEqual([])
})

test('through cameras it is what is seen that meets', () => {
  const key = { x: 580, y: 360, scale: 1, turn: 0, law: 'even' as const, strength: 1 }
  const panned = second(260).edit({ type: 'camera.key', take: 'main', frame: 1, key })
  const plain = measureCut(side(first(), 10), side(second(260), 1))[0]!
  const seen = measureCut(side(first(), 10), side(panned, 1))[0]!
  expect(plain.px).toBeCloseTo(30, 0)
  expect(Math.abs(seen.px - plain.px)).toBeGreaterThan(5)
})

test('the drawings near a frame are enough for it', () => {
  const long = new BoxScene({ length: 200 }).draw(going(90))
  const near = drawingsBeside({ scene: long.scene, frame: 200 })
  expect(near.length).toBeLessThan(30)
  const known = new Set(near)
  const inkOf = (drawing: string, pass: Parameters<typeof long.inkOf>[1]) =>
    known.has(drawing) ? long.inkOf(drawing, pass) : []
  const into = side(second(320), 1)
  expect(measureCut({ ...side(long, 200), inkOf }, into)).toEqual(measureCut(side(long, 200), into))
})
