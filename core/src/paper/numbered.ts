/** Files that carry numbers, as stills of a film do. */
export interface Numbered {
  /** The places of the names, in the order of their numbers. */
  readonly order: readonly number[]
  /** For each in that order, how many frames after the first it stands. */
  readonly after: readonly number[]
  readonly first: number
  readonly last: number
  /** Numbers that are missing between the first and the last, as stretches of both ends. */
  readonly gaps: readonly (readonly [from: number, to: number])[]
}

/** The last number in a name, leaving out what a name ends with: `scene2-0007.png` is the seventh. */
function numberOf(name: string): number | undefined {
  const digits = /(\d{1,9})\D*$/.exec(name.replace(/\.\w{1,5}$/, ''))?.[1]
  return digits === undefined ? undefined : Number(digits)
}

/** What the numbers of some names say; undefined unless each name has one of its own, and there are two at least. */
export function numberedNames(names: readonly string[]): Numbered | undefined {
  const numbers = names.map(numberOf)
  if (names.length < 2 || numbers.includes(undefined) || new Set(numbers).size < names.length) return undefined
  const all = numbers as number[]
  const order = [...all.keys()].sort((a, b) => all[a]! - all[b]!)
  const sorted = order.map((i) => all[i]!)
  const [first, last] = [sorted[0]!, sorted.at(-1)!]
  const gaps = sorted.slice(1).flatMap((number, i) => {
    const before = sorted[i]!
    return number - before > 1 ? [[before + 1, number - 1] as const] : []
  })
  return { order, after: sorted.map((number) => number - first), first, last, gaps }
}
