import {
  ARCHIVE_LIMITS,
  inkKey,
  pictureFile,
  picturesOf,
  picturesOfProduction,
  PRODUCTION_FILE,
  sceneFile,
  soundFilesOf,
  writeArchive,
  type Ink,
  type Limits,
  type ProductionFile,
  type Scene,
} from '@unhurried/core'
import { BlobWriter, TextReader, Uint8ArrayReader, ZipWriter } from '@zip.js/zip.js'
import { inWords } from '../../api/in-words'
import { api } from '../../api/api'
import { productionsApi } from '../../api/productions'
import { productionOrderSchema, type ProductionOrder, type ProductionReport } from './messages'

const tell = (report: ProductionReport) => self.postMessage(report)
/** Drawings whose ink is asked for at once. */
const AT_ONCE = 60

async function bytesOf(names: readonly string[], read: (name: string) => Promise<Uint8Array<ArrayBuffer>>) {
  const files = new Map<string, Uint8Array>()
  for (const name of names) files.set(name, await read(name))
  return files
}

async function inkIn(id: string, scene: Scene): Promise<Map<string, Ink>> {
  const drawings = Object.keys(scene.drawings)
  const found = new Map<string, Ink>()
  for (let from = 0; from < drawings.length; from += AT_ONCE) {
    const passes = await api.readInk(id, drawings.slice(from, from + AT_ONCE))
    for (const { drawing, pass, ink } of passes) found.set(inkKey(drawing, pass), ink)
  }
  return found
}

/** The open archive of one scene as the server has it. Errors: with a sentence that names it. */
async function archiveOf(id: string): Promise<{ scene: Scene; limits: Limits; bytes: Uint8Array }> {
  const { scene, limits } = await api.readScene(id)
  const ink = await inkIn(id, scene)
  const bytes = writeArchive({
    scene,
    inkOf: (drawing, pass) => ink.get(inkKey(drawing, pass)) ?? [],
    pictures: await bytesOf(picturesOf(scene), api.readPicture),
    sounds: await bytesOf(soundFilesOf(scene), api.readSound),
  })
  if (bytes.length > ARCHIVE_LIMITS.packed)
    throw new Error('it takes more room than a scene that comes in may: take sounds or pictures out of it first.')
  return { scene, limits, bytes }
}

/** One zip of all scenes, each packed already: only one lies in memory at a time. */
async function handOut({ id, production, name, scenes }: ProductionOrder): Promise<Blob> {
  const zip = new ZipWriter(new BlobWriter('application/zip'), { level: 0, useWebWorkers: false })
  const listed: ProductionFile['scenes'] = []
  let limits: Limits = {}
  for (const [i, each] of scenes.entries()) {
    tell({ kind: 'progress', id, done: i, of: scenes.length, words: each.name })
    const archive = await archiveOf(each.id).catch((error: Error) => {
      throw new Error(`${each.name} could not be put in: ${error.message}`)
    })
    const file = sceneFile(i + 1, archive.scene.settings.name)
    await zip.add(file, new Uint8ArrayReader(archive.bytes))
    listed.push({ file, name: archive.scene.settings.name, id: each.id })
    limits = archive.limits
  }
  const { document } = await productionsApi.read(production)
  const pictures = picturesOfProduction(document).map((picture) => ({ picture, file: pictureFile(picture) }))
  for (const { picture, file } of pictures) await zip.add(file, new Uint8ArrayReader(await api.readPicture(picture)))
  const about: ProductionFile = {
    ...{ format: 'unhurried-sketch production', version: 1, name, limits, scenes: listed },
    ...(document.reels.length + document.characters.length > 0 && { document }),
    ...(pictures.length > 0 && { pictures }),
  }
  await zip.add(PRODUCTION_FILE, new TextReader(`${JSON.stringify(about, undefined, 1)}\n`))
  return zip.close()
}

self.onmessage = (event: MessageEvent<unknown>) => {
  const order = productionOrderSchema.parse(event.data)
  void handOut(order).then(
    (file) => tell({ kind: 'done', id: order.id, file }),
    (error: unknown) => tell({ kind: 'failed', id: order.id, sentence: inWords(error) }),
  )
}
