import type { Ink, InkPiece } from '@unhurried/core'
import { FakeSurface } from '../../testing/browser'
import { SmallPictures } from './small-pictures'

const line = (id: string, points = 300): InkPiece => ({
  ...{ kind: 'stroke', id, swatch: 's', size: 6 },
  points: Array.from({ length: points }, (_, i) => [100 + i * 2, 50 + i, 0.5]).flat(),
})
const heavy: Ink = [line('1'), line('2')]
const image = (closed: string[] = [], name = '') =>
  ({ width: 10, height: 10, close: () => void closed.push(name) }) as unknown as ImageBitmap

function smallOf(ink: Record<string, Ink>, count = 4) {
  return new SmallPictures({
    inkOf: (drawing, pass) => ink[`${drawing}/${pass}`] ?? [],
    palette: () => [],
    count: () => count,
    cells: false,
  })
}

test('it shows all that is drawn, is small, and the smaller the more there are', () => {
  const few = smallOf({ 'a/line': heavy }).orderOf('a', 'line')!
  const many = smallOf({ 'a/line': heavy }, 2000).orderOf('a', 'line')!
  const { box, matrix } = few
  expect([box.left, box.top, box.right, box.bottom]).toEqual([92, 42, 706, 357])
  expect(few.width * few.height).toBeLessThanOrEqual(480 * 270 * 1.01)
  expect(many.width * many.height).toBeLessThan(few.width * few.height)
  // The corners of the box are the corners of the picture.
  expect([matrix[0] * box.left + matrix[4], matrix[0] * box.right + matrix[4]]).toEqual([
    0,
    expect.closeTo(few.width, 0),
  ])
})

test('it is wanted once, and again when the drawing has changed; a light drawing needs none', () => {
  const ink: Record<string, Ink> = { 'a/line': heavy, 'light/line': [line('l', 40)] }
  const small = smallOf(ink)
  small.take(small.orderOf('a', 'line')!, image())
  expect([small.orderOf('a', 'line'), small.orderOf('light', 'line'), small.orderOf('a', 'colour')]).toEqual([
    undefined,
    undefined,
    undefined,
  ])
  ink['a/line'] = [...heavy, line('3')]
  expect(small.orderOf('a', 'line')).toBeDefined()
})

test('it is laid where its drawing lies, until the drawing is another', () => {
  const surface = new FakeSurface()
  const closed: string[] = []
  const small = smallOf({ 'a/line': heavy })
  const lay = () => small.lay(surface.asContext, [2, 0, 0, 2, 5, 5], 'a', 'line')
  expect(lay()).toBe(false)
  small.take(small.orderOf('a', 'line')!, image(closed, 'a'))
  expect(lay()).toBe(true)
  expect(surface.did.find(({ what }) => what === 'drawImage')!.with.slice(1)).toEqual([92, 42, 614, 315])
  small.forget('a', 'line')
  expect([lay(), closed]).toEqual([false, ['a']])
})
