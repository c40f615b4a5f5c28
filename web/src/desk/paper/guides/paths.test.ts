import { chartTargets, type Edit } from '@unhurried/core'
import { standInBrowser } from '../../../testing/browser'
import { drawn, openScene } from '../../../testing/open-scene'
import { bendToward, chartedPath, wholePath } from './paths'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
const pin = (drawing: string, x: number, y: number): Edit => ({
  ...{ type: 'pin.set', drawing, landmark: 'nose' },
  pin: { x, y },
})
beforeEach(async () => {
  store = await openScene([
    drawn('k', 1),
    drawn('l', 13),
    { type: 'landmark.put', level: 'A', landmark: { id: 'nose', name: 'Nose' } },
    ...[pin('k', 20, 50), pin('l', 120, 50)],
    {
      ...{ type: 'chart.add', id: 'c', level: 'A', from: 'k', to: 'l', exposure: [2], drawings: [...'vwxyz'] },
      spacing: { by: 'halves', slowOut: 3, slowIn: 3 },
    },
  ])
})
afterEach(() => store.close())
const target = () => chartTargets(store.scene!, store.scene!.charts['c']!)[0]!

test('a charted path has a tick across it for every mark, and is bent by its middle', () => {
  const { landmark, ticks, ends, handle } = chartedPath(target(), 'x', 1)
  expect([landmark.name, ends.map(({ x }) => x), handle?.x]).toEqual(['Nose', [20, 120], 70])
  expect(ticks.map(({ drawing, place }) => [drawing, place.x])).toEqual([
    ['v', 32.5],
    ['w', 45],
    ['x', 70],
    ['y', 95],
    ['z', 107.5],
  ])
  const [first] = ticks
  expect([first!.a, first!.b]).toEqual([
    { x: 32.5, y: 44 },
    { x: 32.5, y: 56 },
  ])
  expect(ticks.filter(({ isHere }) => isHere).map(({ drawing }) => drawing)).toEqual(['x'])
})

test('numbers that would run into each other are left out, never that of the drawing on the table', () => {
  const written = (here: string | undefined, k: number) =>
    chartedPath(target(), here, k)
      .ticks.filter(({ isWritten }) => isWritten)
      .map(({ drawing }) => drawing)
  expect(written(undefined, 0.5)).toEqual(['v', 'w', 'x', 'y', 'z'])
  expect(written(undefined, 1)).toEqual(['v', 'x', 'y'])
  expect(written('w', 1)).toEqual(['w', 'x', 'y'])
  expect(written('z', 2)).toEqual(['v', 'x', 'z'])
})

test('a whole path has neither ticks nor a handle', () => {
  const { d, ticks, ends, handle } = wholePath(target().path)
  expect([d.startsWith('M20.00 50.00L'), ticks, ends.length, handle]).toEqual([true, [], 2, undefined])
})

test('a path is bent to its left by as much as it passes the straight way, in eighths of a pixel', () => {
  const [from, to] = [
    { x: 0, y: 0 },
    { x: 100, y: 0 },
  ]
  expect(bendToward(from, to, { x: 50, y: -30.06 }, 2)).toBe(30)
  expect(bendToward(from, to, { x: 50, y: 12 }, 2)).toBe(-12)
  expect(bendToward(from, to, { x: 50, y: 1.9 }, 2)).toBe(0)
})
