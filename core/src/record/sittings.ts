import type { Pass } from '../scene/schema'

/** Something that happened while somebody had a scene open; `at` in milliseconds since 1970, UTC. */
export type WorkEvent = {
  readonly at: number
  /** Which of several open pages tells of it. */
  readonly page?: string
} & (
  | {
      readonly what: 'worked'
      readonly drawing: string
      readonly pass: Pass
      /** How long what ended there took, in milliseconds. */
      readonly lasted?: number
    }
  /** The page went out of sight, or came back. */
  | { readonly what: 'hidden' | 'shown' }
)

/** Work on one pass of one drawing within a sitting. */
interface Worked {
  readonly drawing: string
  readonly pass: Pass
  /** When it was begun, in milliseconds since 1970. */
  readonly from: number
  readonly seconds: number
}
/** A run of work with no pause. */
export interface Sitting {
  /** In milliseconds since 1970. */
  readonly from: number
  readonly to: number
  readonly worked: readonly Worked[]
}

/** A longer gap, in seconds, is a pause. */
export const PAUSE = 180

/**
 * Runs of work with no gap over `pause` seconds. The time up to something done belongs to the drawing and pass it was done
 * on: it was being drawn. Nothing is counted while no page is in sight, and no time twice, whichever page tells of it and
 * however a clock jumps.
 *
 * @param events - of all pages of one person, in any order
 */
export function sittings(events: readonly WorkEvent[], { pause = PAUSE } = {}): Sitting[] {
  const found: Running[] = []
  const inSight = new Set<string>()
  let [seen, before] = [0, -Infinity]
  for (const event of [...events].sort(inOrder)) {
    if (inSight.size > 0) seen += event.at - before
    before = event.at
    const page = event.page ?? ''
    if (event.what === 'hidden') inSight.delete(page)
    else inSight.add(page)
    if (event.what !== 'worked') continue
    const last = found.at(-1)
    const lasted = Math.max(0, event.lasted ?? 0)
    const free = event.at - (last?.to ?? -Infinity)
    if (!last || free - lasted > 1000 * pause) {
      const from = event.at - Math.min(lasted, free)
      found.push({ from, to: event.at, worked: new Map() })
      add(found.at(-1)!, event, event.at - from)
    } else {
      last.to = event.at
      add(last, event, Math.min(free, Math.max(seen, lasted)))
    }
    seen = 0
  }
  return found.map(({ from, to, worked }) => ({ from, to, worked: [...worked.values()] }))
}

interface Running {
  readonly from: number
  to: number
  readonly worked: Map<string, Worked>
}

/** By time; what happened at once always in the same order. */
const inOrder = (a: WorkEvent, b: WorkEvent): number => a.at - b.at || nameOf(a).localeCompare(nameOf(b))
const nameOf = (event: WorkEvent) =>
  `${event.what} ${event.page ?? ''}${event.what === 'worked' ? ` ${event.drawing} ${event.pass} ${event.lasted ?? 0}` : ''}`

function add({ worked }: Running, { drawing, pass, at }: WorkEvent & { what: 'worked' }, milliseconds: number): void {
  const name = `${drawing} ${pass}`
  const own = worked.get(name) ?? { drawing, pass, from: at - milliseconds, seconds: 0 }
  worked.set(name, { ...own, seconds: own.seconds + milliseconds / 1000 })
}

/**
 * The same events without those that tell nothing more: one drawing's work from the first to the last of it within a
 * pause is as long with what lies between left out.
 */
export function compacted(events: readonly WorkEvent[], { pause = PAUSE } = {}): WorkEvent[] {
  const kept: WorkEvent[] = []
  for (const event of [...events].sort(inOrder)) {
    const [first, middle] = [kept.at(-2), kept.at(-1)]
    const goesOn = first && middle && isOn(first, event) && isOn(middle, event) && event.at - first.at <= 1000 * pause
    if (goesOn) kept.pop()
    kept.push(event)
  }
  return kept
}

const isOn = (one: WorkEvent, other: WorkEvent): boolean =>
  one.what === 'worked' &&
  other.what === 'worked' &&
  one.drawing === other.drawing &&
  one.pass === other.pass &&
  one.page === other.page
