import { createServer } from 'node:http'
import { fileURLToPath } from 'node:url'
import pino from 'pino'
import { z } from 'zod'
import { openDatabase } from './database/open'
import { shelveSampleFilm } from './demo/shelve'
import { createApp } from './http/app'
import { beginHistories } from './keeping/history'
import { openNews } from './keeping/news'

const environment = z.object({
  DATABASE_URL: z.string().min(1),
  PORT: z.coerce.number().int().min(0).max(65_535),
  PAGES: z.string().default(fileURLToPath(new URL('../../web/dist', import.meta.url))),
  LOG_FILE: z.string().optional(),
  SAMPLE_FILM: z.enum(['yes', 'no']).default('yes'),
})

const { DATABASE_URL, PORT, PAGES, LOG_FILE, SAMPLE_FILM } = environment.parse(process.env)
const log = pino({ base: undefined }, pino.destination(LOG_FILE ? { dest: LOG_FILE, append: true, sync: false } : 1))

const database = await openDatabase(DATABASE_URL, {
  async prepare(opened) {
    await beginHistories(opened)
    if (SAMPLE_FILM === 'yes') await shelveSampleFilm(opened)
  },
})

const news = openNews(DATABASE_URL, log)
const server = createServer(createApp({ database, news, log, pages: PAGES }).callback())
server.on('error', (error: NodeJS.ErrnoException) => {
  log.fatal({ err: error }, 'cannot listen')
  process.exit(error.code === 'EADDRINUSE' ? 98 : 1)
})
server.listen(PORT, '127.0.0.1', () => {
  const address = server.address()
  const port = typeof address === 'object' && address ? address.port : PORT
  log.info({ port }, 'listening')
  process.send?.({ listening: port })
})

let closing = false
function close() {
  if (closing) return
  closing = true
  server.close(() => void Promise.allSettled([database.destroy(), news.close()]).then(() => process.exit(0)))
  void news.close()
  server.closeIdleConnections()
}
process.on('SIGTERM', close)
process.on('SIGINT', close)
// Started by a script that died: nobody is left to stop this server, so it stops itself.
process.on('disconnect', close)
process.on('unhandledRejection', (error) => log.error({ err: error }, 'unhandled'))
