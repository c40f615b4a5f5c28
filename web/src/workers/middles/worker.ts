import { middleOfShape } from '@unhurried/core'
import { middleOrderSchema, type MiddleReport } from './messages'

/** Finds the middle of a drawing's shape, so that the page's own thread is free for the pen. */
const tell = (report: MiddleReport) => self.postMessage(report)
const PROBLEM = 'This drawing could not be measured.'

self.onmessage = ({ data }: MessageEvent<unknown>) => {
  try {
    const { id, ink } = middleOrderSchema.parse(data)
    tell({ kind: 'middle', id, at: middleOfShape(ink) })
  } catch {
    tell({ kind: 'failed', id: Number((data as { id?: unknown } | null)?.id) || 0, sentence: PROBLEM })
  }
}
