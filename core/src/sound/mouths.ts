import { bare, type SpeechSound } from '../base/speech-sounds'

/** Shapes of a mouth, in words. */
export const MOUTH_SHAPES = ['shut', 'teeth', 'narrow', 'open', 'wide', 'round', 'pucker', 'tongue', 'bite'] as const
export type MouthShape = (typeof MOUTH_SHAPES)[number]

/** What a mouth does in each shape, for whoever draws it. */
export const SHAPE_WORDS: Readonly<Record<MouthShape, string>> = {
  shut: 'lips together: m, b, p, and at rest',
  teeth: 'teeth together, lips apart: s, z, sh, ch',
  narrow: 'a little open: k, g, and between',
  open: 'wide open, jaw down: a',
  wide: 'corners drawn back: ee, e',
  round: 'open and rounded: o, r',
  pucker: 'small and pushed out: oo, w',
  tongue: 'open, the tongue behind the upper teeth: l, d, t, n, th',
  bite: 'lower lip under the upper teeth: f, v',
}

/** Sets a mouth is drawn in. In the small one neighbours stand for the shapes it lacks. */
export const MOUTH_SETS = {
  six: ['shut', 'narrow', 'open', 'wide', 'round', 'bite'],
  nine: MOUTH_SHAPES,
} as const satisfies Record<string, readonly MouthShape[]>
export type MouthSet = keyof typeof MOUTH_SETS
const STANDS_FOR: Partial<Readonly<Record<MouthShape, MouthShape>>> = {
  teeth: 'narrow',
  tongue: 'narrow',
  pucker: 'round',
}

/** What each sound shows: one shape, or one that turns into another. */
const SHOWN: Readonly<Record<SpeechSound, readonly [MouthShape, MouthShape?]>> = {
  ...{ m: ['shut'], b: ['shut'], p: ['shut'], f: ['bite'], v: ['bite'] },
  ...{ l: ['tongue'], d: ['tongue'], t: ['tongue'], n: ['tongue'], th: ['tongue'], dh: ['tongue'] },
  ...{ s: ['teeth'], z: ['teeth'], sh: ['teeth'], zh: ['teeth'], ch: ['teeth'], jh: ['teeth'] },
  ...{ k: ['narrow'], g: ['narrow'], ng: ['narrow'], hh: ['narrow'], y: ['narrow'], ah: ['narrow'], ih: ['narrow'] },
  ...{ aa: ['open'], ae: ['open'], ay: ['open', 'wide'], aw: ['open', 'pucker'] },
  ...{ iy: ['wide'], eh: ['wide'], ey: ['wide'] },
  ...{ ao: ['round'], ow: ['round', 'pucker'], oy: ['round', 'wide'], er: ['round'], r: ['round'] },
  ...{ uw: ['pucker'], uh: ['pucker'], w: ['pucker'] },
}

/** How an ill-fitting shape looks for a frame: by how much the shape matters to the sound. */
const COST = {
  /** Lips that do not meet are seen by everyone; more than all else in a run together can save. */
  lips: 1000,
  bite: 24,
  vowel: 8,
  teeth: 5,
  tongue: 4,
  other: 2,
  /** At rest a mouth is shut, or little open. */
  rest: 3,
  /** So near to right counts for this share: open for wide, round for pucker. */
  near: 0.45,
  /** Another drawing, so that a mouth does not flap. */
  change: 3,
} as const
const NEAR = new Set([
  'open/wide',
  'round/pucker',
  'narrow/teeth',
  'narrow/tongue',
  'narrow/wide',
  'narrow/open',
  'teeth/wide',
  'tongue/teeth',
])
const isNear = (a: MouthShape, b: MouthShape) => NEAR.has(`${a}/${b}`) || NEAR.has(`${b}/${a}`)

/** A sound and the frames it is heard under; parts of frames count. Frame 1 begins at 1 and ends at 2. */
export interface HeardSound {
  readonly sound: string
  readonly from: number
  readonly to: number
}
export interface MouthPlan {
  readonly sounds: readonly HeardSound[]
  /** The frames to fill, both within. */
  readonly first: number
  readonly last: number
  /** Nothing is shorter than so many frames. */
  readonly exposure: number
  /** Frames by which a mouth is ahead of its sound. */
  readonly lead: number
  readonly set: MouthSet
}
export interface MouthExposure {
  readonly shape: MouthShape
  readonly frames: number
}

/**
 * The mouths of a line, frame by frame: lips meet on every m, b and p, vowels get the time, a mouth rests between
 * words rather than flaps, and no drawing is shorter than the exposure. The cheapest way by dynamic programming over
 * frames, shapes and how long each has been shown.
 *
 * @returns one after the other, filling first … last exactly
 * Errors: RangeError for no frames
 */
export function planMouths({ sounds, first, last, exposure, lead, set }: MouthPlan): MouthExposure[] {
  const count = last - first + 1
  if (!(count > 0)) throw new RangeError('There are no frames to put a mouth on.')
  const shapes = MOUTH_SETS[set]
  const least = Math.min(Math.max(1, exposure), count)
  const costs = frameCosts({ sounds, first, count, lead, set })
  const path = cheapest(costs, shapes.length, least)
  const runs: { shape: MouthShape; frames: number }[] = []
  for (const at of path) {
    const shape = shapes[at]!
    const run = runs.at(-1)
    if (run?.shape === shape) run.frames++
    else runs.push({ shape, frames: 1 })
  }
  return runs
}

/** The shape of a set that stands for one. */
export const inSet = (shape: MouthShape, set: MouthSet): MouthShape =>
  (MOUTH_SETS[set] as readonly MouthShape[]).includes(shape) ? shape : STANDS_FOR[shape]!

export const isLipSound = (sound: string): boolean => ['m', 'b', 'p'].includes(bare(sound))

/** The frame on which the lips should meet for a sound, before any lead: the one its middle lies under. */
export const lipFrame = ({ from, to }: HeardSound): number => Math.floor((from + to) / 2)

/** What each shape costs on each frame. */
function frameCosts({
  sounds,
  first,
  count,
  lead,
  set,
}: Pick<MouthPlan, 'sounds' | 'first' | 'lead' | 'set'> & { count: number }) {
  const shapes: readonly MouthShape[] = MOUTH_SETS[set]
  const costs = Array.from({ length: count }, () => new Float64Array(shapes.length))
  const spoken = new Float64Array(count)
  const add = (frame: number, wanted: MouthShape, much: number) =>
    shapes.forEach((shape, i) => {
      if (shape !== wanted) costs[frame]![i]! += much * (isNear(shape, wanted) ? COST.near : 1)
    })
  for (const heard of sounds) {
    for (const [shape, from, to] of shownBy(heard)) {
      const wanted = inSet(shape, set)
      const [begins, ends] = [from - lead - first, to - lead - first]
      for (let frame = Math.max(0, Math.floor(begins)); frame < Math.min(count, Math.ceil(ends)); frame++) {
        const share = Math.min(frame + 1, ends) - Math.max(frame, begins)
        spoken[frame]! += share
        add(frame, wanted, share * weightOf(heard.sound, shape))
      }
    }
    if (isLipSound(heard.sound)) {
      // Beyond the ends of the frames they meet on the first or the last.
      const at = Math.min(count - 1, Math.max(0, lipFrame(heard) - lead - first))
      shapes.forEach((shape, i) => {
        if (shape !== 'shut') costs[at]![i]! += COST.lips
      })
    }
  }
  spoken.forEach((share, frame) => add(frame, 'shut', Math.max(0, 1 - share) * COST.rest))
  return costs
}

/** A sound's shapes and their frames; one that turns does so past its middle. */
function shownBy({ sound, from, to }: HeardSound): [MouthShape, number, number][] {
  const [shape, then] = SHOWN[bare(sound)]
  if (!then) return [[shape, from, to]]
  const turn = from + (to - from) * 0.6
  return [
    [shape, from, turn],
    [then, turn, to],
  ]
}

function weightOf(sound: string, shape: MouthShape): number {
  if (isLipSound(sound)) return COST.bite
  if (shape === 'bite') return COST.bite
  if (shape === 'teeth') return COST.teeth
  if (shape === 'tongue') return COST.tongue
  // Vowels that are stressed are what a mouth is read by.
  return /[12]$/.test(sound) ? COST.vowel : COST.other * 2
}

/** The cheapest row of shapes in which each is shown for at least so many frames. */
function cheapest(costs: readonly Float64Array[], shapes: number, least: number): number[] {
  const count = costs.length
  // Cost of showing one shape over frames from … to is the difference of two sums.
  const sums = Array.from({ length: shapes }, (_, shape) => {
    const sum = new Float64Array(count + 1)
    costs.forEach((cost, frame) => (sum[frame + 1] = sum[frame]! + cost[shape]!))
    return sum
  })
  // best[end]: the cheapest way to fill the frames before `end` with whole runs, and its last run.
  const best = new Float64Array(count + 1).fill(Infinity)
  best[0] = 0
  const runs: { shape: number; from: number }[] = []
  // Where a run of a shape begins most cheaply, of all places far enough before.
  const open = Array.from({ length: shapes }, () => ({ cost: Infinity, from: 0 }))
  for (let end = least; end <= count; end++) {
    const from = end - least
    for (let shape = 0; shape < shapes; shape++) {
      const begun = best[from]! - sums[shape]![from]! + COST.change
      if (begun < open[shape]!.cost) open[shape] = { cost: begun, from }
      const cost = open[shape]!.cost + sums[shape]![end]!
      if (cost < best[end]!) {
        best[end] = cost
        runs[end] = { shape, from: open[shape]!.from }
      }
    }
  }
  const path = new Array<number>(count)
  for (let end = count; end > 0; end = runs[end]!.from) path.fill(runs[end]!.shape, runs[end]!.from, end)
  return path
}
