import { distance } from '../../motion/arc'
import { exposureAt, exposuresOf } from '../../timing/sheet'
import { judged, type CheckFacts, type Judge } from '../check'
import { rounded, type Evidence, type Observation, type Unjudged } from '../finding'
import { placeGuide } from '../remedy'
import { followed, levelSubject, type LevelSubject, type Track } from '../subject'

/** Where something is at one end of a scene, and how fast it goes there, in pixels per frame. */
function atEnd(subject: LevelSubject, track: Track, end: 'first' | 'last') {
  const run = end === 'last' ? subject.runs.at(-1) : subject.runs[0]
  const places = run ? followed(track, run) : []
  const [a, b] = end === 'last' ? places.slice(-2) : places
  const here = end === 'last' ? places.at(-1) : places[0]
  return (
    here && {
      shot: here.shot,
      at: here.at,
      speed: a && b ? distance(a.at, b.at) / Math.max(1, b.shot.frame - a.shot.frame) : 0,
    }
  )
}

/**
 * Hand-on to the next scene. Where a move goes on over a cut the eye carries it along: the last pose and
 * speed of each level are held against the first of the level of the same name in the scene it joins,
 * landmark by landmark of the same name.
 */
export const handOn = {
  id: 'hand-on',
  name: 'Hand-on to the next scene',
  group: 'meeting',
  severity: 'mend',
  why: 'A move that goes on in the next scene must be met there where it left and as fast.',
  limits: {
    px: { words: 'Place missed by', unit: 'px', value: 6, min: 0.5, max: 100 },
    speed: { words: 'Speed off by', unit: '%', value: 30, min: 5, max: 200 },
  },
} as const satisfies CheckFacts

export const judgeHandOn: Judge = {
  scene({ scene, level, limit, next }) {
    if (!next) return judged([])
    const [px, speed] = [limit('px'), limit('speed')]
    const findings: Observation[] = []
    const unmeasured: Unjudged[] = []
    for (const id of scene.levelOrder) {
      const subject = level(id)
      const twin = next.scene.levelOrder.find((each) => next.scene.levels[each]!.name === subject.level.name)
      if (twin === undefined || subject.level.kind === 'ground') continue
      // Only what is on the paper at the cut is handed on.
      if (
        !exposureAt(exposuresOf(scene, id), scene.settings.length)?.drawing ||
        !exposureAt(exposuresOf(next.scene, twin), 1)?.drawing
      )
        continue
      const other = levelSubject(next.scene, twin, next.scene.mainTake, next.inkOf)
      for (const track of subject.tracks) {
        const same = other.tracks.find((each) => each.standIn === track.standIn && each.name === track.name)
        const [out, into] = [atEnd(subject, track, 'last'), same && atEnd(other, same, 'first')]
        if (!out || !into) {
          unmeasured.push({
            level: id,
            drawings: 1,
            sentence: `${subject.level.name}: ${track.name} has no place on both sides of the cut. Pin it on the last drawing here and on the first of ${next.scene.settings.name}.`,
          })
          continue
        }
        const miss = distance(out.at, into.at)
        const off = 100 * (into.speed / Math.max(0.5, out.speed) - 1)
        const base = {
          level: id,
          drawings: [out.shot.drawing],
          frames: [out.shot.frame],
        }
        const evidence: Evidence[] = [{ kind: 'arrow', from: out.at, to: into.at, words: `${rounded(miss)} px` }]
        if (miss > px)
          findings.push({
            ...base,
            value: miss,
            limit: px,
            unit: 'px',
            evidence: [...evidence, placeGuide(into.at, 'where the next scene begins')],
            sentence: `${subject.level.name} ends here with ${track.name} ${rounded(miss)} px from where ${next.scene.settings.name} begins with it.`,
          })
        else if (Math.abs(off) > speed && Math.abs(into.speed - out.speed) > 1)
          findings.push({
            ...base,
            value: off,
            limit: speed,
            unit: '%',
            evidence,
            sentence: `${subject.level.name} leaves this scene at ${rounded(out.speed)} px per frame and enters ${next.scene.settings.name} at ${rounded(into.speed)}.`,
          })
      }
    }
    return judged(findings, unmeasured)
  },
}
