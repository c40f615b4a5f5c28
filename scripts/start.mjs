// Starts Unhurried Sketch: installs what is missing, starts the database and the server, prints the address.
import './lib/node-version.mjs'
import { accessSync, constants, statSync } from 'node:fs'
import { createServer } from 'node:net'
import { join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { build } from './lib/build.mjs'
import { installModules } from './lib/packages.mjs'
import { usualDataFolder } from './lib/paths.mjs'
import { makeFolder, takeFolder, whenLeft } from './lib/folder.mjs'
import { openCluster, postgresPrograms } from './lib/postgres.mjs'
import { orStop, say, Stop } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'
import { keptUp } from './lib/kept-up.mjs'

const USUAL_PORT = 4620

function options() {
  let values
  try {
    ;({ values } = parseArgs({
      options: { port: { type: 'string' }, data: { type: 'string' }, help: { type: 'boolean' } },
    }))
  } catch (error) {
    throw new Stop(`${error.message.split('.')[0]}. Use: npm start -- [--port N] [--data DIR]`)
  }
  if (values.help) {
    say(
      'npm start -- [--port N] [--data DIR]\n\n--port N    the port on 127.0.0.1 (4620)\n--data DIR  where drawings are kept\nDATABASE_URL in the environment: use that PostgreSQL database instead of an own one',
    )
    process.exit(0)
  }
  const port = values.port === undefined ? USUAL_PORT : Number(values.port)
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new Stop(`--port must be a whole number from 1 to 65535; "${values.port}" is not.`)
  return { port, folder: resolve(values.data ?? usualDataFolder()) }
}

function requirePort(port) {
  return new Promise((done, fail) => {
    const probe = createServer()
    probe.once('error', ({ code }) =>
      fail(
        new Stop(
          code === 'EACCES'
            ? `Port ${port} is reserved for the system: choose one above 1023 with --port N.`
            : `Port ${port} is in use: stop what uses it, or choose another with --port N.`,
        ),
      ),
    )
    probe.listen(port, '127.0.0.1', () => probe.close(done))
  })
}

function requireFolder(folder) {
  try {
    makeFolder(folder)
    accessSync(folder, constants.W_OK | constants.X_OK)
    if (!statSync(folder).isDirectory()) throw new Error('a file')
  } catch {
    throw new Stop(`The data folder ${folder} cannot be used: choose one you may write to with --data DIR.`)
  }
}

await orStop(async () => {
  const { port, folder } = options()
  requireFolder(folder)
  await whenLeft(folder)
  const { tell, leave } = takeFolder(folder, { port })
  const running = {}
  let ending = false

  async function end(code) {
    if (ending) return
    ending = true
    tell({ stopping: true })
    await running.server?.stop()
    await running.database?.stop()
    leave()
    process.exit(code)
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end(0))

  const logFile = join(folder, 'server.log')
  const startDatabase = async () => {
    running.database = await openCluster({ folder, port: running.database?.port })
    tell({ databasePort: running.database.port })
    return running.database.process
  }
  const startOwnServer = async () => {
    const databaseUrl = process.env.DATABASE_URL || running.database.url
    running.server = await startServer({
      databaseUrl,
      port,
      logFile,
      dataFolder: process.env.DATABASE_URL ? undefined : folder,
    })
    return running.server.process
  }

  try {
    await requirePort(port)
    const modules = installModules()
    // Packages of the system are installed meanwhile; what cannot be had ends the start.
    if (!process.env.DATABASE_URL) postgresPrograms(folder)
    await modules
    await build()
    if (!process.env.DATABASE_URL) await keptUp('database', startDatabase, () => ending, end, folder)
    await keptUp('server', startOwnServer, () => ending, end, folder).catch(({ message, code }) => {
      if (code === 98) throw new Stop(`Port ${port} is in use: stop what uses it, or choose another with --port N.`)
      if (process.env.DATABASE_URL)
        throw new Stop(
          `The server could not start on the database DATABASE_URL names: check that it runs and may be used. It said: ${reason(message)}`,
        )
      throw new Stop(`The server could not start; it said: ${reason(message)}`)
    })
    say(
      `\n  Unhurried Sketch is at http://127.0.0.1:${port}\n  Drawings are kept in ${process.env.DATABASE_URL ? 'the database of DATABASE_URL' : folder}\n  Ctrl-C stops it.\n`,
    )
  } catch (error) {
    ending = true
    await running.server?.stop()
    await running.database?.stop()
    leave()
    throw error
  }
})

/** The sentence in what a failed process printed, without its trace. */
function reason(text) {
  return (
    text
      .split('\n')
      .map((line) => line.trim())
      .filter((line) => /error|ended|refused|ECONN/i.test(line) && !line.startsWith('at '))[0] ??
    text.split('\n').at(-1)
  )
}
