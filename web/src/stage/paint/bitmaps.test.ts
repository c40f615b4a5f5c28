import { STAY, type Ink, type InkPiece, type Matrix, type Pass } from '@unhurried/core'
import { Bitmaps, isLight } from './bitmaps'

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
const nameOf = (drawing: string, pass: Pass = 'line') => ({ drawing, pass, style: 'ink' as const, tint: '' })
const surfaceOf = () => new FakeCanvas().getContext() as unknown as CanvasRenderingContext2D
const painted = (canvas: FakeCanvas | undefined) => canvas!.drawn.filter((each) => each === 'fill').length
/** The canvas of a drawing's line, painted when it is not. */
const canvasOf = (bitmaps: Bitmaps, drawing: string) =>
  bitmaps.surface(drawing, 'line')?.canvas as unknown as FakeCanvas | undefined

test('a pass is painted once, as large as the table and from where it is seen', () => {
  const bitmaps = bitmapsOf({ 'a/line': fills(3) })
  const first = canvasOf(bitmaps, 'a')
  expect([first!.width, first!.matrix, painted(first)]).toEqual([100, [2, 0, 0, 2, 0, 0], 3])
  expect([canvasOf(bitmaps, 'a'), painted(first), made.length]).toEqual([first, 3, 1])
  expect(canvasOf(bitmaps, 'empty')).toBeUndefined()
})

test('seen from elsewhere it is laid as it would look from there, until it is painted anew', () => {
  const bitmaps = bitmapsOf({ 'a/line': fills(2) })
  canvasOf(bitmaps, 'a')
  bitmaps.lookFrom([2, 0, 0, 2, 0, 0], 100, 100)
  expect(bitmaps.isReady(nameOf('a'))).toBe(true)
  const nearer: Matrix = [4, 0, 0, 4, 0, 0]
  bitmaps.lookFrom(nearer, 100, 100)
  expect(bitmaps.isReady(nameOf('a'))).toBe(false)
  const screen = new FakeCanvas()
  expect(bitmaps.lay(screen.getContext() as never, nameOf('a'))).toBe(true)
  expect(screen.drawn).toEqual(['save', 'transform', 'image', 'restore'])
  expect(canvasOf(bitmaps, 'a')!.matrix).toEqual(nearer)
})

test('what is light and has changed is painted anew on the canvas it had', () => {
  const ink = { 'a/line': fills(3) }
  const bitmaps = bitmapsOf(ink)
  bitmaps.readyAtOnce(nameOf('a'))
  ink['a/line'] = fills(2)
  bitmaps.outdate('a', 'line')
  expect([bitmaps.readyAtOnce(nameOf('a')), made.length]).toEqual([true, 1])
  expect(made[0]!.drawn.filter((what) => what !== 'path')).toEqual(['fill', 'fill', 'fill', 'clear', 'fill', 'fill'])
})

describe('pieces that came or went among the others', () => {
  const at = (id: string, x: number): InkPiece => ({
    ...{ kind: 'fill', id, swatch: 's' },
    outline: [x, 0, x + 4, 0, x + 4, 4],
  })
  const named = (ids: Ink) => ids.map((piece, place) => ({ at: place, piece }))

  test('only what lies where they are is painted anew, and the bitmap is ready at once', () => {
    const [gone, beside, far] = [at('gone', 0), at('beside', 3), at('far', 40)]
    const ink = { 'a/line': [gone, beside, far] as Ink }
    const bitmaps = bitmapsOf(ink)
    const canvas = canvasOf(bitmaps, 'a')!
    canvas.drawn.length = 0
    ink['a/line'] = [beside, far]
    bitmaps.mend('a', 'line', { remove: named([gone]), add: [] })
    const [, patch] = made
    expect([canvas.drawn, painted(patch), bitmaps.isReady(nameOf('a'))]).toEqual([['clear', 'image'], 1, true])
    // As large as the piece that went, seen twice as large, with its edge and what is painted around it.
    expect([patch!.width, patch!.height]).toEqual([22, 22])
  })

  test('where too much lies it is left to be painted whole', () => {
    const ink = { 'a/line': fills(300) }
    const bitmaps = bitmapsOf(ink)
    canvasOf(bitmaps, 'a')
    const [gone, ...left] = ink['a/line']
    ink['a/line'] = left
    bitmaps.mend('a', 'line', { remove: named([gone!]), add: [] })
    expect(bitmaps.isReady(nameOf('a'))).toBe(false)
  })

  test('a bitmap that was not whole is not called whole by it', () => {
    const ink = { 'a/line': fills(30) }
    const bitmaps = bitmapsOf(ink)
    bitmaps.paint(nameOf('a'), () => true)
    const [gone, ...left] = ink['a/line']
    ink['a/line'] = left
    bitmaps.mend('a', 'line', { remove: named([gone!]), add: [] })
    expect(bitmaps.isReady(nameOf('a'))).toBe(false)
  })
})

describe('painted elsewhere', () => {
  const image = (closed: string[] = [], name = 'image') =>
    ({ width: 9, height: 9, close: () => void closed.push(name) }) as unknown as ImageBitmap

  test('it is as large as what is on it, and its pixels are those it would have on the table', () => {
    const bitmaps = bitmapsOf({ 'a/line': fills(1) })
    const order = bitmaps.orderOf(nameOf('a'))!
    // The fill is 9 pixels wide, seen twice as large, two wider on each side by its edge and two by care.
    expect(order).toMatchObject({ left: 0, top: 0, width: 24, height: 24, matrix: [2, 0, 0, 2, 0, 0] })
    bitmaps.lookFrom([2, 0, 0, 2, 40, 30], 100, 100)
    const moved = bitmaps.orderOf(nameOf('a'))!
    expect(moved).toMatchObject({ left: 34, top: 24, width: 30, height: 30, matrix: [2, 0, 0, 2, 6, 6] })
  })

  test('what was ordered is taken in; a stroke laid on top meanwhile is painted here', () => {
    const ink = { 'a/line': fills(2) }
    const bitmaps = bitmapsOf(ink)
    const order = bitmaps.orderOf(nameOf('a'))!
    ink['a/line'] = [...ink['a/line'], fill('new')]
    const closed: string[] = []
    bitmaps.take(nameOf('a'), order, image(closed))
    expect(bitmaps.isReady(nameOf('a'))).toBe(true)
    // It became a canvas of its own for that.
    expect([closed, made[0]!.drawn.filter((what) => what !== 'path')]).toEqual([['image'], ['image', 'fill']])
  })

  test('of what changed, or is seen from elsewhere since, it is thrown away', () => {
    const ink = { 'a/line': fills(2) }
    const bitmaps = bitmapsOf(ink)
    const closed: string[] = []
    const order = bitmaps.orderOf(nameOf('a'))!
    ink['a/line'] = [fill('other')]
    bitmaps.take(nameOf('a'), order, image(closed, 'changed'))
    const next = bitmaps.orderOf(nameOf('a'))!
    bitmaps.lookFrom([3, 0, 0, 3, 0, 0], 100, 100)
    bitmaps.take(nameOf('a'), next, image(closed, 'moved'))
    expect([closed, bitmaps.isReady(nameOf('a'))]).toEqual([['changed', 'moved'], false])
  })

  test('what is under another drawing’s light is forgotten when it is drawn on', () => {
    const ink = { 'a/line': fills(2) }
    const bitmaps = bitmapsOf(ink)
    const lit = { ...nameOf('a'), style: 'earlier', tint: '#123456' } as const
    bitmaps.take(lit, bitmaps.orderOf(lit)!, image())
    expect(bitmaps.isReady(lit)).toBe(true)
    ink['a/line'] = [...ink['a/line'], fill('new')]
    bitmaps.append('a', 'line', [fill('new')])
    expect([bitmaps.isReady(lit), made]).toEqual([false, []])
  })

  test('a page of paper is painted here: nobody else has its picture', () => {
    const scan = { kind: 'scan', id: 's', swatch: 's', page: 'p', matrix: STAY, width: 1, height: 1 } as never
    expect(bitmapsOf({ 'a/line': [scan] }).orderOf(nameOf('a'))).toBeUndefined()
  })
})

test('what is light is painted on the spot, what is not waits', () => {
  const line = (points: number, brush?: 'wash'): InkPiece => ({
    ...{ kind: 'stroke', id: 'l', swatch: 's', size: 3, points: Array.from({ length: 3 * points }, () => 0.5) },
    ...(brush && { brush }),
  })
  expect([[], fills(3), [line(300)]].map((ink) => isLight(ink))).toEqual([true, true, true])
  expect([[line(300), line(300)], [line(3, 'wash')]].map((ink) => isLight(ink))).toEqual([false, false])
  const bitmaps = bitmapsOf({ 'a/line': fills(3), 'b/line': fills(40) })
  expect([bitmaps.readyAtOnce(nameOf('a')), bitmaps.readyAtOnce(nameOf('b'))]).toEqual([true, false])
})

test('it is painted a little at a time, and is ready when all of it is', () => {
  const bitmaps = bitmapsOf({ 'a/line': fills(20) })
  const enough = () => true
  expect([bitmaps.paint(nameOf('a'), enough), bitmaps.isReady(nameOf('a'))]).toEqual([false, false])
  expect(bitmaps.paint(nameOf('a'), enough)).toBe(false)
  expect([bitmaps.paint(nameOf('a'), enough), painted(made[0])]).toEqual([true, 20])
})

test('a stroke on top is painted into what is whole; what is not gets it in its turn', () => {
  const ink: Record<string, Ink> = { 'a/line': fills(2), 'b/line': fills(20) }
  const bitmaps = bitmapsOf(ink)
  const whole = canvasOf(bitmaps, 'a')
  bitmaps.paint(nameOf('b'), () => true)
  for (const drawing of ['a', 'b']) {
    ink[`${drawing}/line`] = [...ink[`${drawing}/line`]!, fill('new')]
    bitmaps.append(drawing, 'line', [fill('new')])
  }
  expect([painted(whole), bitmaps.isReady(nameOf('a'))]).toEqual([3, true])
  expect(painted(made[1])).toBe(8)
  bitmaps.surface('b', 'line')
  expect(painted(made[1])).toBe(21)
})

test('what has changed is shown as it was until it is painted anew; what is cleared is not', () => {
  const bitmaps = bitmapsOf({ 'a/line': fills(1), 'a/colour': fills(1), 'b/line': fills(1) })
  const ready = () => [
    bitmaps.isReady(nameOf('a')),
    bitmaps.isReady(nameOf('a', 'colour')),
    bitmaps.isReady(nameOf('b')),
  ]
  for (const [drawing, pass] of [
    ['a', 'line'],
    ['a', 'colour'],
    ['b', 'line'],
  ] as const)
    bitmaps.surface(drawing, pass)
  bitmaps.outdate('a', 'line')
  expect(ready()).toEqual([false, true, true])
  expect(bitmaps.lay(surfaceOf(), nameOf('a'))).toBe(true)
  bitmaps.clear()
  expect(ready()).toEqual([false, false, false])
  expect(bitmaps.lay(surfaceOf(), nameOf('a'))).toBe(false)
})

test('the one used longest ago goes when there is no more room', () => {
  // Each takes 4 × 3000² bytes: four of them fit.
  const bitmaps = bitmapsOf(Object.fromEntries('abcde'.split('').map((id) => [`${id}/line`, fills(1)])), { side: 3000 })
  for (const id of 'abcd') canvasOf(bitmaps, id)
  canvasOf(bitmaps, 'a')
  canvasOf(bitmaps, 'e')
  expect('abcde'.split('').map((id) => bitmaps.isReady(nameOf(id)))).toEqual([true, false, true, true, true])
})

test('cells are kept one to one and laid without smoothing', () => {
  const bitmaps = bitmapsOf({ 'a/line': fills(1) }, { cells: true })
  const canvas = canvasOf(bitmaps, 'a')!
  expect([canvas.width, canvas.matrix]).toEqual([10, []])
  bitmaps.lookFrom([4, 0, 0, 4, 0, 0], 100, 100)
  expect(bitmaps.isReady(nameOf('a'))).toBe(true)
  const screen = new FakeCanvas()
  const surface = screen.getContext() as unknown as CanvasRenderingContext2D
  bitmaps.lay(surface, nameOf('a'))
  expect([screen.drawn, surface.imageSmoothingEnabled]).toEqual([['save', 'transform', 'image', 'restore'], false])
})
