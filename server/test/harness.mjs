// A database and a server for tests, beside the user's and never on their data. Obeys messages from the test.
import { spawnSync } from 'node:child_process'
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import pg from 'pg'
import { build } from '../../scripts/lib/build.mjs'
import { openTestCluster } from '../../scripts/lib/test-cluster.mjs'
import { startServer } from '../../scripts/lib/server.mjs'

await build(['server'])
const folder = mkdtempSync(join(tmpdir(), 'unhurried-test-'))
// The database may run as another user, who must be able to enter.
chmodSync(folder, 0o755)
let cluster = await openTestCluster({ folder })
let server
let second

const exit = (child) =>
  new Promise((resolve) =>
    child.exitCode !== null || child.signalCode !== null ? resolve() : child.once('exit', resolve),
  )

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
    const made = spawnSync(
      join(cluster.programs, 'createdb'),
      ['-h', url.hostname, '-p', url.port, '-U', url.username, fresh],
      { env: { ...process.env, PGPASSWORD: decodeURIComponent(url.password) } },
    )
    if (made.status !== 0) throw new Error(String(made.stderr))
    url.pathname = `/${fresh}`
    const pair = await Promise.all(
      ['left', 'right'].map((side) => startServer({ databaseUrl: url.href, logFile: join(folder, `${side}.log`) })),
    )
    const shelves = await Promise.all(
      pair.map(async ({ port }) => (await fetch(`http://127.0.0.1:${port}/api/shelf`)).json()),
    )
    await Promise.all(pair.map((each) => each.stop()))
    return {
      shelves: shelves.map((shelf) =>
        shelf.map(({ name, scenes }) => [name, scenes.map(({ version }) => version > 0)]),
      ),
    }
  },
  /** What a later version of the app would leave: a table this one does not know. */
  async startOnNewer() {
    const name = `newer${Date.now()}`
    const url = new URL(cluster.url)
    const env = { ...process.env, PGPASSWORD: decodeURIComponent(url.password) }
    const run = (program, words) =>
      spawnSync(join(cluster.programs, program), ['-h', url.hostname, '-p', url.port, '-U', url.username, ...words], {
        env,
      })
    run('createdb', [name])
    url.pathname = `/${name}`
    const first = await startServer({ databaseUrl: url.href, logFile: join(folder, 'newer.log'), sampleFilm: false })
    await first.stop()
    run('psql', [
      '-d',
      name,
      '-c',
      "INSERT INTO migration (timestamp, name) VALUES (9999999999999, 'Later9999999999999')",
    ])
    return startServer({ databaseUrl: url.href, logFile: join(folder, 'newer.log'), sampleFilm: false }).then(
      () => 'started',
      ({ message }) => message,
    )
  },
  /** What only time would do: runs a statement on the database of the server, and gives its rows. */
  async statement({ text, values = [] }) {
    const client = new pg.Client({ connectionString: cluster.url })
    await client.connect()
    try {
      return (await client.query(text, values)).rows
    } finally {
      await client.end()
    }
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
    cluster = await openTestCluster({ folder })
  },
  /** A server on a database as the version before left it; `forgetful`: as one earlier still did, without moments. */
  async startOnOld({ forgetful = false, interrupt = false } = {}) {
    const name = `old${Date.now()}`
    const url = new URL(cluster.url)
    const env = { ...process.env, PGPASSWORD: decodeURIComponent(url.password) }
    const run = (program, words, input) => {
      const done = spawnSync(
        join(cluster.programs, program),
        ['-h', url.hostname, '-p', url.port, '-U', url.username, ...words],
        { env, input, maxBuffer: 1e9 },
      )
      if (done.status !== 0) throw new Error(String(done.stderr))
      return String(done.stdout)
    }
    run('createdb', [name])
    run(
      'psql',
      ['-q', '-v', 'ON_ERROR_STOP=1', '-d', name],
      gunzipSync(readFileSync(new URL('database-before.sql.gz', import.meta.url))),
    )
    if (forgetful)
      run('psql', [
        '-d',
        name,
        '-c',
        "DELETE FROM moment; UPDATE edit SET words = ''; DELETE FROM ink WHERE scene <> 'whole'; DELETE FROM edit WHERE scene <> 'whole'; DELETE FROM scene WHERE id <> 'whole'",
      ])
    const at = new URL(url)
    at.pathname = `/${name}`
    const start = () => startServer({ databaseUrl: at.href, logFile: join(folder, 'old.log'), sampleFilm: false })
    let interrupted = ''
    if (interrupt) {
      // Half way through the migration something it needs is not there; nothing of it may stay.
      run('psql', ['-d', name, '-c', 'ALTER TABLE edit RENAME CONSTRAINT edit_scene_fkey TO elsewhere'])
      interrupted = await start().then(
        () => 'started',
        () => 'stopped',
      )
      interrupted += ` ${run('psql', ['-At', '-d', name, '-c', "SELECT count(*) FROM information_schema.columns WHERE table_name = 'scene' AND column_name = 'document'"]).trim()}`
      run('psql', ['-d', name, '-c', 'ALTER TABLE edit RENAME CONSTRAINT elsewhere TO edit_scene_fkey'])
    }
    await server?.stop()
    server = await start()
    return { port: server.port, interrupted }
  },
  async stop() {
    await second?.stop()
    await server?.stop()
    await cluster.stop()
    rmSync(folder, { recursive: true, force: true })
    setImmediate(() => process.exit(0))
  },
}

process.on('message', async ({ order, options }) => {
  try {
    process.send({ done: await orders[order](options) })
  } catch (error) {
    process.send({ failed: String(error?.stack ?? error) })
  }
})
process.on('disconnect', () => void orders.stop())
process.send({ done: 'ready' })
