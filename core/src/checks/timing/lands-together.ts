import { judged, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation } from '../finding'
import { goTogether, movesOf, type Move } from '../rests'
import type { LevelSubject } from '../subject'

/**
 * Everything lands at once. When every part reaches the pose on the same frame the figure stops like a
 * machine; loose and heavy parts should arrive later. Parts that move as one piece count once.
 */
export const landsTogether = {
  id: 'lands-together',
  name: 'Everything lands at once',
  group: 'timing',
  severity: 'look',
  why: 'Parts that all arrive on the same frame stop like a machine; loose ones should come later.',
  limits: {
    parts: {
      words: 'Parts that come to rest within a frame of each other',
      unit: 'parts',
      value: 3,
      min: 2,
      max: 20,
      loosens: 'up',
    },
  },
} as const satisfies CheckFacts

export const judgeLandsTogether: Judge = {
  scene({ scene, level, limit }) {
    const least = limit('parts')
    const all = scene.levelOrder
      .flatMap((id) => {
        const subject = level(id)
        return subject.tracks.flatMap((track) => movesOf(subject, track).map((move) => ({ subject, move })))
      })
      .sort((a, b) => a.move.rest.frame - b.move.rest.frame)
    const findings: Observation[] = []
    let until = 0
    for (const [i, first] of all.entries()) {
      if (first.move.rest.frame <= until) continue
      const within = all.slice(i).filter(({ move }) => move.rest.frame <= first.move.rest.frame + 1)
      const parts: { subject: LevelSubject; move: Move }[] = []
      for (const each of within)
        if (
          !parts.some(
            (part) =>
              part.subject === each.subject &&
              (part.move.track === each.move.track || goTogether(each.subject, part.move, each.move)),
          )
        )
          parts.push(each)
      if (parts.length < least) continue
      const { frame } = first.move.rest
      until = frame + 1
      findings.push({
        ...(parts.every(({ subject }) => subject === parts[0]!.subject) && { level: parts[0]!.subject.level.id }),
        drawings: [...new Set(parts.map(({ move }) => move.rest.drawing))],
        frames: [frame],
        value: parts.length,
        limit: least,
        unit: 'parts',
        sentence: `${rounded(parts.length)} parts come to rest on frame ${frame}, give or take one: ${parts.map(({ subject, move }) => (move.track.standIn ? subject.level.name : move.track.name)).join(', ')}.`,
        evidence: parts.map(({ move }) => ({
          kind: 'ring',
          at: move.at,
          radius: 12,
          words: move.track.standIn ? '' : move.track.name,
        })),
      })
    }
    return judged(findings)
  },
}
