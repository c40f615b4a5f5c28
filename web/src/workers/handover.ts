import { gifDelays, openArchive, openGif, pictureRuns, pieceSchema, sceneSchema, stillName, writePng, type Ink, type InkKey } from '@unhurried/core'
import { z } from 'zod'
import { paintPicture } from '../stage/paint'

export const orderSchema = z.object({
  scene: sceneSchema,
  /** Ink of every drawing shown, by `drawing/pass`. */
  ink: z.map(z.string(), z.array(pieceSchema)),
  as: z.enum(['gif', 'stills']),
  scale: z.union([z.literal(0.5), z.literal(1), z.literal(2)]),
  clear: z.boolean(),
})
export type HandoverOrder = z.infer<typeof orderSchema>

export const reportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), done: z.number(), of: z.number(), words: z.string() }),
  z.object({ kind: z.literal('done'), file: z.instanceof(Blob), name: z.string(), ms: z.number() }),
  z.object({ kind: z.literal('failed'), sentence: z.string() }),
])
export type HandoverReport = z.infer<typeof reportSchema>

const tell = (report: HandoverReport) => self.postMessage(report)

function make({ scene, ink, as, scale, clear }: HandoverOrder) {
  const began = performance.now()
  const width = Math.max(1, Math.round(scene.settings.width * scale))
  const height = Math.max(1, Math.round(scene.settings.height * scale))
  const surface = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })
  if (!surface) throw new Error('This browser has no room for a picture of this size. Hand over at a smaller size.')
  const inkOf = (drawing: string, pass: string): Ink => ink.get(`${drawing}/${pass}` satisfies InkKey) ?? []
  const runs = pictureRuns(scene)
  const pixelsOf = (run: (typeof runs)[number]) => {
    paintPicture(surface, { scene, shown: run.shown, inkOf, scale, clear })
    return surface.getImageData(0, 0, width, height).data
  }
  const stem = stillName(scene.settings.name, 1, 1).replace(/-0001\.png$/, '')

  if (as === 'gif') {
    const gif = openGif({ width, height, transparent: clear })
    const delays = gifDelays(runs.map((run) => run.frames), scene.settings.fps)
    runs.forEach((run, i) => {
      gif.add(pixelsOf(run), delays[i]!)
      tell({ kind: 'progress', done: i + 1, of: runs.length * 2, words: `Painting picture ${i + 1} of ${runs.length}` })
    })
    const bytes = gif.finish((written, of) => tell({ kind: 'progress', done: runs.length + (written / of) * runs.length, of: runs.length * 2, words: `Writing picture ${written} of ${of}` }))
    return tell({ kind: 'done', file: new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/gif' }), name: `${stem}.gif`, ms: performance.now() - began })
  }
  const archive = openArchive()
  const last = scene.settings.length
  for (const run of runs) {
    const png = writePng({ width, height, pixels: pixelsOf(run) })
    for (let frame = run.frame; frame < run.frame + run.frames; frame++) archive.add(stillName(scene.settings.name, frame, last), png)
    tell({ kind: 'progress', done: run.frame + run.frames - 1, of: last, words: `Frame ${run.frame + run.frames - 1} of ${last}` })
  }
  const file = new Blob(archive.finish() as Uint8Array<ArrayBuffer>[], { type: 'application/zip' })
  tell({ kind: 'done', file, name: `${stem}-stills.zip`, ms: performance.now() - began })
}

self.onmessage = (event: MessageEvent<unknown>) => {
  try {
    make(orderSchema.parse(event.data))
  } catch (error) {
    tell({ kind: 'failed', sentence: error instanceof Error ? error.message : String(error) })
  }
}
