import { drawingsShown, exposuresOf, PASSES, type Scene } from '@unhurried/core'
import type { Bitmaps } from './paint/bitmaps'
import { underLight } from './light-table'
import { passesShown } from './paint/ink'
import type { InkOf, Style } from './paint/surface'

/** How many drawings to each side are made ready for a flip. */
const REACH = 2
/** Pauses may fail to come for long: then a little is painted all the same, after so many milliseconds. */
const PATIENCE = 400
/** Idle time left below which the next bitmap waits for the next pause, in milliseconds. */
const LEAST = 4

/**
 * Paints, while nothing else is to be done, the bitmaps a flip to the drawings beside this one will
 * need, the nearest first. Gives a function that stops it.
 */
export function warmAround({
  scene,
  take,
  level,
  drawing,
  bitmaps,
  inkOf,
  onWarm,
}: {
  scene: Scene
  take: string
  level: string
  drawing: string
  bitmaps: Bitmaps
  inkOf: InkOf
  /** When all of them are painted. */
  onWarm?: () => void
}): () => void {
  const order = drawingsShown(exposuresOf(scene, level, take)).map((entry) => entry.drawing)
  const here = order.indexOf(drawing)
  const beside = Array.from({ length: REACH }, (_, i) => [order[here + i + 1], order[here - i - 1]])
    .flat()
    .filter((id) => id !== undefined)
  const jobs = beside.flatMap((id) => [
    ...PASSES.map((pass) => ({ drawing: id, pass, style: 'ink' as Style, tint: '' })),
    ...underLight(scene, { level, drawing: id, take }).flatMap((lit) =>
      passesShown(lit.drawing, inkOf).map((pass) => ({ drawing: lit.drawing, pass, style: lit.style, tint: lit.tint })),
    ),
  ])
  let handle = requestIdleCallback(
    function paint(deadline) {
      const enough = () => deadline.timeRemaining() <= LEAST
      do {
        const job = jobs[0]
        if (!job || bitmaps.paint(job.drawing, job.pass, job.style, job.tint, enough)) jobs.shift()
      } while (jobs.length > 0 && !enough())
      if (jobs.length > 0) handle = requestIdleCallback(paint, { timeout: PATIENCE })
      else onWarm?.()
    },
    { timeout: PATIENCE },
  )
  return () => cancelIdleCallback(handle)
}
