// A database and a server for tests, beside the user's and never on their data. Obeys messages from the test.
import { spawnSync } from 'node:child_process'
import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { openCluster } from '../../scripts/lib/postgres.mjs'
import { startServer } from '../../scripts/lib/server.mjs'

spawnSync('node', ['build.mjs'], { cwd: fileURLToPath(new URL('..', import.meta.url)), stdio: 'inherit' })
const folder = mkdtempSync(join(tmpdir(), 'unhurried-test-'))
// The database may run as another user, who must be able to enter.
chmodSync(folder, 0o755)
let cluster = await openCluster({ folder })
let server
let second

const exit = (child) => new Promise((resolve) => (child.exitCode !== null || child.signalCode !== null ? resolve() : child.once('exit', resolve)))

const orders = {
  async start() {
    server = await startServer({ databaseUrl: cluster.url, logFile: join(folder, 'server.log'), sampleFilm: false })
    return { port: server.port }
  },
  /** Another server on the same database, as a studio would run it. */
  async startSecond() {
    second = await startServer({ databaseUrl: cluster.url, logFile: join(folder, 'second.log'), sampleFilm: true })
    return { port: second.port }
  },
  /** Two servers starting in the same moment on a database nobody has used; tells how its shelf looks then. */
  async startPair() {
    const fresh = `pair${Date.now()}`
    const url = new URL(cluster.url)
    const made = spawnSync(join(cluster.programs, 'createdb'), ['-h', url.hostname, '-p', url.port, '-U', url.username, fresh], { env: { ...process.env, PGPASSWORD: decodeURIComponent(url.password) } })
    if (made.status !== 0) throw new Error(String(made.stderr))
    url.pathname = `/${fresh}`
    const pair = await Promise.all(['left', 'right'].map((side) => startServer({ databaseUrl: url.href, logFile: join(folder, `${side}.log`) })))
    const shelves = await Promise.all(pair.map(async ({ port }) => (await fetch(`http://127.0.0.1:${port}/api/shelf`)).json()))
    await Promise.all(pair.map((each) => each.stop()))
    return { shelves: shelves.map((shelf) => shelf.map(({ name, scenes }) => [name, scenes.map(({ version }) => version > 0)])) }
  },
  async killServer() {
    const gone = exit(server.process)
    server.process.kill('SIGKILL')
    await gone
  },
  async killDatabase() {
    const gone = exit(cluster.process)
    cluster.process.kill('SIGKILL')
    await gone
    cluster = await openCluster({ folder })
  },
  /** As a database looked before histories could be looked at. */
  async forgetHistories() {
    const url = new URL(cluster.url)
    const done = spawnSync(join(cluster.programs, 'psql'), ['-h', url.hostname, '-p', url.port, '-U', url.username, '-d', url.pathname.slice(1), '-c', "DELETE FROM moment; UPDATE edit SET words = ''"], { env: { ...process.env, PGPASSWORD: decodeURIComponent(url.password) } })
    if (done.status !== 0) throw new Error(String(done.stderr))
  },
  async stop() {
    await second?.stop()
    await server?.stop()
    await cluster.stop()
    rmSync(folder, { recursive: true, force: true })
    setImmediate(() => process.exit(0))
  },
}

process.on('message', async ({ order }) => {
  try {
    process.send({ done: await orders[order]() })
  } catch (error) {
    process.send({ failed: String(error?.stack ?? error) })
  }
})
process.on('disconnect', () => void orders.stop())
process.send({ done: 'ready' })
