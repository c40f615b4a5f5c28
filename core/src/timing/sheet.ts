import type { Exposure, Scene } from '../scene/schema'

export type Exposures = readonly Exposure[]

export interface Placed extends Exposure {
  /** Frame where this exposure begins. */
  readonly frame: number
  readonly index: number
}

export const totalFrames = (exposures: Exposures): number => exposures.reduce((sum, e) => sum + e.frames, 0)

/** Each exposure with the frame where it begins. */
export function placed(exposures: Exposures): Placed[] {
  let frame = 1
  return exposures.map((exposure, index) => {
    const here = { ...exposure, frame, index }
    frame += exposure.frames
    return here
  })
}

/** The exposure that covers `frame`, or undefined beyond the end. */
export function exposureAt(exposures: Exposures, frame: number): Placed | undefined {
  let start = 1
  for (let index = 0; index < exposures.length; index++) {
    const { drawing, frames } = exposures[index]!
    if (frame >= start && frame < start + frames) return { drawing, frames, frame: start, index }
    start += frames
  }
  return undefined
}

/** The frame where `drawing` is first shown, or undefined when it is in no exposure. */
export function firstFrameOf(exposures: Exposures, drawing: string): number | undefined {
  return placed(exposures).find((exposure) => exposure.drawing === drawing)?.frame
}

/** Every drawing of the list once, in the order of first showing. */
export function drawingsShown(exposures: Exposures): { drawing: string; frame: number }[] {
  const seen = new Set<string>()
  return placed(exposures).flatMap(({ drawing, frame }) => {
    if (drawing === null || seen.has(drawing)) return []
    seen.add(drawing)
    return [{ drawing, frame }]
  })
}

/** Neighbouring exposures of the same drawing become one hold. */
export function joined(exposures: Exposures): Exposure[] {
  const result: Exposure[] = []
  for (const { drawing, frames } of exposures) {
    const last = result.at(-1)
    if (last && last.drawing === drawing) result[result.length - 1] = { drawing, frames: last.frames + frames }
    else result.push({ drawing, frames })
  }
  return result
}

/** Frames from `fromFrame` on (`now` in total) replaced by `now`; everything else stays where it is. */
export function overwritten(exposures: Exposures, fromFrame: number, now: Exposures): Exposure[] {
  const until = fromFrame + totalFrames(now)
  const before: Exposure[] = []
  const after: Exposure[] = []
  for (const { drawing, frames, frame } of placed(exposures)) {
    const head = Math.min(frame + frames, fromFrame) - frame
    const tail = frame + frames - Math.max(frame, until)
    if (head > 0) before.push({ drawing, frames: head })
    if (tail > 0) after.push({ drawing, frames: tail })
  }
  return joined([...before, ...now, ...after])
}

export function mainSheet(scene: Scene, level: string): Exposures {
  return scene.sheets[scene.mainTake]![level]!
}

/** What lies on the paper at `frame` of a take, from the bottom level up. */
export function shownAt(scene: Scene, frame: number, take = scene.mainTake): { level: string; drawing: string }[] {
  return scene.levelOrder.flatMap((level) => {
    const drawing = exposureAt(scene.sheets[take]![level]!, frame)?.drawing
    return drawing ? [{ level, drawing }] : []
  })
}

/**
 * The frames a chart spans in the main take: from its first drawing to its second, or on a looping
 * level from the last drawing over the seam to the first (which then stands one frame beyond the end).
 */
export function chartSpan(scene: Scene, { level, from, to }: { level: string; from: string; to: string }) {
  const exposures = mainSheet(scene, level)
  const fromFrame = firstFrameOf(exposures, from)
  const first = firstFrameOf(exposures, to)
  if (fromFrame === undefined || first === undefined) return undefined
  const overSeam = first <= fromFrame && scene.levels[level]!.loop && drawingsShown(exposures)[0]!.drawing === to
  return { fromFrame, toFrame: overSeam ? scene.settings.length + 1 : first }
}

export interface PictureRun {
  /** First frame of the run and how many frames the same picture stays. */
  readonly frame: number
  readonly frames: number
  readonly shown: readonly { readonly level: string; readonly drawing: string }[]
}

/** The take as a list of pictures: one run for as long as the same drawings lie on the paper. */
export function pictureRuns(scene: Scene, take = scene.mainTake): PictureRun[] {
  const starts = new Set(
    scene.levelOrder.flatMap((level) => placed(scene.sheets[take]![level]!).map((exposure) => exposure.frame)),
  )
  starts.add(1)
  const ordered = [...starts].sort((a, b) => a - b)
  return ordered.map((frame, i) => ({
    frame,
    frames: (ordered[i + 1] ?? scene.settings.length + 1) - frame,
    shown: shownAt(scene, frame, take),
  }))
}
