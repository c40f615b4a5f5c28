import { middlesOf, type Ink } from '@unhurried/core'
import { middleOrderSchema, type MiddleReport } from './messages'

/** Finds the middles of what moves on a few drawings, so that the page's own thread is free for the pen. */
const tell = (report: MiddleReport) => self.postMessage(report)
const PROBLEM = 'These drawings could not be measured.'

/** The drawings of the last order. */
let kept = new Map<string, Ink>()

self.onmessage = ({ data }: MessageEvent<unknown>) => {
  try {
    const { id, drawings, frame } = middleOrderSchema.parse(data)
    kept = new Map(drawings.map(({ drawing, ink }) => [drawing, ink ?? kept.get(drawing)!]))
    tell({ kind: 'middles', id, places: middlesOf([...kept.values()], frame).filter((at) => at !== undefined) })
  } catch {
    tell({ kind: 'failed', id: Number((data as { id?: unknown } | null)?.id) || 0, sentence: PROBLEM })
  }
}
