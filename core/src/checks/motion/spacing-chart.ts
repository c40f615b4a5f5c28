import { missesOf } from '../../motion/landmarks'
import { distance } from '../../motion/arc'
import type { Scene } from '../../scene/schema'
import { judged, lackingPins, onePerDrawing, type Check } from '../check'
import { rounded, type Observation } from '../finding'
import { followed, named, type LevelSubject, type Subject } from '../subject'

/** Where no landmark is pinned, the middle of the shape is followed along the charts as if it were one. */
export function withStandIns({ scene, take }: Subject, subject: LevelSubject): Scene {
  const [track] = subject.tracks
  if (!track?.standIn) return scene
  const landmark = { id: 'middle', name: track.name }
  const pinned = new Map(
    subject.shots.flatMap((shot) => {
      const at = track.at(shot)
      return at ? [[shot.drawing, { ...shot.entry, pins: { [landmark.id]: { x: at.x, y: at.y } } }] as const] : []
    }),
  )
  return {
    ...scene,
    mainTake: take,
    levels: { ...scene.levels, [subject.level.id]: { ...subject.level, landmarks: [landmark] } },
    drawings: { ...scene.drawings, ...Object.fromEntries(pinned) },
  }
}

/** The middle of a shape is known less well than a pin: what it is off by says something from so many times as far. */
const STAND_IN = 3

/**
 * Spacing against the chart. An inbetween that misses its mark along the arc changes the speed there:
 * the move stutters although every drawing looks right by itself. The miss is measured along the path
 * and told as a share of the step there, since a pixel matters more where the steps are small.
 */
export const spacingChart: Check = {
  id: 'spacing-chart',
  name: 'Spacing against the chart',
  group: 'motion',
  severity: 'mend',
  why: 'An inbetween off its mark makes the move stutter, although it looks right by itself.',
  limits: {
    share: { words: 'Miss along the arc, of the step there', unit: '%', value: 35, min: 5, max: 200 },
    px: { words: 'and at least', unit: 'px', value: 2, min: 0.5, max: 50 },
  },
  level(subject, context) {
    const charts = Object.values(context.scene.charts).filter((chart) => chart.level === subject.level.id)
    if (charts.length === 0 || subject.tracks.length === 0) return judged([])
    const scene = withStandIns(context, subject)
    const [share, px] = [context.limit('share'), context.limit('px')]
    const findings: Observation[] = []
    for (const chart of charts) {
      for (const { drawing } of chart.marks) {
        const index = subject.shots.findIndex((shot) => shot.drawing === drawing)
        const shot = subject.shots[index]
        if (!shot) continue
        for (const miss of missesOf(scene, chart, drawing, context.take)) {
          const track = subject.tracks.find(({ id, standIn }) => standIn || id === miss.landmark.id)!
          const sides = followed(
            track,
            [subject.shots[index - 1], subject.shots[index + 1]].filter((each) => each !== undefined),
          )
          const local = sides.reduce((sum, { at }) => sum + distance(at, miss.pin), 0) / Math.max(1, sides.length)
          const least = track.standIn ? STAND_IN * px : px
          if (local < 1e-6 || Math.abs(miss.along) <= least) continue
          const value = (100 * Math.abs(miss.along)) / local
          if (value <= share) continue
          const word = miss.along > 0 ? 'too far along' : 'not far enough'
          findings.push({
            level: subject.level.id,
            drawings: [drawing],
            frames: [shot.frame],
            value,
            limit: share,
            unit: '%',
            sentence: `${named(subject, shot)}: ${track.name} lies ${rounded(Math.abs(miss.along))} px ${word}, ${rounded(value)} % of the step there; the chart wants it elsewhere.`,
            evidence: [
              { kind: 'arrow', from: miss.pin, to: miss.target, words: `${rounded(Math.abs(miss.along))} px` },
            ],
          })
        }
      }
    }
    return judged(onePerDrawing(findings), lackingPins(subject))
  },
}
