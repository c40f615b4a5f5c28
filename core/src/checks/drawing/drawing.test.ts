import type { InkPiece } from '../../ink/ink'
import { pushed } from '../../testing/hand/faults'
import { LATER_KINDS } from '../../testing/hand/later-kinds'
import { handScene, type HandScene } from '../../testing/hand/scene'
import { inspectScene } from '../inspect'
import { BoxScene, but, going, square } from '../../testing/boxes'

const dot = (x: number, y: number, id = 'dot'): InkPiece => ({
  kind: 'stroke',
  id,
  swatch: 'ink',
  size: 4,
  points: [x, y, 0.5, x + 2, y + 1, 0.5],
})

describe('line weight', () => {
  test('a line half as wide again is told with both widths; a tenth is not', async () => {
    const { findings } = await new BoxScene().draw(but(going(5), 1, { line: 6 })).ask('line-weight')
    expect(findings.map(({ drawings }) => drawings)).toEqual([['A1']])
    expect(findings[0]!.value).toBeCloseTo(50, 0)
    expect(findings[0]!.sentence).toMatch(/px wide, 50 % heavier than its level's/)
    expect((await new BoxScene().draw(but(going(5), 1, { line: 4.4 })).ask('line-weight')).findings).toEqual([])
    const fine = await new BoxScene().draw(but(going(5), 1, { line: 2 })).ask('line-weight')
    expect(fine.findings[0]!.sentence).toMatch(/50 % finer/)
  })

  test('two drawings say nothing of what is usual', async () => {
    expect((await new BoxScene().draw(but(going(2), 1, { line: 9 })).ask('line-weight')).findings).toEqual([])
  })
})

describe('lines of two kinds', () => {
  /** A box with an outline of 5 px and so many hatches of 2 px, all lines so many times as wide. */
  const hatched = (count: number, i: number, times = 1) => ({
    frame: 1 + 2 * i,
    at: [200 + 30 * i, 300] as const,
    line: 5 * times,
    more: Array.from({ length: count }, (_, k): InkPiece => {
      const [x, y] = [180 + 30 * i + 5 * k, 280]
      return {
        kind: 'stroke',
        ...{ id: `h${i}x${k}`, swatch: 'ink', size: 2 * times, points: [x, y, 0.5, x, y + 40, 0.5] },
      }
    }),
  })
  const counts = [3, 9, 2, 12, 4, 1, 10]

  test('more hatching on one drawing than on another is no finer line', async () => {
    const boxes = counts.map((count, i) => hatched(count, i))
    expect((await new BoxScene().draw(boxes).ask('line-weight')).findings).toEqual([])
  })

  test('all lines of one drawing half as wide again are told, much hatched or little', async () => {
    for (const heavy of [3, 5]) {
      const boxes = counts.map((count, i) => hatched(count, i, i === heavy ? 1.5 : 1))
      const { findings } = await new BoxScene().draw(boxes).ask('line-weight')
      expect(findings.map(({ drawings }) => drawings)).toEqual([[`A${heavy}`]])
      expect(findings[0]!.value).toBeCloseTo(50, 0)
    }
  })
})

describe('outside the frame', () => {
  test('more than half of the ink beyond the frame is told; a quarter is not', async () => {
    const quarter = await new BoxScene().draw([{ frame: 1, at: [15, 300] }]).ask('outside')
    expect(quarter.findings).toEqual([])
    const { findings } = await new BoxScene().draw([{ frame: 1, at: [-25, 300] }]).ask('outside')
    expect(findings).toMatchObject([{ drawings: ['A0'], unit: '%', limit: 50 }])
    expect(findings[0]!.sentence).toMatch(/^\d+ % of the ink of drawing 1 of A lies outside the frame\.$/)
    const wholly = await new BoxScene().draw([{ frame: 1, at: [-100, 300] }]).ask('outside')
    expect(wholly.findings[0]!.value).toBe(100)
  })

  test('what comes in and goes out on its way is drawn out there on purpose, whether it slows down or not', async () => {
    const across = going(30, { from: [-100, 300], step: [50, 0] })
    expect((await new BoxScene({ length: 60 }).draw(across).ask('outside')).findings).toEqual([])
    const slowing = going(8).map((box, i) => ({ ...box, at: [300 - 400 * 0.5 ** i, 300] as const }))
    expect((await new BoxScene().draw(slowing).ask('outside')).findings).toEqual([])
    const dips = going(9).map((box, i) => ({ ...box, at: [300 + 40 * i, 660 + 15 * i * (8 - i) * 0.5] as const }))
    expect((await new BoxScene().draw(dips).ask('outside')).findings).toEqual([])
  })

  test('a drawing out of its place is told, first, last or between, and so is a level never seen', async () => {
    for (const at of [0, 3, 7]) {
      const lost = but(going(8), at, { at: [400, -90] })
      expect((await new BoxScene().draw(lost).ask('outside')).findings).toMatchObject([{ drawings: [`A${at}`] }])
    }
    const never = going(5, { from: [-300, 300], step: [20, 0] })
    expect((await new BoxScene().draw(never).ask('outside')).findings).toHaveLength(5)
  })
})

test('water that goes on beyond the frame is seen, though most of its outline lies outside; sunk below the frame it is told', async () => {
  const water = handScene(
    LATER_KINDS.find(({ id }) => id === 'water laps')!,
    5,
  )
  const told = async ({ scene, inkOf }: HandScene) =>
    (await inspectScene(scene, inkOf, { checks: ['outside'] })).findings.flatMap(({ drawings }) => drawings)
  expect(await told(water)).toEqual([])
  expect(await told(pushed(water, 'd4', { x: 0, y: 200 }))).toEqual(['d4'])
})

describe('stray mark', () => {
  test('a dot by itself on one drawing is told, with its place', async () => {
    const { findings } = await new BoxScene().draw(but(going(5), 2, { more: [dot(700, 500)] })).ask('stray')
    expect(findings).toMatchObject([{ drawings: ['A2'], unit: 'px', evidence: [{ kind: 'ring', at: { x: 701 } }] }])
    expect(findings[0]!.value).toBeCloseTo(Math.hypot(2, 1), 1)
  })

  test('a dot beside the figure, one that comes again and one that is large are meant', async () => {
    const beside = but(going(5), 2, { more: [dot(300, 300)] })
    expect((await new BoxScene().draw(beside).ask('stray')).findings).toEqual([])
    const again = going(5).map((box, i) => ({ ...box, more: [dot(700, 500, `dot${i}`)] }))
    expect((await new BoxScene().draw(again).ask('stray')).findings).toEqual([])
    const large = but(going(5), 2, {
      more: [{ kind: 'fill', id: 'patch', swatch: 'body', outline: square([700, 500], 20) }],
    })
    expect((await new BoxScene().draw(large).ask('stray')).findings).toEqual([])
    expect((await new BoxScene().draw(large).ask('stray', { stray: { px: 30 } })).findings).toHaveLength(1)
  })
})

describe('line does not meet', () => {
  /** Paint with a line round it that leaves a gap in the middle of its top. */
  const open = (gap: number) => {
    const [left, right, top, bottom] = [200, 320, 200, 320]
    const middle = (left + right) / 2
    const round = [
      [middle + gap / 2, top],
      [right, top],
      [right, bottom],
      [left, bottom],
      [left, top],
      [middle - gap / 2, top],
    ]
    return new BoxScene()
      .draw([{ frame: 1, at: [260, 260], side: 120, line: 0 }])
      .lay('A0', 'line', [
        { kind: 'stroke', id: 'round', swatch: 'ink', size: 4, points: round.flatMap(([x, y]) => [x!, y!, 0.5]) },
      ])
  }

  test('a gap of twenty is found where it is; one of four is closed to the eye', async () => {
    const { findings } = await open(24).ask('line-meets')
    expect(findings).toHaveLength(1)
    expect(findings[0]!.value).toBeGreaterThan(14)
    expect(findings[0]!.value).toBeLessThan(28)
    const [ring] = findings[0]!.evidence as readonly { at: { x: number; y: number } }[]
    expect(Math.hypot(ring!.at.x - 260, ring!.at.y - 200)).toBeLessThan(8)
    expect((await open(4).ask('line-meets')).findings).toEqual([])
  })

  test('other paint beyond the gap is no excuse; an edge that runs on under other paint needs no line', async () => {
    const patch = (from: readonly [number, number], to: readonly [number, number]): InkPiece => ({
      ...{ kind: 'fill', id: 'other', swatch: 'grey' },
      outline: [...from, to[0], from[1], ...to, from[0], to[1]],
    })
    const beyond = open(24).lay('A0', 'colour', [patch([150, 100], [370, 200])])
    expect((await beyond.ask('line-meets')).findings).toHaveLength(1)
    const over = open(24).lay('A0', 'colour', [patch([220, 160], [300, 240])])
    expect((await over.ask('line-meets')).findings).toEqual([])
  })

  test('paint that follows no line relies on none', async () => {
    const loose = new BoxScene().draw([{ frame: 1, at: [260, 260], side: 120, line: 0 }])
    expect((await loose.ask('line-meets')).findings).toEqual([])
  })
})
