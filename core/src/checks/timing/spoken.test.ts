import { accentScene, mouthScene } from '../../testing/spoken'
import type { Scene } from '../../scene/schema'
import { inspectScene } from '../inspect'
import { kindOf, arcScene } from '../../testing/planted'

const told = async (made: { scene: Scene; inkOf: Parameters<typeof inspectScene>[1] }, onsets?: readonly number[]) =>
  (
    await inspectScene(made.scene, made.inkOf, {
      ...(onsets && { onsets: () => onsets.map((seconds) => ({ seconds, strength: 1 })) }),
    })
  ).findings.map(({ check, frames, sentence }) => ({ check, frames, sentence }))

test.each([7001, 7002, 7003, 7004])('mouths and accents as they are laid are right, seed %i', async (seed) => {
  expect(await told(mouthScene(seed, 2))).toEqual([])
  expect(await told(accentScene(seed))).toEqual([])
})

describe('a sound that stands alone', () => {
  /** A ball that goes along evenly and strikes once. */
  const struck = () => {
    const made = arcScene({ kind: { ...kindOf(7001), loop: false, exposure: [2] }, seed: 7001 })
    const sound = { id: 'knock', name: 'Knock', file: 'c'.repeat(64), seconds: 9, start: 1, from: 0, strength: 1 }
    return { ...made, scene: { ...made.scene, sounds: { knock: sound } } }
  }
  const jumped = () => {
    const made = struck()
    const at = made.order.length >> 1
    const pins = Object.fromEntries(
      made.order.map((id, i) => [id, { mid: { x: 200 + 4 * i + (i >= at ? 160 : 0), y: 300 } }]),
    )
    const levels = { ...made.scene.levels, A: { ...made.scene.levels['A']!, landmarks: [{ id: 'mid', name: 'Hand' }] } }
    const drawings = Object.fromEntries(
      Object.entries(made.scene.drawings).map(([id, drawing]) => [
        id,
        pins[id] ? { ...drawing, pins: pins[id] } : drawing,
      ]),
    )
    const frame = made.scene.sheets['main']!['A']!
    let begins = 1
    for (const exposure of frame) {
      if ('drawing' in exposure && exposure.drawing === made.order[at]) break
      begins += exposure.frames
    }
    return { made: { ...made, scene: { ...made.scene, levels, drawings } }, begins }
  }
  const late = async (ahead: number) => {
    const { made, begins } = jumped()
    const found = await told(made, [(begins - ahead - 1) / 24 + 0.001])
    return found.filter(({ check }) => check === 'late-picture')
  }

  test('is missed by the picture that changes most three frames after it', async () => {
    const [finding] = await late(3)
    expect(finding?.sentence).toMatch(/^Knock is heard on frame \d+; .+ changes most on frame \d+, 3 frames later\.$/)
  })
  test.each([2, 0, -3, 20])('and not by one %i frames after it', async (ahead) => {
    expect(await late(ahead)).toEqual([])
  })
  test('nobody has heard it: nothing is said of it', async () => {
    expect((await told(jumped().made)).filter(({ check }) => check === 'late-picture')).toEqual([])
  })
})
