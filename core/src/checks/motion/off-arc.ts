import { turnBetween } from '../../geometry/angle'
import { arcDeviation } from '../../motion/spacing'
import { distance, type Point } from '../../motion/arc'
import { judged, lackingPins, onePerDrawing, wholeFirst, worstOnly, type Check } from '../check'
import { rounded, type Observation } from '../finding'
import { followed, named, unbroken, wayAround, type LevelSubject, type Track } from '../subject'
import { cornersOf } from '../turns'

type Place = Point & { readonly corner?: boolean | undefined }

/** Deviations worked out before, by the places they were worked out from: after a stroke all but a few are. */
const known = new Map<string, ReturnType<typeof arcDeviation>[number]>()
const MOST_KNOWN = 20_000

/** How far a place lies off the arc through its two neighbours on each side. */
function deviationAt(points: readonly Place[], i: number): ReturnType<typeof arcDeviation>[number] {
  const from = Math.max(0, i - 2)
  const around = points.slice(from, i + 3)
  const name = `${i - from}/${around.map(({ x, y, corner }) => `${x},${y}${corner ? '!' : ''}`).join(' ')}`
  let found = known.get(name)
  if (found === undefined) {
    if (known.size > MOST_KNOWN) known.clear()
    known.set(name, (found = arcDeviation(around)[i - from]!))
  }
  return found
}

/** A way that turns by more than this from before a place to after it may go round a corner there, in radians. */
const TURNED = 1.2
/** It goes round one when it turns so many times as much there as beside it. */
const CONCENTRATED = 2.2

const ROUND = 2
/** Two steps away the way turns by more than this, in radians: the arc through there is none. */
const SHARP = 0.75

/** By how much the way turns at a place, in radians, to the right positive; undefined at its ends and at a corner. */
function turnAt(points: readonly Place[], k: number): number | undefined {
  const [a, b, c] = [points[k - 1], points[k], points[k + 1]]
  if (!a || !b || !c || b.corner || distance(a, b) < 1e-6 || distance(b, c) < 1e-6) return undefined
  return turnBetween(Math.atan2(b.y - a.y, b.x - a.x), Math.atan2(c.y - b.y, c.x - b.x))
}

/** How far what is left of the turns may be from one bend all along, in turns of the place that sticks out. */
const LIKE = { beside: 1, further: 1.3 } as const

/**
 * Whether one place sticks out of a way that bends alike all along. Pushed across, a place turns the way there by twice as
 * much as it turns it back on both sides, and the places beyond not at all: what is left is the bend, and must be one bend. A
 * way of its own, such as a small hop between two drawings, leaves others.
 */
function sticksOut(points: readonly Place[], i: number): boolean {
  const own = turnAt(points, i)
  const near = [turnAt(points, i - 1), turnAt(points, i + 1)].filter((turn) => turn !== undefined)
  if (own === undefined || near.length === 0) return true
  const out = (near.reduce((sum, turn) => sum + turn, 0) / near.length - own) / 3
  const bend = own + 2 * out
  const far = [turnAt(points, i - 2), turnAt(points, i + 2)].filter((turn) => turn !== undefined)
  return (
    near.every((turn) => Math.abs(turn - bend - out) <= LIKE.beside * Math.abs(out)) &&
    far.every((turn) => Math.abs(turn - bend) <= LIKE.further * Math.abs(out))
  )
}

/** Whether the way turns sharply two places before or after one, and not at the place itself. */
function cornerBeside(points: readonly Point[], i: number): boolean {
  const turn = (k: number) => {
    const [a, b, c] = [points[k - 1], points[k], points[k + 1]]
    if (!a || !b || !c) return 0
    const by = turnBetween(Math.atan2(b.y - a.y, b.x - a.x), Math.atan2(c.y - b.y, c.x - b.x))
    return Math.abs(by)
  }
  return Math.max(turn(i - 2), turn(i + 2)) > SHARP
}

/**
 * Whether the way goes round a corner about a place: its direction before (from the second to the first before it) and
 * after really differ, and not because it bends like that all along. One place that sticks out changes neither.
 */
function turnsAbout(points: readonly Point[], i: number): boolean {
  const way = (k: number) => {
    const [a, b] = [points[k], points[k + 1]]
    return a && b && distance(a, b) > 1e-6 ? Math.atan2(b.y - a.y, b.x - a.x) : undefined
  }
  const [before, after] = [way(i - 2), way(i + 1)]
  if (before === undefined || after === undefined) return false
  const between = (from: number, to: number) => Math.abs(turnBetween(from, to))
  const turned = between(before, after)
  // Of a way that turns round within a few drawings too little is known to tell one of them off it.
  if (turned > ROUND || cornerBeside(points, i)) return true
  if (turned < TURNED) return false
  const beside = [
    [way(i - 3), before],
    [after, way(i + 2)],
  ].flatMap(([from, to]) => (from === undefined || to === undefined ? [] : [between(from, to)]))
  if (beside.length === 0) return true
  // Three turns lie between the two directions.
  return turned / 3 > (CONCENTRATED / 3) * Math.max(0.05, beside.reduce((sum, turn) => sum + turn, 0) / beside.length)
}

/**
 * Off the arc. Living things and thrown things move along arcs; a drawing beside the arc through its
 * neighbours jitters when played. Each place is judged without itself: against the arc through two
 * neighbours on each side, across the way, as a share of the step there.
 */
export const offArc: Check = {
  id: 'off-arc',
  name: 'Off the arc',
  group: 'motion',
  severity: 'mend',
  why: 'A drawing beside the arc of its neighbours jitters when it is played.',
  limits: {
    share: { words: 'Distance across the path, of the step there', unit: '%', value: 25, min: 5, max: 200 },
    px: { words: 'and at least', unit: 'px', value: 2, min: 0.5, max: 50 },
  },
  level(subject, { limit }) {
    const limits = { share: limit('share'), px: limit('px') }
    const offOf = (tracks: readonly Track[]) =>
      subject.stretches.flatMap((stretch) =>
        tracks.flatMap((track) =>
          unbroken(followed(track, stretch.shots), stretch.shots).flatMap((places) =>
            offAmong(subject, { stretch, track, places }, limits),
          ),
        ),
      )
    const findings = wholeFirst(offOf(subject.tracks), offOf(subject.parts))
    return judged(onePerDrawing(findings), lackingPins(subject))
  },
}

interface Followed {
  readonly stretch: LevelSubject['stretches'][number]
  readonly track: Track
  /** One right after the other. */
  readonly places: ReturnType<typeof followed>
}
interface Limits {
  readonly share: number
  readonly px: number
}

/** What lies off the arc among places of one track. */
function offAmong(subject: LevelSubject, { stretch, track, places }: Followed, limits: Limits): Observation[] {
  if (places.length < 4) return []
  const { shots, from, to } = stretch
  const corners = cornersOf(places.map(({ at }) => at))
  const points: Place[] = places.map(({ at }, i) => ({ x: at.x, y: at.y, corner: corners[i] }))
  const suspects = places.flatMap(({ shot, at }, i) => {
    const index = shots.indexOf(shot)
    // Keys are what the arc is laid through.
    if (points[i]!.corner || index < from || index > to || (subject.keysSay && shot.entry.role === 'key')) return []
    const miss = deviationAt(points, i)
    if (!miss || turnsAbout(points, i) || !sticksOut(points, i)) return []
    const step = (distance(points[i - 1]!, at) + distance(at, points[i + 1]!)) / 2
    const value = step > 1e-6 ? (100 * Math.abs(miss.across)) / step : 0
    if (Math.abs(miss.across) <= limits.px || value <= limits.share) return []
    const way = { x: points[i + 1]!.x - points[i - 1]!.x, y: points[i + 1]!.y - points[i - 1]!.y }
    return [{ at: i, excess: Math.abs(miss.across), across: miss.across, value, shot, place: at, way }]
  })
  return worstOnly(suspects, 2).map(({ at, across, value, shot, place, way }): Observation => {
    const size = Math.hypot(way.x, way.y) || 1
    const back = { x: place.x - (across * way.y) / size, y: place.y + (across * way.x) / size }
    return {
      level: subject.level.id,
      drawings: [shot.drawing],
      frames: [shot.frame],
      value,
      limit: limits.share,
      unit: '%',
      sentence: `${named(subject, shot)}: ${track.name} lies ${rounded(Math.abs(across))} px off the arc of its neighbours, ${rounded(value)} % of the step there.`,
      evidence: [
        {
          kind: 'path',
          points: wayAround(places, at)
            .filter((each) => each.shot !== shot)
            .map((each) => each.at),
        },
        { kind: 'arrow', from: place, to: back, words: `${rounded(Math.abs(across))} px` },
        { kind: 'guide', lines: [crossAt(back)], closed: false, words: 'on its arc' },
      ],
    }
  })
}

/** A cross where something should be. */
const crossAt = ({ x, y }: Point, reach = 9): number[] => [x - reach, y, x + reach, y, x, y, x, y - reach, x, y + reach]
