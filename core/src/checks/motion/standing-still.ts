import { distance } from '../../motion/arc'
import { missesOf } from '../../motion/landmarks/targets'
import type { Scene } from '../../scene/schema'
import { judged, lackingPins, type CheckFacts, type Judge } from '../check'
import { nearestToMiddle } from '../size/median'
import { rounded, type Observation } from '../finding'
import { placeGuide } from '../remedy'
import { isPinned, named, type Shot, type Track } from '../subject'

/** Planned steps shorter than this are holds that live, in pixels. */
export const LIVING_HOLD = 4

/**
 * Standing still. An inbetween that is all but the drawing before it, where the chart plans a step, is a
 * hold nobody meant: two drawings' work for one drawing's motion.
 */
export const standingStill = {
  id: 'standing-still',
  name: 'Standing still',
  group: 'motion',
  severity: 'mend',
  why: 'An inbetween that hardly moves where a step was planned is a hold nobody meant.',
  limits: {
    share: { words: 'Moves less than, of the planned step', unit: '%', value: 10, min: 1, max: 90, loosens: 'down' },
  },
} as const satisfies CheckFacts

export const judgeStandingStill: Judge = {
  level(subject, { scene, take, limit }) {
    const share = limit('share')
    const shotOf = new Map(subject.shots.map((shot) => [shot.drawing, shot]))
    const findings: Observation[] = []
    for (const chart of Object.values(scene.charts).filter((each) => each.level === subject.level.id)) {
      const order = [{ drawing: chart.from, fraction: 0 }, ...chart.marks, { drawing: chart.to, fraction: 1 }]
      for (const [i, { drawing, fraction }] of order.entries()) {
        const [shot, before] = [shotOf.get(drawing), order[i - 1]]
        const last = before && shotOf.get(before.drawing)
        if (!shot || !last || shot.entry.role !== 'inbetween') continue
        const step = {
          last,
          shot,
          start: shotOf.get(chart.from),
          end: shotOf.get(chart.to),
          share: Math.abs(fraction - before.fraction),
        }
        const among = (tracks: readonly Track[]) => middleMove(tracks, step, scene.guides)
        const middle = among(subject.tracks) ?? (isPinned(subject) ? undefined : among(subject.parts))
        if (!middle || 100 * middle.value >= share) continue
        const still = middle.track.id
        const wanted = missesOf(scene, chart, drawing, take).find(({ landmark }) => landmark.id === still)?.target
        findings.push({
          level: subject.level.id,
          drawings: [before.drawing, drawing],
          frames: [last.frame, shot.frame],
          value: 100 * middle.value,
          limit: share,
          unit: '%',
          sentence: `${named(subject, shot)} moves ${rounded(middle.moved)} px from ${last.entry.number} where the chart plans ${rounded(middle.planned)} px: it stands still.`,
          evidence: [
            { kind: 'ring', at: middle.at, radius: middle.planned, words: `${rounded(middle.planned)} px planned` },
            ...(wanted ? [placeGuide(wanted, 'where the chart wants it')] : []),
          ],
        })
      }
    }
    return judged(findings, lackingPins(subject))
  },
}

interface Step {
  readonly last: Shot
  readonly shot: Shot
  /** The chart's ends, where they are shown. */
  readonly start: Shot | undefined
  readonly end: Shot | undefined
  /** Of the chart's way. */
  readonly share: number
}

/** Two drawings of one thing that stands are no nearer to each other than this, in pixels. */
const TREMBLE = 2
/** Shorter planned ways are not told from standing, in pixels. */
const LEAST = LIVING_HOLD + 2 * TREMBLE

/**
 * How far most of what has a way planned for it goes of it, by the middle one of all, each weighed by its way. Undefined
 * where nothing has far enough to go to tell.
 */
function middleMove(tracks: readonly Track[], step: Step, guides: Scene['guides']) {
  const moves = tracks.flatMap((track) => {
    const [a, b] = [track.at(step.last), track.at(step.shot)]
    const planned = guidedStep(track, step, guides) ?? chartedStep(track, step)
    if (!a || !b || planned === undefined || planned < LEAST) return []
    const moved = distance(a, b)
    const value = Math.max(0, moved - TREMBLE) / planned
    return [{ moved, planned, track, at: b, value, weight: planned }]
  })
  return moves.length === 2 ? moreMoved(moves) : nearestToMiddle(moves)
}

/** Of two that have about as far to go neither is the middle one: a drawing on which one of them moves does not stand. */
function moreMoved<T extends { readonly value: number; readonly weight: number }>([a, b]: readonly T[]): T {
  const [more, less] = a!.value >= b!.value ? [a!, b!] : [b!, a!]
  return more.weight >= ABOUT * less.weight ? more : less
}
const ABOUT = 0.5

/** What a plan laid for both drawings itself: its parts have times of their own, which no chart of the level tells. */
function guidedStep({ id }: Track, { last, shot }: Step, guides: Scene['guides']): number | undefined {
  const [a, b] = [last, shot].map(({ drawing }) => guides?.[drawing]?.targets[id])
  return a && b && distance(a, b)
}

function chartedStep(track: Track, { start, end, share }: Step): number | undefined {
  const [from, to] = [start && track.at(start), end && track.at(end)]
  return from && to && share * distance(from, to)
}
