import { besideWay, stepAt } from './beside-way'
import { isConfirmed } from './slipped'
import { judged, lackingPins, onePerDrawing, wholeFirst, worstOnly, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation } from '../finding'
import { placeGuide } from '../remedy'
import {
  leastTimes,
  followed,
  named,
  unbroken,
  wayAround,
  type LevelSubject,
  type Stretch,
  type Track,
} from '../subject'

/**
 * Off the arc. Living things and thrown things move along arcs; a drawing beside the arc through its
 * neighbours jitters when played. Each place is judged without itself, against the way of the others, as a share
 * of the step there.
 */
export const offArc = {
  id: 'off-arc',
  name: 'Off the arc',
  group: 'motion',
  severity: 'mend',
  why: 'A drawing beside the arc of its neighbours jitters when it is played.',
  limits: {
    share: {
      words: 'Distance across the path, of the step there',
      unit: '%',
      value: 25,
      min: 5,
      max: 200,
      loosens: 'up',
    },
    px: { words: 'and at least', unit: 'px', value: 2, min: 0.5, max: 50 },
  },
} as const satisfies CheckFacts

export const judgeOffArc: Judge = {
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
  readonly stretch: Stretch
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
  const points = places.map(({ at, shot }) => ({ ...at, when: shot.frame }))
  const besides = besideWay(points)
  const suspects = places.flatMap(({ shot, at }, i) => {
    const index = shots.indexOf(shot)
    // Keys are what the arc is laid through.
    if (at.corner || index < from || index > to || (subject.keysSay && shot.entry.role === 'key')) return []
    const beside = besides[i]
    if (!beside || beside.across <= limits.px * leastTimes(track)) return []
    const value = (100 * beside.across) / stepAt(points, i)
    const by = { x: at.x - beside.back.x, y: at.y - beside.back.y }
    if (!isConfirmed(subject, { stretch, track, shot, by })) return []
    return value > limits.share ? [{ at: i, excess: beside.across, ...beside, value, shot, place: at }] : []
  })
  return worstOnly(suspects, 2).map(({ at, across, back, value, shot, place }): Observation => ({
    level: subject.level.id,
    drawings: [shot.drawing],
    frames: [shot.frame],
    value,
    limit: limits.share,
    unit: '%',
    sentence: `${named(subject, shot)}: ${track.name} lies ${rounded(across)} px off the arc of its neighbours, ${rounded(value)} % of the step there.`,
    evidence: [
      {
        kind: 'path',
        points: wayAround(places, at)
          .filter((each) => each.shot !== shot)
          .map((each) => each.at),
      },
      { kind: 'arrow', from: place, to: back, words: `${rounded(across)} px` },
      placeGuide(back, 'on its arc'),
    ],
  }))
}
