import fc from 'fast-check'
import { quantized, type InkPiece, type Scan } from './ink'
import { packInk, packPasses, readInk, unpackInk, unpackPasses } from './packed-ink'
import { transformed } from './transform'

/** The bytes as docs/api.md tells them, written out by hand. */
const text = (value: string) => [value.length, ...Buffer.from(value, 'ascii')]
const zigzag = (value: number) => (value < 0 ? -2 * value - 1 : 2 * value)

describe('the format of packed ink', () => {
  const stroke: InkPiece = {
    kind: 'stroke',
    id: 'ab',
    swatch: 'ink',
    size: 5.5,
    points: [1, -2, 1, 3.125, -2, 0, 5, -1.875, 0.2],
  }
  const strokeBody = [
    2,
    ...text('ab'),
    ...text('ink'),
    0,
    88,
    0,
    0,
    3,
    255,
    zigzag(8),
    zigzag(-16),
    254 | 128,
    3,
    255,
    zigzag(17),
    zigzag(0),
    253 | 128,
    3,
    (-2 + 7) * 15 + (1 + 7),
    zigzag(51),
  ]
  const oldStroke: InkPiece = { ...stroke, points: stroke.points.slice(0, 6) }
  const oldStrokeBody = [
    0,
    ...text('ab'),
    ...text('ink'),
    88,
    2,
    zigzag(8),
    zigzag(-16),
    254 | 128,
    3,
    zigzag(17),
    zigzag(0),
    253 | 128,
    3,
  ]
  const fill: InkPiece = { kind: 'fill', id: 'f', swatch: 'sky', outline: [0, 0, 100, 0, 0, -0.125] }
  const ring = [3, 0, 0, (1600 & 127) | 128, 1600 >> 7, 0, (1599 & 127) | 128, 1599 >> 7, zigzag(-1)]
  const fillBody = [3, ...text('f'), ...text('sky'), 1, ...ring]
  const oldFillBody = [1, ...text('f'), ...text('sky'), ...ring]

  test('a stroke and a fill, byte by byte', () => {
    expect([...packInk([stroke])]).toEqual([strokeBody.length, ...strokeBody])
    expect([...packInk([fill])]).toEqual([fillBody.length, ...fillBody])
    expect(unpackInk(Uint8Array.from([strokeBody.length, ...strokeBody, fillBody.length, ...fillBody]))).toEqual([
      stroke,
      fill,
    ])
  })

  test('ink written by earlier versions is still read', () => {
    expect(
      unpackInk(Uint8Array.from([oldStrokeBody.length, ...oldStrokeBody, oldFillBody.length, ...oldFillBody])),
    ).toEqual([oldStroke, fill])
  })

  test('a block longer than 127 bytes has a length of two bytes', () => {
    const long: InkPiece = { ...stroke, points: Array.from({ length: 300 }, (_, i) => (i % 3 === 2 ? 0 : i)) }
    const bytes = packInk([long])
    expect((bytes[0]! & 127) + bytes[1]! * 128).toBe(bytes.length - 2)
    expect(unpackInk(bytes)).toEqual([long])
  })

  test('no ink is no bytes', () => {
    expect(packInk([])).toHaveLength(0)
    expect(unpackInk(new Uint8Array())).toEqual([])
  })

  test.each([
    ['an unknown kind', [6, 9, ...text('a'), ...text('b'), 0]],
    ['a count beyond the bytes', [8, 1, ...text('a'), ...text('b'), 255, 127]],
    ['a number that never ends', [255, 255, 255, 255, 255, 255, 255, 255, 255]],
    ['a text beyond the block', [3, 0, 90, 65]],
  ])('%s is damage', (_, bytes) => {
    expect(() => unpackInk(Uint8Array.from(bytes))).toThrow(RangeError)
  })

  test('bytes that unpack but are no ink the scene accepts are refused at the door', () => {
    const nobody: InkPiece = { ...stroke, id: 'constructor' }
    expect(unpackInk(packInk([nobody]))).toEqual([nobody])
    expect(() => readInk(packInk([nobody]))).toThrow(/reserved/)
    expect(() => readInk(packInk([{ ...stroke, points: [] }]))).toThrow(/at least 1 point/)
  })

  test('several passes in one message; an unknown pass is damage', () => {
    const passes = [
      { drawing: 'k1', pass: 'line' as const, bytes: packInk([stroke]) },
      { drawing: 'k1', pass: 'colour' as const, bytes: packInk([fill]) },
      { drawing: 'k2', pass: 'rough' as const, bytes: new Uint8Array() },
    ]
    expect(unpackPasses(packPasses(passes))).toEqual(passes)
    expect([...packPasses(passes).subarray(0, 9)]).toEqual([...text('k1'), ...text('line'), strokeBody.length + 1])
    expect(() => unpackPasses(Uint8Array.from([...text('k1'), ...text('glue'), 0]))).toThrow(/damaged/)
  })
})

test('a page of paper comes back as it was laid, wherever and however turned', () => {
  const side = fc.integer({ min: 1, max: 8192 })
  const scan = fc.tuple(side, side, fc.double({ min: -3, max: 3, noNaN: true }), fc.integer({ min: -9999, max: 9999 }))
  fc.assert(
    fc.property(scan, ([width, height, turn, far]) => {
      const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
      const piece = quantized({
        ...({ kind: 'scan', id: 'one', swatch: 'ink', page: 'page-1' } as const),
        ...{ width, height, matrix: [cos, sin, -sin, cos, far, -far / 3] as Scan['matrix'] },
      })
      expect(readInk(packInk([piece]))).toEqual([piece])
      const moved = transformed(piece, [1, 0, 0, 1, 5, 7])
      expect(moved.matrix.slice(4)).toEqual([piece.matrix[4] + 5, piece.matrix[5] + 7])
    }),
  )
})
