import fc from 'fast-check'
import type { Stroke } from '../ink/ink'
import { stampRings } from '../ink/raster'
import { earlyShares, twelveStrokes } from '../testing/measured-lettering'
import { revealTimes } from './reveal'
import { strokesOfInk, strokesOfPixels, type LetterStroke } from './strokes'
import { planWriteOn, penWay } from './write-on'
import { writtenShapes } from './written'

const stroke = (id: string, flat: readonly number[], size: number): Stroke => ({
  kind: 'stroke',
  id,
  swatch: 'ink',
  size,
  points: Array.from({ length: flat.length / 2 }, (_, i) => [flat[2 * i]!, flat[2 * i + 1]!, 0.5]).flat(),
})

/** A smooth wandering line. */
const line = fc
  .record({
    x: fc.double({ min: 60, max: 340, noNaN: true }),
    y: fc.double({ min: 60, max: 240, noNaN: true }),
    heading: fc.double({ min: 0, max: 6.28, noNaN: true }),
    turns: fc.array(fc.double({ min: -0.3, max: 0.3, noNaN: true }), { minLength: 8, maxLength: 26 }),
  })
  .map(({ x, y, heading, turns }) => {
    const flat = [x, y]
    let way = heading
    for (const turn of turns) {
      way += turn
      flat.push(flat.at(-2)! + 8 * Math.cos(way), flat.at(-1)! + 8 * Math.sin(way))
    }
    return flat
  })
const lettering = fc.record({
  lines: fc.array(line, { minLength: 1, maxLength: 4 }),
  sizes: fc.array(fc.double({ min: 4, max: 18, noNaN: true }), { minLength: 4, maxLength: 4 }),
})

/** The earliest place on any way from which a brush as wide as its stroke touches a pixel. */
function earliest(x: number, y: number, lines: readonly number[][], half: readonly number[]): number {
  let begin = 0
  let first = Infinity
  lines.forEach((flat, n) => {
    let along = 0
    for (let i = 2; i < flat.length; i += 2) {
      const [ax, ay, bx, by] = [flat[i - 2]!, flat[i - 1]!, flat[i]!, flat[i + 1]!]
      const long = Math.hypot(bx - ax, by - ay)
      for (let t = 0; t <= 1; t += 0.1)
        if (Math.hypot(ax + (bx - ax) * t - x, ay + (by - ay) * t - y) <= half[n]! + 1.5)
          first = Math.min(first, begin + along + long * t)
      along += long
    }
    begin += along
  })
  return first
}

const halvesOf = (ink: readonly Stroke[]) => ink.map(({ size }) => size / 2)

function early(revealed: ReturnType<typeof revealTimes>, lines: readonly number[][], ink: readonly Stroke[]) {
  let worst = 0
  for (let at = 0; at < revealed.times.length; at += 23) {
    if (revealed.times[at] === Infinity) continue
    const [x, y] = [revealed.left + (at % revealed.width) + 0.5, revealed.top + Math.floor(at / revealed.width) + 0.5]
    const by = earliest(x, y, lines, halvesOf(ink)) - revealed.times[at]!
    worst = Math.max(worst, by)
  }
  return worst
}

test('no pixel of an inked stroke is shown before the pen reaches it, with crossings and near misses', () => {
  fc.assert(
    fc.property(lettering, ({ lines, sizes }) => {
      const ink = lines.map((flat, i) => stroke(`s${i}`, flat, sizes[i]!))
      const revealed = revealTimes({ lettering: strokesOfInk(ink), paths: lines.map((points) => ({ points })) })
      expect(early(revealed, lines, ink)).toBeLessThanOrEqual(1)
    }),
    { numRuns: 40 },
  )
})

test('nor of a picture, where all strokes are one, unless two lie along each other; and a pen off the line is a pen', () => {
  const seeds = Array.from({ length: 20 }, (_, i) => 900 + i)
  const none = (shares: readonly number[]) => shares.filter((share) => share === 0).length
  expect(none(earlyShares(seeds, 'picture', 0))).toBeGreaterThanOrEqual(13)
  expect(none(earlyShares(seeds, 'ink', 4))).toBeGreaterThanOrEqual(17)
})

test('twelve strokes down a large picture are each reached by their way', () => {
  const { unreached, whole } = revealTimes(twelveStrokes())
  expect(unreached).toBe(0)
  expect(whole).toBeGreaterThan(12 * 800)
})

const ROOM = 300
function picture(strokes: readonly LetterStroke[]) {
  const [width, height] = [1100, 1000]
  const mask = new Uint8Array(width * height)
  for (const { left, top, width: across, cells } of strokes)
    cells.forEach((is, i) => {
      if (is) mask[(top + ROOM + Math.floor(i / across)) * width + left + ROOM + (i % across)] = 1
    })
  return { mask, width, height }
}

test('at the end all of the lettering is there, whatever the pen missed', () => {
  fc.assert(
    fc.property(lettering, line, ({ lines, sizes }, elsewhere) => {
      const strokes = strokesOfInk(lines.map((flat, i) => stroke(`s${i}`, flat, sizes[i]!)))
      const revealed = revealTimes({ lettering: strokes, paths: [{ points: elsewhere }], reach: 10 })
      const [shape] = writtenShapes(revealed, [revealed.whole])
      const box = {
        left: revealed.left - 20,
        top: revealed.top - 20,
        width: revealed.width + 40,
        height: revealed.height + 40,
      }
      const shown = new Uint8Array(box.width * box.height)
      for (const { outline, holes } of shape!) stampRings(shown, box, [outline, ...holes])
      for (const { left, top, width, cells } of strokes)
        cells.forEach((is, i) => {
          if (!is) return
          const [x, y] = [left + (i % width), top + Math.floor(i / width)]
          const late = revealed.times[(y - revealed.top) * revealed.width + x - revealed.left]! > revealed.whole + 1e-3
          if (late) throw new Error('a pixel comes after the end')
          if (shown[(y - box.top) * box.width + x - box.left] !== 1) throw new Error('a pixel is not shown')
        })
    }),
    { numRuns: 20 },
  )
})

test('a stroke passing three pixels beside another never shows it early', () => {
  const lines = [
    [20, 40, 220, 40],
    [20, 53, 220, 53],
  ]
  const ink = lines.map((flat, i) => stroke(`s${i}`, flat, 10))
  const revealed = revealTimes({ lettering: strokesOfInk(ink), paths: lines.map((points) => ({ points })) })
  const [shapes] = writtenShapes(revealed, [200])
  const mask = new Uint8Array(300 * 100)
  const grid = { left: 0, top: 0, width: 300, height: 100 }
  for (const { outline, holes } of shapes!) stampRings(mask, grid, [outline, ...holes])
  const column = (y: number) => mask[y * 300 + 120]
  expect([36, 40, 44].map(column)).toEqual([1, 1, 1])
  expect([49, 53, 57].map(column)).toEqual([0, 0, 0])
})

test('a crossing is shown whole by the stroke that passes first, and not the other with it', () => {
  const lines = [
    [20, 100, 220, 100],
    [120, 20, 120, 180],
  ]
  const ink = lines.map((flat, i) => stroke(`s${i}`, flat, 20))
  const { mask, width, height } = picture(strokesOfInk(ink))
  const paths = lines.map((flat) => ({ points: flat.map((value) => value + ROOM) }))
  const revealed = revealTimes({ lettering: strokesOfPixels(mask, width, height), paths })
  const at = (x: number, y: number) =>
    revealed.times[(y + ROOM - revealed.top) * revealed.width + x + ROOM - revealed.left]!
  for (const [x, y] of [
    [112, 93],
    [120, 100],
    [128, 107],
    [120, 92],
  ] as const)
    expect(at(x, y)).toBeLessThan(112)
  for (const [x, y] of [
    [120, 84],
    [114, 116],
    [120, 170],
  ] as const)
    expect(at(x, y)).toBeGreaterThan(200)
})

test('what no path reaches is told and comes at the end', () => {
  const ink = [stroke('a', [20, 40, 120, 40], 10), stroke('b', [20, 200, 120, 200], 10)]
  const revealed = revealTimes({ lettering: strokesOfInk(ink), paths: [{ points: [20, 40, 120, 40] }], reach: 30 })
  expect(revealed.unreached).toBeGreaterThan(900)
  expect(revealed.times[(200 - revealed.top) * revealed.width + 50]).toBeCloseTo(revealed.whole, 3)
})

test('the worked example of the plan', () => {
  const { drawings } = planWriteOn({
    paths: [{ length: 100 }, { length: 50 }],
    ...{ from: 1, to: 13, exposure: 2, overlap: 0.2 },
  })
  expect(drawings.map(({ lengths }) => lengths.map((value) => Number(value.toFixed(2))))).toEqual([
    [21.67, 0],
    [43.33, 0],
    [65, 0],
    [86.67, 6.67],
    [100, 28.33],
    [100, 50],
  ])
  expect(drawings.map(({ frame }) => frame)).toEqual([1, 3, 5, 7, 9, 11])
})

test('a runner is so many drawings ahead, and there at the end with the rest', () => {
  const options = { paths: [{ length: 90 }], from: 5, to: 11, exposure: 2 }
  const [plain, ahead] = [planWriteOn(options), planWriteOn({ ...options, lead: 1 })]
  expect(ahead.drawings.map(({ way }) => way)).toEqual([60, 90, 90])
  expect(plain.drawings.map(({ way }) => way)).toEqual([30, 60, 90])
})

test('nothing comes back off the page, and the last drawing has it all', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          length: fc.double({ min: 0.1, max: 900, noNaN: true }),
          overlap: fc.double({ min: 0, max: 0.5, noNaN: true }),
        }),
        { minLength: 1, maxLength: 12 },
      ),
      fc.integer({ min: 1, max: 60 }),
      fc.constantFrom('even', 'slow-in', 'slow-out', 'swing' as const),
      (paths, frames, law) => {
        const { drawings } = planWriteOn({ paths, from: 1, to: 1 + frames, exposure: [2, 1], law: law as 'even' })
        drawings
          .slice(1)
          .forEach(({ lengths }, i) =>
            lengths.forEach((length, path) =>
              expect(length).toBeGreaterThanOrEqual(drawings[i]!.lengths[path]! - 1e-9),
            ),
          )
        drawings.at(-1)!.lengths.forEach((length, i) => expect(length).toBeCloseTo(paths[i]!.length, 6))
        const stretches = penWay(paths)
        stretches.slice(1).forEach(({ begin }, i) => expect(begin).toBeGreaterThanOrEqual(stretches[i]!.begin))
      },
    ),
  )
})

test('what cannot be is refused by name', () => {
  expect(() => planWriteOn({ paths: [], from: 1, to: 5, exposure: 1 })).toThrow(/paths/)
  expect(() => planWriteOn({ paths: [{ length: 5 }], from: 5, to: 5, exposure: 1 })).toThrow(/to must/)
  expect(() => penWay([{ length: 5, overlap: 0.6 }])).toThrow(/overlap/)
  expect(() => penWay([{ length: 0 }])).toThrow(/length/)
})
