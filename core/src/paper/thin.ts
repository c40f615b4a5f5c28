/** Neighbours round a pixel: above, then clockwise. */
const ROUND = [
  [0, -1],
  [1, -1],
  [1, 0],
  [1, 1],
  [0, 1],
  [-1, 1],
  [-1, 0],
  [-1, -1],
] as const

/**
 * A mask worn down to lines one pixel wide that hang together as it did.
 * Source: T. Y. Zhang and C. Y. Suen, A fast parallel algorithm for thinning digital patterns, CACM 27 (1984).
 */
export function thinned(mask: Uint8Array, width: number, height: number): Uint8Array {
  const lines = Uint8Array.from(mask)
  // The edge of the picture is nothing: no pixel of it has eight neighbours.
  for (let x = 0; x < width; x++) lines[x] = lines[(height - 1) * width + x] = 0
  for (let y = 0; y < height; y++) lines[y * width] = lines[y * width + width - 1] = 0
  const offsets = ROUND.map(([x, y]) => y * width + x)
  let live = pixelsOf(lines)
  for (;;) {
    const before = live.length
    for (const half of [0, 1] as const) {
      const gone = live.filter((at) => isWorn(lines, at, offsets, half))
      for (const at of gone) lines[at] = 0
      live = live.filter((at) => lines[at])
    }
    if (live.length === before) return lines
  }
}

function pixelsOf(mask: Uint8Array): number[] {
  const found: number[] = []
  for (let i = 0; i < mask.length; i++) if (mask[i]) found.push(i)
  return found
}

function isWorn(lines: Uint8Array, at: number, offsets: readonly number[], half: 0 | 1): boolean {
  let [count, changes] = [0, 0]
  for (let i = 0; i < 8; i++) {
    const here = lines[at + offsets[i]!]!
    count += here
    if (!here && lines[at + offsets[(i + 1) % 8]!]) changes++
  }
  if (count < 2 || count > 6 || changes !== 1) return false
  const [above, right, below, left] = [0, 2, 4, 6].map((i) => lines[at + offsets[i]!]!) as [
    number,
    number,
    number,
    number,
  ]
  return half === 0
    ? !(above && right && below) && !(right && below && left)
    : !(above && right && left) && !(above && below && left)
}

/** Lines one pixel wide as ways from end to end or crossing to crossing; loops begin anywhere. Flat x, y at pixels' middles. */
export function waysOf(lines: Uint8Array, width: number): { points: number[]; closed: boolean }[] {
  const offsets = ROUND.map(([x, y]) => y * width + x)
  /** Pixels joined to one: beside it, or across a corner that no pixel beside both fills. */
  const around = (at: number) =>
    offsets.flatMap((offset, i) => {
      if (!lines[at + offset]) return []
      const across = i % 2 === 1
      return across && (lines[at + offsets[i - 1]!] || lines[at + offsets[(i + 1) % 8]!]) ? [] : [at + offset]
    })
  const live = pixelsOf(lines)
  const nodes = new Set(live.filter((at) => around(at).length !== 2))
  const used = new Set<number>()
  const link = (a: number, b: number) => Math.min(a, b) * lines.length + Math.max(a, b)
  const ways: { points: number[]; closed: boolean }[] = []
  const follow = (from: number, to: number) => {
    const way = [from]
    let [before, here] = [from, to]
    used.add(link(before, here))
    while (!nodes.has(here) && here !== from) {
      way.push(here)
      const next = around(here).find((each) => each !== before && !used.has(link(here, each)))
      if (next === undefined) break
      used.add(link(here, next))
      ;[before, here] = [here, next]
    }
    way.push(here)
    ways.push({
      points: way.flatMap((at) => [(at % width) + 0.5, Math.floor(at / width) + 0.5]),
      closed: here === from,
    })
  }
  for (const node of nodes) for (const next of around(node)) if (!used.has(link(node, next))) follow(node, next)
  for (const at of live)
    if (!nodes.has(at)) {
      const next = around(at).find((each) => !used.has(link(at, each)))
      if (next !== undefined && !around(at).some((each) => used.has(link(at, each)))) follow(at, next)
    }
  return ways
}
