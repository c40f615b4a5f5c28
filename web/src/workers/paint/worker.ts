import { fillAt, readyLines, propagateFill, type ReadyLines } from '@unhurried/core'
import { orderSchema, type PaintReport } from './messages'

const PAINT_PROBLEM = 'This could not be painted. Undo the last line and try again.'

/** A thin door to core: what takes longer than a moment to paint. */
const tell = (report: PaintReport) => self.postMessage(report)
/** The lines the next fills are of. */
let lines: ReadyLines | undefined

/** Paints the widest place once for nobody, so that the first fill asked for is as quick as the next. */
function rehearse(ready: ReadyLines) {
  const { distance, grid } = ready.regions
  let widest = 0
  for (let at = 1; at < distance.length; at++) if (distance[at]! > distance[widest]!) widest = at
  fillAt({ lines: ready, x: widest % grid.width, y: Math.floor(widest / grid.width), anyway: true })
}

self.onmessage = (event: MessageEvent<unknown>) => {
  const began = performance.now()
  const parsed = orderSchema.safeParse(event.data)
  if (!parsed.success) {
    lines = undefined
    return tell({
      kind: 'failed',
      id: Number((event.data as { id?: unknown } | null)?.id) || 0,
      sentence: PAINT_PROBLEM,
    })
  }
  const order = parsed.data
  try {
    if (order.kind === 'lines') {
      lines = readyLines(order)
      rehearse(lines)
    } else if (order.kind === 'fill') {
      if (!lines) throw new Error(PAINT_PROBLEM)
      tell({ kind: 'filled', id: order.id, result: fillAt({ ...order, lines }), ms: performance.now() - began })
    } else
      tell({
        kind: 'propagated',
        id: order.id,
        result: propagateFill({
          ...order,
          onProgress: (done, of) => tell({ kind: 'progress', id: order.id, done, of }),
        }),
      })
  } catch (error) {
    tell({ kind: 'failed', id: order.id, sentence: error instanceof Error ? error.message : PAINT_PROBLEM })
  }
}
