import { inkKey, pictureRuns, type Ink, type PictureRun, type Scene } from '@unhurried/core'
import { paintPicture } from '../../stage/paint/picture'
import { PicturesByNeed } from '../handover/pictures-by-need'
import { reelOrderSchema, type ReelOrder, type ReelReport } from './messages'

const PROBLEM = 'A picture of this scene could not be painted here.'

interface Told {
  readonly scene: Scene
  readonly runs: readonly PictureRun[]
  readonly ink: Map<string, Ink>
  readonly pictures: PicturesByNeed
}

/** Paints frames of the scenes of a reel, so that the page's own thread is free to show them in time. */
const tell = (report: ReelReport, transfer: Transferable[] = []) => self.postMessage(report, { transfer })
const told = new Map<string, Told>()

function learn({ name, scene, files }: Extract<ReelOrder, { kind: 'scene' }>) {
  told.set(name, { scene, runs: pictureRuns(scene), ink: new Map(), pictures: new PicturesByNeed(files) })
}

async function paint({ id, name, frame, width, height }: Extract<ReelOrder, { kind: 'paint' }>) {
  const { scene, runs, ink, pictures } = told.get(name)!
  const run = runs.findLast((each) => each.frame <= frame)!
  const canvas = new OffscreenCanvas(width, height)
  const surface = canvas.getContext('2d')!
  const inkOf = (drawing: string, pass: string): Ink => ink.get(inkKey(drawing, pass)) ?? []
  const scale = width / scene.settings.width
  await pictures.painted(() =>
    paintPicture(surface, { scene, ...run, inkOf, scale, clear: false, pictureOf: pictures.of }),
  )
  const image = canvas.transferToImageBitmap()
  tell({ kind: 'painted', id, image }, [image])
}

async function follow(order: ReelOrder) {
  if (order.kind === 'scene') learn(order)
  else if (order.kind === 'ink') for (const [key, ink] of order.ink) told.get(order.name)?.ink.set(key, ink)
  else if (order.kind === 'forget') told.delete(order.name)
  else await paint(order)
}

// One after the other: a picture is laid out for whoever asked, and what is told comes before what is asked of it.
let last = Promise.resolve()
self.onmessage = ({ data }: MessageEvent<unknown>) => {
  last = last
    .then(() => follow(reelOrderSchema.parse(data)))
    .catch(() => tell({ kind: 'failed', id: Number((data as { id?: unknown } | null)?.id) || 0, sentence: PROBLEM }))
}
