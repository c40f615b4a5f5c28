import { proposedColours } from '@unhurried/core'
import { coloursOrderSchema, type ColoursOrder, type ColoursReport } from './messages'

const tell = (report: ColoursReport) => self.postMessage(report)
/** The picture is looked at this large, in pixels: its colours are no others. */
const SIDE = 128
const PROBLEM = 'This file is no picture that can be looked at here, or it is damaged. Use a PNG, JPEG, WebP or GIF.'

async function propose({ file, count }: ColoursOrder) {
  const image = await createImageBitmap(file, { resizeWidth: SIDE, resizeHeight: SIDE, resizeQuality: 'high' })
  const surface = new OffscreenCanvas(SIDE, SIDE).getContext('2d', { willReadFrequently: true })!
  surface.drawImage(image, 0, 0)
  image.close()
  return proposedColours(surface.getImageData(0, 0, SIDE, SIDE).data, count)
}

self.onmessage = ({ data }: MessageEvent<unknown>) => {
  const order = coloursOrderSchema.parse(data)
  void propose(order).then(
    (colours) => tell({ kind: 'proposed', id: order.id, colours }),
    () => tell({ kind: 'failed', id: order.id, sentence: PROBLEM }),
  )
}
