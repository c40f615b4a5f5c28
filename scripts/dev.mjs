// For whoever works on the app: the page reloads and the server starts anew as their sources change.
import './lib/node-version.mjs'
import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { installModules } from './lib/packages.mjs'
import { root, usualDataFolder } from './lib/paths.mjs'
import { openCluster, postgresPrograms } from './lib/postgres.mjs'
import { orStop, say } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'
import { makeFolder, takeFolder } from './lib/folder.mjs'

const { values } = parseArgs({ options: { port: { type: 'string' }, data: { type: 'string' } } })
const port = Number(values.port ?? 4620)
const apiPort = port + 1
const folder = resolve(values.data ?? `${usualDataFolder()}-dev`)

await orStop(async () => {
  postgresPrograms(folder)
  await installModules()
  makeFolder(folder)
  const { leave } = takeFolder(folder, { port })
  const { context } = await import('esbuild')
  const { createServer } = await import('vite')
  const { bundle } = await import('../server/bundle.mjs')
  // The sample film is drawn once, by a build.
  if (!existsSync(join(root, 'server/dist/sample-film.json.gz'))) await import('../server/build.mjs')

  const database = await openCluster({ folder })
  let server
  let starting = Promise.resolve()
  const startAnew = async () => {
    await server?.stop()
    server = await startServer({ databaseUrl: database.url, port: apiPort, logFile: join(folder, 'server.log') }).catch(
      (error) => void say(`The server did not start:\n${error.message}`),
    )
    if (server) say(`Server up at ${new Date().toLocaleTimeString('en')}`)
  }
  const restart = {
    name: 'restart',
    setup: ({ onEnd }) =>
      onEnd(({ errors }) => {
        if (errors.length === 0) starting = starting.then(startAnew)
      }),
  }
  const serverSources = await context({ ...bundle, logLevel: 'warning', plugins: [...bundle.plugins, restart] })
  await serverSources.watch()

  process.env.API_PORT = String(apiPort)
  const page = await createServer({
    root: join(root, 'web'),
    configFile: join(root, 'web', 'vite.config.ts'),
    server: { host: '127.0.0.1', port, strictPort: true },
  })
  await page.listen()
  say(`\n  Page at http://127.0.0.1:${port}, server behind it at ${apiPort}, data in ${folder}\n  Ctrl-C stops both.\n`)

  let ending = false
  async function end() {
    if (ending) return
    ending = true
    await page.close()
    await serverSources.dispose()
    await starting
    await server?.stop()
    await database.stop()
    leave()
    process.exit(0)
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end())
})
