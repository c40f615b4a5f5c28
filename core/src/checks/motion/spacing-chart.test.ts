import { inspectScene } from '../inspect'
import { CHARTED_KINDS } from '../../testing/hand/charted-kinds'
import { offChart } from '../../testing/hand/faults'
import { handScene, type HandScene } from '../../testing/hand/scene'

const kind = (id: string) => CHARTED_KINDS.find((each) => each.id === id)!
const SEEDS = [400, 401, 402, 403]

const ask = async ({ scene, inkOf }: HandScene) =>
  (await inspectScene(scene, inkOf, { checks: ['spacing-chart', 'standing-still'] })).findings

test('what is pinned but goes while the charted landmark rests, as the tail of a worm, is held against no chart of its head', async () => {
  for (const seed of SEEDS)
    expect(await ask(handScene(kind('worm crawls'), seed, { pinned: true, charted: true }))).toEqual([])
})

test('a drawing off its chart is found all the same: pinned with another that keeps it, and where a body stands by what moves', async () => {
  for (const [id, pinned] of [
    ['skids to a halt', true],
    ['bows', true],
    ['lid opens', false],
  ] as const) {
    let [planted, found] = [0, 0]
    for (const seed of SEEDS) {
      const made = handScene(kind(id), seed, { pinned, charted: true })
      const fault = offChart(made, seed, 'spacing-chart', 2)
      if (!fault) continue
      planted++
      if ((await ask(fault.made)).some(({ drawings }) => drawings.includes(fault.drawing))) found++
    }
    expect(planted).toBeGreaterThan(1)
    expect(found / planted).toBeGreaterThanOrEqual(0.75)
  }
})
