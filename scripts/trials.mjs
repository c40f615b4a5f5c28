// Tries to lose what was kept, and to lock a door: npm run trials [-- --share 0.1] [part …]
import './lib/node-version.mjs'
import { spawnSync } from 'node:child_process'
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statfsSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { pathToFileURL } from 'node:url'
import { parseArgs } from 'node:util'
import { build } from './lib/build.mjs'
import { installModules } from './lib/packages.mjs'
import { root } from './lib/paths.mjs'
import { freePort } from './lib/postgres.mjs'
import { openTestCluster } from './lib/test-cluster.mjs'
import { orStop, say, Stop } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'
import { client, faultsOf, hand, json, settings } from './lib/trial-harness.mjs'

const PARTS = ['server', 'postmaster', 'everything', 'page', 'two', 'disk', 'archives', 'requests']
/** How often each is tried in full. */
const TIMES = {
  server: 90,
  postmaster: 50,
  everything: 40,
  page: 20,
  two: 400,
  disk: 3,
  archives: 10_000,
  requests: 10_000,
}
const rows = []

const random = (() => {
  let state = 20_26
  return () => (state = (state * 1_103_515_245 + 12_345) % 2 ** 31) / 2 ** 31
})()
const pick = (list) => list[Math.floor(random() * list.length)]
const killed = (child) =>
  new Promise((resolve) =>
    child.exitCode !== null || child.signalCode !== null
      ? resolve()
      : (child.once('exit', resolve), child.kill('SIGKILL')),
  )

function told(name, tried, what, faults) {
  rows.push({ name, tried, what, faults })
  say(
    `${name}: ${tried} tried, ${what}, ${faults.length} lost${faults.length > 0 ? `: ${[...new Set(faults)].slice(0, 3).join('; ')}` : ''}`,
  )
}

async function openHarness(folder = mkdtempSync(join(tmpdir(), 'unhurried-trial-')), more = {}) {
  chmodSync(folder, 0o755)
  const port = await freePort()
  const here = {
    folder,
    port,
    cluster: await openTestCluster({ folder, ...more }),
    server: undefined,
    ask: client(port),
  }
  here.startServer = async () =>
    (here.server = await startServer({
      databaseUrl: here.cluster.url,
      port,
      logFile: join(folder, 'server.log'),
      sampleFilm: false,
      dataFolder: folder,
    }))
  here.startCluster = async () => (here.cluster = await openTestCluster({ folder, port: here.cluster.port, ...more }))
  /** What the server last wrote of a fault of its own: an answer of 500 alone tells nobody why. */
  here.lastFault = () =>
    readFileSync(join(folder, 'server.log'), 'utf8')
      .split('\n')
      .filter((line) => line.includes('"level":50'))
      .map((line) => JSON.parse(line).err?.stack ?? line)
      .at(-1) ?? 'nothing in its log'
  here.ready = async () => {
    for (let tries = 0; tries < 400; tries++) {
      const answer = await here.ask('GET', '/api/health')
      if (answer.status === 200) return
      await wait(50)
    }
    throw new Error('the server never was ready again')
  }
  here.close = async () => {
    await here.server.stop()
    await here.cluster.stop()
    rmSync(folder, { recursive: true, force: true })
  }
  await here.startServer()
  return here
}

/** Four hands draw; something dies in the middle and comes back; they send again what was not answered. */
async function dying(name, times, core, die) {
  const here = await openHarness()
  const faults = []
  let acknowledged = 0
  for (let n = 0; n < times; n++) {
    const hands = await Promise.all([1, 2, 3, 4].map(() => hand(here.ask)))
    const drawing = Promise.all(hands.map((each) => each.draw(here.ask)))
    await wait(60 + random() * 240)
    await die(here)
    // What died may be back before anybody noticed: then no line ever breaks.
    for (const each of hands) each.stop()
    await drawing
    await here.ready()
    const again = hands.map((each) => each.draw(here.ask))
    await wait(40)
    for (const each of hands) each.stop()
    const ends = await Promise.all(again)
    ends.forEach((status) => status !== 200 && faults.push(`drawing could not go on: ${status}`))
    for (const each of hands) {
      faults.push(...(await faultsOf(core, here.ask, each)))
      for (const lines of each.acknowledged.values()) acknowledged += lines.size
    }
  }
  await here.close()
  told(name, times, `${acknowledged} lines acknowledged`, faults)
}

const trials = {
  server: (times, core) =>
    dying('server killed', times, core, async (here) => {
      await killed(here.server.process)
      await here.startServer()
    }),
  postmaster: (times, core) =>
    dying('postmaster killed', times, core, async (here) => {
      await killed(here.cluster.process)
      await here.startCluster()
    }),
  everything: (times, core) =>
    dying('everything killed', times, core, async (here) => {
      await Promise.all([killed(here.server.process), killed(here.cluster.process)])
      await here.startCluster()
      await here.startServer()
    }),

  async page(times, core) {
    const { chromium } = createRequire(join(root, 'e2e', 'package.json'))('@playwright/test')
    const here = await openHarness()
    const profile = mkdtempSync(join(tmpdir(), 'unhurried-page-'))
    const options = {
      executablePath: '/usr/bin/chromium',
      viewport: { width: 1280, height: 800 },
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    }
    const faults = []
    let strokes = 0
    await here.ask('POST', '/api/productions', { id: 'trials', name: 'Trials' })
    for (let n = 0; n < times; n++) {
      const scene = `page${n}x${Date.now().toString(36)}`
      await here.ask('POST', '/api/scenes', { id: scene, production: 'trials', settings })
      await here.ask('POST', `/api/scenes/${scene}/edits`, {
        base: 0,
        edits: [
          {
            id: `key-${scene}`,
            edit: { type: 'drawing.add', take: 'main', level: 'A', frame: 1, drawing: { id: 'k1', role: 'key' } },
          },
        ],
      })
      const browser = await chromium.launchPersistentContext(profile, options)
      const page = await browser.newPage({ serviceWorkers: 'block' })
      await page.goto(`http://127.0.0.1:${here.port}/scene/${scene}/draw`)
      await page.getByTestId('keeping').or(page.locator('[data-test=keeping]')).filter({ hasText: 'Kept' }).waitFor()
      await killed(here.server.process)
      const box = await page.locator('[data-test=paper]').boundingBox()
      const wanted = 1 + Math.floor(random() * 4)
      for (let stroke = 0; stroke < wanted; stroke++) {
        await page.mouse.move(box.x + 60, box.y + 40 + stroke * 30)
        await page.mouse.down()
        for (let i = 1; i <= 12; i++)
          await page.mouse.move(box.x + 60 + i * 12, box.y + 40 + stroke * 30 + 6 * Math.sin(i))
        await page.mouse.up()
      }
      await page
        .locator('[data-test=keeping]')
        .filter({ hasText: `${wanted} change${wanted === 1 ? '' : 's'} on this machine only` })
        .waitFor()
      spawnSync('pkill', ['-9', '-f', profile])
      await browser.close().catch(() => undefined)
      await here.startServer()
      rmSync(join(profile, 'SingletonLock'), { force: true })
      const second = await chromium.launchPersistentContext(profile, options)
      const opened = await second.newPage()
      await opened.goto(`http://127.0.0.1:${here.port}/scene/${scene}/draw`)
      await opened
        .locator('[data-test=keeping]')
        .filter({ hasText: /^\s*Kept\s*$/ })
        .waitFor()
      await second.close()
      const { scene: now } = json(await here.ask('GET', `/api/scenes/${scene}`))
      const there = Object.values(now.drawings.k1.passes).reduce((sum, count) => sum + count, 0)
      strokes += wanted
      if (there !== wanted) faults.push(`${wanted} strokes were on this machine and ${there} arrived`)
      if (core.faultOf(now)) faults.push(core.faultOf(now))
    }
    await here.close()
    rmSync(profile, { recursive: true, force: true })
    told('page killed', times, `${strokes} strokes drawn with no server`, faults)
  },

  /** Twenty hands through two servers on one scene, on three drawings: nobody is turned away, all is there. */
  async two(times, core) {
    const here = await openHarness()
    const other = await startServer({
      databaseUrl: here.cluster.url,
      logFile: join(here.folder, 'second.log'),
      sampleFilm: false,
    })
    const asks = [here.ask, client(other.port)]
    const faults = []
    const [first] = [await hand(here.ask)]
    const acknowledged = new Map([...first.acknowledged.keys()].map((drawing) => [drawing, new Set()]))
    const scene = first.scene
    await Promise.all(
      Array.from({ length: 20 }, async (_, n) => {
        let base = 3
        for (let i = 0; i < times / 20; i++) {
          const drawing = `k${1 + (n % 3)}`
          const piece = `two${n}x${i}`
          const edits = [
            {
              id: `edit-${piece}`,
              edit: {
                type: 'ink.change',
                drawing,
                pass: 'line',
                remove: [],
                add: [
                  {
                    at: 1e6,
                    piece: {
                      kind: 'stroke',
                      id: piece,
                      swatch: 'pencil',
                      size: 4,
                      points: [10, 20, 0.2, 30.5, 40.25, 0.6],
                    },
                  },
                ],
              },
            },
          ]
          const answer = await asks[n % 2]('POST', `/api/scenes/${scene}/edits`, { base, edits })
          if (answer.status !== 200) faults.push(`turned away with ${answer.status}`)
          else {
            acknowledged.get(drawing).add(piece)
            base = json(answer).version
          }
        }
      }),
    )
    for (const ask of asks) faults.push(...(await faultsOf(core, ask, { scene, acknowledged })))
    await other.stop()
    await here.close()
    told('two servers, twenty hands on one scene', times, 'lines drawn', faults)
  },

  async disk(times, core) {
    if (process.getuid?.() !== 0)
      return told('disk full', 0, 'not tried: only the system’s administrator may mount a small disk', [])
    const faults = []
    let refused = 0
    for (let n = 0; n < times; n++) {
      const small = mkdtempSync(join(tmpdir(), 'unhurried-small-'))
      if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=320m', 'tmpfs', small]).status !== 0) {
        rmSync(small, { recursive: true, force: true })
        return told('disk full', 0, 'not tried: no small disk can be mounted here', [])
      }
      try {
        const folder = join(small, 'data')
        mkdirSync(folder)
        const here = await openHarness(folder)
        const drawing = await hand(here.ask)
        const work = drawing.draw(here.ask)
        await wait(200)
        const room = () => statfsSync(small).bavail * statfsSync(small).bsize
        writeFileSync(
          join(small, 'ballast'),
          Buffer.alloc(Math.max(0, room() - 40 * 2 ** 20 + Math.floor(random() * 2 ** 22))),
        )
        const status = await work
        if (status === 507) refused++
        else faults.push(`writing ended with ${status}, not with a sentence about the disk`)
        for (let i = 0; i < 20; i++)
          if ((await here.ask('POST', '/api/productions', { id: `full${i}`, name: 'Full' })).status !== 507)
            faults.push('a write was taken on a full disk')
        faults.push(...(await faultsOf(core, here.ask, drawing)))
        rmSync(join(small, 'ballast'))
        await here.ready()
        const again = drawing.draw(here.ask)
        await wait(300)
        drawing.stop()
        if ((await again) !== 200) faults.push('writing did not come back by itself')
        faults.push(...(await faultsOf(core, here.ask, drawing)))
        await here.close()
      } finally {
        spawnSync('umount', ['-l', small])
        rmSync(small, { recursive: true, force: true })
      }
    }
    told('disk full', times, `${refused} times refused in words, reading went on, writing came back`, faults)
  },

  /** Archives damaged in every way at hand; each is refused in words or read whole. A twentieth through the server. */
  async archives(times, core) {
    const here = await openHarness()
    await here.ask('POST', '/api/productions', { id: 'trials', name: 'Trials' })
    const start = core.newScene(settings)
    const edits = [
      { type: 'drawing.add', take: 'main', level: 'A', frame: 1, drawing: { id: 'k1', role: 'key' } },
      {
        type: 'ink.change',
        drawing: 'k1',
        pass: 'line',
        remove: [],
        add: [0, 1, 2].map((at) => ({
          at,
          piece: { kind: 'stroke', id: `s${at}`, swatch: 'pencil', size: 4, points: [10, 20, 0.2, 30.5, 40.25, 0.6] },
        })),
      },
    ]
    const scene = edits.reduce((before, edit) => core.applyEdit(before, edit).scene, start)
    const good = core.writeArchive({
      scene,
      inkOf: (drawing, pass) => (drawing === 'k1' && pass === 'line' ? edits[1].add.map(({ piece }) => piece) : []),
    })
    const faults = []
    let taken = 0
    for (let n = 0; n < times; n++) {
      const bytes = n % 3 === 0 ? falsified(core, scene, good) : damaged(good)
      try {
        const read = core.readArchive(bytes)
        taken++
        if (core.faultOf(read.scene)) faults.push('a broken scene was read')
      } catch (error) {
        if (error?.name !== 'ArchiveRefused') faults.push(`an archive ended in ${error?.name}: ${error?.message}`)
      }
      if (n % 20 === 0) {
        const answer = await here.ask('POST', `/api/archives?id=arch${n}&production=trials`, Buffer.from(bytes), {
          'content-type': 'application/zip',
        })
        if (![201, 422].includes(answer.status))
          faults.push(`the server answered ${answer.status}: ${here.lastFault()}`)
      }
    }
    const shelf = await here.ask('GET', '/api/shelf')
    if (shelf.status !== 200) faults.push(`then the shelf answered ${shelf.status}`)
    await here.close()
    told('damaged archives', times, `${taken} still whole, the others refused in words`, faults)
  },

  /** Requests nobody honest sends; each has an answer below 500, and the scene beside them stays whole and quick. */
  async requests(times, core) {
    const here = await openHarness()
    const beside = await hand(here.ask)
    const drawing = beside.draw(here.ask)
    const target = await hand(here.ask)
    const faults = []
    const answers = new Map()
    for (let n = 0; n < times; n++) {
      const { method, path, body, headers } = hostile(target.scene)
      const answer = await here.ask(method, path, body, headers)
      answers.set(answer.status, (answers.get(answer.status) ?? 0) + 1)
      if (answer.status >= 500)
        faults.push(`${method} ${path.slice(0, 60)} answered ${answer.status}: ${here.lastFault()}`)
    }
    beside.stop()
    if ((await drawing) !== 200) faults.push('the hand beside was disturbed')
    faults.push(...(await faultsOf(core, here.ask, beside)))
    for (const path of [`/api/scenes/${target.scene}`, '/api/shelf', '/api/health'])
      if ((await here.ask('GET', path)).status !== 200) faults.push(`then ${path} did not answer`)
    const { scene: now } = json(await here.ask('GET', `/api/scenes/${target.scene}`))
    if (core.faultOf(now)) faults.push(core.faultOf(now))
    await here.close()
    told(
      'hostile requests',
      times,
      `answers ${[...answers]
        .sort((a, b) => a[0] - b[0])
        .map(([status, count]) => `${status === 0 ? 'cut' : status} × ${count}`)
        .join(', ')}`,
      faults,
    )
  },
}

/** An archive whole in every byte, of a scene that is not. */
function falsified(core, scene, good) {
  try {
    return core.writeArchive({ scene: spoilt(scene), inkOf: () => [] })
  } catch {
    return damaged(good)
  }
}

function damaged(good) {
  const bytes = Uint8Array.from(good)
  const how = Math.floor(random() * 4)
  if (how === 0) return bytes.slice(0, Math.floor(random() * bytes.length))
  if (how === 1) {
    const at = Math.floor(random() * bytes.length)
    return Uint8Array.from([...bytes.slice(0, at), ...bytes.slice(at + 1 + Math.floor(random() * 40))])
  }
  for (let i = 1 + Math.floor(random() * 6); i > 0; i--)
    bytes[Math.floor(random() * bytes.length)] =
      how === 2
        ? Math.floor(random() * 256)
        : bytes[Math.floor(random() * bytes.length)] ^ (1 << Math.floor(random() * 8))
  return bytes
}

const NASTY = [
  null,
  true,
  -1,
  0,
  1e308,
  2 ** 53,
  '',
  'constructor',
  '__proto__',
  'a\u0000b',
  '\ud83c',
  'x'.repeat(5000),
  [],
  {},
  [[[[]]]],
  'main',
  'A',
  'k1',
  99999999,
  0.5,
]
const FORMS = [
  { type: 'drawing.add', take: 'main', level: 'A', frame: 3, drawing: { id: 'n', role: 'key' } },
  { type: 'drawing.set', drawing: 'k1', fields: { number: '5', note: 'x' } },
  { type: 'drawing.remove', drawing: 'k2' },
  { type: 'restore', changes: [{ at: ['drawings', 'k1'], was: null, now: null }] },
  { type: 'sheet.range', take: 'main', levels: ['A'], from: 1, to: 4, act: { do: 'expose', pattern: [2] } },
  { type: 'frames.put-in', take: 'main', at: 1, frames: 2 },
  {
    type: 'chart.add',
    id: 'c',
    level: 'A',
    from: 'k1',
    to: 'k2',
    spacing: { by: 'law', law: 'even', strength: 2 },
    exposure: [2],
    drawings: ['i1', 'i2', 'i3'],
  },
  { type: 'take.add', id: 't2', name: 'Two', from: 'main' },
  { type: 'scene.set', settings: { length: 30 } },
  {
    type: 'ink.change',
    drawing: 'k1',
    pass: 'line',
    remove: [],
    add: [{ at: 0, piece: { kind: 'stroke', id: 'h', swatch: 'pencil', size: 4, points: [1, 2, 0.5] } }],
  },
  { type: 'level.set', level: 'A', fields: { name: 'A', loop: true } },
  {
    type: 'together',
    words: 'two',
    edits: [
      { type: 'drawings.renumber', level: 'A' },
      { type: 'take.main', take: 'main' },
    ],
  },
  { type: 'swatch.put', swatch: { id: 's', name: 'S', colour: '#123456' } },
  { type: 'scene.rate', fps: 12, keep: 'seconds' },
]
function spoilt(value) {
  if (random() < 0.12) return pick(NASTY)
  if (Array.isArray(value)) return value.map(spoilt)
  if (value && typeof value === 'object')
    return Object.fromEntries(
      Object.entries(value)
        .filter(() => random() > 0.03)
        .map(([key, each]) => [random() < 0.02 ? String(pick(NASTY)) : key, spoilt(each)]),
    )
  return value
}
const inAddress = (value, most) => encodeURIComponent(String(value).slice(0, most).toWellFormed())

function hostile(scene) {
  const kind = random()
  const path = `/api/scenes/${random() < 0.9 ? scene : inAddress(pick(NASTY), 60)}`
  const edit = () => ({
    id: random() < 0.9 ? `hostile-${Math.floor(random() * 1e9)}` : pick(NASTY),
    edit: spoilt(pick(FORMS)),
  })
  if (kind < 0.6)
    return {
      method: 'POST',
      path: `${path}/edits`,
      body: {
        base: random() < 0.8 ? Math.floor(random() * 40) : pick(NASTY),
        edits: Array.from({ length: 1 + Math.floor(random() * 4) }, edit),
      },
    }
  if (kind < 0.7) {
    const text = JSON.stringify({ base: 3, edits: [edit()] })
    return {
      method: 'POST',
      path: `${path}/edits`,
      body: Buffer.from(
        text.slice(0, Math.floor(random() * text.length)) +
          String.fromCharCode(Math.floor(random() * 256)) +
          text.slice(Math.floor(random() * text.length)),
      ),
    }
  }
  if (kind < 0.8)
    return {
      method: 'GET',
      path: `${path}/${pick(['ink?drawings=', 'history?before=', 'moments/', 'edits?since=', 'test?version='])}${inAddress(pick(NASTY), 200)}`,
    }
  if (kind < 0.9)
    return {
      method: 'POST',
      path: pick(['/api/scenes', '/api/productions', '/api/productions/trials/limits']),
      body: spoilt({ id: 'constructor', production: 'trials', name: 'N', settings }),
    }
  return {
    method: pick(['GET', 'PUT', 'DELETE', 'HEAD', 'OPTIONS', 'POST']),
    path: pick([
      '/..%2f..%2fetc/passwd',
      '/api/%00',
      '/api/scenes/%E0%A4%A',
      '/api/pictures/' + '0'.repeat(64),
      '/assets/..%2f..%2fpackage.json',
      '//',
      '/api/productions/x/scenes?after=',
    ]),
    headers: random() < 0.3 ? { host: 'elsewhere.example' } : {},
  }
}

function written(share, seconds) {
  const line = ({ name, tried, what, faults }) =>
    `| ${name} | ${tried.toLocaleString('en')} | ${what} | ${faults.length} |`
  return `# Trials\n\nMade by \`npm run trials\` (${share === 1 ? 'in full' : `a share of ${share}`}, ${Math.round(seconds / 60)} min). The aim is that nothing is lost and every answer is a sentence.\n\n| what | tried | what happened | lost or wrong |\n| --- | --- | --- | --- |\n${rows.map(line).join('\n')}\n\nA line counts as acknowledged when the server said it is kept. After every trial the scene is held whole against its rules, and its lines are counted against those acknowledged: none may be missing, none twice. "Page killed": strokes drawn while no server answers, the browser killed with all its processes, and opened again. A share of these trials runs with \`npm test\`.\n`
}

await orStop(async () => {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { share: { type: 'string', default: '1' } },
  })
  const unknown = positionals.find((part) => !PARTS.includes(part))
  const share = Number(values.share)
  if (unknown || !(share > 0 && share <= 1))
    throw new Stop(`Use: npm run trials [-- --share 0.1] [${PARTS.join('|')} …]`)
  await installModules()
  await build()
  const work = mkdtempSync(join(tmpdir(), 'unhurried-trials-'))
  const { build: bundle } = createRequire(join(root, 'package.json'))('esbuild')
  await bundle({
    entryPoints: [join(root, 'core', 'src', 'index.ts')],
    bundle: true,
    platform: 'node',
    format: 'esm',
    outfile: join(work, 'core.mjs'),
    logLevel: 'error',
  })
  const core = await import(pathToFileURL(join(work, 'core.mjs')).href)
  const began = Date.now()
  for (const part of PARTS)
    if (positionals.length === 0 || positionals.includes(part))
      await trials[part](Math.max(1, Math.round(TIMES[part] * share)), core)
  rmSync(work, { recursive: true, force: true })
  if (share === 1 && positionals.length === 0)
    writeFileSync(join(root, 'docs', 'trials.md'), written(share, (Date.now() - began) / 1000))
  const results = process.env['TRIAL_RESULTS']
  const failed = rows.filter(({ faults }) => faults.length > 0).length
  if (results && existsSync(join(root, 'test-results')))
    writeFileSync(results, JSON.stringify({ passed: rows.length - failed, failed }))
  say(`\n${rows.length - failed} kinds of trial lost nothing, ${failed} did`)
  process.exit(failed === 0 ? 0 : 1)
})
