import type { Scene } from '../scene/schema'

/** The levels something changed on between two states of a scene, ink apart; all of them when the scene itself did. */
export function levelsChanged(before: Scene, after: Scene): string[] {
  if (before.settings !== after.settings || before.palette !== after.palette) return [...after.levelOrder]
  const changed = new Set<string>()
  if (before.levels !== after.levels)
    for (const id of after.levelOrder) if (before.levels[id] !== after.levels[id]) changed.add(id)
  if (before.drawings !== after.drawings) {
    for (const drawing of Object.values(after.drawings))
      if (before.drawings[drawing.id] !== drawing) changed.add(drawing.level)
    for (const drawing of Object.values(before.drawings)) if (!after.drawings[drawing.id]) changed.add(drawing.level)
  }
  if (before.charts !== after.charts)
    for (const [from, to] of [
      [before, after],
      [after, before],
    ] as const)
      for (const chart of Object.values(from.charts)) if (to.charts[chart.id] !== chart) changed.add(chart.level)
  if (before.sheets !== after.sheets)
    for (const id of after.levelOrder)
      if (
        Object.keys(after.sheets).some((take) => before.sheets[take]?.[id] !== after.sheets[take]![id]) ||
        Object.keys(before.sheets).some((take) => !after.sheets[take])
      )
        changed.add(id)
  return [...changed].filter((id) => after.levels[id])
}
