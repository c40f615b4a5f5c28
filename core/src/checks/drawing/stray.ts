import { boundsOf } from '../../ink/select/select'
import type { InkPiece } from '../../ink/ink'
import { judged, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation } from '../finding'
import { named, type Shot } from '../subject'
import { memo } from '../../base/memo'

type Box = NonNullable<ReturnType<typeof boundsOf>>

const boxOf = memo((piece: InkPiece): Box => boundsOf([piece])!)
const apart = (a: Box, b: Box) =>
  Math.hypot(Math.max(0, a.left - b.right, b.left - a.right), Math.max(0, a.top - b.bottom, b.top - a.bottom))

/**
 * Stray mark. A dot made by a resting hand, alone and on one drawing only, blinks. Marks that come again
 * on the drawings beside it are meant.
 */
export const stray = {
  id: 'stray',
  name: 'Stray mark',
  group: 'drawing',
  severity: 'mend',
  why: 'A dot on one drawing only blinks when it is played.',
  limits: {
    px: { words: 'Marks up to', unit: 'px', value: 6, min: 1, max: 60 },
    away: { words: 'with nothing within', unit: 'px', value: 24, min: 2, max: 400 },
  },
} as const satisfies CheckFacts

export const judgeStray: Judge = {
  level(subject, { limit }) {
    const [px, away] = [limit('px'), limit('away')]
    const alone = (shot: Shot, box: Box, except?: InkPiece) =>
      shot.measured.pieces.every((piece) => piece === except || apart(boxOf(piece), box) > away)
    const findings = subject.shots.flatMap((shot, i): Observation[] =>
      shot.measured.pieces.flatMap((piece): Observation[] => {
        const box = boxOf(piece)
        const value = Math.hypot(box.right - box.left, box.bottom - box.top)
        if (value > px || shot.measured.pieces.length < 2 || !alone(shot, box, piece)) return []
        const beside = [subject.shots[i - 1], subject.shots[i + 1]].filter((each) => each !== undefined)
        if (!beside.every((each) => alone(each, box))) return []
        const at = { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 }
        return [
          {
            level: subject.level.id,
            drawings: [shot.drawing],
            frames: [shot.frame],
            value,
            limit: px,
            unit: 'px',
            sentence: `${named(subject, shot)} has a mark of ${rounded(value)} px by itself, on no drawing beside it.`,
            evidence: [{ kind: 'ring', at, radius: 14 }],
            takeOut: { drawing: shot.drawing, piece: piece.id },
          },
        ]
      }),
    )
    return judged(findings)
  },
}
