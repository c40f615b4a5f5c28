import { offNeighbours } from './own-spread'
import { but, BoxScene, going, square } from '../../testing/boxes'

const still = going(5, { step: [0, 0] })

describe('volume', () => {
  test('a box with a fifth more area than those beside it is told, by how much and against what', async () => {
    const scene = new BoxScene().draw(
      but(still, 2, { side: 60 * Math.sqrt(1.2), line: 0 }).map((box) => ({ ...box, line: 0 })),
    )
    const { findings } = await scene.ask('volume')
    expect(findings).toHaveLength(1)
    const [{ value, limit, drawings, frames, sentence, severity }] = findings as [(typeof findings)[number]]
    expect(limit).toBeCloseTo(8, 6)
    expect([drawings, frames, severity]).toEqual([['A2'], [5], 'mend'])
    expect(value).toBeGreaterThan(18)
    expect(value).toBeLessThan(22)
    expect(sentence).toMatch(
      /^Drawing 5 of A is (19|20|21)(\.\d)? % larger in area than the drawings beside it foretell\.$/,
    )
  })

  test('a squashed box of the same area is no finding; its limit decides what is', async () => {
    const flat = new BoxScene().draw(still)
    expect((await flat.ask('volume')).findings).toEqual([])
    const grown = () => new BoxScene().draw(but(still, 2, { side: 62 }))
    expect((await grown().ask('volume')).findings).toEqual([])
    expect((await grown().ask('volume', { volume: { share: 3 } })).findings).toHaveLength(1)
  })

  test('with a model every drawing is held against it, even where there are only two', async () => {
    const scene = new BoxScene()
      .draw([
        { frame: 1, at: [200, 300] },
        { frame: 3, at: [200, 300], side: 50 },
      ])
      .edit({ type: 'level.set', level: 'A', fields: { model: 'A0' } })
    const { findings } = await scene.ask('volume')
    expect(findings.map(({ drawings }) => drawings)).toEqual([['A1']])
    expect(findings[0]!.sentence).toMatch(/smaller in area than the model, 1\./)
    const without = new BoxScene().draw(going(2).map((box, i) => ({ ...box, side: 60 - 10 * i })))
    expect((await without.ask('volume')).findings).toEqual([])
  })

  test('a drawing with less than half the area is asked whether its outline is open', async () => {
    const { findings } = await new BoxScene().draw(but(still, 3, { side: 40 })).ask('volume')
    expect(findings[0]!.sentence).toMatch(/Its outline may be open\.$/)
  })

  test('what grows fast on purpose is said not to be measured where nothing bears it out, and is no fault', async () => {
    const growing = (sides: readonly number[]) => still.map((box, i) => ({ ...box, side: sides[i]! }))
    const scene = new BoxScene().draw(growing([30, 32, 52, 60, 90]))
    const { findings, unmeasured } = await scene.ask('volume')
    expect(findings).toEqual([])
    expect(unmeasured.map(({ drawings }) => drawings)).toEqual([3])
    expect(unmeasured[0]!.sentence).toMatch(
      /^3 of 5 drawings of A \(3, 5, 7\) could not be judged by volume, growing or shrinking too fast/,
    )
  })

  test('what grows at one pace all the time is measured: one that is off it is found, the others are not', async () => {
    const coming = Array.from({ length: 9 }, (_, i) => ({
      frame: 2 * i + 1,
      at: [200, 300] as const,
      side: 20 * 1.2 ** i,
    }))
    expect((await new BoxScene().draw(coming).ask('volume')).findings).toEqual([])
    const { findings } = await new BoxScene().draw(but(coming, 4, { side: 20 * 1.2 ** 4 * 1.15 })).ask('volume')
    expect(findings.map(({ drawings }) => drawings)).toEqual([['A4']])
  })

  test('a ground has no bulk to keep', async () => {
    const scene = new BoxScene().level('B', 'Quay', 'ground').draw(but(still, 2, { side: 200 }), 'B')
    expect((await scene.ask('volume')).findings).toEqual([])
  })
})

describe('part too big or small', () => {
  const spot = (side: number, i: number) => ({
    kind: 'fill' as const,
    id: `spot${i}`,
    swatch: 'spot',
    outline: square([200, 300], side),
  })
  const spotted = (sides: readonly number[]) =>
    new BoxScene().draw(sides.map((side, i) => ({ frame: 1 + 2 * i, at: [200, 300] as const, more: [spot(side, i)] })))

  test('a spot that jumps for one drawing is told by its colour; one that grows steadily is not', async () => {
    const jumps = await spotted([20, 20, 24, 20, 20]).ask('part-size')
    expect(jumps.findings).toHaveLength(1)
    expect(jumps.findings[0]).toMatchObject({ drawings: ['A2'], frames: [5], unit: '%' })
    // 24² over 20² is 1.44.
    expect(jumps.findings[0]!.value).toBeCloseTo(44, 0)
    expect(jumps.findings[0]!.sentence).toMatch(/what is painted Weed is 44 % larger/)
    expect((await spotted([20, 22, 24, 26, 28]).ask('part-size')).findings).toEqual([])
  })

  test('the first and the last have a neighbour on one side only and are never told', async () => {
    for (const sides of [
      [30, 20, 20, 20],
      [20, 20, 20, 30],
    ]) {
      const { findings } = await spotted(sides).ask('part-size')
      for (const { drawings } of findings) expect(['A1', 'A2']).toContain(drawings[0])
    }
    expect((await spotted([22, 20, 20, 22]).ask('part-size')).findings).toEqual([])
  })

  test('dots are too small to mean anything', async () => {
    expect((await spotted([5, 5, 7, 5, 5]).ask('part-size')).findings).toEqual([])
  })

  test('a colour merged into another counts as that one', async () => {
    const scene = spotted([20, 20, 20, 20, 20])
    scene.lay('A2', 'line', [{ ...spot(20, 9), swatch: 'grey', outline: square([260, 300], 20) }])
    expect((await scene.ask('part-size')).findings).toEqual([])
    scene.edit({ type: 'swatch.pour', swatch: 'grey', into: 'spot' })
    const { findings } = await scene.ask('part-size')
    expect(findings.map(({ value }) => Math.round(value))).toEqual([100])
  })
})

describe('figure not readable', () => {
  const keys = (by: number) =>
    [
      { frame: 1, at: [200, 300] as const },
      { frame: 9, at: [200 + by, 300] as const },
    ] as const
  const between = { frame: 5, at: [200, 300] as const, role: 'inbetween' as const }

  test('two keys that cover each other are told; a third of the width apart they are not', async () => {
    const covered = new BoxScene().draw([keys(0)[0], between, keys(0)[1]])
    const { findings } = await covered.ask('not-readable')
    expect(findings).toHaveLength(1)
    expect(findings[0]).toMatchObject({ drawings: ['A0', 'A2'], frames: [1, 9] })
    expect(findings[0]!.value).toBeCloseTo(100, 0)
    const apart = new BoxScene().draw([keys(20)[0], between, keys(20)[1]])
    expect((await apart.ask('not-readable')).findings).toEqual([])
  })

  test('what lies between two alike keys may tell the change', async () => {
    const passed = new BoxScene().draw([keys(0)[0], { ...between, at: [200, 340] }, keys(0)[1]])
    expect((await passed.ask('not-readable')).findings).toEqual([])
  })

  test('where every drawing is a key nothing is said of keys', async () => {
    expect((await new BoxScene().draw(keys(0)).ask('not-readable')).findings).toEqual([])
  })
})

test('one drawing in six too large is found though there are several', () => {
  const measures = Array.from({ length: 25 }, (_, i) => ({ frame: 1 + 2 * i, value: i % 6 === 3 ? 1.44 : 1 }))
  const found = offNeighbours(measures, 0.08)
  expect(found.map(({ at }) => at)).toEqual([3, 9, 15, 21])
})

test('a level that keeps its size is foretold by many drawings: one is found that two neighbours alone would leave in doubt', () => {
  // A hand's unevenness of up to 3 %; the tenth is 12 % too large, between two that happen to be large themselves.
  const noise = [1, -2, 3, -1, 2, -3, 0, 1, 2.6, 0, 2.8, -2, 1, -1, 3, -3, 2, 0, -1, 1]
  const values = noise.map((by, i) => (i === 9 ? 1.12 : 1 + by / 100))
  const found = offNeighbours(
    values.map((value, i) => ({ frame: 1 + 2 * i, value })),
    0.08,
  )
  expect(found.map(({ at }) => at)).toEqual([9])
})

test('a level that swells and sinks evenly is no fault anywhere, and what is off on the way is', () => {
  const swelling = (i: number) => 1 + 0.3 * Math.sin(i / 2.2)
  const measures = (off: number) =>
    Array.from({ length: 24 }, (_, i) => ({ frame: 1 + 2 * i, value: swelling(i) * (i === 12 ? 1 + off : 1) }))
  const found = (off: number) => offNeighbours(measures(off), 0.08).map(({ at }) => at)
  expect(found(0)).toEqual([])
  expect(found(0.16)).toContain(12)
})
