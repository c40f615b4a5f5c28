import type { Ink } from '@unhurried/core'
import { paintInk } from '../../stage/paint/ink'
import { bitmapOrderSchema, type BitmapOrder, type BitmapReport } from './messages'

const PROBLEM = 'This drawing could not be painted here.'

/** Paints ink into bitmaps, so that the page's own thread is free for the pen. */
const tell = (report: BitmapReport, transfer: Transferable[] = []) => self.postMessage(report, { transfer })
const inks = new Map<string, Ink>()

function paint({ id, name, style, tint, palette, matrix, width, height }: Extract<BitmapOrder, { kind: 'paint' }>) {
  const ink = inks.get(name)
  if (!ink) throw new Error(PROBLEM)
  const canvas = new OffscreenCanvas(width, height)
  const surface = canvas.getContext('2d')!
  surface.setTransform(...matrix)
  paintInk(surface, ink, palette, style, tint)
  const image = canvas.transferToImageBitmap()
  tell({ kind: 'painted', id, image }, [image])
}

self.onmessage = ({ data }: MessageEvent<unknown>) => {
  try {
    const order = bitmapOrderSchema.parse(data)
    if (order.kind === 'paint') paint(order)
    else if (order.kind === 'forget') inks.delete(order.name)
    else inks.set(order.name, [...(inks.get(order.name) ?? []).slice(0, order.from), ...order.pieces])
  } catch {
    tell({ kind: 'failed', id: Number((data as { id?: unknown } | null)?.id) || 0, sentence: PROBLEM })
  }
}
