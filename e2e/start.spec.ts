import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { connect, createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { root } from '../scripts/lib/paths.mjs'
import { freePort, openCluster } from '../scripts/lib/postgres.mjs'

/** The start command as a person runs it. */
let folder: string
const started: ChildProcess[] = []
test.beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'unhurried-start-'))
  chmodSync(folder, 0o755)
})
test.afterEach(async () => {
  for (const child of started.splice(0))
    if (child.exitCode === null && child.signalCode === null) await ended(child, () => child.kill('SIGINT'))
  rmSync(folder, { recursive: true, force: true })
})

function start(words: string[], env: NodeJS.ProcessEnv = {}) {
  const child = spawn('node', ['scripts/start.mjs', ...words], {
    cwd: root,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  started.push(child)
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += chunk))
  return {
    child,
    said: () => said,
    /** All it said, once it ended or printed its address. */
    done: () =>
      new Promise<{ code: number | null; said: string }>((resolve) => {
        child.stdout.on('data', () => said.includes('Ctrl-C') && resolve({ code: null, said }))
        child.once('exit', (code) => resolve({ code, said: said.trim() }))
      }),
  }
}
const ended = (child: ChildProcess, act: () => void) =>
  new Promise<void>((resolve) => {
    child.once('exit', () => resolve())
    act()
  })
const running = (pid: number) =>
  existsSync(`/proc/${pid}`) && !readFileSync(`/proc/${pid}/stat`, 'utf8').includes(') Z ')
const childrenOf = (pid: number) =>
  spawnSync('pgrep', ['-P', String(pid)], { encoding: 'utf8' })
    .stdout.trim()
    .split('\n')
    .map(Number)

test('after kill -9 of everything it starts again with everything kept; Ctrl-C stops what it started', async () => {
  const port = await freePort()
  const first = start(['--port', String(port), '--data', folder])
  expect((await first.done()).said).toContain(`http://127.0.0.1:${port}`)
  const url = `http://127.0.0.1:${port}`
  const made = await fetch(`${url}/api/productions`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id: 'kept', name: 'Kept through it all' }),
  })
  expect(made.status).toBe(201)

  const second = await start(['--port', String(await freePort()), '--data', folder]).done()
  expect(second).toMatchObject({
    code: 1,
    said: expect.stringMatching(
      /^Unhurried Sketch is running already with this data: open http:\S+, or choose another folder with --data DIR\.$/,
    ),
  })

  const everything = [first.child.pid!, ...childrenOf(first.child.pid!)]
  expect(everything.length).toBeGreaterThanOrEqual(3)
  await ended(first.child, () => everything.forEach((pid) => process.kill(pid, 'SIGKILL')))

  const again = start(['--port', String(port), '--data', folder])
  expect((await again.done()).said).toContain(url)
  const shelf = (await (await fetch(`${url}/api/shelf`)).json()) as { name: string; scenes: unknown[] }[]
  expect(shelf.map((production) => [production.name, production.scenes.length])).toEqual([
    ['Low Tide', 10],
    ['Kept through it all', 0],
  ])

  // Browsers hold a spare connection open on which nothing was asked yet.
  const spare = connect(port, '127.0.0.1')
  await once(spare, 'connect')
  const all = [again.child.pid!, ...childrenOf(again.child.pid!)]
  const held = join(folder, 'running.json')
  const stopped = ended(again.child, () => again.child.kill('SIGINT'))
  await expect.poll(() => !existsSync(held) || readFileSync(held, 'utf8').includes('stopping')).toBe(true)
  // Started anew while it stops, it waits for that.
  const next = start(['--port', String(port), '--data', folder])
  await stopped
  spare.destroy()
  expect(again.child.exitCode).toBe(0)
  expect(all.filter(running)).toEqual([])
  expect((await next.done()).said).toContain(url)
  await ended(next.child, () => next.child.kill('SIGINT'))
  expect(existsSync(held)).toBe(false)
})

test('the start script alone killed: the server ends by itself and the next start takes the database over', async () => {
  const port = await freePort()
  const first = start(['--port', String(port), '--data', folder])
  await first.done()
  await ended(first.child, () => first.child.kill('SIGKILL'))
  await expect
    .poll(() =>
      fetch(`http://127.0.0.1:${port}/api/shelf`).then(
        () => 'answers',
        () => 'gone',
      ),
    )
    .toBe('gone')
  expect((await start(['--port', String(port), '--data', folder]).done()).said).toContain(`http://127.0.0.1:${port}`)
})

test('DATABASE_URL is used instead of an own database', async () => {
  const elsewhere = join(folder, 'elsewhere')
  const cluster = await openCluster({ folder: elsewhere })
  try {
    const data = join(folder, 'data')
    const app = start(['--port', String(await freePort()), '--data', data], { DATABASE_URL: cluster.url })
    expect((await app.done()).said).toContain('the database of DATABASE_URL')
    expect(existsSync(join(data, 'postgres'))).toBe(false)
    await ended(app.child, () => app.child.kill('SIGINT'))
  } finally {
    await cluster.stop()
  }
})

test('what is in the way is said in one sentence, and nothing is left half-made', async () => {
  const taken = createServer()
  const port = await new Promise<number>((resolve) =>
    taken.listen(0, '127.0.0.1', () => resolve((taken.address() as { port: number }).port)),
  )
  const data = join(folder, 'data')
  const file = join(folder, 'a-file')
  writeFileSync(file, '')
  const free = String(await freePort())
  const cases: [string[], NodeJS.ProcessEnv, RegExp][] = [
    [
      ['--port', String(port), '--data', data],
      {},
      /^Port \d+ is in use: stop what uses it, or choose another with --port N\.$/,
    ],
    [['--port', 'seven', '--data', data], {}, /^--port must be a whole number from 1 to 65535; "seven" is not\.$/],
    [['--colour', 'red'], {}, /^Unknown option '--colour'.* Use: npm start -- \[--port N\] \[--data DIR\]$/],
    [
      ['--port', free, '--data', file],
      {},
      /^The data folder \S+ cannot be used: choose one you may write to with --data DIR\.$/,
    ],
    [
      ['--port', free, '--data', data],
      { DATABASE_URL: 'postgres://nobody@127.0.0.1:1/none' },
      /^The server could not start on the database DATABASE_URL names: check that it runs and may be used\. .*ECONNREFUSED/,
    ],
  ]
  for (const [words, env, sentence] of cases) {
    const { code, said } = await start(words, env).done()
    expect(said).toMatch(sentence)
    expect(said.split('\n')).toHaveLength(1)
    expect(code).toBe(1)
  }
  expect(existsSync(join(data, 'postgres'))).toBe(false)
  expect(existsSync(join(data, 'running.json'))).toBe(false)
  taken.close()

  // A damaged cluster: it says where the reason is.
  const damaged = join(folder, 'damaged')
  await (await openCluster({ folder: damaged })).stop()
  writeFileSync(join(damaged, 'postgres', 'PG_VERSION'), 'nonsense')
  expect(await start(['--port', free, '--data', damaged]).done()).toMatchObject({
    code: 1,
    said: expect.stringMatching(/^The database did not start; the reason is at the end of \S+postgres\.log\.$/),
  })
})

test('a server or a database that dies is started again, in words, on the same address with everything kept', async () => {
  const port = await freePort()
  const url = `http://127.0.0.1:${port}`
  const app = start(['--port', String(port), '--data', folder])
  await app.done()
  const ready = () =>
    fetch(`${url}/api/health`).then(
      (answer) => answer.status,
      () => 0,
    )
  const [server, postmaster] = [/dist\/main\.js/, /postgres.*-D/].map((command) =>
    childrenOf(app.child.pid!).find((pid) =>
      command.test(readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ')),
    )!,
  )
  process.kill(server!, 'SIGKILL')
  await expect
    .poll(() => app.said())
    .toMatch(
      /The server ended unexpectedly\. What is drawn is kept; it is started again in 0\.5 s \(1 of 10\)\.\nThe server is there again\./,
    )
  await expect.poll(ready).toBe(200)
  process.kill(postmaster!, 'SIGKILL')
  await expect.poll(() => app.said()).toMatch(/The database ended unexpectedly\..*\nThe database is there again\./)
  await expect.poll(ready).toBe(200)
  expect(((await (await fetch(`${url}/api/shelf`)).json()) as { scenes: unknown[] }[])[0]!.scenes).toHaveLength(10)
})

test('a backup made while the app runs, put back, is the same row for row', async () => {
  const port = await freePort()
  const app = start(['--port', String(port), '--data', folder])
  await app.done()
  const file = join(folder, 'kept.backup')
  const rows = async () => {
    const cluster = await openCluster({ folder })
    const { password } = new URL(cluster.url)
    const ask = (sql: string) =>
      spawnSync(join(String(cluster.programs), 'psql'), [cluster.url.replace(`:${password}`, ''), '-At', '-c', sql], {
        encoding: 'utf8',
        env: { ...process.env, PGPASSWORD: decodeURIComponent(password) },
      }).stdout.trim()
    const tables = ask(
      "SELECT table_name FROM information_schema.tables WHERE table_schema = 'public' ORDER BY 1",
    ).split('\n')
    const told = tables.map(
      (table) =>
        `${table} ${ask(`SELECT count(*) || ' ' || md5(COALESCE(string_agg(t::text, '|' ORDER BY t::text), '')) FROM "${table}" AS t`)}`,
    )
    await cluster.stop()
    return told
  }
  const script = (name: string, ...words: string[]) =>
    spawnSync('node', [`scripts/${name}.mjs`, ...words, '--data', folder], { cwd: root, encoding: 'utf8' })
  expect(script('backup', file).stdout).toMatch(/Everything that is kept is in \S+kept\.backup/)
  expect(script('restore', file).stderr).toMatch(/is running with this data: stop it first/)
  await ended(app.child, () => app.child.kill('SIGINT'))
  const second = script('backup', file)
  expect(second.stdout).toMatch(/Everything that is kept/)
  const before = await rows()
  expect(before.length).toBeGreaterThan(8)

  const again = start(['--port', String(port), '--data', folder])
  await again.done()
  await fetch(`http://127.0.0.1:${port}/api/productions`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id: 'later', name: 'Made after the backup' }),
  })
  await ended(again.child, () => again.child.kill('SIGINT'))
  expect(await rows()).not.toEqual(before)
  expect(script('restore', file).stdout).toMatch(
    /Everything from \S+ is back\. What was there before is kept as the database unhurried_before_\d+/,
  )
  expect(await rows()).toEqual(before)
  writeFileSync(file, 'no backup')
  expect(script('restore', file).stderr).toMatch(/^Nothing was changed: this backup could not be put back\./)
  expect(await rows()).toEqual(before)
})

test('a data folder that cannot be made, and data of another PostgreSQL, are said in a sentence', async () => {
  expect(await start(['--port', String(await freePort()), '--data', '/proc/x']).done()).toMatchObject({
    code: 1,
    said: expect.stringMatching(/^The data folder \/proc\/x cannot be used/),
  })
  const data = join(folder, 'other')
  await (await openCluster({ folder: data })).stop()
  writeFileSync(join(data, 'postgres', 'PG_VERSION'), '99\n')
  expect(await start(['--port', String(await freePort()), '--data', data]).done()).toMatchObject({
    code: 1,
    said: expect.stringMatching(
      /was made by PostgreSQL 99, and only [\d, ]+ is here: install PostgreSQL 99, or choose another folder with --data DIR\.$/,
    ),
  })
})
