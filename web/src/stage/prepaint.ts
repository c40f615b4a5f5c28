import { drawingsShown, exposuresOf, PASSES, type Pass, type Scene } from '@unhurried/core'
import type { BitmapName } from './paint/bitmaps'
import { underLight } from './light-table'
import { passesShown } from './paint/ink'
import type { InkOf } from './paint/surface'

/** How many drawings to each side are made ready for a flip. */
const REACH = 2

interface Beside {
  readonly scene: Scene
  readonly take: string
  readonly level: string
  readonly drawing: string
}

/** What a list holds around a place in it, the nearest first: after, before, after … */
function* around<T>(list: readonly T[], here: number, reach = list.length): Generator<T> {
  for (let away = 1; away <= reach; away++)
    for (const at of [here + away, here - away]) if (at >= 0 && at < list.length) yield list[at]!
}

const orderOf = ({ scene, level, take }: Beside) =>
  drawingsShown(exposuresOf(scene, level, take)).map((entry) => entry.drawing)

/** The bitmaps a flip to the drawings beside this one will need, the nearest first. */
export function bitmapsBeside(at: Beside, inkOf: InkOf): BitmapName[] {
  const { scene, level, drawing, take } = at
  const order = orderOf(at)
  return [...around(order, order.indexOf(drawing), REACH)].flatMap((id) => [
    ...PASSES.map((pass) => ({ drawing: id, pass, style: 'ink' as const, tint: '' })),
    ...underLight(scene, { level, drawing: id, take }).flatMap((lit) =>
      passesShown(lit.drawing, inkOf).map((pass) => ({ drawing: lit.drawing, pass, style: lit.style, tint: lit.tint })),
    ),
  ])
}

/** Every pass that may be turned to: of this level the nearest first, then of the others. */
export function* passesBeside(at: Beside): Generator<{ readonly drawing: string; readonly pass: Pass }> {
  const order = orderOf(at)
  const seen = new Set<string>()
  function* each(drawing: string) {
    if (seen.has(drawing)) return
    seen.add(drawing)
    for (const pass of PASSES) yield { drawing, pass }
  }
  yield* each(at.drawing)
  for (const drawing of around(order, order.indexOf(at.drawing))) yield* each(drawing)
  for (const drawing of Object.keys(at.scene.drawings)) yield* each(drawing)
}
