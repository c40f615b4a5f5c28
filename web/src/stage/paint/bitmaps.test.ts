import type { Ink, InkPiece, Matrix, Pass } from '@unhurried/core'
import { Bitmaps } from './bitmaps'

/** Canvases that remember what was asked of them; two hundred lines of paint need no screen. */
class FakeCanvas {
  width = 0
  height = 0
  readonly drawn: string[] = []
  matrix: readonly number[] = []
  getContext() {
    const told = (name: string) => () => void this.drawn.push(name)
    return {
      canvas: this,
      setTransform: (...matrix: number[]) => void (this.matrix = matrix),
      drawImage: told('image'),
      save: told('save'),
      restore: told('restore'),
      transform: told('transform'),
      beginPath: told('path'),
      fill: told('fill'),
      stroke: told('stroke'),
      clearRect: told('clear'),
      moveTo() {},
      lineTo() {},
      arc() {},
      closePath() {},
    }
  }
}
const made: FakeCanvas[] = []
beforeAll(() => {
  Object.assign(globalThis, {
    document: { createElement: () => (made.push(new FakeCanvas()), made.at(-1)) },
    Path2D: class {
      moveTo() {}
      lineTo() {}
      closePath() {}
      rect() {}
      quadraticCurveTo() {}
    },
  })
})
beforeEach(() => (made.length = 0))

const fill = (id: string): InkPiece => ({ kind: 'fill', id, swatch: 's', outline: [0, 0, 9, 0, 9, 9] })
const fills = (count: number): Ink => Array.from({ length: count }, (_, i) => fill(`f${i}`))
function bitmapsOf(ink: Record<string, Ink>, { cells = false, side = 100 } = {}) {
  const bitmaps = new Bitmaps({
    width: 10,
    height: 10,
    cells,
    inkOf: (drawing: string, pass: Pass) => ink[`${drawing}/${pass}`] ?? [],
    palette: () => [{ id: 's', name: 'S', colour: '#000000' }],
  })
  bitmaps.lookFrom([2, 0, 0, 2, 0, 0], side, side)
  return bitmaps
}
const painted = (canvas: FakeCanvas | undefined) => canvas!.drawn.filter((each) => each === 'fill').length
const canvasOf = (bitmaps: Bitmaps, drawing: string) => bitmaps.get(drawing, 'line', 'ink') as FakeCanvas | undefined

test('a pass is painted once, as large as the table and from where it is seen', () => {
  const bitmaps = bitmapsOf({ 'a/line': fills(3) })
  const first = canvasOf(bitmaps, 'a')
  expect([first!.width, first!.matrix, painted(first)]).toEqual([100, [2, 0, 0, 2, 0, 0], 3])
  expect([canvasOf(bitmaps, 'a'), painted(first), made.length]).toEqual([first, 3, 1])
  expect(canvasOf(bitmaps, 'empty')).toBeUndefined()
})

test('another place to look from paints anew, the same one does not', () => {
  const bitmaps = bitmapsOf({ 'a/line': fills(2) })
  canvasOf(bitmaps, 'a')
  bitmaps.lookFrom([2, 0, 0, 2, 0, 0], 100, 100)
  expect(bitmaps.isReady('a', 'line', 'ink')).toBe(true)
  const nearer: Matrix = [4, 0, 0, 4, 0, 0]
  bitmaps.lookFrom(nearer, 100, 100)
  expect(bitmaps.isReady('a', 'line', 'ink')).toBe(false)
  expect(canvasOf(bitmaps, 'a')!.matrix).toEqual(nearer)
})

test('it is painted a little at a time, and is ready when all of it is', () => {
  const bitmaps = bitmapsOf({ 'a/line': fills(20) })
  const enough = () => true
  expect([bitmaps.paint('a', 'line', 'ink', '', enough), bitmaps.isReady('a', 'line', 'ink')]).toEqual([false, false])
  expect(bitmaps.paint('a', 'line', 'ink', '', enough)).toBe(false)
  expect([bitmaps.paint('a', 'line', 'ink', '', enough), painted(made[0])]).toEqual([true, 20])
})

test('a stroke on top is painted into what is whole; what is not gets it in its turn', () => {
  const ink: Record<string, Ink> = { 'a/line': fills(2), 'b/line': fills(20) }
  const bitmaps = bitmapsOf(ink)
  const whole = canvasOf(bitmaps, 'a')
  bitmaps.paint('b', 'line', 'ink', '', () => true)
  for (const drawing of ['a', 'b']) {
    ink[`${drawing}/line`] = [...ink[`${drawing}/line`]!, fill('new')]
    bitmaps.append(drawing, 'line', [fill('new')])
  }
  expect([painted(whole), bitmaps.isReady('a', 'line', 'ink')]).toEqual([3, true])
  expect(painted(made[1])).toBe(8)
  bitmaps.get('b', 'line', 'ink')
  expect(painted(made[1])).toBe(21)
})

test('what is forgotten is painted anew, of one pass or of the drawing', () => {
  const bitmaps = bitmapsOf({ 'a/line': fills(1), 'a/colour': fills(1), 'b/line': fills(1) })
  const ready = () => [
    bitmaps.isReady('a', 'line', 'ink'),
    bitmaps.isReady('a', 'colour', 'ink'),
    bitmaps.isReady('b', 'line', 'ink'),
  ]
  for (const [drawing, pass] of [
    ['a', 'line'],
    ['a', 'colour'],
    ['b', 'line'],
  ] as const)
    bitmaps.get(drawing, pass, 'ink')
  bitmaps.forget('a', 'line')
  expect(ready()).toEqual([false, true, true])
  bitmaps.forget('a')
  expect(ready()).toEqual([false, false, true])
  bitmaps.clear()
  expect(ready()).toEqual([false, false, false])
})

test('the one used longest ago goes when there is no more room', () => {
  // Each takes 4 × 3000² bytes: four of them fit.
  const bitmaps = bitmapsOf(Object.fromEntries('abcde'.split('').map((id) => [`${id}/line`, fills(1)])), { side: 3000 })
  for (const id of 'abcd') canvasOf(bitmaps, id)
  canvasOf(bitmaps, 'a')
  canvasOf(bitmaps, 'e')
  expect('abcde'.split('').map((id) => bitmaps.isReady(id, 'line', 'ink'))).toEqual([true, false, true, true, true])
})

test('cells are kept one to one and laid without smoothing', () => {
  const bitmaps = bitmapsOf({ 'a/line': fills(1) }, { cells: true })
  const canvas = canvasOf(bitmaps, 'a')!
  expect([canvas.width, canvas.matrix]).toEqual([10, []])
  bitmaps.lookFrom([4, 0, 0, 4, 0, 0], 100, 100)
  expect(bitmaps.isReady('a', 'line', 'ink')).toBe(true)
  const screen = new FakeCanvas()
  const surface = screen.getContext() as unknown as CanvasRenderingContext2D
  bitmaps.lay(surface, canvas as unknown as HTMLCanvasElement)
  expect([screen.drawn, surface.imageSmoothingEnabled]).toEqual([['save', 'transform', 'image', 'restore'], false])
})
