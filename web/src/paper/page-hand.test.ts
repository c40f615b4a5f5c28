import { boxAbout, boxByKey, boxPulled, handByKey } from './page-hand'

const HAND = { dx: 0, dy: 0, turn: 0 }
const BOX = { x: 10, y: 20, width: 100, height: 60 }
const key = (name: string, shiftKey = false, code = '') => ({ key: name, code, shiftKey })

test('arrows nudge a page a pixel, ten with Shift; comma and full stop turn it', () => {
  expect(handByKey(HAND, key('ArrowLeft'))).toEqual({ dx: -1, dy: 0, turn: 0 })
  expect(handByKey(HAND, key('ArrowDown', true))).toEqual({ dx: 0, dy: 10, turn: 0 })
  expect(handByKey(HAND, key('.'))!.turn).toBeCloseTo(Math.PI / 1800)
  expect(handByKey(HAND, key('<', true, 'Comma'))!.turn).toBeCloseTo(-Math.PI / 180)
  expect(handByKey(HAND, key('a'))).toBeUndefined()
  expect(handByKey(HAND, key('w', false, 'Comma'))).toBeUndefined()
})

test('a box is moved as a whole or by its corner, on whole pixels and never too small to be seen', () => {
  expect(boxPulled(BOX, 3.4, -5.6, 'all')).toEqual({ ...BOX, x: 13, y: 14 })
  expect(boxPulled(BOX, 3.4, -500, 'corner')).toEqual({ ...BOX, width: 103, height: 8 })
})

test('by keys it goes a few pixels of the screen, with Shift its corner does', () => {
  expect(boxByKey(BOX, key('ArrowRight'), 2.5)).toEqual({ ...BOX, x: 20 })
  expect(boxByKey(BOX, key('ArrowUp', true), 0.1)).toEqual({ ...BOX, height: 59 })
  expect(boxByKey(BOX, key('Delete'), 1)).toBeUndefined()
})

test('a new box lies about its place, a fifth of the shorter side', () => {
  expect(boxAbout({ x: 200, y: 100 }, { width: 1000, height: 500 })).toEqual({ x: 150, y: 50, width: 100, height: 100 })
})
