import { distance, type Point } from '../../motion/arc'
import { judged, lackingPins, onePerDrawing, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation } from '../finding'
import { sizesOf } from '../size/sizes'
import { followed, type LevelSubject, type Shot, type Track } from '../subject'
import { wholeDrawing } from '../tracks/whole-drawing'

/** Speeds that differ by less are alike to the eye, in pixels per frame; a whole drawing is known less well, in pixels a step. */
const ALIKE = 1.5
const KNOWN = 4
/** An area that changes by less over the seam is no jump, in per cent. */
const STEADY = 8

/** Cosines of the turns from which a way goes back on itself: a circle of few drawings does not. */
const BACK = { about: -0.7, within: -0.5 } as const

/** Whether the way after the seam goes back on the way before it, and turns over the seam itself. */
function turnsBack(points: readonly Point[]): boolean {
  const step = (i: number) => ({ x: points[i + 1]!.x - points[i]!.x, y: points[i + 1]!.y - points[i]!.y })
  const against = (a: Point, b: Point, cosine: number) =>
    a.x * b.x + a.y * b.y < cosine * Math.hypot(a.x, a.y) * Math.hypot(b.x, b.y)
  const [before, over, after] = [step(1), step(2), step(3)]
  const within = against(before, over, BACK.within) || against(over, after, BACK.within)
  return within && against(before, after, BACK.about)
}

/** A seam that jumps does so by this many times more than anything else in the loop. */
const ELSEWHERE = 1.3

/** The largest change of size within a loop, its seam left out, in per cent. */
function mostElsewhere(shots: readonly Shot[]): number {
  const sizes = sizesOf(shots).areas
  return sizes.slice(1).reduce((most: number, size, i) => {
    const before = sizes[i]
    return size === undefined || before === undefined ? most : Math.max(most, Math.abs(100 * Math.log(size / before)))
  }, 0)
}

/** A way that slows down toward the seam and speeds up from it rests there, by so much from step to step. */
const SLOWS = 0.8
const restsThere = ([first, before, , after, last]: readonly number[]): boolean =>
  before! < SLOWS * first! && after! < SLOWS * last!

/**
 * Loop seam. A loop goes round for ever, so its seam is seen again and again: the step and the change of
 * size from the last drawing to the first are held against the two steps on each side of it.
 */
export const loopSeam = {
  id: 'loop-seam',
  name: 'Loop seam',
  group: 'meeting',
  severity: 'mend',
  why: 'A loop is seen round and round: a jump where it closes is seen every time.',
  limits: {
    ratio: {
      words: 'Step or change of size over the seam, against those around it',
      unit: '×',
      value: 1.6,
      min: 1.1,
      max: 10,
      loosens: 'up',
    },
  },
} as const satisfies CheckFacts

/** A loop and what of it is seen round its seam. */
interface Seam {
  readonly subject: LevelSubject
  readonly loop: readonly Shot[]
  /** Three showings before the seam and three after, the frames of these going on. */
  readonly ring: readonly Shot[]
  readonly ratio: number
  readonly base: Pick<Observation, 'level' | 'drawings' | 'frames' | 'limit' | 'unit'>
}
const [BEFORE, AFTER] = [2, 3]

export const judgeLoopSeam: Judge = {
  level(subject, { scene, limit }) {
    const seam = seamOf(subject, scene.settings.length, limit('ratio'))
    if (!seam) return judged([])
    // Landmarks, and all of each drawing: what drifts as one shows in what hardly goes of itself.
    const tracks = [...subject.tracks, wholeDrawing(seam.loop, true)].filter((track) => seam.ring.every(track.at))
    const steps = tracks.flatMap((track) => stepOver(seam, track))
    return judged([...onePerDrawing(steps), ...sizeOver(seam)], tracks.length > 0 ? [] : lackingPins(subject))
  },
}

function seamOf(subject: LevelSubject, length: number, ratio: number): Seam | undefined {
  const [stretch] = subject.stretches
  if (!subject.level.loop || !stretch || stretch.from !== 2) return undefined
  const loop = stretch.shots.slice(stretch.from, -2)
  const goingOn = loop.slice(0, 3).map((shot) => ({ ...shot, frame: shot.frame + length }))
  const ring = [...loop.slice(-3), ...goingOn]
  if (ring.length < 6) return undefined
  const [last, first] = [ring[BEFORE]!, ring[AFTER]!]
  const frames = [last.frame, first.frame - length]
  const base = {
    level: subject.level.id,
    drawings: [last.drawing, first.drawing],
    frames,
    limit: ratio,
    unit: '×',
  } as const
  return { subject, loop, ring, ratio, base }
}

const overTheSeam = ({ subject, ring }: Seam) =>
  `Over the seam of ${subject.level.name}, ${ring[BEFORE]!.entry.number} to ${ring[AFTER]!.entry.number},`

/** Pixels a frame from each place to the next. */
function speedsOf(track: Track, shots: readonly Shot[]): number[] {
  const places = followed(track, shots)
  return places
    .slice(1)
    .map(({ at, shot }, i) => distance(places[i]!.at, at) / Math.max(1, shot.frame - places[i]!.shot.frame))
}

/** A step over the seam that differs from those around it; of what is no landmark it is longer than any elsewhere. */
function stepOver(seam: Seam, track: Track): Observation[] {
  const { loop, ring, ratio, base } = seam
  const speeds = speedsOf(track, ring)
  const over = speeds[BEFORE]!
  const others = speeds.filter((_, i) => i !== BEFORE)
  const [least, most] = [Math.min(...others), Math.max(...others)]
  const off = over > most ? over - most : over < least ? least - over : 0
  const points = followed(track, ring).map(({ at }) => at)
  // Where the way turns back at the seam it slows down there and comes again.
  if (over < least && (turnsBack(points) || restsThere(speeds))) return []
  if (track.standIn && over > most && over <= ELSEWHERE * Math.max(...speedsOf(track, loop))) return []
  const alike = Math.max(ALIKE, track.standIn ? KNOWN / ring[BEFORE]!.frames : 0)
  if (off <= alike || (over <= most * ratio && over >= least / ratio)) return []
  return [
    {
      ...base,
      value: over > most ? over / Math.max(1e-3, most) : least / Math.max(1e-3, over),
      sentence: `${overTheSeam(seam)} ${track.name} goes ${rounded(over)} px per frame; the steps around it go ${rounded(least)} to ${rounded(most)}.`,
      evidence: [
        { kind: 'path', points },
        { kind: 'arrow', from: points[BEFORE]!, to: points[AFTER]!, words: `${rounded(over)} px per frame` },
      ],
    },
  ]
}

/** A change of size over the seam larger than those around it, and than any elsewhere: that is how it goes. */
function sizeOver(seam: Seam): Observation[] {
  const { loop, ring, ratio, base } = seam
  const { areas } = sizesOf(ring)
  if (areas.some((area) => area === undefined)) return []
  const changes = areas.slice(1).map((area, i) => Math.abs(100 * Math.log(area! / areas[i]!)))
  const over = changes[BEFORE]!
  const most = Math.max(...changes.filter((_, i) => i !== BEFORE))
  if (over <= STEADY || over <= ratio * most || over <= ELSEWHERE * mostElsewhere(loop)) return []
  return [
    {
      ...base,
      value: over / Math.max(0.1, most),
      sentence: `${overTheSeam(seam)} its area changes by ${rounded(over)} %; around it by no more than ${rounded(most)} %.`,
      evidence: [
        { kind: 'shape', rings: ring[BEFORE]!.measured.shape!.rings },
        { kind: 'shape', rings: ring[AFTER]!.measured.shape!.rings, words: `${rounded(over)} %` },
      ],
    },
  ]
}
