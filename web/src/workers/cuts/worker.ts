import { drawingsBeside, drawingsOf, measureCut, momentAt, type Scene } from '@unhurried/core'
import { LRUCache } from 'lru-cache'
import { inWords } from '../../api/in-words'
import { api } from '../../api/api'
import { createInkStore } from '../../session/ink-store'
import { paintPicture } from '../../stage/paint/picture'
import type { PicturesByNeed } from '../handover/pictures-by-need'
import { scenePictures } from '../handover/scene-pictures'
import { cutsOrderSchema, type CutsOrder, type CutsReport, type MeasuredCut } from './messages'

const tell = (report: CutsReport) => self.postMessage(report)
/** Light is measured on a picture so many pixels wide. */
const WIDE = 96

interface Read {
  readonly scene: Scene
  readonly ink: ReturnType<typeof createInkStore>
  readonly pictures: PicturesByNeed
}
type Side = CutsOrder['cuts'][number]['out']

async function read(id: string): Promise<Read> {
  const { scene } = await api.readScene(id)
  return { scene, ink: createInkStore(id), pictures: await scenePictures(scene) }
}

/** Mean light of a frame: relative luminance, 0…1. */
async function lightOf({ scene, ink, pictures }: Read, frame: number): Promise<number> {
  const moment = momentAt(scene, Math.min(frame, scene.settings.length))
  await ink.ensure(drawingsOf(moment))
  const scale = WIDE / scene.settings.width
  const canvas = new OffscreenCanvas(WIDE, Math.max(1, Math.round(scene.settings.height * scale)))
  const surface = canvas.getContext('2d', { willReadFrequently: true })!
  await pictures.painted(() =>
    paintPicture(surface, { scene, ...moment, inkOf: ink.inkOf, scale, clear: false, pictureOf: pictures.of }),
  )
  const { data } = surface.getImageData(0, 0, canvas.width, canvas.height)
  let sum = 0
  for (let i = 0; i < data.length; i += 4)
    sum += 0.2126 * linear(data[i]!) + 0.7152 * linear(data[i + 1]!) + 0.0722 * linear(data[i + 2]!)
  return sum / (data.length / 4)
}
/** sRGB as light (IEC 61966-2-1). */
const linear = (value: number) => (value <= 10 ? value / 3294.6 : ((value / 255 + 0.055) / 1.055) ** 2.4)

async function measure({ id, cuts }: CutsOrder): Promise<MeasuredCut[]> {
  const scenes = new LRUCache<string, Promise<Read>>({ max: 4 })
  const sideOf = async ({ scene, frame }: Side) => {
    const job = scenes.get(scene) ?? read(scene)
    scenes.set(scene, job)
    const side = await job
    await side.ink.ensure(drawingsBeside({ scene: side.scene, frame }))
    return { scene: side.scene, frame, inkOf: side.ink.inkOf, light: await lightOf(side, frame) }
  }
  const measured: MeasuredCut[] = []
  for (const { shot, out, into } of cuts) {
    const [before, after] = [await sideOf(out), await sideOf(into)]
    const handed = measureCut(before, after).map(({ turned, ...each }) => ({
      ...each,
      ...(turned !== undefined && { turned }),
    }))
    measured.push({ shot, handed, light: [before.light, after.light] })
    tell({ kind: 'progress', id, done: measured.length, of: cuts.length })
  }
  return measured
}

self.onmessage = ({ data }: MessageEvent<unknown>) => {
  const order = cutsOrderSchema.parse(data)
  void measure(order).then(
    (cuts) => tell({ kind: 'measured', id: order.id, cuts }),
    (error: unknown) => tell({ kind: 'failed', id: order.id, sentence: inWords(error) }),
  )
}
