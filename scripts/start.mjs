// Starts Unhurried Sketch: installs what is missing, starts the database and the server, prints the address.
import { accessSync, constants, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { build } from './lib/build.mjs'
import { installModules } from './lib/packages.mjs'
import { usualDataFolder } from './lib/paths.mjs'
import { openCluster } from './lib/postgres.mjs'
import { orStop, say, Stop } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'

const USUAL_PORT = 4620

function options() {
  let values
  try {
    ;({ values } = parseArgs({ options: { port: { type: 'string' }, data: { type: 'string' }, help: { type: 'boolean' } } }))
  } catch (error) {
    throw new Stop(`${error.message.split('.')[0]}. Use: npm start -- [--port N] [--data DIR]`)
  }
  if (values.help) {
    say('npm start -- [--port N] [--data DIR]\n\n--port N    the port on 127.0.0.1 (4620)\n--data DIR  where drawings are kept\nDATABASE_URL in the environment: use that PostgreSQL database instead of an own one')
    process.exit(0)
  }
  const port = values.port === undefined ? USUAL_PORT : Number(values.port)
  if (!Number.isInteger(port) || port < 1 || port > 65_535) throw new Stop(`--port must be a whole number from 1 to 65535; "${values.port}" is not.`)
  return { port, folder: resolve(values.data ?? usualDataFolder()) }
}

function requirePort(port) {
  return new Promise((done, fail) => {
    const probe = createServer()
    probe.once('error', ({ code }) =>
      fail(new Stop(code === 'EACCES' ? `Port ${port} is reserved for the system: choose one above 1023 with --port N.` : `Port ${port} is in use: stop what uses it, or choose another with --port N.`)))
    probe.listen(port, '127.0.0.1', () => probe.close(done))
  })
}

function requireFolder(folder) {
  try {
    mkdirSync(folder, { recursive: true })
    accessSync(folder, constants.W_OK | constants.X_OK)
  } catch {
    throw new Stop(`The data folder ${folder} cannot be used: choose one you may write to with --data DIR.`)
  }
}

/** One start at a time on one data folder. */
function takeFolder(folder, port) {
  const file = join(folder, 'running.json')
  if (existsSync(file)) {
    let other = {}
    try {
      other = JSON.parse(readFileSync(file, 'utf8'))
    } catch {
      // A file cut short by a crash says nothing about who is running.
    }
    if (other.pid && isOurs(other.pid)) throw new Stop(`Unhurried Sketch is running already with this data: open http://127.0.0.1:${other.port}, or choose another folder with --data DIR.`)
  }
  writeFileSync(file, JSON.stringify({ pid: process.pid, port }))
  return () => rmSync(file, { force: true })
}

function isOurs(pid) {
  try {
    process.kill(pid, 0)
    // Process numbers are used again: only a start script counts.
    return !existsSync('/proc') || readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('start.mjs')
  } catch {
    return false
  }
}

await orStop(async () => {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19)) throw new Stop(`Node.js ${process.versions.node} is too old: install 20.19 or later and start again.`)
  const { port, folder } = options()
  requireFolder(folder)
  const leave = takeFolder(folder, port)
  const opened = []
  let ending = false
  async function end(code) {
    if (ending) return
    ending = true
    for (const part of opened.reverse()) await part.stop()
    leave()
    process.exit(code)
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end(0))
  const endedAlone = (what) => () => {
    if (ending) return
    process.stderr.write(`The ${what} ended unexpectedly. What is drawn is kept: start again. The reason is in ${folder}.\n`)
    void end(1)
  }
  try {
    await requirePort(port)
    installModules()
    await build()
    let databaseUrl = process.env.DATABASE_URL
    if (!databaseUrl) {
      const cluster = await openCluster({ folder })
      opened.push(cluster)
      cluster.process.once('exit', endedAlone('database'))
      databaseUrl = cluster.url
    }
    const logFile = join(folder, 'server.log')
    const server = await startServer({ databaseUrl, port, logFile }).catch(({ message, code }) => {
      if (code === 98) throw new Stop(`Port ${port} is in use: stop what uses it, or choose another with --port N.`)
      if (process.env.DATABASE_URL) throw new Stop(`The server could not start on the database DATABASE_URL names: check that it runs and may be used. It said: ${reason(message)}`)
      throw new Stop(`The server could not start; it said: ${reason(message)}`)
    })
    opened.push(server)
    server.process.once('exit', endedAlone('server'))
    say(`\n  Unhurried Sketch is at http://127.0.0.1:${port}\n  Drawings are kept in ${process.env.DATABASE_URL ? 'the database of DATABASE_URL' : folder}\n  Ctrl-C stops it.\n`)
  } catch (error) {
    for (const part of opened.reverse()) await part.stop()
    leave()
    throw error
  }
})

/** The sentence in what a failed process printed, without its trace. */
function reason(text) {
  return text.split('\n').map((line) => line.trim()).filter((line) => /error|ended|refused|ECONN/i.test(line) && !line.startsWith('at '))[0] ?? text.split('\n').at(-1)
}
