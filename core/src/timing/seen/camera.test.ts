import fc from 'fast-check'
import { inverted, transformPoint } from '../../geometry/matrix'
import type { CameraKey } from '../../scene/schema'
import { cameraMoves, cameraSpeeds, cornersOfField, fieldAt, judderLimit, throughCamera, wholePaper } from './camera'

const SIZE = { width: 1280, height: 720 }
const key = (frame: number, more: Partial<CameraKey> = {}): CameraKey => ({
  ...{ frame, ...wholePaper(SIZE), law: 'even', strength: 2 },
  ...more,
})
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const anyField = fc.record({
  x: number(-2000, 3000),
  y: number(-2000, 3000),
  scale: number(0.05, 8),
  turn: number(-7, 7),
})

describe('where it looks', () => {
  test('stands before its first key and after its last, and is on each of them', () => {
    const keys = [key(5, { x: 100, y: 50, scale: 0.5 }), key(9, { x: 300, y: 90, scale: 2, turn: 1 })]
    for (const frame of [1, 4, 5]) expect(fieldAt(keys, frame)).toEqual({ x: 100, y: 50, scale: 0.5, turn: 0 })
    for (const frame of [9, 10, 400]) expect(fieldAt(keys, frame)).toEqual({ x: 300, y: 90, scale: 2, turn: 1 })
    expect(fieldAt([], 3)).toBeUndefined()
  })

  test('comes nearer by the same factor at every frame, its middle on a straight line', () => {
    const keys = [key(1, { x: 640, y: 360, scale: 1 }), key(25, { x: 200, y: 140, scale: 0.25 })]
    const fields = Array.from({ length: 25 }, (_, i) => fieldAt(keys, i + 1)!)
    const factors = fields.slice(1).map(({ scale }, i) => scale / fields[i]!.scale)
    for (const factor of factors) expect(factor).toBeCloseTo(0.25 ** (1 / 24))
    for (const { x, y } of fields) expect((x - 640) * (140 - 360) - (y - 360) * (200 - 640)).toBeCloseTo(0)
    // As fast as the field is large: what is looked at goes by at one speed.
    const steps = fields.slice(1).map(({ x, y, scale }, i) => Math.hypot(x - fields[i]!.x, y - fields[i]!.y) / scale)
    for (const step of steps) expect(step).toBeCloseTo(steps[0]!)
  })

  test('a truck without a zoom is the law’s share of the way, a zoom of next to nothing hardly another', () => {
    const to = { x: 940, y: 200 }
    const plain = fieldAt([key(1), key(13, to)], 7)!
    expect(plain).toMatchObject({ x: 790, y: 280, scale: 1 })
    const nearly = fieldAt([key(1), key(13, { ...to, scale: 1 + 1e-5 })], 7)!
    expect([nearly.x, nearly.y]).toEqual([expect.closeTo(790, 1), expect.closeTo(280, 1)])
  })

  test('for any keys it never leaves what lies between two of them', () => {
    fc.assert(
      fc.property(anyField, anyField, fc.integer({ min: 2, max: 60 }), (a, b, frames) => {
        const keys = [key(1, a), key(1 + frames, { ...b, law: 'even' })]
        for (let frame = 1; frame <= 1 + frames; frame++) {
          const at = fieldAt(keys, frame)!
          for (const part of ['x', 'y', 'scale', 'turn'] as const) {
            expect(at[part]).toBeGreaterThanOrEqual(Math.min(a[part], b[part]) - 1e-6)
            expect(at[part]).toBeLessThanOrEqual(Math.max(a[part], b[part]) + 1e-6)
          }
        }
      }),
    )
  })
})

describe('what it takes', () => {
  test('the whole paper is taken as it lies', () => {
    expect(throughCamera(wholePaper(SIZE), SIZE).map((value) => value + 0)).toEqual([1, 0, 0, 1, 0, 0])
  })

  test('through zoom and turn the corners of the field are those of the picture, to far less than half a pixel', () => {
    fc.assert(
      fc.property(anyField, (field) => {
        const matrix = throughCamera(field, SIZE)
        const seen = cornersOfField(field, SIZE).map((corner) => transformPoint(matrix, corner))
        const wanted = [0, 0, SIZE.width, 0, SIZE.width, SIZE.height, 0, SIZE.height]
        seen.forEach(({ x, y }, i) => {
          expect(Math.abs(x - wanted[2 * i]!)).toBeLessThan(1e-3)
          expect(Math.abs(y - wanted[2 * i + 1]!)).toBeLessThan(1e-3)
        })
        const middle = transformPoint(inverted(matrix), { x: 640, y: 360 })
        expect([middle.x, middle.y]).toEqual([expect.closeTo(field.x, 3), expect.closeTo(field.y, 3)])
      }),
    )
  })

  test('turned a quarter, what lies to the right of the middle is seen above it', () => {
    const matrix = throughCamera({ x: 100, y: 100, scale: 0.5, turn: Math.PI / 2 }, SIZE)
    const seen = transformPoint(matrix, { x: 110, y: 100 })
    expect(seen).toEqual({ x: expect.closeTo(640), y: expect.closeTo(340) })
  })
})

describe('how fast', () => {
  const settings = { ...SIZE, length: 25, fps: 24 }

  test('a pan’s pixels a frame are told in the picture’s own: twice as near, twice as many', () => {
    const pan = cameraSpeeds([key(1), key(25, { x: 640 + 240 })], settings)
    expect(pan).toHaveLength(24)
    for (const speed of pan) expect(speed).toBeCloseTo(10)
    const near = cameraSpeeds([key(1, { scale: 0.5 }), key(25, { x: 640 + 240, scale: 0.5 })], settings)
    for (const speed of near) expect(speed).toBeCloseTo(20)
    expect(cameraSpeeds([key(3, { x: 4 })], settings).every((speed) => speed === 0)).toBe(true)
  })

  test('a zoom is as fast as its corners, a turn too', () => {
    const [zoom] = cameraSpeeds([key(1), key(2, { scale: 0.5 })], { ...settings, length: 2 })
    expect(zoom).toBeCloseTo(Math.hypot(640, 360))
    const [turn] = cameraSpeeds([key(1), key(2, { turn: 0.01 })], { ...settings, length: 2 })
    expect(turn).toBeCloseTo(2 * Math.hypot(640, 360) * Math.sin(0.005))
  })

  test('the usual rule: 7.6 px a frame at 1,280 wide and 24 a second', () => {
    expect(judderLimit(settings)).toBeCloseTo(7.62, 2)
  })

  test('it moves between two keys that differ and at no other frame', () => {
    const keys = [key(5), key(9, { x: 10 }), key(12, { x: 10 })]
    const moving = Array.from({ length: 19 }, (_, i) => i + 2).filter((frame) => cameraMoves(keys, frame))
    expect(moving).toEqual([6, 7, 8, 9])
  })
})
