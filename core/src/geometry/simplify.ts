/**
 * The corners of a course worth keeping between two of them, those ends left out: a simpler line would
 * miss them by more than `tolerance` pixels (Ramer–Douglas–Peucker). `x` and `y` give a corner's place.
 */
export function cornersBetween(
  from: number,
  to: number,
  tolerance: number,
  x: (i: number) => number,
  y: (i: number) => number,
): number[] {
  const kept: number[] = []
  const spans: [number, number][] = [[from, to]]
  while (spans.length > 0) {
    const [first, last] = spans.pop()!
    const [ax, ay] = [x(first), y(first)]
    const [dx, dy] = [x(last) - ax, y(last) - ay]
    const long = Math.hypot(dx, dy)
    const point = long < 1e-9
    // Across a line, how far off is a cross product over its length.
    let [worst, far] = [-1, point ? tolerance : tolerance * long]
    for (let i = first + 1; i < last; i++) {
      const px = x(i) - ax
      const py = y(i) - ay
      const off = point ? Math.hypot(px, py) : Math.abs(px * dy - py * dx)
      if (off > far) [worst, far] = [i, off]
    }
    if (worst > 0) {
      kept.push(worst)
      spans.push([first, worst], [worst, last])
    }
  }
  return kept
}
