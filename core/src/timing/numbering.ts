import type { Drawing, Scene } from '../scene/schema'
import { drawingsShown, mainSheet } from './sheet'

/** `5`, else `5a`, `5b` … `5z`, `5aa`: the first that is not taken. */
function free(base: string, taken: ReadonlySet<string>): string {
  if (!taken.has(base)) return base
  const stem = base.replace(/[a-z]+$/, '')
  for (let n = 1; ; n++) {
    const letter = n <= 26 ? String.fromCharCode(96 + n) : `z${n}`
    if (!taken.has(stem + letter)) return stem + letter
  }
}

const numbersOf = (scene: Scene, level: string) =>
  new Set(Object.values(scene.drawings).flatMap((drawing) => (drawing.level === level ? [drawing.number] : [])))

/**
 * The number a new drawing first shown at `frame` gets: its frame, or in order the next running
 * number, or its predecessor's with a letter when it is put in between. Nobody else's number changes.
 */
export function numberFor(scene: Scene, level: string, frame: number): string {
  const taken = numbersOf(scene, level)
  if (scene.settings.numbering === 'by-frame') return free(String(frame), taken)
  const shown = drawingsShown(mainSheet(scene, level))
  const earlier = shown.filter((entry) => entry.frame < frame).at(-1)
  const isLast = shown.every((entry) => entry.frame < frame)
  const highest = Math.max(0, ...[...taken].map((number) => Number.parseInt(number, 10) || 0))
  if (isLast || !earlier) return free(String(highest + 1), taken)
  return free(`${scene.drawings[earlier.drawing]!.number.replace(/[a-z]+$/, '')}a`, taken)
}

/** Every drawing of the level numbered afresh by the scene's own rule; drawings not shown keep clear of them. */
export function renumbered(scene: Scene, level: string): Record<string, Drawing> {
  const shown = drawingsShown(mainSheet(scene, level))
  const numbers = new Map(
    shown.map(({ drawing, frame }, i) => [drawing, String(scene.settings.numbering === 'by-frame' ? frame : i + 1)]),
  )
  const taken = new Set(numbers.values())
  const result = { ...scene.drawings }
  for (const drawing of Object.values(scene.drawings)) {
    if (drawing.level !== level) continue
    const number = numbers.get(drawing.id) ?? free(drawing.number, taken)
    taken.add(number)
    if (number !== drawing.number) result[drawing.id] = { ...drawing, number }
  }
  return result
}
