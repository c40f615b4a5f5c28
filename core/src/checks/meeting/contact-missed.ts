import { counted } from '../../base/counted'
import { distance } from '../../motion/arc'
import { levelPannedAt } from '../../motion/pan'
import type { Landmark } from '../../scene/schema'
import { contactsOf } from '../../timing/contacts'
import { exposureAt, exposuresOf } from '../../timing/sheet'
import { judged, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation, type Unjudged } from '../finding'
import { placeGuide } from '../remedy'
import type { LevelSubject } from '../subject'

/**
 * Contact missed. A hand on a rail, a foot on a step: two landmarks of different levels are meant to be one place on the
 * frames a contact asks for, and where they have one name, wherever one of them is pinned as a sharp turn, which is what
 * a touch is.
 */
export const contactMissed = {
  id: 'contact-missed',
  name: 'Contact missed',
  group: 'meeting',
  severity: 'mend',
  why: 'What touches on one level must be touched on the other, or it floats.',
  limits: {
    px: { words: 'Distance of landmarks meant to touch', unit: 'px', value: 4, min: 0.5, max: 100, loosens: 'up' },
  },
} as const satisfies CheckFacts

/** A landmark with the level it is followed on. */
interface Point {
  readonly subject: LevelSubject
  readonly landmark: Landmark
}
type Context = Parameters<NonNullable<Judge['scene']>>[0]

/** Two landmarks that should be one place on some frames, the one that goes there first. */
interface Meeting {
  readonly goes: Point
  readonly to: Point
  readonly frames: readonly number[]
}

/** The frames on which one of two landmarks of one name is pinned as a sharp turn. */
function namedAlike(points: readonly Point[]): Meeting[] {
  return points.flatMap((a, i) =>
    points.slice(i + 1).flatMap((b): Meeting[] => {
      if (a.subject === b.subject || a.landmark.name.toLowerCase() !== b.landmark.name.toLowerCase()) return []
      return [
        { goes: a, to: b, frames: turnsOf(a) },
        { goes: b, to: a, frames: turnsOf(b) },
      ]
    }),
  )
}
const turnsOf = ({ subject, landmark }: Point) =>
  subject.shots.filter(({ entry }) => entry.pins?.[landmark.id]?.corner).map(({ frame }) => frame)

function askedFor({ scene, take }: Context, points: readonly Point[]): Meeting[] {
  return contactsOf(scene, take).flatMap(({ leader, follower, from, to }): Meeting[] => {
    const [there, goes] = [leader, follower].map(({ level, landmark }) =>
      points.find((point) => point.subject.level.id === level && point.landmark.id === landmark),
    )
    const last = Math.min(to, scene.settings.length)
    const frames = Array.from({ length: Math.max(0, last - from + 1) }, (_, i) => from + i)
    return there && goes ? [{ goes, to: there, frames }] : []
  })
}

/** Where a landmark lies at a frame on the table, and on which drawing; the place is absent where it is not pinned. */
function seenAt({ scene, take }: Context, { subject, landmark }: Point, frame: number) {
  const drawing = exposureAt(exposuresOf(scene, subject.level.id, take), frame)?.drawing
  const pin = drawing ? scene.drawings[drawing]?.pins?.[landmark.id] : undefined
  const panned = levelPannedAt(scene, subject.level, frame)
  return { drawing, place: pin && { x: pin.x + panned.x, y: pin.y + panned.y } }
}

/** What two landmarks miss on the frames they should meet, once for each two drawings; how many could not be judged. */
function missesOf(context: Context, { goes, to, frames }: Meeting, px: number) {
  const [findings, lacking] = [new Map<string, Observation>(), new Set<string>()]
  for (const frame of frames) {
    const [own, other] = [goes, to].map((point) => seenAt(context, point, frame)) as [
      ReturnType<typeof seenAt>,
      ReturnType<typeof seenAt>,
    ]
    const both = `${own.drawing} ${other.drawing}`
    if (!own.place || !other.place) lacking.add(both)
    else if (distance(own.place, other.place) > px && !findings.has(both))
      findings.set(both, {
        level: goes.subject.level.id,
        drawings: [own.drawing!, other.drawing!],
        frames: [frame],
        ...told({ goes, to }, frame, own.place, other.place, px),
      })
  }
  return { findings: [...findings.values()], lacking: lacking.size }
}

function told(
  { goes, to }: Pick<Meeting, 'goes' | 'to'>,
  frame: number,
  from: { x: number; y: number },
  there: { x: number; y: number },
  limit: number,
) {
  const value = distance(from, there)
  const its = to.landmark.name.toLowerCase() === goes.landmark.name.toLowerCase() ? 'that' : `${to.landmark.name}`
  return {
    value,
    limit,
    unit: 'px' as const,
    sentence: `On frame ${frame} ${goes.landmark.name} of ${goes.subject.level.name} should touch ${its} of ${to.subject.level.name} and misses it by ${rounded(value)} px.`,
    evidence: [
      { kind: 'arrow' as const, from, to: there, words: `${rounded(value)} px` },
      placeGuide(there, 'where they touch'),
    ],
  }
}

export const judgeContactMissed: Judge = {
  scene(context) {
    const { scene, level, limit } = context
    const px = limit('px')
    const points = scene.levelOrder
      .map(level)
      .flatMap((subject): Point[] => (subject.level.landmarks ?? []).map((landmark) => ({ subject, landmark })))
    const findings = new Map<string, Observation>()
    const unmeasured: Unjudged[] = []
    for (const meeting of [...askedFor(context, points), ...namedAlike(points)]) {
      const { goes, to } = meeting
      const missed = missesOf(context, meeting, px)
      for (const finding of missed.findings) {
        // Two that are asked to touch and pinned as touching on both sides are one fault.
        const key = [...finding.drawings, goes.landmark.id, to.landmark.id].sort().join(' ')
        if (!findings.has(key)) findings.set(key, finding)
      }
      if (missed.lacking > 0)
        unmeasured.push({
          drawings: missed.lacking,
          sentence: `${goes.landmark.name}: ${counted(missed.lacking, 'touch', 'touches')} could not be judged, since ${goes.subject.level.name} or ${to.subject.level.name} has no pin there.`,
        })
    }
    return judged([...findings.values()], unmeasured)
  },
}
