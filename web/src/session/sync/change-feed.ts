import { z } from 'zod'

const newsSchema = z
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
      const news = newsSchema.safeParse(data)
      if (news.success) onVersion(news.data.version)
    }
  }
  listen()
  document.addEventListener('visibilitychange', listen)
  return () => {
    source?.close()
    document.removeEventListener('visibilitychange', listen)
  }
}
