import { distance } from '../../motion/arc'
import type { Scene } from '../../scene/schema'
import { judged, lackingPins, onePerDrawing, worstOnly, type Check } from '../check'
import { rounded, type Observation } from '../finding'
import { median } from '../size/volume'
import { followed, type LevelSubject, type Shot } from '../subject'
import { cornersOf } from '../turns'

/** Steps the plan itself foretells: where a planner laid a landmark its own, else shares of a chart's way from each drawing on it to the next. */
function plannedSteps(
  scene: Scene,
  level: string,
  landmark: string,
  guided: boolean,
): (a: string, b: string) => number | undefined {
  const place = (drawing: string) => scene.guides?.[drawing]?.targets[landmark]
  if (guided) return (a, b) => (place(a) && place(b) ? distance(place(a)!, place(b)!) : undefined)
  const charts = Object.values(scene.charts)
    .filter((chart) => chart.level === level)
    .map(
      ({ from, to, marks }) =>
        new Map([[from, 0], ...marks.map(({ drawing, fraction }) => [drawing, fraction] as const), [to, 1]]),
    )
  return (a, b) => {
    const chart = charts.find((each) => each.has(a) && each.has(b))
    return chart && Math.abs(chart.get(b)! - chart.get(a)!)
  }
}

/** A drawing shown so many times as long as the others is held. */
const HELD = 2.4

const explains = (subject: LevelSubject, { entry }: Shot, corner: boolean | undefined) =>
  corner === true || (subject.keysSay && entry.role !== 'inbetween')

/**
 * Uneven spacing. Where no key or corner explains it, a step foretold by the steps before and after it
 * should be about that long; one far longer or shorter is seen as a hitch. Steps are told in pixels
 * per frame, so that mixed exposures compare; where a chart covers the three steps, its own unevenness
 * is allowed for.
 */
export const unevenSpacing: Check = {
  id: 'uneven-spacing',
  name: 'Uneven spacing',
  group: 'motion',
  severity: 'mend',
  why: 'A step that neither its neighbours nor a key foretell is seen as a hitch.',
  limits: {
    over: { words: 'Step longer than its neighbours foretell', unit: '×', value: 1.8, min: 1.1, max: 10 },
    px: { words: 'and off by', unit: 'px per frame', value: 1.5, min: 0.1, max: 50 },
  },
  level(subject, { scene, limit }) {
    const [over, px] = [limit('over'), limit('px')]
    const under = 0.9 / over
    const findings: Observation[] = []
    for (const { shots, from, to } of subject.stretches) {
      for (const track of subject.tracks) {
        const places = followed(track, shots)
        // Parts that a plan offsets in time have spacings of their own, which no chart of the level tells.
        const planned = plannedSteps(
          scene,
          subject.level.id,
          track.id,
          places.some(({ shot }) => scene.guides?.[shot.drawing]?.targets[track.id]),
        )
        const corners = cornersOf(places.map(({ at }) => at))
        const steps = places.slice(1).map(({ shot, at }, i) => ({
          speed: distance(places[i]!.at, at) / Math.max(1, shot.frame - places[i]!.shot.frame),
          plan: planned(places[i]!.shot.drawing, shot.drawing),
          frames: Math.max(1, shot.frame - places[i]!.shot.frame),
        }))
        // A held drawing makes the step after it no slower: it makes a pause.
        const pause = HELD * median(steps.map(({ frames }) => frames))
        const suspects = steps.flatMap(({ speed, plan, frames }, i) => {
          const [before, after] = [steps[i - 1], steps[i + 1]]
          const [a, b] = [places[i]!, places[i + 1]!]
          if (
            !before ||
            !after ||
            Math.max(before.frames, frames, after.frames) > pause ||
            explains(subject, a.shot, corners[i]) ||
            explains(subject, b.shot, corners[i + 1])
          )
            return []
          const at = shots.indexOf(b.shot)
          if (at < from || at > to) return []
          let foretold = (before.speed + after.speed) / 2
          // What the chart asks for is no fault of the drawing.
          if (plan !== undefined && before.plan !== undefined && after.plan !== undefined) {
            const mean = (before.plan / before.frames + after.plan / after.frames) / 2
            if (mean > 0) foretold *= plan / frames / mean
          }
          const ratio = foretold > 1e-6 ? speed / foretold : Infinity
          if ((ratio <= over && ratio >= under) || Math.abs(speed - foretold) <= px) return []
          return [{ at: i, excess: Math.abs(speed - foretold), ratio, speed, foretold, a, b }]
        })
        for (const { ratio, speed, foretold, a, b } of worstOnly(suspects)) {
          findings.push({
            level: subject.level.id,
            drawings: [a.shot.drawing, b.shot.drawing],
            frames: [a.shot.frame, b.shot.frame].map(
              (frame) => ((frame - 1 + scene.settings.length) % scene.settings.length) + 1,
            ),
            value: Math.min(99, ratio),
            limit: ratio > 1 ? over : under,
            unit: '×',
            sentence: `From ${a.shot.entry.number} to ${b.shot.entry.number} of ${subject.level.name} ${track.name} goes ${rounded(speed)} px per frame; the steps around it foretell ${rounded(foretold)}.`,
            evidence: [
              { kind: 'path', points: places.map(({ at }) => at) },
              { kind: 'arrow', from: a.at, to: b.at, words: `${rounded(speed)} px per frame` },
            ],
          })
        }
      }
    }
    return judged(onePerDrawing(findings), lackingPins(subject))
  },
}
