import { loadInbetween, type Ink } from '@unhurried/core'
import { guideOrderSchema, type GuideOrder, type GuideReport } from './messages'

/** The two drawings, the same arrays for as long as they are the same: what is worked out of them is kept by them. */
let between: { readonly a: Ink; readonly b: Ink } | undefined
const tell = (report: GuideReport) => self.postMessage(report)
const WRONG = 'This inbetween could not be worked out. Change something and try again.'

async function guide({ id, kind: _, ...wish }: Extract<GuideOrder, { kind: 'guide' }>) {
  if (!between) return tell({ kind: 'failed', id, sentence: WRONG })
  const { guideInbetween } = await loadInbetween()
  const { lines, matches } = guideInbetween({ ...between, ...wish })
  tell({
    kind: 'guided',
    id,
    lines: lines.map((line) => ({ ...line, points: [...line.points] })),
    matches: [...matches],
  })
}

self.onmessage = async ({ data }: MessageEvent<unknown>) => {
  try {
    const order = guideOrderSchema.parse(data)
    if (order.kind === 'between') between = { a: order.a, b: order.b }
    else await guide(order)
  } catch {
    const told = data as { kind?: unknown } | null
    if (told?.kind === 'between') between = undefined
    tell({ kind: 'failed', id: Number((data as { id?: unknown } | null)?.id) || 0, sentence: WRONG })
  }
}
