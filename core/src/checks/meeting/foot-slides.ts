import type { Point } from '../../geometry/matrix'
import { distance } from '../../motion/arc'
import { judged, lackingPins, onePerDrawing, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation } from '../finding'
import { placeGuide } from '../remedy'
import { levelPannedAt } from '../../motion/pan'
import { followed, type Shot } from '../subject'

/** Slower than this against the ground a foot may be planted, in pixels per frame. */
const PLANTED = 3.5
/** A planted foot stays within this of its height, in pixels, and in the lowest part of its way. */
const LEVEL = 4
const LOW = 0.3
/** What stands on the ground lies in the lowest part of its drawing, of its height. */
const FOOT = 0.25
/** Speeds nearer than this are the same, in pixels per frame. */
const EVEN = 0.05

/** Whether a place lies where its drawing stands: a head that rests a moment is not planted. */
function isAtFoot({ shot, at }: { readonly shot: Shot; readonly at: Point }): boolean {
  const heights = shot.measured.shape?.rings.flatMap((ring) => ring.filter((_, i) => i % 2 === 1)) ?? []
  const [top, bottom] = [Math.min(...heights), Math.max(...heights)]
  return heights.length === 0 || at.y >= bottom - FOOT * (bottom - top)
}

/**
 * Planted foot slides. A foot that carries weight is nailed to the ground: it may move only as the ground
 * moves. A landmark is taken as planted while it is slow against the ground, level and low on its way,
 * between times when it is quick. Its slide is its way against the ground's pan over those frames.
 */
export const footSlides = {
  id: 'foot-slides',
  name: 'Planted foot slides',
  group: 'meeting',
  severity: 'mend',
  why: 'A foot that carries weight may move only as the ground does, or the figure skates.',
  limits: {
    px: {
      words: 'Slide of a planted landmark against the ground',
      unit: 'px per frame',
      value: 1,
      min: 0.1,
      max: 3,
      loosens: 'up',
    },
  },
} as const satisfies CheckFacts

export const judgeFootSlides: Judge = {
  level(subject, { scene, limit }) {
    const px = limit('px')
    const ground =
      scene.levelOrder.map((id) => scene.levels[id]!).find((level) => level.kind === 'ground' && level.ground?.pan) ??
      subject.level
    const findings: Observation[] = []
    for (const track of subject.tracks.filter(({ standIn }) => !standIn)) {
      for (const { shots, from, to } of subject.stretches) {
        const places = followed(track, shots).map(({ shot, at }) => {
          const [own, its] = [levelPannedAt(scene, subject.level, shot.frame), levelPannedAt(scene, ground, shot.frame)]
          return { shot, at, on: { x: at.x + own.x - its.x, y: at.y + own.y - its.y } }
        })
        const speeds = places
          .slice(1)
          .map(({ shot, on }, i) => distance(places[i]!.on, on) / Math.max(1, shot.frame - places[i]!.shot.frame))
        const heights = places.map(({ on }) => on.y)
        const [high, low] = [Math.min(...heights), Math.max(...heights)]
        if (speeds.length < 3 || Math.max(...speeds) < 2 * PLANTED || low - high < LEVEL) continue
        for (let i = 0; i < speeds.length;) {
          if (speeds[i]! > PLANTED) {
            i++
            continue
          }
          let last = i
          while (last + 1 < speeds.length && speeds[last + 1]! <= PLANTED) last++
          const stretch = places.slice(i, last + 2)
          const here = speeds.slice(i, last + 1)
          const rests = last === speeds.length - 1 && here.every((speed, k) => k === 0 || speed < here[k - 1]! - EVEN)
          const setsOff = i === 0 && here.every((speed, k) => k === 0 || speed > here[k - 1]! + EVEN)
          i = last + 1
          // What slows into its rest, or gathers way from it, was never planted.
          if (rests || setsOff) continue
          const ys = stretch.map(({ on }) => on.y)
          const judged = shots.indexOf(stretch[0]!.shot) <= to && shots.indexOf(stretch.at(-1)!.shot) >= from
          if (
            !judged ||
            stretch.length < 3 ||
            Math.max(...ys) - Math.min(...ys) > LEVEL ||
            Math.min(...ys) < low - LOW * (low - high) ||
            !stretch.every(isAtFoot)
          )
            continue
          const [a, b] = [stretch[0]!, stretch.at(-1)!]
          const slide = distance(a.on, b.on)
          const value = slide / (b.shot.frame - a.shot.frame)
          if (value <= px) continue
          findings.push({
            level: subject.level.id,
            drawings: [...new Set(stretch.map(({ shot }) => shot.drawing))],
            frames: stretch
              .map(({ shot }) => shot.frame)
              .filter((frame) => frame >= 1 && frame <= scene.settings.length),
            value,
            limit: px,
            unit: 'px per frame',
            sentence: `${track.name} of ${subject.level.name} is planted from ${a.shot.entry.number} to ${b.shot.entry.number} and slides ${rounded(slide)} px against the ground, ${rounded(value)} px per frame.`,
            evidence: [
              { kind: 'arrow', from: a.at, to: b.at, words: `${rounded(value)} px per frame` },
              placeGuide(
                { x: a.on.x + b.at.x - b.on.x, y: a.on.y + b.at.y - b.on.y },
                `nailed, on ${b.shot.entry.number}`,
              ),
            ],
          })
        }
      }
    }
    return judged(onePerDrawing(findings), lackingPins(subject))
  },
}
