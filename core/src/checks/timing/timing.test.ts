import type { Sound } from '../../scene/schema'
import { exposuresOf } from '../../timing/sheet'
import { BoxScene, going } from '../../testing/boxes'

describe('blank in the middle', () => {
  const gapped = (empty: number) =>
    new BoxScene({ length: 12 })
      .draw([
        { frame: 1, at: [200, 300] },
        { frame: 7, at: [260, 300] },
      ])
      .edit({ type: 'sheet.range', take: 'main', levels: ['A'], from: 7 - empty, to: 6, act: { do: 'blank' } })

  test('an empty frame between two drawings flashes; two are counted', async () => {
    const one = await gapped(1).ask('blank')
    expect(one.findings).toMatchObject([{ value: 1, frames: [6], drawings: ['A0', 'A1'], unit: 'frame' }])
    expect(one.findings[0]!.sentence).toBe('A is empty for 1 frame between 1 and 7.')
    const two = await gapped(2).ask('blank')
    expect(two.findings).toMatchObject([{ value: 2, frames: [5], unit: 'frames' }])
    expect((await gapped(2).ask('blank', { blank: { frames: 3 } })).findings).toEqual([])
  })

  test('before the first and after the last nothing is between two', async () => {
    const scene = new BoxScene({ length: 12 })
      .draw(going(3, {}))
      .edit({ type: 'sheet.range', take: 'main', levels: ['A'], from: 8, to: 12, act: { do: 'blank' } })
    expect((await scene.ask('blank')).findings).toEqual([])
  })

  test('a forgotten drawing flashes once its level is all but done, and not while most is still to draw', async () => {
    const boxes = going(10, {}).map((box, i) => ({ ...box, bare: i === 4 }))
    const { findings } = await new BoxScene({ length: 20 }).draw(boxes).ask('blank')
    expect(findings).toHaveLength(1)
    expect(findings[0]!.sentence).toBe('Nothing is drawn on 9 of A: 2 frames flash blank between 7 and 11.')
    const begun = going(10, {}).map((box, i) => ({ ...box, bare: i > 0 && i < 9 }))
    expect((await new BoxScene({ length: 20 }).draw(begun).ask('blank')).findings).toEqual([])
  })
})

describe('never shown', () => {
  test('a drawing no take shows is told; one that another take shows is not', async () => {
    const scene = new BoxScene({ length: 12 }).draw(going(3, { frames: 4 }))
    expect((await scene.ask('never-shown')).findings).toEqual([])
    scene.edit(
      { type: 'take.add', id: 'other', name: 'Other', from: 'main' },
      { type: 'exposure.show', take: 'main', level: 'A', frame: 5, drawing: 'A0' },
    )
    expect(exposuresOf(scene.scene, 'A').some(({ drawing }) => drawing === 'A1')).toBe(false)
    expect((await scene.ask('never-shown')).findings).toEqual([])
    scene.edit({ type: 'exposure.show', take: 'other', level: 'A', frame: 5, drawing: 'A0' })
    const { findings } = await scene.ask('never-shown')
    expect(findings).toMatchObject([{ drawings: ['A1'], frames: [] }])
    expect(findings[0]!.sentence).toMatch(/is drawn and shown in no take\.$/)
  })
})

describe('opening too short', () => {
  const opening = (hold: number, fps = 24) =>
    new BoxScene({ length: 24, fps }).draw([
      { frame: 1, at: [200, 300] },
      { frame: 1 + hold, at: [230, 300] },
    ])

  test('a quarter of a second is enough at any rate, a frame less is not', async () => {
    expect((await opening(6).ask('opening-short')).findings).toEqual([])
    const { findings } = await opening(5).ask('opening-short')
    expect(findings).toMatchObject([{ frames: [6], limit: 0.25, unit: 's' }])
    expect(findings[0]!.value).toBeCloseTo(5 / 24, 9)
    expect(findings[0]!.sentence).toBe(
      'A moves on frame 6, 0.21 s after the cut. Hold the first drawing a little longer.',
    )
    expect((await opening(3, 12).ask('opening-short')).findings).toEqual([])
    expect((await opening(2, 12).ask('opening-short')).findings).toHaveLength(1)
  })

  test('a loop has no opening', async () => {
    const scene = opening(2).edit({ type: 'level.set', level: 'A', fields: { loop: true } })
    expect((await scene.ask('opening-short')).findings).toEqual([])
  })
})

describe('everything lands at once', () => {
  /** Three levels that each go and then rest, the last of them later by so many drawings. */
  const landing = (late: number) => {
    const scene = new BoxScene({ length: 40 }).level('B', 'Oar').level('C', 'Rope')
    for (const [row, level] of ['A', 'B', 'C'].entries()) {
      const last = 5 + (level === 'C' ? late : 0)
      const boxes = going(12, { from: [100, 100 + 200 * row], step: [0, 0] }).map((box, i) => ({
        ...box,
        at: [100 + 40 * Math.min(i, last), 100 + 200 * row] as const,
      }))
      scene.draw(boxes, level)
    }
    return scene
  }

  test('three parts that come to rest together are told by name, a straggler lets them be', async () => {
    const { findings } = await landing(0).ask('lands-together')
    expect(findings).toHaveLength(1)
    expect(findings[0]).toMatchObject({ value: 3, frames: [11], unit: 'parts' })
    expect(findings[0]!.sentence).toBe('3 parts come to rest on frame 11, give or take one: A, Oar, Rope.')
    expect((await landing(3).ask('lands-together')).findings).toEqual([])
    expect((await landing(0).ask('lands-together', { 'lands-together': { parts: 4 } })).findings).toEqual([])
  })
})

describe('a sound beyond the end', () => {
  const sounding = (fields: Partial<Sound>) =>
    new BoxScene({ length: 24 }).draw(going(3, {})).edit({
      type: 'sound.put',
      sound: { id: 's', name: 'Gull', file: 'a'.repeat(64), seconds: 2, start: 1, from: 0, strength: 1, ...fields },
    })

  test('is told with how many frames are cut off', async () => {
    const { findings } = await sounding({}).ask('sound-beyond')
    expect(findings).toMatchObject([{ value: 24, frames: [24], unit: 'frames' }])
    expect(findings[0]!.sentence).toBe(
      'Gull goes on for 24 frames after the last. Fade it out, or make the scene longer.',
    )
  })

  test('one that ends in time, is muted, begins afterwards or goes on for a frame alone is not', async () => {
    for (const fields of [{ to: 1 }, { muted: true }, { start: 25 }, { to: 25 / 24 }, { start: -23 }])
      expect((await sounding(fields).ask('sound-beyond')).findings).toEqual([])
  })
})

describe('a camera that stutters', () => {
  const seen = (frame: number, x: number) => ({
    type: 'camera.key' as const,
    take: 'main',
    frame,
    key: { x, y: 100, scale: 1, turn: 0, law: 'even' as const, strength: 2 },
  })
  const panned = (px: number) =>
    new BoxScene({ length: 24 })
      .draw(going(3, {}))
      .edit(seen(5, 100))
      .edit(seen(15, 100 + 10 * px))

  test('is told once for all frames on which it goes too fast, with its pixels a frame', async () => {
    const { findings } = await panned(30).ask('camera-stutters')
    expect(findings).toMatchObject([{ value: expect.closeTo(30), frames: [5], unit: 'px' }])
    expect(findings[0]!.sentence).toMatch(/^The camera goes by at 30 px a frame from 5 to 15: over [\d.]+ what/)
  })

  test('one that keeps to the rule, one that stands and none at all are not; another limit is another', async () => {
    expect((await panned(0.5).ask('camera-stutters')).findings).toEqual([])
    expect((await panned(0).ask('camera-stutters')).findings).toEqual([])
    expect((await new BoxScene({ length: 24 }).draw(going(3, {})).ask('camera-stutters')).findings).toEqual([])
    expect((await panned(30).ask('camera-stutters', { 'camera-stutters': { share: 40 } })).findings).toEqual([])
  })
})
