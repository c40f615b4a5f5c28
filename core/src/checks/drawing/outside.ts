import { judged, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation } from '../finding'
import type { Point } from '../../geometry/matrix'
import { distance } from '../../motion/arc'
import type { LevelSubject, Shot } from '../subject'
import { shareOutside } from './share-outside'

/** A drawing this many times as far from where those beside it lead as they go in one step is not on its way. */
const STRAYS = 1.5

/** Whether a shape lies where those beside it lead: between the two, or as far on from the first or last of them. */
function isOnItsWay(shots: readonly Shot[], i: number): boolean {
  const middle = (k: number) => shots[k]?.measured.shape?.centre
  const frames = (a: number, b: number) => shots[b]!.frame - shots[a]!.frame || 1
  const led = (a: number, b: number): Point | undefined => {
    const [from, to] = [middle(a), middle(b)]
    if (!from || !to) return undefined
    const share = frames(a, i) / frames(a, b)
    return { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share }
  }
  const here = middle(i)!
  const step = (a: number, b: number) =>
    middle(a) && middle(b) ? distance(middle(a)!, middle(b)!) / Math.abs(frames(a, b)) : 0
  // Its own steps say nothing: where it is out of its place they are wrong, too.
  const usual = Math.max(step(i - 2, i - 1), step(i + 1, i + 2))
  const place = led(i - 1, i + 1) ?? led(i + 1, i + 2) ?? led(i - 1, i - 2)
  if (!place) return false
  const apart = Math.abs(frames(i, shots[i - 1] ? i - 1 : i + 1))
  return distance(place, here) <= STRAYS * usual * apart
}

/** Drawings of a figure that comes into the frame or goes out of it, each where those beside it lead. */
const comingOrGoing = ({ stretches }: LevelSubject): Set<string> =>
  new Set(
    stretches.flatMap(({ shots, from, to }) =>
      shots.flatMap((shot, i) =>
        i >= from && i <= to && shot.measured.shape && isOnItsWay(shots, i) ? [shot.drawing] : [],
      ),
    ),
  )

/**
 * Outside the frame. Ink nobody will see is work for nothing, or the figure has left its place. One that comes in or goes
 * out is drawn beyond the frame on purpose, as long as it goes on its way.
 */
export const outside = {
  id: 'outside',
  name: 'Outside the frame',
  group: 'drawing',
  severity: 'look',
  why: 'Ink beyond the frame is work nobody sees, or the figure is not where it was meant.',
  limits: {
    share: { words: 'Of the ink that will not be seen', unit: '%', value: 50, min: 1, max: 100, loosens: 'up' },
  },
} as const satisfies CheckFacts

export const judgeOutside: Judge = {
  level(subject, { scene, limit }) {
    if (subject.level.kind === 'ground') return judged([])
    const share = limit('share')
    const shares = subject.shots.map((shot) => 100 * shareOutside(scene, subject.level, shot))
    // What is never in the frame does not come into it.
    const meant = shares.some((each) => each <= share) ? comingOrGoing(subject) : new Set<string>()
    return judged(
      subject.shots.flatMap((shot, i): Observation[] => {
        const value = shares[i]!
        if (value <= share || meant.has(shot.drawing)) return []
        return [
          {
            level: subject.level.id,
            drawings: [shot.drawing],
            frames: [shot.frame],
            value,
            limit: share,
            unit: '%',
            sentence: `${rounded(value)} % of the ink of drawing ${shot.entry.number} of ${subject.level.name} lies outside the frame.`,
            evidence: shot.measured.shape
              ? [{ kind: 'shape', rings: shot.measured.shape.rings, words: `${rounded(value)} % outside` }]
              : [],
          },
        ]
      }),
    )
  },
}
