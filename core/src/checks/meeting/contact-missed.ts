import { distance } from '../../motion/arc'
import { exposureAt, exposuresOf } from '../../timing/sheet'
import { judged, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation, type Unjudged } from '../finding'
import { placeGuide } from '../remedy'
import { pannedAt } from '../subject'

/**
 * Contact missed. A hand on a rail, a foot on a step: two landmarks of the same name on different levels
 * are meant to be one place wherever one of them is pinned as a sharp turn, which is what a touch is.
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

export const judgeContactMissed: Judge = {
  scene({ scene, take, level, limit }) {
    const px = limit('px')
    const subjects = scene.levelOrder.map(level)
    const pinned = subjects.flatMap((subject) =>
      (subject.level.landmarks ?? []).map((landmark) => ({ subject, landmark })),
    )
    const findings: Observation[] = []
    const unmeasured: Unjudged[] = []
    for (const [i, a] of pinned.entries()) {
      for (const b of pinned.slice(i + 1)) {
        if (a.subject === b.subject || a.landmark.name.toLowerCase() !== b.landmark.name.toLowerCase()) continue
        let lacking = 0
        for (const shot of [...a.subject.shots, ...b.subject.shots]) {
          const [own, other] = a.subject.shots.includes(shot) ? [a, b] : [b, a]
          const pin = shot.entry.pins?.[own.landmark.id]
          if (!pin?.corner) continue
          const there = exposureAt(exposuresOf(scene, other.subject.level.id, take), shot.frame)?.drawing
          const its = there && scene.drawings[there]?.pins?.[other.landmark.id]
          if (!its) {
            lacking++
            continue
          }
          const [p, q] = [
            pannedAt(scene, own.subject.level, shot.frame),
            pannedAt(scene, other.subject.level, shot.frame),
          ]
          const [from, to] = [
            { x: pin.x + p.x, y: pin.y + p.y },
            { x: its.x + q.x, y: its.y + q.y },
          ]
          const value = distance(from, to)
          if (value <= px) continue
          findings.push({
            level: own.subject.level.id,
            drawings: [shot.drawing, there],
            frames: [shot.frame],
            value,
            limit: px,
            unit: 'px',
            sentence: `On frame ${shot.frame} ${own.landmark.name} of ${own.subject.level.name} should touch that of ${other.subject.level.name} and misses it by ${rounded(value)} px.`,
            evidence: [{ kind: 'arrow', from, to, words: `${rounded(value)} px` }, placeGuide(to, 'where they touch')],
          })
        }
        if (lacking > 0)
          unmeasured.push({
            drawings: lacking,
            sentence: `${a.landmark.name}: ${lacking} touches could not be judged, since ${a.subject.level.name} or ${b.subject.level.name} has no pin there.`,
          })
      }
    }
    return judged(
      [...new Map(findings.map((finding) => [[...finding.drawings].sort().join(' '), finding])).values()],
      unmeasured,
    )
  },
}
