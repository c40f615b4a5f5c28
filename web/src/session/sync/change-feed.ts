import { z } from 'zod'

const versionSchema = z
  .string()
  .transform((text, context): unknown => {
    try {
      return JSON.parse(text)
    } catch {
      context.addIssue('News must be JSON.')
      return z.NEVER
    }
  })
  .pipe(z.object({ version: z.int() }))

/**
 * Listens for new versions of a scene while the page is in view: a browser allows few connections to one server.
 * Gives what ends it.
 */
export function followVersions(
  scene: string,
  { onListening, onVersion }: { onListening: () => void; onVersion: (version: number) => void },
): () => void {
  let source: EventSource | undefined
  function listen() {
    source?.close()
    source = undefined
    if (document.visibilityState !== 'visible') return
    source = new EventSource(`/api/scenes/${scene}/events`)
    source.onopen = onListening
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const changes = versionSchema.safeParse(data)
      if (changes.success) onVersion(changes.data.version)
    }
  }
  listen()
  document.addEventListener('visibilitychange', listen)
  return () => {
    source?.close()
    document.removeEventListener('visibilitychange', listen)
  }
}
