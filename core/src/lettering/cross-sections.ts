import type { Course } from './course'
import type { LetterStroke } from './strokes'

/** What of a stroke lies straight across from one place of a path: pixels to the right of its direction, from … to. */
export interface CrossSection {
  /** Which place of the course. */
  readonly at: number
  readonly from: number
  readonly to: number
}

/** The widest a stroke is looked across, in pixels. */
const WIDEST = 400
const STEP = 0.5
/** A run along a stroke goes on over so many places without it: a hand leaves the line for a moment. */
const GAP = 8

/**
 * For each stroke of lettering, what lies across from each path. A place of a path belongs to one stroke: of those it
 * lies on, the one it has followed longest; where it lies on none, the nearest one it follows elsewhere.
 *
 * @returns by stroke, then by path
 */
export function crossSections(
  lettering: readonly LetterStroke[],
  courses: readonly Course[],
  reach: number,
): CrossSection[][][] {
  const sections = lettering.map(() => courses.map((): CrossSection[] => []))
  /** Places of earlier ways on each stroke. */
  const taken = lettering.map(() => 0)
  courses.forEach((course, path) => {
    const runs = lettering.map((stroke) => runsOn(stroke, course))
    const home = homes(runs, course.x.length, taken)
    for (const stroke of home) if (stroke >= 0) taken[stroke]!++
    // A path beside its letters all along follows whatever lies nearest.
    const followed = new Set(home.some((stroke) => stroke >= 0) ? home : lettering.keys())
    for (let at = 0; at < home.length; at++) {
      const own = home[at]!
      const found = own >= 0 ? acrossFrom(lettering[own]!, course, at, reach) : undefined
      if (found) sections[own]![path]!.push({ at, ...found })
      else if (own < 0) putNearest(lettering, followed, course, at, { reach, path, sections })
    }
  })
  keepUnfollowed(lettering, courses, sections, reach)
  return sections.map((paths) => paths.map(withoutSpikes))
}

/** How long the run is in which a course follows a stroke, at each of its places; 0 where it is not on it. */
function runsOn(stroke: LetterStroke, course: Course): Float32Array {
  const runs = new Float32Array(course.x.length)
  let [begin, last] = [-1, -1]
  const end = () => {
    if (begin >= 0)
      for (let i = begin; i <= last; i++) if (isOn(stroke, course.x[i]!, course.y[i]!)) runs[i] = last - begin + 1
    begin = -1
  }
  for (let i = 0; i < runs.length; i++) {
    if (!isOn(stroke, course.x[i]!, course.y[i]!)) continue
    if (begin >= 0 && i - last > GAP) end()
    if (begin < 0) begin = i
    last = i
  }
  end()
  return runs
}

function isOn({ left, top, width, height, cells }: LetterStroke, x: number, y: number): boolean {
  const [u, v] = [Math.floor(x) - left, Math.floor(y) - top]
  return u >= 0 && v >= 0 && u < width && v < height && cells[v * width + u] === 1
}

/** Runs this near the longest are as long. */
const AS_LONG = 0.85

/**
 * Which stroke each place of a course belongs to; -1 none. Of strokes that lie on one another each way has its own: the
 * one followed least by the ways before it.
 */
function homes(runs: readonly Float32Array[], places: number, followed: readonly number[]): Int32Array {
  const home = new Int32Array(places).fill(-1)
  for (let at = 0; at < places; at++) {
    let longest = 0
    for (const run of runs) longest = Math.max(longest, run[at]!)
    if (longest === 0) continue
    let least = Infinity
    runs.forEach((run, stroke) => {
      if (run[at]! < AS_LONG * longest || followed[stroke]! >= least) return
      ;[least, home[at]] = [followed[stroke]!, stroke]
    })
  }
  return home
}

/** The part of a stroke across from a place of a course, or the nearest part within reach. */
function acrossFrom(
  stroke: LetterStroke,
  course: Course,
  at: number,
  reach: number,
): { from: number; to: number } | undefined {
  const on = (across: number) =>
    isOn(stroke, course.x[at]! - course.dy[at]! * across, course.y[at]! + course.dx[at]! * across)
  let near = 0
  while (near <= reach && !on(near) && !on(-near)) near += STEP
  if (near > reach) return undefined
  const begin = on(near) ? near : -near
  let [from, to] = [begin, begin]
  while (to - begin < WIDEST && on(to + STEP)) to += STEP
  while (begin - from < WIDEST && on(from - STEP)) from -= STEP
  return { from, to }
}

interface Sink {
  readonly reach: number
  readonly path: number
  readonly sections: CrossSection[][][]
}
function putNearest(
  lettering: readonly LetterStroke[],
  followed: ReadonlySet<number>,
  course: Course,
  at: number,
  { reach, path, sections }: Sink,
) {
  let nearest: { stroke: number; from: number; to: number } | undefined
  const far = (section: { from: number; to: number }) => Math.max(section.from, -section.to, 0)
  for (const stroke of followed) {
    const { left, top, width, height } = lettering[stroke] ?? NOWHERE
    const [x, y] = [course.x[at]!, course.y[at]!]
    if (x < left - reach || y < top - reach || x > left + width + reach || y > top + height + reach) continue
    const found = acrossFrom(lettering[stroke]!, course, at, reach)
    if (found && (!nearest || far(found) < far(nearest))) nearest = { stroke, ...found }
  }
  if (nearest) sections[nearest.stroke]![path]!.push({ at, from: nearest.from, to: nearest.to })
}
const NOWHERE = { left: Infinity, top: Infinity, width: 0, height: 0 }

/** A stroke no place belongs to is shown by whatever path crosses it. */
function keepUnfollowed(
  lettering: readonly LetterStroke[],
  courses: readonly Course[],
  sections: CrossSection[][][],
  reach: number,
) {
  lettering.forEach((stroke, n) => {
    if (sections[n]!.some((own) => own.length > 0)) return
    courses.forEach((course, path) => {
      for (let at = 0; at < course.x.length; at++) {
        if (!isOn(stroke, course.x[at]!, course.y[at]!)) continue
        const found = acrossFrom(stroke, course, at, reach)
        if (found) sections[n]![path]!.push({ at, ...found })
      }
    })
  })
}

/** At most this many sections are looked at for how wide a stroke is about a place, and so many go by what one finds. */
const LOOKED_AT = 31
const TOGETHER = 6
/** How much wider than about it a stroke may be at one place: a share, and pixels besides. */
const SLACK = { share: 0.1, pixels: 1 } as const

/** Where another stroke crosses, the section runs out along that: no section is wider than those about it. */
function withoutSpikes(sections: readonly CrossSection[]): CrossSection[] {
  if (sections.length === 0) return []
  const usual = median(sections.map(({ from, to }) => to - from))
  // A crossing at a slant is about as long as two strokes are wide.
  const about = Math.max(8, Math.round((2 * usual) / STEP))
  let [low, high] = [0, 0]
  return sections.map(({ at, from, to }, i) => {
    if (i % TOGETHER === 0) [low, high] = usualAbout(sections, i, about)
    const slack = SLACK.pixels + SLACK.share * (high - low)
    return { at, from: Math.max(from, low - slack), to: Math.min(to, high + slack) }
  })
}

function usualAbout(sections: readonly CrossSection[], i: number, about: number): [number, number] {
  const [first, last] = [Math.max(0, i - about), Math.min(sections.length - 1, i + about)]
  const every = Math.max(1, Math.floor((last - first) / LOOKED_AT))
  const [from, to]: [number[], number[]] = [[], []]
  for (let k = first; k <= last; k += every) {
    from.push(sections[k]!.from)
    to.push(sections[k]!.to)
  }
  return [median(from), median(to)]
}

const median = (values: readonly number[]): number => Float64Array.from(values).sort()[values.length >> 1]!
