import { distance } from '../../motion/arc'
import { offFlights } from './flight'
import { offAt, shareOff, standsOut, type Off, type TimedPlace } from './foretold'
import type { Scene } from '../../scene/schema'
import { judged, lackingPins, onePerDrawing, wholeFirst, worstOnly, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation } from '../finding'
import { placeGuide } from '../remedy'
import { holdAmong } from './held'
import { isConfirmed } from './slipped'
import { stepJumps } from './step-jumps'
import { leastTimes, followed, wayAround, type LevelSubject, type Stretch, type Track } from '../subject'

/** Steps the plan itself foretells: where a planner laid a landmark its own, else shares of a chart's way from each drawing on it to the next. */
function plannedSteps(
  scene: Scene,
  level: string,
  landmark: string,
  guided: boolean,
): (a: string, b: string) => number | undefined {
  const place = (drawing: string) => scene.guides?.[drawing]?.targets[landmark]
  if (guided) return (a, b) => (place(a) && place(b) ? distance(place(a)!, place(b)!) : undefined)
  const charts = Object.values(scene.charts)
    .filter((chart) => chart.level === level)
    .map(
      ({ from, to, marks }) =>
        new Map([[from, 0], ...marks.map(({ drawing, fraction }) => [drawing, fraction] as const), [to, 1]]),
    )
  return (a, b) => {
    const chart = charts.find((each) => each.has(a) && each.has(b))
    return chart && Math.abs(chart.get(b)! - chart.get(a)!)
  }
}

/** By how much a drawing stands out from the others, in times of how far they are off. */
const FACTORS = { beside: 1.5, worst: 0.7 } as const
/** A way that comes back by more than this about a place says little of how far on it is. */
const STRAIGHT = 0.5

type Followed = ReturnType<typeof followed>
interface Uneven {
  readonly a: Followed[number]
  readonly b: Followed[number]
  readonly speed: number
  readonly foretold: number
  readonly ratio: number
}

/** A drawing too far on or too far back along its way, told by the step that is too long or too short for it. */
function unevenAt(
  places: Followed,
  points: readonly TimedPlace[],
  i: number,
  off: Off | undefined,
): (Uneven & { off: Off }) | undefined {
  if (!off || Math.abs(off.along) < off.across || off.straight < STRAIGHT) return undefined
  // Too far on, the step to it is too long; too far back, the one from it.
  const [from, to] = off.along > 0 ? [i - 1, i] : [i, i + 1]
  const [a, b] = [places[from], places[to]]
  if (!a || !b) return undefined
  const frames = Math.max(1, points[to]!.when - points[from]!.when)
  const speed = distance(a.at, b.at) / frames
  const foretold = distance(from === i ? off.place : a.at, to === i ? off.place : b.at) / frames
  return { a, b, off, speed, foretold, ratio: foretold > 1e-6 ? speed / foretold : Infinity }
}

/** Whether the chart itself asks for a step that differs so from the one beside it. */
function isPlanned(
  places: Followed,
  i: number,
  planned: (a: string, b: string) => number | undefined,
  share: number,
): boolean {
  const [before, here, after] = [places[i - 1], places[i], places[i + 1]]
  if (!before || !here || !after) return false
  const asked = [planned(before.shot.drawing, here.shot.drawing), planned(here.shot.drawing, after.shot.drawing)]
  if (asked[0] === undefined || asked[1] === undefined) return false
  const steps = [distance(before.at, here.at), distance(here.at, after.at)] as const
  const whole = steps[0] + steps[1]
  const wanted = asked[0] + asked[1] > 0 ? asked[0] / (asked[0] + asked[1]) : 0.5
  return Math.abs(steps[0] - wanted * whole) <= share * (whole / 2)
}

/** Whether a drawing near one is held: that makes no step slower, but a pause. */
function isHeldNear(points: readonly TimedPlace[], i: number): boolean {
  const frames = points.slice(1).map(({ when }, k) => when - points[k]!.when)
  return Math.max(...frames.slice(Math.max(0, i - 2), i + 2)) > holdAmong(frames)
}

/**
 * Uneven spacing. Where no key and no chart explains it, a drawing should lie about as far along its way as the two on each
 * side foretell over time; one too far on or back is seen as a hitch, if it stands out from how the others lie.
 */
export const unevenSpacing = {
  id: 'uneven-spacing',
  name: 'Uneven spacing',
  group: 'motion',
  severity: 'mend',
  why: 'A step that neither its neighbours nor a key foretell is seen as a hitch.',
  limits: {
    over: {
      words: 'Step longer than its neighbours foretell',
      unit: '×',
      value: 1.5,
      min: 1.1,
      max: 10,
      loosens: 'up',
    },
    px: { words: 'and off by', unit: 'px per frame', value: 2.5, min: 0.1, max: 50 },
  },
} as const satisfies CheckFacts

export const judgeUnevenSpacing: Judge = {
  level(subject, { scene, limit }) {
    const limits = { over: limit('over'), px: limit('px') }
    const of = (tracks: readonly Track[]) =>
      subject.stretches.flatMap((stretch) =>
        tracks.flatMap((track) => unevenOn(subject, scene, { stretch, track }, limits)),
      )
    return judged(onePerDrawing(wholeFirst(of(subject.tracks), of(subject.parts))), lackingPins(subject))
  },
}

function unevenOn(
  subject: LevelSubject,
  scene: Scene,
  { stretch, track }: { stretch: Stretch; track: Track },
  limits: { readonly over: number; readonly px: number },
): Observation[] {
  const { shots, from, to } = stretch
  const px = limits.px * leastTimes(track)
  const places = followed(track, shots)
  const points = places.map(({ at, shot }) => ({ ...at, when: shot.frame }))
  const guided = places.some(({ shot }) => scene.guides?.[shot.drawing]?.targets[track.id])
  // Parts that a plan offsets in time have spacings of their own, which no chart of the level tells.
  const planned = plannedSteps(scene, subject.level.id, track.id, guided)
  const mayJudge = (i: number) => {
    const { shot, at } = places[i]!
    const index = shots.indexOf(shot)
    return index >= from && index <= to && !at.corner && !(subject.keysSay && shot.entry.role !== 'inbetween')
  }
  const suspectAt = (i: number, off: Off | undefined) => {
    const uneven = mayJudge(i) ? unevenAt(places, points, i, off) : undefined
    if (!uneven) return undefined
    const { speed, foretold } = uneven
    const share = Math.abs(uneven.off.along) / uneven.off.step
    if (share <= limits.over - 1 || Math.abs(speed - foretold) <= px) return undefined
    if (isHeldNear(points, i) || isPlanned(places, i, planned, limits.over - 1)) return undefined
    const by = { x: points[i]!.x - uneven.off.place.x, y: points[i]!.y - uneven.off.place.y }
    if (!isConfirmed(subject, { stretch, track, shot: places[i]!.shot, by })) return undefined
    return { ...uneven, at: i, even: uneven.off.place, share, excess: Math.abs(speed - foretold) }
  }
  const flown = offFlights(points)
  const suspects = places.flatMap((_, i) => {
    const foretold = suspectAt(i, offAt(points, i))
    if (foretold && standsOut(points, i, shareOff({ ...foretold.off, across: 0 }), FACTORS)) return [foretold]
    return suspectAt(i, flown.get(i)) ?? []
  })
  const jumps = (track.confirms ? [] : stepJumps(points)).flatMap(({ to, speed, foretold }) => {
    const ratio = foretold > 1e-6 ? speed / foretold : Infinity
    if ((ratio <= limits.over && ratio >= 0.9 / limits.over) || Math.abs(speed - foretold) <= px) return []
    if (!mayJudge(to) || !mayJudge(to - 1) || isHeldNear(points, to)) return []
    if (isPlanned(places, to, planned, limits.over - 1) || isPlanned(places, to - 1, planned, limits.over - 1))
      return []
    const [a, b] = [places[to - 1]!, places[to]!]
    // Two halves of a move that do not meet have no one place to be mended.
    return [{ a, b, speed, foretold, ratio, at: to, even: undefined, excess: Math.abs(speed - foretold) }]
  })
  return worstOnly([...suspects, ...jumps], 2).map(({ at, a, b, ratio, speed, foretold, even }) => ({
    level: subject.level.id,
    drawings: [a.shot.drawing, b.shot.drawing],
    frames: [a.shot.frame, b.shot.frame].map(
      (frame) => ((frame - 1 + scene.settings.length) % scene.settings.length) + 1,
    ),
    value: Math.min(99, ratio),
    limit: limits.over,
    unit: '×',
    sentence: `From ${a.shot.entry.number} to ${b.shot.entry.number} of ${subject.level.name} ${track.name} goes ${rounded(speed)} px per frame; the steps around it foretell ${rounded(foretold)}.`,
    evidence: [
      { kind: 'path', points: wayAround(places, at).map((place) => place.at) },
      { kind: 'arrow', from: a.at, to: b.at, words: `${rounded(speed)} px per frame` },
      ...(even ? [placeGuide(even, 'where the steps are even')] : []),
    ],
  }))
}
