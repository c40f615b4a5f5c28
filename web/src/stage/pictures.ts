import { api } from '../api/api'

/** Pictures of grounds and references on this page: fetched once when first asked for, then at hand. */
const known = new Map<string, ImageBitmap>()
const asked = new Map<string, Promise<void>>()
const addresses = new Map<string, string>()
const listeners = new Set<() => void>()

async function fetchPicture(picture: string) {
  const blob = new Blob([(await api.readPicture(picture)) as Uint8Array<ArrayBuffer>])
  known.set(picture, await createImageBitmap(blob))
  addresses.set(picture, URL.createObjectURL(blob))
  for (const listener of listeners) listener()
}

export const pictures = {
  /** Undefined while it is on its way; listeners hear when it is there. */
  of(picture: string): ImageBitmap | undefined {
    const here = known.get(picture)
    if (!here && !asked.has(picture)) void pictures.ready([picture])
    return here
  },
  /** An address for showing it in the page. */
  address: (picture: string): string | undefined => (pictures.of(picture) ? addresses.get(picture) : undefined),
  /** Resolves when all that can be had are there. */
  async ready(wanted: readonly string[]): Promise<void> {
    await Promise.all(
      wanted.map((picture) => {
        let job = asked.get(picture)
        if (!job) {
          // One that could not be had may be asked for again later.
          job = fetchPicture(picture).catch(() => void setTimeout(() => asked.delete(picture), 3000))
          asked.set(picture, job)
        }
        return job
      }),
    )
  },
  onChange(listener: () => void): () => void {
    listeners.add(listener)
    return () => void listeners.delete(listener)
  },
}
