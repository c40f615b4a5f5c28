import { distance, type Point } from '../motion/arc'
import { followed, type LevelSubject, type Shot, type Track } from './subject'

/** Within this much of a place something rests, in pixels. */
const STILL = 1.5
/** It rests when it stays that long, in frames. */
const LONG = 4
/** Something that came less far was not moving to speak of, in pixels. */
const FAR = 8

/** Where something starts to move and where it comes to rest again. */
export interface Move {
  readonly track: Track
  readonly start: Shot
  readonly rest: Shot
  readonly at: Point
  readonly way: readonly Point[]
}

/** The moves of one thing followed over a level that end in rest. */
export function movesOf(subject: LevelSubject, track: Track): Move[] {
  const moves: Move[] = []
  for (const run of subject.runs) {
    const places = followed(track, run)
    let start = 0
    for (let i = 0; i < places.length;) {
      let last = i
      while (last + 1 < places.length && distance(places[i]!.at, places[last + 1]!.at) <= STILL) last++
      const rests = places[last]!.shot.frame + places[last]!.shot.frames - places[i]!.shot.frame >= LONG
      if (rests && i > 0) {
        const way = places.slice(start, i + 1).map(({ at }) => at)
        const far = way.slice(1).reduce((sum, at, n) => sum + distance(way[n]!, at), 0)
        if (far >= FAR) moves.push({ track, start: places[start]!.shot, rest: places[i]!.shot, at: places[i]!.at, way })
      }
      if (rests) start = last
      i = rests ? last + 1 : i + 1
    }
  }
  return moves
}

/** Whether two things of one level went as one: as far from each other all the way. */
export function goTogether(subject: LevelSubject, a: Move, b: Move): boolean {
  const shots = subject.shots.filter(
    ({ frame }) => frame >= Math.min(a.start.frame, b.start.frame) && frame <= Math.max(a.rest.frame, b.rest.frame),
  )
  const apart = shots.flatMap((shot) => {
    const [p, q] = [a.track.at(shot), b.track.at(shot)]
    return p && q ? [distance(p, q)] : []
  })
  const [least, most] = [Math.min(...apart), Math.max(...apart)]
  return apart.length > 1 && most - least < Math.max(2, 0.03 * most)
}
