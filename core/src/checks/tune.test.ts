import { inspectScene } from '../index'
import { aheadScene, arcScene, kindOf } from './testing/planted'
test('clean', async () => {
  const tally: Record<string, number> = {}
  let drawings = 0
  const shown: string[] = []
  for (let seed = 1; seed <= 60; seed++) {
    for (const make of [arcScene, aheadScene]) {
      const made = make({ kind: kindOf(seed), seed })
      drawings += made.order.length
      const { findings } = await inspectScene(made.scene, made.inkOf)
      for (const f of findings) { tally[f.check] = (tally[f.check] ?? 0) + 1; if (shown.length < 40) shown.push(`${seed} ${make.name} ${JSON.stringify(kindOf(seed))} ${f.check}: ${f.sentence}`) }
    }
  }
  console.log(drawings, tally, shown.join('\n'))
})
