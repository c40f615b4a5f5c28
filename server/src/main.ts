import { createServer } from 'node:http'
import { fileURLToPath } from 'node:url'
import { z } from 'zod'
import { openDatabase } from './database/open'
import { shelveSampleFilm } from './sample/shelve'
import { watchDisk } from './health/disk'
import { openLog } from './health/log'
import { createApp } from './app'
import { SceneService } from './keeping/scenes'
import { openChangeFeed } from './keeping/change-feed'

const environment = z.object({
  DATABASE_URL: z.string().min(1),
  PORT: z.coerce.number().int().min(0).max(65_535),
  PAGES: z.string().default(fileURLToPath(new URL('../../web/dist', import.meta.url))),
  LOG_FILE: z.string().optional(),
  SAMPLE_FILM: z.enum(['yes', 'no']).default('yes'),
  /** Where the database of ours lies, to watch the room there. */
  DATA_FOLDER: z.string().optional(),
  METRICS_FOR_ANYONE: z.enum(['yes', 'no']).default('no'),
})

const { DATABASE_URL, PORT, PAGES, LOG_FILE, SAMPLE_FILM, DATA_FOLDER, METRICS_FOR_ANYONE } = environment.parse(
  process.env,
)
const log = openLog(LOG_FILE)
const disk = watchDisk(DATA_FOLDER, (low) =>
  log.warn({ low }, low ? 'the disk is nearly full: nothing more is written' : 'there is room again'),
)

let scenes: SceneService | undefined
const database = await openDatabase(DATABASE_URL, {
  async prepare(opened) {
    scenes = new SceneService(opened, log)
    await scenes.carryOver()
    if (SAMPLE_FILM === 'yes') await shelveSampleFilm(opened, scenes)
  },
})

scenes!.forgetting.begin()
const feed = openChangeFeed(DATABASE_URL, log)
const server = createServer(
  createApp({
    database,
    scenes: scenes!,
    feed,
    log,
    disk,
    pages: PAGES,
    metricsForAnyone: METRICS_FOR_ANYONE === 'yes',
  }).callback(),
)
// A request has so long to arrive, whatever it is slow with.
server.headersTimeout = 20_000
server.requestTimeout = 180_000
// A page that pauses to draw finds its connection again.
server.keepAliveTimeout = 65_000
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

/** What is under way when the server is stopped has so long to come to its end, in milliseconds. */
const GRACE = 3000
let closing = false
function close() {
  if (closing) return
  closing = true
  server.close(
    () =>
      void Promise.allSettled([scenes!.close().then(() => database.destroy()), feed.close()]).then(() =>
        process.exit(0),
      ),
  )
  void feed.close()
  server.closeIdleConnections()
  // A browser keeps a spare connection on which nothing was asked yet: it counts as none that is idle, and never ends by itself.
  setTimeout(() => server.closeAllConnections(), GRACE)
}
process.on('SIGTERM', close)
process.on('SIGINT', close)
// Started by a script that died: nobody is left to stop this server, so it stops itself.
process.on('disconnect', close)
process.on('unhandledRejection', (error) => log.error({ err: error }, 'unhandled'))
