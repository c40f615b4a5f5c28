import { keepArea } from '../geometry/squash'
import { quantized, type Ink, type Stroke } from '../ink/ink'
import { silhouette } from '../ink/silhouette'
import { propagateFill } from './propagate'
import { ringArea } from '../geometry/trace'

const ellipse = (id: string, x: number, y: number, rx: number, ry: number, from = 0, to = 2 * Math.PI): Stroke =>
  quantized({
    kind: 'stroke',
    id,
    swatch: 'pencil',
    size: 3,
    points: Array.from({ length: 91 }, (_, i) => [
      x + rx * Math.cos(from + ((to - from) * i) / 90),
      y + ry * Math.sin(from + ((to - from) * i) / 90),
      0.5,
    ]).flat(),
  })
/** A head with an eye, going to the right. */
const drawing = (n: number): Ink => [
  ellipse(`h${n}`, 60 + n * 14, 80, 40, 44),
  ellipse(`e${n}`, 70 + n * 14, 70, 10, 8),
]
const circle = (x: number, y: number, r: number) => ({
  outline: Array.from({ length: 40 }, (_, i) => [
    x + r * Math.cos((i * Math.PI) / 20),
    y + r * Math.sin((i * Math.PI) / 20),
  ]).flat(),
})
const paper = { width: 320, height: 160, gap: 6 }

describe('paint through the drawings of a level', () => {
  const drawings = Array.from({ length: 12 }, (_, n) => ({ drawing: `d${n}`, ink: drawing(n) }))

  test('finds the same part in every drawing, however far it went in all', () => {
    const results = propagateFill({ ...paper, source: circle(70 + 4 * 14, 70, 8), from: 'd4', drawings })
    expect(results.map(({ drawing: id }) => id)).toEqual(
      drawings.map(({ drawing: id }) => id).filter((id) => id !== 'd4'),
    )
    for (const { drawing: id, paint, sure } of results) {
      const n = Number(id.slice(1))
      expect(sure).toBe(true)
      const xs = paint!.outline.filter((_, i) => i % 2 === 0)
      expect(Math.abs((Math.max(...xs) + Math.min(...xs)) / 2 - (70 + n * 14))).toBeLessThan(1)
      expect(paint!.outline.length / 2).toBeLessThan(60)
    }
  })

  test('says what it is unsure of, and paints nothing where nothing is closed', () => {
    const odd = [...drawings]
    odd[6] = { drawing: 'd6', ink: [ellipse('far', 70 + 6 * 14, 140, 10, 8)] }
    odd[7] = { drawing: 'd7', ink: [ellipse('open', 150, 70, 40, 44, 0, 4.5)] }
    const results = new Map(
      propagateFill({ ...paper, source: circle(70 + 4 * 14, 70, 8), from: 'd4', drawings: odd }).map((each) => [
        each.drawing,
        each,
      ]),
    )
    expect(results.get('d5')!.sure).toBe(true)
    expect(results.get('d6')).toMatchObject({ sure: false, why: expect.stringMatching(/px from the part before/) })
    expect(results.get('d7')).toEqual({
      drawing: 'd7',
      sure: false,
      why: expect.stringMatching(/no closed outline|no part of like size/),
    })
  })
})

describe('the silhouette', () => {
  test('of an outline is its whole shape: area, centre, axes and lean', () => {
    const shape = silhouette([ellipse('a', 100, 90, 60, 30)], { tolerance: 6 })!
    expect(shape.area / (Math.PI * 61.5 * 31.5)).toBeCloseTo(1, 1)
    expect(shape.centre.x).toBeCloseTo(100, 0)
    expect(shape.ratio).toBeCloseTo(61.5 / 31.5, 1)
    expect(Math.abs(shape.lean)).toBeLessThan(0.02)
    expect(shape.rings.filter((ring) => ringArea(ring) < 0)).toHaveLength(0)
  })

  test('a gap up to the tolerance does not empty it; squash keeps it', () => {
    const open = silhouette([ellipse('a', 100, 90, 60, 30, 0.1)], { tolerance: 12 })!
    const squashed = silhouette([ellipse('a', 100, 90, 60 * 1.3, 30 * keepArea(1.3))], { tolerance: 6 })!
    for (const shape of [open, squashed]) expect(Math.abs(shape.area / (Math.PI * 61.5 * 31.5) - 1)).toBeLessThan(0.04)
    expect(silhouette([], { tolerance: 6 })).toBeUndefined()
  })

  test('tells each gap it closed over: where its ends are, and how wide it is', () => {
    const gap = (at: number, far: number) => ellipseBetween(at + far / 2, at + 2 * Math.PI - far / 2)
    expect(silhouette([ellipse('a', 100, 90, 60, 30)], { tolerance: 12 })!.gaps).toEqual([])
    // A circle of radius 60 drawn 3 px wide, its ends 0.2 radians apart: 12 px between them, less what they are round.
    const [one, ...more] = silhouette([gap(0, 0.2)], { tolerance: 14 })!.gaps
    expect(more).toEqual([])
    expect(Math.abs(one!.width - (2 * 60 * Math.sin(0.1) - 3))).toBeLessThan(1.5)
    for (const end of [one!.from, one!.to]) expect(Math.hypot(end.x - 160, Math.abs(end.y - 90) - 6)).toBeLessThan(3)
    expect(silhouette([gap(0, 0.2)], { tolerance: 4 })!.gaps).toEqual([])
    // Two arcs, two gaps.
    const halves = [ellipseBetween(0.08, Math.PI - 0.06, 'a'), ellipseBetween(Math.PI + 0.06, 2 * Math.PI - 0.08, 'b')]
    const widths = silhouette(halves, { tolerance: 14 })!.gaps.map(({ width }) => Math.round(width))
    expect(widths.sort((a, b) => a - b)).toEqual([expect.closeTo(4, -0.5), expect.closeTo(7, -0.5)])
  })

  test('a notch in a closed outline is no gap, however narrow', () => {
    const heart = [
      20, 20, 0.5, 58, 60, 0.5, 60, 24, 0.5, 62, 60, 0.5, 100, 20, 0.5, 100, 110, 0.5, 20, 110, 0.5, 20, 20, 0.5,
    ]
    const shape = silhouette([{ kind: 'stroke', id: 'h', swatch: 'pencil', size: 3, points: heart }], {
      tolerance: 12,
    })!
    expect(shape.gaps).toEqual([])
  })
})

/** Part of a circle about (100, 90), drawn 3 px wide. */
function ellipseBetween(from: number, to: number, id = 'a'): Ink[number] {
  const points = Array.from({ length: 81 }, (_, i) => {
    const angle = from + ((to - from) * i) / 80
    return [100 + 60 * Math.cos(angle), 90 + 60 * Math.sin(angle), 0.5]
  }).flat()
  return { kind: 'stroke', id, swatch: 'pencil', size: 3, points }
}
