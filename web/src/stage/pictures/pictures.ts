import { api } from '../../api/api'
import { KeptPictures } from './kept-pictures'

/** What all that are laid out may take, in bytes: four pages of 3,000 × 2,000. */
const BUDGET = 100e6
/** One that could not be had may be asked for again after so many milliseconds. */
const LATER = 3000

const listeners = new Set<(picture: string) => void>()
const kept = new KeptPictures(BUDGET, (picture) => listeners.forEach((listener) => listener(picture)))
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
  addresses.set(picture, URL.createObjectURL(file))
  return file
}

async function laidOut(picture: string): Promise<void> {
  await fetched(picture)
  await kept.layOut(picture)
}

/** Pictures of grounds, pages and references on this page: fetched once when first asked for, then at hand. */
export const pictures = {
  /** Undefined while it is on its way, or laid out anew; listeners hear when it is there. */
  of(picture: string): ImageBitmap | undefined {
    const here = kept.of(picture)
    if (!here && !asked.has(picture)) laidOut(picture).catch(() => undefined)
    return here
  },
  /** An address for showing it in the page. */
  address(picture: string): string | undefined {
    if (!addresses.has(picture)) pictures.of(picture)
    return addresses.get(picture)
  },
  /** Resolves when all that can be had were laid out; few enough that they have room beside each other. */
  async ready(wanted: readonly string[]): Promise<void> {
    await Promise.allSettled(wanted.map(laidOut))
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
