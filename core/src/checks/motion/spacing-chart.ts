import { measuredChart, missesOf } from '../../motion/landmarks'
import { distance } from '../../motion/arc'
import type { Chart, Scene } from '../../scene/schema'
import { judged, lackingPins, onePerDrawing, type Check } from '../check'
import { rounded, type Observation } from '../finding'
import { LIVING_HOLD } from './standing-still'
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

/**
 * How far along a pin is by the way as it was drawn, in pixels: on a wide swing the path through the keys is another
 * than the hand went. Undefined where not all that is drawn between the chart's ends is on it.
 */
function wayAsDrawn(
  scene: Scene,
  chart: Chart,
  take: string,
): (landmark: string, drawing: string) => number | undefined {
  const ways = new Map<string, ReturnType<typeof measuredChart>>()
  return (landmark, drawing) => {
    const { level, from, to } = chart
    if (!ways.has(landmark))
      ways.set(landmark, measuredChart(scene, { level, from, to, landmark, take, planned: chart }))
    return ways.get(landmark)?.find((mark) => mark.drawing === drawing)?.error?.px
  }
}

/** Of two measures of one thing the smaller one; nothing where they disagree on which way it is. */
const lesser = (a: number, b: number | undefined): number =>
  b === undefined ? a : a * b <= 0 ? 0 : Math.sign(a) * Math.min(Math.abs(a), Math.abs(b))

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
      const drawnWay = wayAsDrawn(scene, chart, context.take)
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
          const along = lesser(miss.along, drawnWay(miss.landmark.id, drawing))
          if (local < LIVING_HOLD || Math.abs(along) <= least) continue
          const value = (100 * Math.abs(along)) / local
          if (value <= share) continue
          const word = along > 0 ? 'too far along' : 'not far enough'
          findings.push({
            level: subject.level.id,
            drawings: [drawing],
            frames: [shot.frame],
            value,
            limit: share,
            unit: '%',
            sentence: `${named(subject, shot)}: ${track.name} lies ${rounded(Math.abs(along))} px ${word}, ${rounded(value)} % of the step there; the chart wants it elsewhere.`,
            evidence: [{ kind: 'arrow', from: miss.pin, to: miss.target, words: `${rounded(Math.abs(along))} px` }],
          })
        }
      }
    }
    return judged(onePerDrawing(findings), lackingPins(subject))
  },
}
