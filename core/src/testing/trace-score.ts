import { distanceToPath, finely } from '../geometry/polyline'

/** What share of some lines (flat x, y) lies within so many pixels of other lines, and how far off the middle one is. */
export function shareWithin(
  lines: readonly (readonly number[])[],
  others: readonly (readonly number[])[],
  pixels: number,
): { share: number; middle: number } {
  const offs = lines.flatMap((line) => {
    const fine = finely(line.flatMap((value, i) => (i % 2 === 0 ? [value] : [value, 0])))
    const found: number[] = []
    for (let i = 0; i < fine.length; i += 3) found.push(nearest(fine[i]!, fine[i + 1]!, others))
    return found
  })
  const within = offs.filter((off) => off <= pixels).length
  return { share: within / Math.max(1, offs.length), middle: [...offs].sort((a, b) => a - b)[offs.length >> 1] ?? 0 }
}
const nearest = (x: number, y: number, lines: readonly (readonly number[])[]) =>
  Math.sqrt(Math.min(...lines.map((line) => distanceToPath(x, y, line))))
