import { applyEdit } from '../edits/apply'
import { writeFindingsCsv } from '../format/findings-csv'
import type { Ink } from '../ink/ink'
import type { Pass } from '../scene/schema'
import { answerId, answerTo, meantBecause } from './answers'
import { levelsChanged } from './changed'
import { inspectScene } from './inspect'
import { JUDGES } from './judges'
import { CHECKS } from './register'
import { FAULTS } from '../testing/faults'
import { aheadScene, arcScene, kindOf, type Made } from '../testing/planted'

// Seeds no limit was tuned on.
const SEEDS = [7001, 7002, 7003]
const hits = async (check: string, made: Made) => {
  const { findings } = await inspectScene(made.scene, made.inkOf, {
    checks: [check],
    ...(made.next && { next: made.next }),
    ...(made.library && { library: made.library }),
  })
  return findings.filter(
    (finding) =>
      finding.check === check &&
      (made.planted.length === 0 || finding.drawings.some((drawing) => made.planted.includes(drawing))),
  )
}

describe('every check', () => {
  test('has a fault that can be planted, and says why animators care', () => {
    expect(FAULTS.map(({ check }) => check).sort()).toEqual(CHECKS.map(({ id }) => id).sort())
    for (const { why } of CHECKS) expect(why.length).toBeGreaterThan(20)
    expect(Object.keys(JUDGES)).toEqual(CHECKS.map(({ id }) => id))
    for (const { level, scene } of Object.values(JUDGES)) expect(Boolean(level ?? scene)).toBe(true)
  })

  test.each(FAULTS)(
    '$check: a fault of one and a half times its limit is found where it was planted',
    async ({ check, plant }) => {
      for (const seed of SEEDS) {
        const [finding] = await hits(check, plant(seed, 1.5)!)
        expect([seed, finding?.check]).toEqual([seed, check])
        expect(finding!.sentence).toMatch(/^[A-Z0-9].*\.$/s)
        expect(Number.isFinite(finding!.value)).toBe(true)
      }
    },
  )

  // A forgotten colour or a drawing on no frame is so or is not.
  test.each(
    FAULTS.filter(
      ({ check }) =>
        ![
          'never-shown',
          'lacks',
          'ground-competes',
          'flashing',
          'blank',
          'too-many-colours',
          'lands-together',
          'loop-seam',
          'standing-still',
          'opening-short',
          'not-readable',
          'stray',
        ].includes(check),
    ),
  )('$check: half its limit is none', async ({ check, plant }) => {
    for (const seed of SEEDS) expect([seed, await hits(check, plant(seed, 0.5)!)]).toEqual([seed, []])
  })

  test('clean scenes of the same kinds raise at most one false alarm in a hundred drawings', async () => {
    let [drawings, alarms] = [0, 0]
    for (const seed of [7001, 7002, 7003, 7004, 7005, 7006]) {
      for (const make of [arcScene, aheadScene]) {
        const made = make({ kind: kindOf(seed), seed })
        drawings += made.order.length
        alarms += (await inspectScene(made.scene, made.inkOf)).findings.length
      }
    }
    expect(drawings).toBeGreaterThan(200)
    expect(alarms / drawings).toBeLessThanOrEqual(0.01)
  })
})

describe('a look', () => {
  const faulty = () => FAULTS.find(({ check }) => check === 'volume')!.plant(7001, 2)!

  test('after an edit finds what a whole look would, having measured only the level it touched', async () => {
    const made = faulty()
    const first = await inspectScene(made.scene, made.inkOf)
    expect(first.findings.map(({ check }) => check)).toContain('volume')
    const [drawing] = made.planted
    const good = arcScene({ kind: kindOf(7001), seed: 7001 })
    const ink = new Map<string, Ink>()
    for (const pass of ['colour', 'line'] as const) ink.set(pass, good.inkOf(good.order[3]!, pass))
    const inkOf = (id: string, pass: Pass): Ink => (id === drawing ? (ink.get(pass) ?? []) : made.inkOf(id, pass))
    const scene = applyEdit(made.scene, { type: 'drawing.set', drawing: drawing!, fields: { note: 'again' } }).scene
    expect(levelsChanged(made.scene, scene)).toEqual(['A'])
    let measured = 0
    const again = await inspectScene(scene, inkOf, {
      before: { inspection: first, levels: levelsChanged(made.scene, scene) },
      onProgress: (_, of) => (measured = of),
    })
    expect(again.findings).toEqual((await inspectScene(scene, inkOf)).findings)
    expect(measured).toBe(Object.keys(scene.drawings).length)
    const none = await inspectScene(scene, inkOf, {
      before: { inspection: again, levels: [] },
      onProgress: () => {
        throw new Error('nothing changed')
      },
    })
    expect(none.findings).toEqual(again.findings)
  })

  test('can be stopped, breathes, keeps to the checks and limits asked for and refuses nonsense', async () => {
    const made = faulty()
    const signal = { aborted: false }
    const stopped = await inspectScene(made.scene, made.inkOf, { signal, onProgress: () => (signal.aborted = true) })
    expect(stopped).toEqual({ findings: [], unmeasured: [], stopped: true })
    const only = await inspectScene(made.scene, made.inkOf, { checks: ['volume'], limits: { volume: { share: 90 } } })
    expect(only.findings).toEqual([])
    await expect(inspectScene(made.scene, made.inkOf, { limits: { volume: { share: 0 } } })).rejects.toThrow(
      /Area more or less than the model by \(volume\) must be a number from 1 to 100/,
    )
  })

  test('what could not be judged is told, with what to pin', async () => {
    const made = arcScene({ kind: { ...kindOf(7001), pinned: true, loop: false }, seed: 7001 })
    const bare = made.order.slice(2, 5)
    const scene = {
      ...made.scene,
      drawings: Object.fromEntries(
        Object.entries(made.scene.drawings).map(([id, drawing]) => [
          id,
          bare.includes(id) ? { ...drawing, pins: {} } : drawing,
        ]),
      ),
    }
    const { unmeasured } = await inspectScene(scene, made.inkOf)
    expect(unmeasured.find(({ check }) => check === 'off-arc')).toMatchObject({
      drawings: 3,
      sentence: expect.stringMatching(
        /^3 of \d+ drawings of Buoy \(\d+, \d+, \d+\) could not be judged: pin Middle there\.$/,
      ),
    })
  })

  test('a finding answered stays so until its drawing changes, and is written to CSV with its reason', async () => {
    const made = faulty()
    const finding = (await hits('volume', made))[0]!
    const scene = applyEdit(made.scene, {
      type: 'answer.put',
      id: answerId(finding),
      answer: answerTo(made.scene, finding, made.inkOf, '=it swells'),
    }).scene
    expect(meantBecause(scene, finding, made.inkOf)).toBe('=it swells')
    const changed = (id: string, pass: Pass): Ink =>
      id === finding.drawings[0] && pass === 'line' ? made.inkOf(id, pass).slice(1) : made.inkOf(id, pass)
    expect(meantBecause(scene, finding, changed)).toBeUndefined()
    const csv = writeFindingsCsv({ scene, findings: [{ ...finding, meant: '=it swells' }] })
    expect(csv).toMatch(/mend,(?:sure|likely|perhaps),Volume,Buoy,\d+,\d+,/)
    // What a spreadsheet would take for a formula is written as words.
    expect(csv).toMatch(/'=it swells$/)
  })
})
