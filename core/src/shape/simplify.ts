/**
 * The corners of a course worth keeping between two of them, those ends left out: a simpler line would
 * miss them by more than `tolerance` pixels (Ramer–Douglas–Peucker). `x` and `y` give a corner's place.
 */
export function cornersBetween(from: number, to: number, tolerance: number, x: (i: number) => number, y: (i: number) => number): number[] {
  const kept: number[] = []
  const spans: [number, number][] = [[from, to]]
  while (spans.length > 0) {
    const [first, last] = spans.pop()!
    const [ax, ay] = [x(first), y(first)]
    const [dx, dy] = [x(last) - ax, y(last) - ay]
    const long = Math.hypot(dx, dy)
    let [worst, far] = [-1, tolerance]
    for (let i = first + 1; i < last; i++) {
      const [px, py] = [x(i) - ax, y(i) - ay]
      const off = long < 1e-9 ? Math.hypot(px, py) : Math.abs(px * dy - py * dx) / long
      if (off > far) [worst, far] = [i, off]
    }
    if (worst > 0) {
      kept.push(worst)
      spans.push([first, worst], [worst, last])
    }
  }
  return kept
}
