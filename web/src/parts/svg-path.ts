/** A line through places (flat x, y) as SVG draws it, shut when it is closed. */
export function pathThrough(points: readonly number[], closed = false): string {
  let d = ''
  for (let i = 0; i < points.length; i += 2)
    d += `${i === 0 ? 'M' : 'L'}${points[i]!.toFixed(1)} ${points[i + 1]!.toFixed(1)}`
  return closed ? `${d}Z` : d
}
