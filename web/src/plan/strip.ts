import { chartSpan, clamp, exposuresOf, isDrawn, placed, type Drawing, type Scene } from '@unhurried/core'
import { frameAxis, type Axis } from '../parts/axes'

/** Empty at both ends of the strip, in pixels. */
const PAD = 22
/** A frame is never narrower than this; the strip is scrolled instead. */
const NARROWEST = 9

/** The frames of a strip of time from left to right. */
export interface Strip {
  readonly width: number
  /** From a frame to where it begins. */
  readonly x: Axis
  /** The width of a frame. */
  readonly step: number
  /** The size of a drawing's number: it shrinks before it runs into the next. */
  readonly type: number
}

/** @param room - as wide as it may be without being scrolled, in pixels */
export function stripOf(length: number, room: number): Strip {
  const width = Math.max(room, 2 * PAD + length * NARROWEST)
  const x = frameAxis(1, length + 1, [PAD, width - PAD])
  const step = x(2) - x(1)
  return { width, x, step, type: clamp(step * 0.56, 9, 13) }
}

/** The frame a place on the strip lies on. */
export const frameBelow = ({ x }: Strip, across: number, length: number): number =>
  clamp(Math.floor(x.invert(across)), 1, length)

/** Frames some of which are numbered, as many as can be read. */
export function ticksOf({ x, step }: Strip, { length, fps }: Scene['settings']) {
  const every = step >= 26 ? 1 : step >= 13 ? 2 : step >= 9 ? 4 : 6
  return Array.from({ length }, (_, i) => ({
    frame: i + 1,
    at: x(i + 1),
    second: i % fps === 0 ? i / fps : undefined,
    labelled: i % every === 0,
  }))
}

/** Half of the box a drawing's number stands in: round, and longer where the number is. */
function halfOf({ step, type }: Strip, words: string, isKey: boolean) {
  const high = clamp(step * 0.52, 7, isKey ? 14 : 11)
  return { high, wide: Math.max(high, words.length * type * 0.28 + 3) }
}

/** What a level shows, one showing after the other; a drawing shown again stands in brackets. */
export function showingsOn(strip: Strip, scene: Scene, { level, take }: { level: string; take: string }) {
  const seen = new Set<string>()
  return placed(exposuresOf(scene, level, take)).map((exposure) => {
    const entry: Drawing | undefined = exposure.drawing === null ? undefined : scene.drawings[exposure.drawing]
    const again = entry !== undefined && seen.has(entry.id)
    if (entry) seen.add(entry.id)
    const words = again ? `(${entry.number})` : (entry?.number ?? '')
    return {
      ...exposure,
      ...{ entry, again, words },
      half: halfOf(strip, words, entry?.role === 'key' && !again),
      drawn: entry !== undefined && isDrawn(entry),
      at: strip.x(exposure.frame) + strip.step / 2,
      end: strip.x(exposure.frame + exposure.frames) - 3,
    }
  })
}

/** The charts of a level, from the middle of the frame they lead from; one over the seam of a loop goes to the strip's end. */
export function chartsOn({ x, step, width }: Strip, scene: Scene, { level, take }: { level: string; take: string }) {
  return Object.values(scene.charts).flatMap((chart) => {
    const span = chart.level === level ? chartSpan(scene, chart, take) : undefined
    if (!span) return []
    const from = x(span.fromFrame) + step / 2
    const to = span.toFrame > scene.settings.length ? width - PAD : x(span.toFrame) + step / 2
    return [{ id: chart.id, from, to, marks: chart.marks.map((mark) => from + (to - from) * mark.fraction) }]
  })
}
