import fc from 'fast-check'
import { seededRandom } from '../base/random'
import { cutSheets, layPages, pairOfPages, traceSheets } from '../testing/measured-paper'
import { madeLines, madePage } from '../testing/pages'
import { cutDrawings } from './cut'
import { cutOut, greyOf, shrunk, type Grey } from './grey'
import { lineArt, paperLevels } from './levels'
import { pegHoles, withoutPegs } from './pegs'
import { registerPage, whereLaid } from './register'
import { withoutTable } from './table'
import { tracedLines, tracedShapes } from './trace'

const [WIDTH, HEIGHT] = [700, 490]
const BOX = { x: 40, y: 40, width: WIDTH - 80, height: HEIGHT - 80 }
const seeds = (first: number, count: number) => Array.from({ length: count }, (_, i) => first + i)
const DEGREE = Math.PI / 180

describe('light and levels', () => {
  test('bare paper is clear and line is line, however a page is lit, yellowed and grainy', () => {
    for (const seed of seeds(300, 6)) {
      const random = seededRandom(seed)
      const lines = madeLines(random, 6, BOX)
      const bare = madePage({ width: WIDTH, height: HEIGHT, lines: [], uneven: 0, grain: 0 })
      const exact = madePage({ width: WIDTH, height: HEIGHT, lines, uneven: 0, grain: 0 })
      const page = madePage({ width: WIDTH, height: HEIGHT, lines, seed, uneven: 0.6, grain: 6, paper: 190 })
      const art = lineArt(page, paperLevels(page))
      let [paper, stained, line, found] = [0, 0, 0, 0]
      exact.data.forEach((value, i) => {
        if (value === bare.data[i]) {
          paper++
          if (art.data[i]! > 60) stained++
        } else if (value < 110) {
          line++
          if (art.data[i]! > 120) found++
        }
      })
      expect(stained / paper).toBeLessThan(0.004)
      expect(found / line).toBeGreaterThan(0.93)
    }
  })

  test('the dark table round a photographed page is no line, what is drawn up to its edge is', () => {
    const line = { points: [60, 100, 640, 300], thick: 4, dark: 30 }
    const page = madePage({ width: WIDTH, height: HEIGHT, lines: [line], uneven: 0.4, grain: 3 })
    const inside = (x: number, y: number) => x > 50 + 0.02 * y && x < 640 && y > 40 && y < 450
    const data = page.data.map((value, i) => (inside(i % WIDTH, Math.floor(i / WIDTH)) ? value : 40))
    const cleaned = withoutTable({ ...page, data })
    const art = lineArt(cleaned, paperLevels(cleaned))
    const far = art.data.filter((value, i) => value > 60 && !inside((i % WIDTH) + 8, Math.floor(i / WIDTH) + 8))
    expect(far.length).toBeLessThan(60)
    expect(art.data[200 * WIDTH + 350]).toBeGreaterThan(150)
    expect(withoutTable(page)).toBe(page)
  })

  test('a page full of nothing is clear, and one too small says so', () => {
    const page = madePage({ width: 200, height: 150, lines: [], grain: 5 })
    const { data } = lineArt(page, paperLevels(page))
    expect(data.filter((value) => value > 40).length / data.length).toBeLessThan(0.002)
    expect(() => paperLevels({ width: 8, height: 90, data: new Uint8Array(720) })).toThrow(RangeError)
    expect(() => lineArt(page, { ...paperLevels(page), black: 200, white: 200 })).toThrow(RangeError)
  })

  test('an under-drawing in blue or red is paper when it is dropped, graphite stays', () => {
    const colours = [
      [90, 140, 235],
      [235, 95, 90],
      [60, 60, 64],
      [250, 248, 240],
    ]
    const data = Uint8Array.from(colours.flatMap((colour) => [...colour, 255]))
    const picture = { width: 4, height: 1, data }
    const [blue, red, graphite, paper] = greyOf(picture).data
    expect(Math.max(blue!, red!, graphite!)).toBeLessThan(paper! - 60)
    const noBlue = greyOf(picture, 'blue').data
    expect([noBlue[0]! > 230, noBlue[1]! < 150, noBlue[2]! < 70]).toEqual([true, true, true])
    const noRed = greyOf(picture, 'red').data
    expect([noRed[1]! > 230, noRed[0]! < 150, noRed[2]! < 70]).toEqual([true, true, true])
  })

  test('a smaller picture holds the means of the larger, a part cut out beyond the edge is white there', () => {
    const image: Grey = { width: 3, height: 2, data: Uint8Array.from([0, 100, 30, 200, 100, 50]) }
    expect([...shrunk(image, 2).data]).toEqual([100, 40])
    expect([...cutOut(image, { x: 2, y: 1, width: 2, height: 2 }).data]).toEqual([50, 255, 255, 255])
  })
})

describe('pegs', () => {
  test('a round hole between two slots is found to a fraction of a pixel, whatever is drawn and however it lies', () => {
    for (const seed of seeds(600, 8)) {
      const random = seededRandom(seed)
      const lie = { dx: 30 * random() - 15, dy: 12 * random() - 6, turn: (random() - 0.5) * 8 * DEGREE }
      const pegs = seed % 2 === 0 ? ('bottom' as const) : ('top' as const)
      const size = { width: WIDTH, height: HEIGHT }
      const page = madePage({ ...size, lines: madeLines(random, 10, BOX), lie, pegs, seed, uneven: 0.4 })
      const found = pegHoles(page)
      const longest = WIDTH
      const y = pegs === 'top' ? 0.045 * longest : HEIGHT - 0.045 * longest
      const meant = [WIDTH / 2 - 0.26 * longest, WIDTH / 2, WIDTH / 2 + 0.26 * longest].map((x) =>
        whereLaid({ x, y }, size, lie),
      )
      expect(found.edge).toBe(pegs)
      // Taken off, nothing dark is left of them.
      const off = withoutPegs(page, found)
      for (const { x, y } of [found.round!, ...found.slots])
        expect(off.data[Math.floor(y) * WIDTH + Math.floor(x)]).toBeGreaterThan(110)
      const holes = [found.slots[0]!, found.round!, found.slots[1]!]
      holes.forEach((hole, i) => expect(Math.hypot(hole.x - meant[i]!.x, hole.y - meant[i]!.y)).toBeLessThan(0.5))
    }
  })

  test('where there are none, or not all, none are made up', () => {
    for (const seed of seeds(640, 10)) {
      const page = madePage({ width: WIDTH, height: HEIGHT, lines: madeLines(seededRandom(seed), 14, BOX), seed })
      expect(pegHoles(page).edge).toBeUndefined()
    }
  })
})

describe('laying one page on another', () => {
  test('by what both show, half of each drawn on one alone: within half a pixel and a twentieth of a degree', () => {
    const { offs, turns, refused } = layPages(seeds(9100, 2), { common: 0.5 })
    expect(refused).toBe(0)
    expect(Math.max(...offs)).toBeLessThan(0.5)
    expect(Math.max(...turns)).toBeLessThan(0.05)
  })

  test('by their pegs, when nothing else is the same', () => {
    const { offs, turns, refused } = layPages(seeds(9200, 2), { common: 0, pegs: true })
    expect(refused).toBe(0)
    expect(Math.max(...offs)).toBeLessThan(0.5)
    expect(Math.max(...turns)).toBeLessThan(0.05)
  })

  test('one read upside down is turned the right way up, by its pegs and by its drawing', () => {
    const { page, onto, lie } = pairOfPages(9301, { common: 0.75, pegs: true })
    const turned = { ...page, data: Uint8Array.from(page.data).reverse() }
    for (const options of [{}, { pegs: [pegHoles(turned), pegHoles(onto)] as const }]) {
      const found = registerPage(turned, onto, options)
      if ('refused' in found) throw new Error(found.refused)
      const upright = found.turn - lie.turn
      expect(Math.abs(Math.abs(Math.atan2(Math.sin(upright), Math.cos(upright))) - Math.PI)).toBeLessThan(0.1 * DEGREE)
    }
  })

  test('two pages of different drawings are refused, and so is an empty one', () => {
    expect(layPages(seeds(9400, 3), { common: 0 })).toMatchObject({ refused: 3, wrong: 0 })
    const empty = madePage({ width: 1200, height: 840, lines: [], grain: 0, uneven: 0 })
    expect(registerPage(empty, pairOfPages(9409, { common: 0.5 }).onto)).toHaveProperty('refused')
  })

  test('pegs of another scale are refused', () => {
    const { page, onto } = pairOfPages(9501, { common: 0.5, pegs: true })
    const wide = { ...pegHoles(onto), slots: pegHoles(onto).slots.map(({ x, y }, i) => ({ x: x + 20 * i, y })) }
    expect(registerPage(page, onto, { pegs: [pegHoles(page), wide] })).toHaveProperty('refused')
  })
})

describe('cutting a sheet apart', () => {
  test('each drawing is found with all of its line, row by row', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 1, max: 4 }),
        fc.nat(9999),
        (rows, columns, seed) => {
          const random = seededRandom(seed)
          const [across, down] = [WIDTH / columns, HEIGHT / rows]
          const cells = Array.from({ length: rows * columns }, (_, i) => ({
            x: (i % columns) * across + 14,
            y: Math.floor(i / columns) * down + 14,
            width: across - 28,
            height: down - 28,
          }))
          // A ring about each, so that it hangs together.
          const lines = cells.map(({ x, y, width, height }) => ({
            points: Array.from({ length: 41 }, (_, i) => (i / 40) * 2 * Math.PI).flatMap((angle) => [
              x + width / 2 + 0.42 * width * Math.cos(angle),
              y + height / 2 + 0.42 * height * Math.sin(angle),
            ]),
            ...{ thick: 2 + 2 * random(), dark: 40 },
          }))
          const page = madePage({ width: WIDTH, height: HEIGHT, lines, seed, uneven: 0.4, grain: 4 })
          const boxes = cutDrawings(page)
          expect(boxes).toHaveLength(cells.length)
          boxes.forEach((box, i) => {
            const cell = cells[i]!
            const [left, top] = [cell.x + 0.08 * cell.width, cell.y + 0.08 * cell.height]
            expect(box.x).toBeLessThanOrEqual(left)
            expect(box.y).toBeLessThanOrEqual(top)
            expect(box.x + box.width).toBeGreaterThanOrEqual(left + 0.84 * cell.width)
            expect(box.y + box.height).toBeGreaterThanOrEqual(top + 0.84 * cell.height)
          })
        },
      ),
      { numRuns: 12 },
    )
  })

  test('sheets of several drawings are cut into just those', () => {
    expect(cutSheets(seeds(820, 5))).toBeGreaterThanOrEqual(4)
  })

  test('a part within another is no drawing of its own, grain and dust are none', () => {
    const ring = (radius: number, x: number) =>
      Array.from({ length: 33 }, (_, i) => (i / 32) * 2 * Math.PI).flatMap((angle) => [
        x + radius * Math.cos(angle),
        240 + radius * Math.sin(angle),
      ])
    const line = (points: number[]) => ({ points, thick: 2.5, dark: 40 })
    const lines = [line(ring(150, 220)), line(ring(20, 260)), line(ring(4, 560))]
    expect(cutDrawings(madePage({ width: WIDTH, height: HEIGHT, lines }))).toHaveLength(1)
    expect(cutDrawings(madePage({ width: WIDTH, height: HEIGHT, lines: [] }))).toEqual([])
  })
})

describe('tracing', () => {
  test('95 in 100 of the middle of every line is found within 1.5 px, and little that is none', () => {
    for (const { found, real } of traceSheets(seeds(800, 4))) {
      expect(found).toBeGreaterThan(0.95)
      expect(real).toBeGreaterThan(0.95)
    }
  })

  test('a lone line is one stroke as wide as it was', () => {
    for (const thick of [2, 4, 9]) {
      const points = Array.from({ length: 30 }, (_, i) => [100 + 14 * i, 240 + 80 * Math.sin(i / 6)]).flat()
      const page = madePage({ width: WIDTH, height: HEIGHT, lines: [{ points, thick, dark: 20 }], grain: 2 })
      const traced = tracedLines(lineArt(page, paperLevels(page)))
      expect(traced).toHaveLength(1)
      expect(Math.abs(traced[0]!.size - thick)).toBeLessThan(1)
      const [x, y] = traced[0]!.points
      const [far, near] = [points.slice(-2), points.slice(0, 2)].map((end) => Math.hypot(x! - end[0]!, y! - end[1]!))
      expect(Math.min(far!, near!)).toBeLessThan(3)
    }
  })

  test('a ring traced as a shape is one outline with one hole', () => {
    const points = Array.from({ length: 61 }, (_, i) => (i / 60) * 2 * Math.PI).flatMap((angle) => [
      300 + 90 * Math.cos(angle),
      240 + 90 * Math.sin(angle),
    ])
    const page = madePage({ width: WIDTH, height: HEIGHT, lines: [{ points, thick: 8, dark: 20 }], grain: 1 })
    const shapes = tracedShapes(lineArt(page, paperLevels(page)))
    expect(shapes.map(({ holes }) => holes.length)).toEqual([1])
    const far = (ring: readonly number[]) => Math.hypot(ring[0]! - 300, ring[1]! - 240)
    expect(Math.abs(far(shapes[0]!.outline) - 94)).toBeLessThan(1)
    expect(Math.abs(far(shapes[0]!.holes[0]!) - 86)).toBeLessThan(1)
  })
})
