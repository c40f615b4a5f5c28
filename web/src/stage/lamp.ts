import { drawingsShown, mainSheet, type Scene } from '@unhurried/core'
import { workOf } from './work'
import type { Style } from './paint'

export interface UnderLight { readonly drawing: string; readonly style: Exclude<Style, 'ink'>; readonly strength: number }

/**
 * The drawings the light table puts under `drawing`, farthest first. Beyond the last drawing lies the
 * first only on a level that is a loop.
 */
export function underLight(scene: Scene, level: string, drawing: string | undefined): UnderLight[] {
  const { lightTable: lamp, loop } = scene.levels[level]!
  if (!lamp.on || drawing === undefined) return []
  const between = workOf(scene, level).find((step) => step.drawing === drawing)?.between
  if (lamp.shows === 'parents' && between) {
    return [
      { drawing: between.parents[0], style: 'earlier', strength: lamp.earlierStrength },
      { drawing: between.parents[1], style: 'later', strength: lamp.laterStrength },
    ]
  }
  const order = drawingsShown(mainSheet(scene, level)).map((entry) => entry.drawing)
  const here = order.indexOf(drawing)
  if (here < 0) return []
  const side = (count: number, step: 1 | -1, style: UnderLight['style'], strength: number): UnderLight[] =>
    Array.from({ length: Math.min(count, order.length - 1) }, (_, i) => {
      const at = here + step * (i + 1)
      const around = loop ? (at + order.length) % order.length : at
      return { drawing: order[around], style, strength: strength / (1 + i * 0.6) }
    }).filter((entry): entry is UnderLight => entry.drawing !== undefined && entry.drawing !== drawing)
  const earlier = side(lamp.earlier, -1, 'earlier', lamp.earlierStrength)
  const later = lamp.shows === 'earlier' ? [] : side(lamp.later, 1, 'later', lamp.laterStrength)
  const seen = new Set<string>()
  return [...earlier, ...later].filter((entry) => !seen.has(entry.drawing) && seen.add(entry.drawing)).reverse()
}
