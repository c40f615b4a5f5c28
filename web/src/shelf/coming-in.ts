import {
  ARCHIVE_LIMITS,
  LIMITS,
  productionFileSchema,
  PRODUCTION_FILE,
  sentenceOf,
  type ProductionFile,
} from '@unhurried/core'
import { BlobReader, ZipReader, type FileEntry } from '@zip.js/zip.js'

/** A scene's archive that is to come in, read when it is its turn. */
interface SceneComing {
  readonly name: string
  /** What it is called in what its production has beside its scenes. */
  readonly id?: string | undefined
  readonly read: () => Promise<Blob>
}
export type ComingProduction = Pick<ProductionFile, 'name' | 'limits' | 'document' | 'pictures'>
/** What a file brings: one scene, or a production with its scenes. */
export interface Coming {
  readonly production?: ComingProduction
  readonly scenes: readonly SceneComing[]
  /** A picture by its file. Errors: with a sentence. */
  readonly readPicture: (file: string) => Promise<Blob>
}

const MISSING = 'it is named in the list and not in the archive.'
const megabytes = (bytes: number) => `${bytes / 1024 / 1024} MB`
/** Bytes of the list of a production's scenes, with its reels and its library. */
const LIST = 16 * 1024 * 1024

/** The bytes of a file in a zip; more than were promised, or than may be, are never held. Errors: with a sentence. */
async function unpacked(entry: FileEntry, most: number): Promise<Blob> {
  const tooLarge = new Error(`${entry.filename} is larger than ${megabytes(most)}.`)
  if (entry.uncompressedSize > most) throw tooLarge
  const parts: Uint8Array<ArrayBuffer>[] = []
  let bytes = 0
  const writable = new WritableStream<Uint8Array<ArrayBuffer>>({
    write(part) {
      bytes += part.length
      if (bytes > most) throw tooLarge
      parts.push(part)
    },
  })
  await entry.getData(writable, { checkSignature: true, useWebWorkers: false })
  return new Blob(parts)
}

/** What a file brings in. Errors: with a sentence, when it is no zip or its list of scenes cannot be read. */
export async function comingIn(file: File): Promise<Coming> {
  const files = new Map<string, FileEntry>()
  try {
    for await (const entry of new ZipReader(new BlobReader(file)).getEntriesGenerator()) {
      if (!entry.directory) files.set(entry.filename, entry)
      if (files.size > ARCHIVE_LIMITS.files) throw new Error('too many files')
    }
  } catch {
    throw new Error(`${file.name} is no archive of a scene or a production, or it is damaged.`)
  }
  const list = files.get(PRODUCTION_FILE)
  async function readIn(path: string, most: number): Promise<Blob> {
    const entry = files.get(path)
    if (!entry) throw new Error(MISSING)
    return unpacked(entry, most)
  }
  const readPicture = (path: string) => readIn(path, LIMITS.pictureBytes)
  if (!list) return { scenes: [sceneAlone(file)], readPicture }
  const about = listOf(await (await unpacked(list, LIST)).text(), file.name)
  const scenes = about.scenes.map(({ name, id, file: path }) => ({
    ...{ name, id },
    read: () => readIn(path, ARCHIVE_LIMITS.packed),
  }))
  return { production: about, scenes, readPicture }
}

const sceneAlone = (file: File): SceneComing => ({
  name: file.name,
  async read() {
    if (file.size > ARCHIVE_LIMITS.packed) throw new Error(`it is larger than ${megabytes(ARCHIVE_LIMITS.packed)}.`)
    return file
  },
})

function listOf(text: string, name: string): ProductionFile {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw new Error(`The list of scenes in ${name} cannot be read.`)
  }
  const parsed = productionFileSchema.safeParse(value)
  if (!parsed.success) throw new Error(`The list of scenes in ${name} cannot be read: ${sentenceOf(parsed.error)}`)
  return parsed.data
}
