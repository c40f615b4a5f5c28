import { api } from '../../api/api'
import { KeptPictures } from './kept-pictures'

/** What all that are laid out whole may take, in bytes: four pages of 3,000 × 2,000. */
const BUDGET = 100e6
/** And those as wide as they are seen, which are pages: their lines are kept in colour elsewhere. */
const NARROW = 24e6
/** One that could not be had may be asked for again after so many milliseconds. */
const LATER = 3000

const listeners = new Set<(picture: string) => void>()
const tell = (picture: string) => listeners.forEach((listener) => listener(picture))
const kept = new KeptPictures(BUDGET, tell)
const narrow = new KeptPictures(NARROW, tell)
const asked = new Map<string, Promise<Blob>>()
const addresses = new Map<string, string>()

function fetched(picture: string): Promise<Blob> {
  let job = asked.get(picture)
  if (!job) {
    job = fetchPicture(picture)
    job.catch(() => void setTimeout(() => asked.delete(picture), LATER))
    asked.set(picture, job)
  }
  return job
}

async function fetchPicture(picture: string): Promise<Blob> {
  const file = new Blob([(await api.readPicture(picture)) as Uint8Array<ArrayBuffer>])
  kept.keep(picture, file)
  narrow.keep(picture, file)
  addresses.set(picture, URL.createObjectURL(file))
  return file
}

const keptAt = (width: number | undefined) => (width === undefined ? kept : narrow)
async function laidOut(picture: string, width?: number): Promise<void> {
  await fetched(picture)
  await keptAt(width).layOut(picture, width)
}

/** Pictures of grounds, pages and references on this page: fetched once when first asked for, then at hand. */
export const pictures = {
  /** Undefined while it is on its way, or laid out anew; listeners hear when it is there. */
  of(picture: string, width?: number): ImageBitmap | undefined {
    const here = keptAt(width).of(picture, width)
    if (!here && !asked.has(picture)) laidOut(picture, width).catch(() => undefined)
    return here
  },
  /** An address for showing it in the page. */
  address(picture: string): string | undefined {
    if (!addresses.has(picture)) pictures.of(picture)
    return addresses.get(picture)
  },
  /** Resolves when all that can be had were laid out; few enough that they have room beside each other. */
  async ready(wanted: readonly string[]): Promise<void> {
    await Promise.allSettled(wanted.map((picture) => laidOut(picture)))
  },
  /** The files of all that can be had. */
  async files(wanted: readonly string[]): Promise<Map<string, Blob>> {
    const files = await Promise.allSettled(wanted.map(fetched))
    return new Map(files.flatMap((file, i) => (file.status === 'fulfilled' ? [[wanted[i]!, file.value] as const] : [])))
  },
  onChange(listener: (picture: string) => void): () => void {
    listeners.add(listener)
    return () => void listeners.delete(listener)
  },
}
