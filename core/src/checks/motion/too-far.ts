import type { Point } from '../../motion/arc'
import { judged, onePerDrawing, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation } from '../finding'

function extentAlong(rings: readonly (readonly number[])[], way: Point): { least: number; most: number } {
  let [least, most] = [Infinity, -Infinity]
  for (const ring of rings) {
    for (let i = 0; i < ring.length; i += 2) {
      const at = ring[i]! * way.x + ring[i + 1]! * way.y
      if (at < least) least = at
      if (at > most) most = at
    }
  }
  return { least, most }
}

/**
 * Too far to follow. The eye joins two drawings into one motion while they overlap or nearly so; when
 * the gap between them along the way is wider than the thing itself, two things seem to flicker instead.
 * A smear, a drawing between or more frames help.
 */
export const tooFar = {
  id: 'too-far',
  name: 'Too far to follow',
  group: 'motion',
  severity: 'look',
  why: 'Where two drawings lie farther apart than the thing is wide, the eye sees two things and no motion.',
  limits: {
    widths: {
      words: 'Gap along the motion, in widths of the shape',
      unit: 'widths',
      value: 1,
      min: 0.2,
      max: 10,
      loosens: 'up',
    },
  },
} as const satisfies CheckFacts

export const judgeTooFar: Judge = {
  level(subject, { limit }) {
    if (subject.level.kind === 'ground') return judged([])
    const widths = limit('widths')
    const findings: Observation[] = []
    for (const { shots, from, to } of subject.stretches) {
      for (let i = Math.max(1, from); i <= to; i++) {
        const [a, b] = [shots[i - 1]!, shots[i]!]
        const [was, is] = [a.measured.shape, b.measured.shape]
        if (!was || !is || a.frame + a.frames !== b.frame) continue
        const size = Math.hypot(is.centre.x - was.centre.x, is.centre.y - was.centre.y)
        if (size < 1) continue
        const way = { x: (is.centre.x - was.centre.x) / size, y: (is.centre.y - was.centre.y) / size }
        const [first, second] = [extentAlong(was.rings, way), extentAlong(is.rings, way)]
        const gap = second.least - first.most
        const value = gap / ((first.most - first.least + second.most - second.least) / 2)
        if (value <= widths) continue
        findings.push({
          level: subject.level.id,
          drawings: [a.drawing, b.drawing],
          frames: [a.frame, b.frame],
          value,
          limit: widths,
          unit: 'widths',
          sentence: `From ${a.entry.number} to ${b.entry.number} of ${subject.level.name} the shape leaves a gap of ${rounded(gap)} px, ${rounded(value)} of its own widths: too far to follow.`,
          evidence: [
            { kind: 'shape', rings: was.rings },
            { kind: 'shape', rings: is.rings },
            { kind: 'arrow', from: was.centre, to: is.centre, words: `${rounded(gap)} px apart` },
          ],
        })
      }
    }
    return judged(onePerDrawing(findings))
  },
}
