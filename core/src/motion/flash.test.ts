import { flashCheck, type SmallPicture } from './flash'

const [WIDE, HIGH, FPS] = [128, 96, 24]
/** sRGB of a grey whose relative luminance is nearest to `light`, and that luminance itself. */
function grey(light: number): { value: number; light: number } {
  const linear = (value: number) =>
    value / 255 <= 0.04045 ? value / 255 / 12.92 : ((value / 255 + 0.055) / 1.055) ** 2.4
  const value = Array.from({ length: 256 }, (_, i) => i).reduce((best, each) =>
    Math.abs(linear(each) - light) < Math.abs(linear(best) - light) ? each : best,
  )
  return { value, light: linear(value) }
}
/** A frame of one colour with a box of another in its middle. */
function frame(ground: readonly number[], box: readonly number[] = ground, across = WIDE, down = HIGH): SmallPicture {
  const data = new Uint8Array(WIDE * HIGH * 4)
  for (let y = 0; y < HIGH; y++) {
    for (let x = 0; x < WIDE; x++) {
      const within = x >= 20 && x < 20 + across && y >= 20 && y < 20 + down
      data.set([...(within ? box : ground), 255], 4 * (y * WIDE + x))
    }
  }
  return { width: WIDE, height: HIGH, data }
}
const [DARK, LIGHT] = [
  [0, 0, 0],
  [255, 255, 255],
]
/** `flashes` pairs of a light and a dark frame, then dark. */
const flashes = (count: number, { on = LIGHT, off = DARK, every = 3, across = WIDE, down = HIGH } = {}) =>
  Array.from({ length: 48 }, (_, i) =>
    i % every === every - 1 && Math.floor(i / every) < count ? frame(off, on, across, down) : frame(off),
  )

describe('flashes by the hand-made sequence', () => {
  test('three in a second pass, four fail, and the worst second is told', () => {
    expect(flashCheck(flashes(3), FPS)).toMatchObject({ passes: true, worst: { count: 3, kind: 'general' } })
    expect(flashCheck(flashes(4), FPS)).toMatchObject({ passes: false, worst: { count: 4, from: 2, kind: 'general' } })
    // Four, but never four within one second.
    expect(flashCheck(flashes(4, { every: 12 }), FPS)).toMatchObject({ passes: true })
  })

  test('an area just under a quarter of a block does not count, a quarter does', () => {
    // A block is 341 × 256 of 1024: 43 × 32 of 128 cells, a quarter of it 344 cells.
    expect(flashCheck(flashes(4, { across: 43, down: 8 }), FPS).passes).toBe(false)
    expect(flashCheck(flashes(4, { across: 43, down: 7 }), FPS)).toMatchObject({ passes: true, worst: undefined })
  })

  test('a change just under a tenth does not count, one over it does', () => {
    const dim = grey(0.1)
    const just = (more: number) => [0, 0, 0].map(() => grey(dim.light + more).value)
    const off = [dim.value, dim.value, dim.value]
    expect(grey(dim.light + 0.106).light - dim.light).toBeGreaterThan(0.1)
    expect(flashCheck(flashes(4, { on: just(0.106), off }), FPS).passes).toBe(false)
    expect(grey(dim.light + 0.094).light - dim.light).toBeLessThan(0.1)
    expect(flashCheck(flashes(4, { on: just(0.094), off }), FPS)).toMatchObject({ passes: true, worst: undefined })
  })

  test('between two lights neither of which is dark nothing counts', () => {
    const off = (light: number) => [0, 0, 0].map(() => grey(light).value)
    expect(flashCheck(flashes(4, { off: off(0.79) }), FPS).passes).toBe(false)
    expect(flashCheck(flashes(4, { off: off(0.81) }), FPS).passes).toBe(true)
  })

  test('a saturated red flashes although it is as dark as before, a duller one does not', () => {
    const off = [0, 75, 75]
    expect(flashCheck(flashes(4, { on: [160, 0, 0], off }), FPS)).toMatchObject({
      passes: false,
      worst: { kind: 'red' },
    })
    expect(flashCheck(flashes(4, { on: [110, 70, 60], off }), FPS).passes).toBe(true)
  })

  test('a slow swell with a tremble in it is one change, and stills are none', () => {
    const swell = Array.from({ length: 48 }, (_, i) => frame([0, 0, 0].map(() => 60 + 3 * i + (i % 2) * 5)))
    expect(flashCheck(swell, FPS).worst?.count ?? 0).toBe(0)
    expect(flashCheck([], FPS)).toMatchObject({ passes: true, luminance: [] })
    expect(() => flashCheck([{ width: 20, height: 20, data: new Uint8Array(1600) }], FPS)).toThrow(/short side/)
  })
})
