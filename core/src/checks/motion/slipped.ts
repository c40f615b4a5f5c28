import type { Point } from '../../geometry/matrix'
import { followed, type LevelSubject, type Shot, type Stretch, type Track } from '../subject'
import { offAt } from './foretold'

/** Another part has gone along if it is off by so much of what one is, the same way. */
const ALONG = 0.5

interface Slip {
  readonly stretch: Stretch
  readonly track: Track
  readonly shot: Shot
  /** From where it should lie to where it does. */
  readonly by: Point
}

/** Whether what one track says of a drawing holds, by what confirms it. */
export function isConfirmed(subject: LevelSubject, slip: Slip): boolean {
  const { confirms } = slip.track
  if (confirms === undefined) return true
  return confirms === 'other parts' ? allSlipped(subject, slip) : confirms(slip.shot, slip.by)
}

/**
 * Whether all of a drawing is out of its place as one part is, and not a limb alone that went its own way: more of the
 * other parts that are followed there go along than not. Where no other is followed the one part speaks for all.
 */
function allSlipped(subject: LevelSubject, { stretch, track, shot, by }: Slip): boolean {
  const long = Math.hypot(by.x, by.y)
  const votes = subject.parts.flatMap((part) => {
    if (part.part === track.part) return []
    const places = followed(part, stretch.shots)
    const i = places.findIndex((place) => place.shot === shot)
    if (i < 0) return []
    const points = places.map(({ at, shot: { frame } }) => ({ x: at.x, y: at.y, when: frame }))
    const off = offAt(points, i)
    if (!off) return []
    const [x, y] = [points[i]!.x - off.place.x, points[i]!.y - off.place.y]
    return [(x * by.x + y * by.y) / long >= ALONG * long]
  })
  return votes.filter(Boolean).length * 2 > votes.length || votes.length === 0
}
