import { distance, type Point } from '../../motion/arc'
import { missesOf } from '../../motion/landmarks/targets'
import { judged, lackingPins, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation } from '../finding'
import { placeGuide } from '../remedy'
import { named, type Track } from '../subject'

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
        let worst: { moved: number; planned: number; track: Track; at: Point } | undefined
        for (const track of subject.tracks) {
          const [a, b, start, end] = [last, shot, shotOf.get(chart.from), shotOf.get(chart.to)].map(
            (each) => each && track.at(each),
          )
          if (!a || !b || !start || !end) continue
          const planned = Math.abs(fraction - before.fraction) * distance(start, end)
          if (planned < LIVING_HOLD) continue
          const moved = distance(a, b)
          if (!worst || moved / planned > worst.moved / worst.planned) worst = { moved, planned, track, at: b }
        }
        if (!worst || (100 * worst.moved) / worst.planned >= share) continue
        const still = worst.track.id
        const wanted = missesOf(scene, chart, drawing, take).find(({ landmark }) => landmark.id === still)?.target
        findings.push({
          level: subject.level.id,
          drawings: [before.drawing, drawing],
          frames: [last.frame, shot.frame],
          value: (100 * worst.moved) / worst.planned,
          limit: share,
          unit: '%',
          sentence: `${named(subject, shot)} moves ${rounded(worst.moved)} px from ${last.entry.number} where the chart plans ${rounded(worst.planned)} px: it stands still.`,
          evidence: [
            { kind: 'ring', at: worst.at, radius: worst.planned, words: `${rounded(worst.planned)} px planned` },
            ...(wanted ? [placeGuide(wanted, 'where the chart wants it')] : []),
          ],
        })
      }
    }
    return judged(findings, lackingPins(subject))
  },
}
