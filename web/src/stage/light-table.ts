import { drawingsShown, exposuresOf, type Scene } from '@unhurried/core'
import { workOf } from './order-of-work'
import type { Style } from './paint/surface'

export interface UnderLight {
  readonly drawing: string
  readonly style: Exclude<Style, 'ink'>
  readonly strength: number
  readonly tint: string
}

export const TINTS = { earlier: '#b7791f', later: '#5a5ca8' } as const

/**
 * Whether the first drawing of a level lies after its last: where that is asked for, and on a loop once nothing is
 * left empty at its end. While a loop is still being drawn straight ahead its last drawing is far from the first.
 */
export function isClosed(scene: Scene, level: string, take = scene.mainTake): boolean {
  const { lightTable, loop } = scene.levels[level]!
  return lightTable.beyond ?? (loop && exposuresOf(scene, level, take).at(-1)?.drawing !== null)
}

/**
 * The drawings the light table puts under `drawing`, farthest first. Beyond the last drawing lies the
 * first only on a level that is a loop, or where that is asked for. `parentsOnly` puts there exactly
 * the two drawings an inbetween is found between.
 */
export function underLight(
  scene: Scene,
  {
    level,
    drawing,
    take = scene.mainTake,
    parentsOnly = false,
  }: {
    level: string
    drawing: string | undefined
    take?: string
    parentsOnly?: boolean
  },
): UnderLight[] {
  const { lightTable: lights } = scene.levels[level]!
  if ((!lights.on && !parentsOnly) || drawing === undefined) return []
  const tints = lights.tints ?? TINTS
  const lit = (
    id: string,
    style: UnderLight['style'],
    strength = style === 'earlier' ? lights.earlierStrength : lights.laterStrength,
  ): UnderLight => ({ drawing: id, style, strength, tint: tints[style] })
  const between = workOf(scene, level, take).find((step) => step.drawing === drawing)?.between
  const parents = between ? [lit(between.parents[0], 'earlier'), lit(between.parents[1], 'later')] : []
  if (parentsOnly && between) return parents
  const order = drawingsShown(exposuresOf(scene, level, take)).map((entry) => entry.drawing)
  const here = order.indexOf(drawing)
  const around = isClosed(scene, level, take)
  const side = (count: number, step: 1 | -1, style: UnderLight['style'], strength: number): UnderLight[] => {
    const found: UnderLight[] = []
    for (let i = 1; i < order.length && found.length < count; i++) {
      const at = here + step * i
      const id = order[around ? (at + order.length) % order.length : at]
      if (id === undefined) break
      if (!lights.keysOnly || scene.drawings[id]!.role !== 'inbetween')
        found.push(lit(id, style, strength / (1 + found.length * 0.6)))
    }
    return found
  }
  const pinned = (lights.pinned ?? [])
    .filter((id) => scene.drawings[id])
    .map((id) => lit(id, order.indexOf(id) > here ? 'later' : 'earlier'))
  const beside =
    here < 0
      ? []
      : lights.shows === 'parents' && between
        ? [...parents].reverse()
        : [
            ...side(lights.earlier, -1, 'earlier', lights.earlierStrength),
            ...(lights.shows === 'earlier' ? [] : side(lights.later, 1, 'later', lights.laterStrength)),
          ]
  const seen = new Set([drawing])
  return [...beside, ...pinned].filter((entry) => !seen.has(entry.drawing) && seen.add(entry.drawing)).reverse()
}
