import { turnBetween } from '../../geometry/angle'
import { distance, type Point } from '../../motion/arc'
import type { Scene } from '../../scene/schema'
import { judged, lackingPins, onePerDrawing, wholeFirst, worstOnly, type Check } from '../check'
import { rounded, type Observation } from '../finding'
import { median } from '../size/median'
import { followed, wayAround, type LevelSubject, type Shot } from '../subject'
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

/** A way that turns by more than this beside a step is longer than the step is, in radians. */
const BENDS = 0.8

/** Whether the way turns round about a step, or bends so much that the step says little of it: it slows down there and comes again. */
function turnsRound(places: readonly { readonly at: Point }[], i: number): boolean {
  const way = (k: number) => {
    const [a, b] = [places[k]?.at, places[k + 1]?.at]
    return a && b && distance(a, b) > 1e-6 ? Math.atan2(b.y - a.y, b.x - a.x) : undefined
  }
  const turn = (from: number | undefined, to: number | undefined) =>
    from === undefined || to === undefined ? 0 : Math.abs(turnBetween(from, to))
  // What one drawing out of its place does to the steps beside it is no turn: those before and after still agree.
  const around = turn(way(i - 1), way(i + 2))
  if (around > Math.PI / 2) return true
  const beside = [turn(way(i - 2), way(i - 1)), turn(way(i + 2), way(i + 3))]
  const within =
    around > BENDS && turn(way(i - 1), way(i)) + turn(way(i), way(i + 1)) + turn(way(i + 1), way(i + 2)) > BENDS
  return within || Math.max(...beside) > BENDS
}

/** Steps looked at on each side of one, and how unlike each other they may be for it to be judged, as a factor. */
const AROUND = 2
const AGREE = 1.3

/**
 * The speed the steps around one foretell: the line through their logarithms over time, one of them left out where it
 * does not go with the rest, since a drawing out of its place makes the step beside this one wrong as well. Undefined
 * where they do not agree, as where a move begins, turns back or ends.
 */
function foretoldBy(around: readonly { readonly when: number; readonly speed: number }[]): number | undefined {
  if (around.length < 3) return undefined
  const sets = around.length > 3 ? around.map((_, out) => around.filter((__, i) => i !== out)) : [around]
  let best: { off: number; speed: number } | undefined
  for (const set of sets) {
    const logs = set.map(({ speed }) => Math.log(Math.max(speed, 0.05)))
    const [when, mean] = [
      set.reduce((sum, each) => sum + each.when, 0) / set.length,
      logs.reduce((a, b) => a + b) / set.length,
    ]
    const spread = set.reduce((sum, each) => sum + (each.when - when) ** 2, 0)
    const slope =
      spread > 0 ? set.reduce((sum, each, i) => sum + (each.when - when) * (logs[i]! - mean), 0) / spread : 0
    const off = Math.max(...set.map((each, i) => Math.abs(logs[i]! - mean - slope * (each.when - when))))
    if (!best || off < best.off) best = { off, speed: Math.exp(mean - slope * when) }
  }
  return best!.off <= Math.log(AGREE) ? best!.speed : undefined
}

/**
 * Uneven spacing. Where no key, corner or return explains it, a step should be about as long as the two steps on each side of it
 * foretell, where these agree; one far longer or shorter is seen as a hitch. Steps are told in pixels
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
    over: { words: 'Step longer than its neighbours foretell', unit: '×', value: 1.5, min: 1.1, max: 10 },
    px: { words: 'and off by', unit: 'px per frame', value: 2.5, min: 0.1, max: 50 },
  },
  level(subject, { scene, limit }) {
    const [over, px] = [limit('over'), limit('px')]
    const under = 0.9 / over
    const [whole, parts]: [Observation[], Observation[]] = [[], []]
    for (const { shots, from, to } of subject.stretches) {
      for (const track of [...subject.tracks, ...subject.parts]) {
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
          middle: (shot.frame + places[i]!.shot.frame) / 2,
          turns: turnsRound(places, i),
        }))
        // A held drawing makes the step after it no slower: it makes a pause.
        const pause = HELD * median(steps.map(({ frames }) => frames))
        const suspects = steps.flatMap(({ speed, plan, frames, turns }, i) => {
          const [a, b] = [places[i]!, places[i + 1]!]
          const beside = [-AROUND, -1, 1, AROUND].flatMap((by) => {
            const other = steps[i + by]
            return other ? [{ when: other.middle - steps[i]!.middle, ...other }] : []
          })
          if (
            turns ||
            Math.max(frames, ...beside.map((each) => each.frames)) > pause ||
            explains(subject, a.shot, corners[i]) ||
            explains(subject, b.shot, corners[i + 1])
          )
            return []
          const at = shots.indexOf(b.shot)
          if (at < from || at > to) return []
          let foretold = foretoldBy(beside)
          if (foretold === undefined) return []
          const [before, after] = [steps[i - 1], steps[i + 1]]
          // What the chart asks for is no fault of the drawing.
          if (plan !== undefined && before?.plan !== undefined && after?.plan !== undefined) {
            const mean = (before.plan / before.frames + after.plan / after.frames) / 2
            if (mean > 0) foretold = (((before.speed + after.speed) / 2) * (plan / frames)) / mean
          }
          const ratio = foretold > 1e-6 ? speed / foretold : Infinity
          if ((ratio <= over && ratio >= under) || Math.abs(speed - foretold) <= px) return []
          return [{ at: i, excess: Math.abs(speed - foretold), ratio, speed, foretold, a, b }]
        })
        for (const { at, ratio, speed, foretold, a, b } of worstOnly(suspects)) {
          const findings = subject.parts.includes(track) ? parts : whole
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
              { kind: 'path', points: wayAround(places, at).map((place) => place.at) },
              { kind: 'arrow', from: a.at, to: b.at, words: `${rounded(speed)} px per frame` },
            ],
          })
        }
      }
    }
    return judged(onePerDrawing(wholeFirst(whole, parts)), lackingPins(subject))
  },
}
