import { BoxScene, going, type Box } from '../../testing/boxes'

describe('hand-on to the next scene', () => {
  const first = (fields: Partial<Box> = {}) => new BoxScene({ length: 10 }).draw(going(5, fields))
  const second = (x: number, step = 30) =>
    new BoxScene({ length: 10, name: 'The quay' }).draw(going(5, { from: [x, 300], step: [step, 0] }))

  test('a move met where it left, or a step on, and as fast hands on; elsewhere it is told by how far', async () => {
    expect((await first().ask('hand-on', {}, second(320))).findings).toEqual([])
    expect((await first().ask('hand-on', {}, second(350))).findings).toEqual([])
    const { findings } = await first().ask('hand-on', {}, second(390))
    expect(findings).toMatchObject([{ unit: 'px', drawings: ['A4'], frames: [9] }])
    expect(findings[0]!.value).toBeCloseTo(40, 0)
    expect(findings[0]!.sentence).toMatch(
      /(39|40|41) px from where The quay begins with it, a step on or a few frames before allowed for\.$/,
    )
  })

  test('at the right place but at half the speed the speed is told', async () => {
    const { findings } = await first().ask('hand-on', {}, second(320, 15))
    expect(findings).toMatchObject([{ unit: '%' }])
    expect(findings[0]!.value).toBeCloseTo(-50, -1)
    expect(findings[0]!.sentence).toMatch(
      /leaves this scene at 1\d(\.\d)? px per frame and enters The quay at [78](\.\d)?\.$/,
    )
  })

  test('without a next scene there is nothing to hand on to', async () => {
    expect((await first().ask('hand-on')).findings).toEqual([])
  })
})

describe('loop seam', () => {
  /** Eight boxes round a circle, the last step so many degrees longer. */
  const round = (extra: number) => {
    const each = (360 - extra) / 8
    const boxes = going(8).map((box, i) => {
      const angle = (i * each * Math.PI) / 180
      return { ...box, at: [500 + 200 * Math.cos(angle), 350 + 200 * Math.sin(angle)] as const }
    })
    return new BoxScene({ length: 16 }).draw(boxes).edit({ type: 'level.set', level: 'A', fields: { loop: true } })
  }

  test('an even circle closes; one pressed together leaves a long step over the seam', async () => {
    expect((await round(0).ask('loop-seam')).findings).toEqual([])
    const { findings } = await round(60).ask('loop-seam')
    expect(findings).toMatchObject([{ drawings: ['A7', 'A0'], frames: [15, 1], unit: '×', limit: 1.6 }])
    expect(findings[0]!.value).toBeGreaterThan(2)
    expect(findings[0]!.sentence).toMatch(/^Over the seam of A, 15 to 1,/)
  })

  test('what is no loop has no seam', async () => {
    const scene = round(60).edit({ type: 'level.set', level: 'A', fields: { loop: false } })
    expect((await scene.ask('loop-seam')).findings).toEqual([])
  })
})

describe('contact missed', () => {
  /** A hand on level A that touches a rail on level B, so far beside it. */
  const touching = (by: number, rail = true) => {
    const scene = new BoxScene({ length: 12 })
      .level('B', 'Rail')
      .landmarks('Grip')
      .edit({ type: 'landmark.put', level: 'B', landmark: { id: 'rail', name: 'grip' } })
    return scene
      .draw(
        going(3, { frames: 4 }).map((box, i) => ({
          ...box,
          pins: { Grip: { x: box.at[0], y: 330, ...(i === 1 && { corner: true }) } },
        })),
      )
      .draw([{ frame: 1, at: [400, 400], ...(rail && { pins: { rail: { x: 230 + by, y: 330 } } }) }], 'B')
  }

  test('landmarks of one name are held together wherever one is pinned as a touch', async () => {
    expect((await touching(3).ask('contact-missed')).findings).toEqual([])
    const { findings } = await touching(10).ask('contact-missed')
    expect(findings).toMatchObject([{ drawings: ['A1', 'B0'], frames: [5], unit: 'px' }])
    expect(findings[0]!.value).toBeCloseTo(10, 6)
    expect(findings[0]!.sentence).toBe('On frame 5 Grip of A should touch that of Rail and misses it by 10 px.')
  })

  test('where a contact is asked for, landmarks of any names are held together on its frames, once for each two drawings', async () => {
    const { scene } = touching(10)
    const [hand, rail] = ['A', 'B'].map((level) => ({ level, landmark: scene.levels[level]!.landmarks![0]!.id }))
    const renamed = touching(10).edit(
      { type: 'landmark.put', level: 'B', landmark: { id: 'rail', name: 'Edge' } },
      {
        type: 'contact.put',
        take: 'main',
        contact: { id: 'c', leader: rail!, follower: hand!, from: 5, to: 9 },
      },
    )
    const { findings } = await renamed.ask('contact-missed')
    expect(findings.map(({ drawings, frames }) => [drawings, frames])).toEqual([
      [['A1', 'B0'], [5]],
      [['A2', 'B0'], [9]],
    ])
    expect(findings[0]!.sentence).toBe('On frame 5 Grip of A should touch Edge of Rail and misses it by 10 px.')
  })

  test('a touch without a pin on the other side is told as not judged', async () => {
    const { findings, unmeasured } = await touching(0, false).ask('contact-missed')
    expect(findings).toEqual([])
    expect(unmeasured.map(({ sentence }) => sentence)).toEqual([
      'Grip: 1 touch could not be judged, since A or Rail has no pin there.',
    ])
  })
})

describe('planted foot slides', () => {
  /** A foot that lifts, comes down, stands for some drawings and lifts again. */
  const stepping = (slide: number) => {
    const way: (readonly [number, number])[] = [
      [100, 500],
      [140, 470],
      [180, 480],
      [220, 510],
      ...[1, 2, 3].map((i) => [220 + slide * i, 510] as const),
      [280, 480],
      [330, 470],
      [380, 510],
    ]
    const boxes = way.map(([x, y], i) => ({ frame: 1 + i, at: [x, y - 60] as const, pins: { Heel: { x, y } } }))
    return new BoxScene({ length: 12 }).landmarks('Heel').draw(boxes)
  }

  test('a foot nailed to the ground is fine, one that skates is told in pixels per frame', async () => {
    expect((await stepping(0).ask('foot-slides')).findings).toEqual([])
    const { findings } = await stepping(2.5).ask('foot-slides')
    expect(findings).toHaveLength(1)
    expect(findings[0]!.value).toBeCloseTo(2.5, 6)
    expect(findings[0]!.sentence).toMatch(
      /^Heel of A is planted from 4 to 7 and slides 7\.5 px against the ground, 2\.5 px/,
    )
  })
})
