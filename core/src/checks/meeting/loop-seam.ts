import { distance, type Point } from '../../motion/arc'
import { judged, lackingPins, type CheckFacts, type Judge } from '../check'
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

/** What is followed all the way over the seam: where nothing is, all of each drawing. */
function followedRound(subject: LevelSubject, ring: readonly Shot[], loop: readonly Shot[]): Track[] {
  const isSeen = (track: Track) => ring.every((shot) => track.at(shot))
  const tracks = subject.tracks.filter(isSeen)
  const isPinned = subject.tracks.some(({ standIn }) => !standIn)
  return tracks.length > 0 || isPinned ? tracks : [wholeDrawing(loop, true)].filter(isSeen)
}

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

export const judgeLoopSeam: Judge = {
  level(subject, { scene, limit }) {
    const ratio = limit('ratio')
    const [stretch] = subject.stretches
    if (!subject.level.loop || !stretch || stretch.from !== 2) return judged([])
    const { length } = scene.settings
    const around = stretch.shots.slice(stretch.from)
    const findings: Observation[] = []
    // Round the seam: three showings before it and three after.
    const ring = [
      ...around.slice(-5, -2),
      ...around.slice(0, 3).map((shot) => ({ ...shot, frame: shot.frame + length })),
    ]
    if (ring.length < 6) return judged([])
    const [last, first] = [ring[2]!, ring[3]!]
    const base = {
      level: subject.level.id,
      drawings: [last.drawing, first.drawing],
      frames: [last.frame, first.frame - length],
      limit: ratio,
      unit: '×',
    }
    const tracks = followedRound(subject, ring, around.slice(0, -2))
    for (const track of tracks) {
      const places = followed(track, ring)
      const speeds = places
        .slice(1)
        .map(({ at, shot }, i) => distance(places[i]!.at, at) / Math.max(1, shot.frame - places[i]!.shot.frame))
      const seam = speeds[2]!
      const others = speeds.filter((_, i) => i !== 2)
      const [least, most] = [Math.min(...others), Math.max(...others)]
      const off = seam > most ? seam - most : seam < least ? least - seam : 0
      // Where the way turns back at the seam it slows down there and comes again.
      if (seam < least && (turnsBack(places.map(({ at }) => at)) || restsThere(speeds))) continue
      const alike = Math.max(ALIKE, track.standIn ? KNOWN / last.frames : 0)
      if (off <= alike || (seam <= most * ratio && seam >= least / ratio)) continue
      findings.push({
        ...base,
        value: seam > most ? seam / Math.max(1e-3, most) : least / Math.max(1e-3, seam),
        sentence: `Over the seam of ${subject.level.name}, ${last.entry.number} to ${first.entry.number}, ${track.name} goes ${rounded(seam)} px per frame; the steps around it go ${rounded(least)} to ${rounded(most)}.`,
        evidence: [
          { kind: 'path', points: places.map(({ at }) => at) },
          { kind: 'arrow', from: places[2]!.at, to: places[3]!.at, words: `${rounded(seam)} px per frame` },
        ],
      })
    }
    const areas = sizesOf(ring).areas
    if (areas.every((area) => area !== undefined)) {
      const changes = areas.slice(1).map((area, i) => Math.abs(100 * Math.log(area! / areas[i]!)))
      const most = Math.max(...changes.filter((_, i) => i !== 2))
      // What changes as much elsewhere in the loop is how it goes.
      if (
        changes[2]! > STEADY &&
        changes[2]! > ratio * most &&
        changes[2]! > ELSEWHERE * mostElsewhere(around.slice(0, -2))
      ) {
        findings.push({
          ...base,
          value: changes[2]! / Math.max(0.1, most),
          sentence: `Over the seam of ${subject.level.name}, ${last.entry.number} to ${first.entry.number}, its area changes by ${rounded(changes[2]!)} %; around it by no more than ${rounded(most)} %.`,
          evidence: [
            { kind: 'shape', rings: last.measured.shape!.rings },
            { kind: 'shape', rings: first.measured.shape!.rings, words: `${rounded(changes[2]!)} %` },
          ],
        })
      }
    }
    return judged(findings, tracks.some(({ standIn }) => standIn) ? [] : lackingPins(subject))
  },
}
