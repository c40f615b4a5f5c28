import { estimateInOrder } from '@unhurried/core'
import { recordOrderSchema, type RecordReport } from './messages'

const tell = (report: RecordReport) => self.postMessage(report)

self.onmessage = ({ data }: MessageEvent<unknown>) => {
  try {
    const { id, lots, log } = recordOrderSchema.parse(data)
    tell({ kind: 'estimated', id, hours: estimateInOrder({ lots, log }) })
  } catch {
    const id = Number((data as { id?: unknown } | null)?.id) || 0
    tell({ kind: 'failed', id, sentence: 'How long it takes could not be reckoned. Open the log again.' })
  }
}
