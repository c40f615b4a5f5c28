import { ringCursor, type ToolContext, type Pen, type Tool } from './tool'
import type { Push } from '@unhurried/core'

/** Pushes ink softly along. `onPush` gets each little push as it is made, `onDone` ends it. */
export function pushTool({
  bench,
  radius,
  onBegin,
  onPush,
  onDone,
}: {
  bench: ToolContext
  radius: number
  onBegin: () => boolean
  onPush: (pushes: readonly Push[]) => void
  onDone: () => void
}): Tool {
  let last: Pen
  return {
    cursor: ringCursor(2 * radius * bench.zoom()),
    down(pen) {
      last = pen
      return onBegin()
    },
    move(pens) {
      const pushes: Push[] = []
      for (const pen of pens) {
        pushes.push({ x: last.x, y: last.y, dx: pen.x - last.x, dy: pen.y - last.y, radius })
        last = pen
      }
      onPush(pushes)
    },
    up: onDone,
    cancel: onDone,
  }
}
