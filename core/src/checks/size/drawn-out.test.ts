import { grown } from '../../testing/hand/faults'
import { HAND_KINDS } from '../../testing/hand/kinds'
import { MORE_KINDS } from '../../testing/hand/more-kinds'
import { handScene, type HandScene } from '../../testing/hand/scene'
import { inspectScene } from '../inspect'
import { levelSubject } from '../subject'
import { areDrawnOut } from './drawn-out'

const drawn = (id: string, seed: number) =>
  handScene(
    [...HAND_KINDS, ...MORE_KINDS].find((kind) => kind.id === id)!,
    seed,
    { pattern: [1] },
  )
const outOf = ({ scene, inkOf }: HandScene) => {
  const { shots } = levelSubject(scene, 'A', 'main', inkOf)
  const out = areDrawnOut(shots)
  return shots.filter((_, i) => out[i]).map(({ drawing }) => drawing)
}
const volumes = ({ scene, inkOf }: HandScene) => inspectScene(scene, inkOf, { checks: ['volume'] })

test('a smear is drawn out along its way; what is stretched, long by itself or stands is not', () => {
  for (const seed of [1, 2, 3]) {
    expect(outOf(drawn('smear', seed))).toEqual(['d6', 'd7'])
    for (const id of ['ball with squash', 'fish', 'leap, line only', 'snake', 'arm wave', 'moving hold'])
      expect(outOf(drawn(id, seed))).toEqual([])
  }
})

test('a smear is larger on purpose: neither it nor those beside it are called off their volume, and that is told', async () => {
  for (const seed of [1, 2, 3]) {
    const { findings, unmeasured } = await volumes(drawn('smear', seed))
    expect(findings).toEqual([])
    expect(unmeasured.map(({ sentence }) => sentence)).toEqual([
      '2 of 14 drawings of A (7, 8) could not be judged by volume, drawn out along the way as a smear is.',
    ])
  }
})

test('another drawing of the same move that is too large is found', async () => {
  for (const seed of [1, 2, 3]) {
    const { findings } = await volumes(grown(drawn('smear', seed), 'd3', 0.2, { x: 640, y: 400 }))
    expect(findings.map(({ drawings }) => drawings)).toEqual([['d3']])
  }
})
