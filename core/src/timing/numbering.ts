import type { Drawing, Scene } from '../scene/schema'
import { drawingsShown, mainSheet } from './sheet'

/** Digits and letters a drawing number can have. */
const LONGEST = 8

/** `5`, else `5a`, `5b` … `5z`, `5z27` …: the first that is not taken. What is too long for a number gives way at the end of its stem. */
export function freeNumber(base: string, taken: ReadonlySet<string>): string {
  if (base.length <= LONGEST && !taken.has(base)) return base
  const stem = base.replace(/[a-z]+$/, '') || base
  for (let n = 1; ; n++) {
    const letter = n <= 26 ? String.fromCharCode(96 + n) : `z${n}`
    const number = stem.slice(0, LONGEST - letter.length) + letter
    if (!taken.has(number)) return number
  }
}

/** The numbers drawings of a level have. */
export const numbersOf = (scene: Scene, level: string): ReadonlySet<string> =>
  new Set(Object.values(scene.drawings).flatMap((drawing) => (drawing.level === level ? [drawing.number] : [])))

/**
 * The number a new drawing first shown at `frame` gets: its frame, or in order the next running
 * number, or its predecessor's with a letter when it is put in between. Nobody else's number changes.
 */
export function numberFor(scene: Scene, level: string, frame: number): string {
  const taken = numbersOf(scene, level)
  if (scene.settings.numbering === 'by-frame') return freeNumber(String(frame), taken)
  const shown = drawingsShown(mainSheet(scene, level))
  const earlier = shown.filter((entry) => entry.frame < frame).at(-1)
  const isLast = shown.every((entry) => entry.frame < frame)
  // A number with no next one is a name, not a place in the order.
  const highest = [...taken]
    .map((number) => Number.parseInt(number, 10) || 0)
    .filter((number) => number < 10 ** LONGEST - 1)
  if (isLast || !earlier) return freeNumber(String(Math.max(0, ...highest) + 1), taken)
  const before = scene.drawings[earlier.drawing]!.number
  return freeNumber(`${before.replace(/[a-z]+$/, '') || before}a`, taken)
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
    const number = numbers.get(drawing.id) ?? freeNumber(drawing.number, taken)
    taken.add(number)
    if (number !== drawing.number) result[drawing.id] = { ...drawing, number }
  }
  return result
}
