import { BoxScene, but, going, square, type Box } from '../../testing/boxes'

const pinned = (boxes: readonly Box[]): Box[] => boxes.map((box) => ({ ...box, pins: { Nose: true } }))
const inbetweens = (boxes: readonly Box[]): Box[] =>
  boxes.map((box, i) => ({ ...box, role: i === 0 || i === boxes.length - 1 ? 'key' : 'inbetween' }))

describe('off the arc', () => {
  const level = () => inbetweens(going(7))

  test('a place 12 px across an even way is told by just that, with the way back as an arrow', async () => {
    const { findings } = await new BoxScene().draw(but(level(), 3, { at: [290, 312] })).ask('off-arc')
    expect(findings).toHaveLength(1)
    const [{ value, sentence, evidence, drawings }] = findings as [(typeof findings)[number]]
    expect(drawings).toEqual(['A3'])
    // Off by 12 of a step that is a little longer than 30 for it.
    expect(value).toBeGreaterThan(35)
    expect(value).toBeLessThan(41)
    expect(sentence).toMatch(
      /^Drawing 7 of A: the middle of its shape lies 1[12](\.\d)? px off the arc of its neighbours/,
    )
    const arrow = evidence.find(({ kind }) => kind === 'arrow') as { from: { y: number }; to: { y: number } }
    expect(arrow.from.y - arrow.to.y).toBeGreaterThan(10)
  })

  test('neither a straight way nor a round one is off; nor is a key, which the arc is laid through', async () => {
    expect((await new BoxScene().draw(level()).ask('off-arc')).findings).toEqual([])
    const round = inbetweens(
      going(9).map((box, i) => ({ ...box, at: [400 + 200 * Math.cos(i / 4), 400 + 200 * Math.sin(i / 4)] as const })),
    )
    expect((await new BoxScene().draw(round).ask('off-arc')).findings).toEqual([])
    const key = but(level(), 3, { at: [290, 312], role: 'key' })
    expect((await new BoxScene().draw(key).ask('off-arc')).findings).toEqual([])
  })

  test('landmarks are followed by name; drawings without a pin are counted as not judged', async () => {
    const boxes = but(pinned(level()), 3, { pins: { Nose: { x: 290, y: 315 } } })
    const { findings } = await new BoxScene().landmarks('Nose').draw(boxes).ask('off-arc')
    expect(findings.map(({ sentence }) => sentence.includes('Nose lies 1'))).toEqual([true])
    const { unmeasured } = await new BoxScene()
      .landmarks('Nose')
      .draw(but(pinned(level()), 5, { pins: {} }))
      .ask('off-arc')
    expect(unmeasured).toEqual([
      {
        check: 'off-arc',
        level: 'A',
        drawings: 1,
        which: ['A5'],
        sentence: '1 of 7 drawings of A (11) could not be judged: pin Nose there.',
      },
    ])
  })
})

describe('spacing against the chart', () => {
  /** A chart of three even marks, its middle drawing so far past its place. */
  const charted = (past: number, step = 30) => {
    const scene = new BoxScene({ length: 12 }).draw([
      { frame: 1, at: [200, 300] },
      { frame: 9, at: [200 + 4 * step, 300] },
    ])
    scene.edit({
      type: 'chart.add',
      id: 'c',
      level: 'A',
      from: 'A0',
      to: 'A1',
      spacing: { by: 'law', law: 'even', strength: 1 },
      take: 'main',
      exposure: [2],
      drawings: ['m0', 'm1', 'm2'],
    })
    ;[200 + step, 200 + 2 * step + past, 200 + 3 * step].forEach((x, i) =>
      scene.lay(`m${i}`, 'colour', [
        { kind: 'fill', id: `m${i}f`, swatch: 'body', outline: [x - 30, 270, x + 30, 270, x + 30, 330, x - 30, 330] },
      ]),
    )
    return scene
  }

  test('a miss along the way is told as a share of the step, and which way', async () => {
    expect((await charted(0).ask('spacing-chart')).findings).toEqual([])
    const far = await charted(15).ask('spacing-chart')
    expect(far.findings.map(({ drawings }) => drawings)).toEqual([['m1']])
    expect(far.findings[0]!.sentence).toMatch(/lies 1[45](\.\d)? px too far along, (49|50|51) % of the step there/)
    const short = await charted(-15).ask('spacing-chart')
    expect(short.findings[0]!.sentence).toMatch(/lies 1[45](\.\d)? px not far enough/)
    expect((await charted(9).ask('spacing-chart')).findings).toEqual([])
  })

  test('what hardly moves by what is followed is said not to be held against its chart, and no more once it moves', async () => {
    const { findings, unmeasured } = await charted(3, 4).ask('spacing-chart')
    expect(findings).toEqual([])
    expect(unmeasured).toMatchObject([{ which: ['m0', 'm1', 'm2'], sentence: expect.stringMatching(/pin a landmark/) }])
    expect((await charted(0).ask('spacing-chart')).unmeasured).toEqual([])
  })

  /** A chart of seven even marks; the head keeps to it, the tail trails behind it and comes after, one drawing of it off by so much. */
  const trailing = ({ head = 0, tail = 0 }) => {
    const along = (i: number) => 200 + 40 * i
    const pinsAt = (i: number) => ({
      Head: { x: along(i) + (i === 4 ? head : 0), y: 300 },
      Tail: { x: along(i) - 24 * Math.sin((Math.PI * i) / 8) + (i === 4 ? tail : 0), y: 360 },
    })
    const keys = [0, 8].map((i): Box => ({ frame: 1 + 2 * i, at: [along(i), 300], pins: pinsAt(i) }))
    const drawings = Array.from({ length: 7 }, (_, i) => `m${i}`)
    const scene = new BoxScene({ length: 20 }).landmarks('Head', 'Tail').draw(keys)
    scene.edit({
      ...{ type: 'chart.add', id: 'c', level: 'A', from: 'A0', to: 'A1', take: 'main', exposure: [2], drawings },
      spacing: { by: 'law', law: 'even', strength: 1 },
    })
    drawings.forEach((drawing, i) => {
      scene.lay(drawing, 'colour', [
        { kind: 'fill', id: `${drawing}f`, swatch: 'body', outline: square([along(i + 1), 300], 60) },
      ])
      for (const [landmark, pin] of Object.entries(pinsAt(i + 1)))
        scene.edit({ type: 'pin.set', drawing, landmark, pin })
    })
    return scene
  }

  test('what trails has a time of its own where something else keeps to the chart; one drawing of it off is told', async () => {
    const told = async (off: { head?: number; tail?: number }) =>
      (await trailing(off).ask('spacing-chart')).findings.map(({ sentence }) => sentence.replace(/ lies.*/, ''))
    expect(await told({})).toEqual([])
    expect(await told({ tail: -26 })).toEqual(['Drawing 9 of A: Tail'])
    expect(await told({ head: 26 })).toContain('Drawing 9 of A: Head')
  })

  test('an inbetween that hardly leaves the drawing before it stands still', async () => {
    expect((await charted(0).ask('standing-still')).findings).toEqual([])
    const { findings } = await charted(-28).ask('standing-still')
    expect(findings).toMatchObject([{ drawings: ['m0', 'm1'], unit: '%' }])
    expect(findings[0]!.sentence).toMatch(/moves [12](\.\d)? px from 3 where the chart plans 30 px: it stands still\.$/)
  })
})

describe('too far to follow', () => {
  const apart = (step: number) => new BoxScene().draw(going(3, { step: [step, 0], line: 0 }))

  test('a gap of more than the width of the thing itself is told in its widths', async () => {
    // Sixty wide: 110 leaves a gap of 50, 150 one of 90.
    expect((await apart(110).ask('too-far')).findings).toEqual([])
    const { findings } = await apart(150).ask('too-far')
    expect(findings.map(({ drawings }) => drawings)).toEqual([
      ['A0', 'A1'],
      ['A1', 'A2'],
    ])
    expect(findings[0]!.value).toBeCloseTo(1.5, 1)
    expect(findings[0]!.sentence).toMatch(/leaves a gap of 9\d px, 1\.5 of its own widths: too far to follow\.$/)
  })

  test('over an empty frame nothing has to be followed', async () => {
    const scene = new BoxScene({ length: 12 }).draw(going(2, { step: [300, 0], frames: 4 })).edit({
      type: 'sheet.range',
      take: 'main',
      levels: ['A'],
      from: 4,
      to: 4,
      act: { do: 'blank' },
    })
    expect((await scene.ask('too-far')).findings).toEqual([])
  })
})

describe('uneven spacing', () => {
  const places = (...xs: readonly number[]): Box[] =>
    inbetweens(xs.map((x, i) => ({ frame: 1 + 2 * i, at: [x, 300] as const })))

  test('a step twice as long as those around it is told in pixels per frame', async () => {
    const { findings } = await new BoxScene().draw(places(200, 220, 240, 290, 310, 330)).ask('uneven-spacing')
    expect(findings.map(({ drawings }) => drawings)).toEqual([['A2', 'A3']])
    expect(findings[0]).toMatchObject({ unit: '×', frames: [5, 7] })
    expect(findings[0]!.value).toBeCloseTo(2.5, 1)
    expect(findings[0]!.sentence).toMatch(/goes 25 px per frame; the steps around it foretell (10|9\.\d|10\.\d)\.$/)
  })

  test('even, slowing and quickening steps are fine, and so is what a longer exposure explains', async () => {
    for (const xs of [
      [200, 220, 240, 260, 280],
      [200, 240, 270, 290, 300],
      [200, 210, 230, 260, 300],
    ])
      expect((await new BoxScene().draw(places(...xs)).ask('uneven-spacing')).findings).toEqual([])
    const mixed = inbetweens(
      [1, 3, 5, 9, 11].map((frame, i) => ({ frame, at: [[200, 220, 240, 280, 300][i]!, 300] as const })),
    )
    expect((await new BoxScene().draw(mixed).ask('uneven-spacing')).findings).toEqual([])
  })
})
