// Prints figures, each as median and p95, against the named reference in the same run. Nothing is asserted here.
import './lib/node-version.mjs'
import { spawnSync } from 'node:child_process'
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { Agent, request } from 'node:http'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { build } from './lib/build.mjs'
import { drawingBench } from './lib/bench-drawing.mjs'
import { floorBench, keyToPainted, sayFloor } from './lib/bench-floor.mjs'
import { footageBench } from './lib/bench-footage.mjs'
import { handBench } from './lib/bench-hand.mjs'
import { letteringBench } from './lib/bench-lettering.mjs'
import { keepingBench } from './lib/bench-keeping.mjs'
import { paperBench } from './lib/bench-paper.mjs'
import { libraryBench, reelBench } from './lib/bench-reel.mjs'
import { shelfBench } from './lib/bench-shelf.mjs'
import { bundled } from './lib/bundled.mjs'
import { at, figures } from './lib/figures.mjs'
import { launchChromium } from './lib/chromium.mjs'
import { installModules, installPackages } from './lib/packages.mjs'
import { root } from './lib/paths.mjs'
import { openCluster } from './lib/postgres.mjs'
import { orStop, say, Stop } from './lib/say.mjs'
import { startServer } from './lib/server.mjs'

let serial = 0
const freshId = () => `bench${(serial++).toString(36).padStart(8, '0')}`
/** A hand-drawn looking line of about 60 points somewhere on the paper. */
function stroke(seed) {
  const points = []
  const [x, y, turn] = [100 + ((seed * 137) % 1000), 80 + ((seed * 89) % 520), seed * 0.7]
  for (let i = 0; i < 60; i++) {
    points.push(
      Math.round((x + i * 2.2 * Math.cos(turn + i / 40)) * 8) / 8,
      Math.round((y + i * 2.2 * Math.sin(turn + i / 25)) * 8) / 8,
      Math.round((0.5 + 0.4 * Math.sin(i / 20)) * 255) / 255,
    )
  }
  return { kind: 'stroke', id: freshId(), swatch: 'pencil', size: 5, points }
}
const inked = (drawing, count, seed = 0) => ({
  type: 'ink.change',
  drawing,
  pass: 'line',
  remove: [],
  add: Array.from({ length: count }, (_, at) => ({ at, piece: stroke(seed * 1000 + at) })),
})
const key = (id, frame) => ({ type: 'drawing.add', take: 'main', level: 'A', frame, drawing: { id, role: 'key' } })
const settings = (name, length) => ({
  name,
  width: 1280,
  height: 720,
  fps: 24,
  length,
  paper: '#fbf7ee',
  approach: 'straight-ahead',
  numbering: 'by-frame',
})

function client(port) {
  // Idle connections are let go before the server does.
  const agent = new Agent({ keepAlive: true, maxSockets: 64, timeout: 4000 })
  return (path, body) =>
    new Promise((resolve, reject) => {
      const text = JSON.stringify(body)
      const ask = request(
        {
          agent,
          host: '127.0.0.1',
          port,
          path,
          method: 'POST',
          headers: { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) },
        },
        (answer) => {
          let said = ''
          answer.on('data', (chunk) => (said += chunk))
          answer.on('end', () =>
            answer.statusCode < 300 ? resolve(JSON.parse(said)) : reject(new Error(said.slice(0, 300))),
          )
        },
      )
      ask.on('error', reject)
      ask.end(text)
    })
}

async function makeScene(post, id, given, edits) {
  await post('/api/scenes', { id, production: 'bench', settings: given })
  let version = 0
  let batch = []
  let size = 0
  for (const [i, edit] of edits.entries()) {
    batch.push({ id: freshId(), edit })
    size += JSON.stringify(edit).length
    if (batch.length < 20 && size < 6e6 && i < edits.length - 1) continue
    version = (await post(`/api/scenes/${id}/edits`, { base: version, edits: batch })).version
    batch = []
    size = 0
  }
  return version
}

/** Times what the page's own listeners and frames cost on its main thread, without touching the page's code. */
function watchMainThread() {
  window.costs = { pointermove: [], keydown: [], frame: [] }
  const plain = EventTarget.prototype.addEventListener
  EventTarget.prototype.addEventListener = function (type, listener, ...rest) {
    if (!(type in window.costs) || typeof listener !== 'function') return plain.call(this, type, listener, ...rest)
    return plain.call(
      this,
      type,
      function (event) {
        const began = performance.now()
        listener.call(this, event)
        window.costs[type].push(performance.now() - began)
      },
      ...rest,
    )
  }
}

/** Milliseconds from the opening of a page to the first line on its paper. */
const firstPicture = (page) =>
  page.evaluate(
    () =>
      new Promise((resolve) => {
        const dark = () => {
          const canvas = document.querySelector('[data-test=table] canvas')
          if (!canvas || canvas.width < 50) return false
          const { data } = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height)
          for (let i = 0; i < data.length; i += 4) if (data[i] < 90 && data[i + 1] < 90 && data[i + 2] < 90) return true
          return false
        }
        const look = () => (dark() ? resolve(performance.now()) : requestAnimationFrame(look))
        look()
      }),
  )

async function desk(browser, url) {
  const page = await browser.newPage({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } })
  await page.addInitScript(watchMainThread)
  await page.goto(`${url}/scene/bench400/draw`)
  await page.waitForSelector('[data-test=table] canvas')
  await page.waitForFunction(() => document.querySelector('[data-test=keeping]')?.textContent === 'Kept')
  await page.waitForLoadState('networkidle')
  // The drawing in the middle: two earlier and two later lie under it on the light table.
  await page.locator('[data-cell="A:5"]').click()
  const box = await page.locator('[data-test=paper]').boundingBox()
  for (let line = 0; line < 12; line++) {
    await page.mouse.move(box.x + 60, box.y + 40 + line * 30)
    await page.mouse.down()
    for (let i = 1; i <= 60; i++)
      await page.mouse.move(box.x + 60 + i * 9, box.y + 40 + line * 30 + 14 * Math.sin(i / 5))
    await page.mouse.up()
  }
  const pen = await page.evaluate(() => window.costs.pointermove)
  say(
    `pen event, 400 strokes and 4 drawings on the light table: ${figures(pen, 'ms')}; aim p95 ≤ 4 ms; p95 is ${((at(pen, 0.95) / (1000 / 60)) * 100).toFixed(0)} % of a 60 Hz frame`,
  )

  // From the key to the end of the frame that shows the next drawing.
  const flips = []
  for (let i = 0; i < 60; i++) {
    flips.push(await keyToPainted(page, Math.floor(i / 6) % 2 === 0 ? 'f' : 's'))
  }
  say(
    `flip to the next drawing, key to painted: ${figures(flips.slice(8), 'ms')}; aim p95 ≤ 16 ms; p95 is ${((at(flips.slice(8), 0.95) / (1000 / 24)) * 100).toFixed(0)} % of a frame at 24`,
  )
  await page.close()

  const first = []
  for (let run = 0; run < 7; run++) {
    const fresh = await browser.newContext({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } })
    const opened = await fresh.newPage()
    await opened.goto(`${url}/scene/bench200/draw`, { waitUntil: 'commit' })
    first.push(await firstPicture(opened))
    await fresh.close()
  }
  say(`first picture of a scene of 200 drawings × 20 strokes, cold: ${figures(first, 'ms', 0)}`)
}

const LEVELS = 20
const FRAMES = 2000

/** Every drawing on ones, the last one held: what is held longer takes its frames from there. */
const HELD = 12
const exposed = (ids) =>
  Array.from({ length: FRAMES - HELD + 1 }, (_, i) => ({
    drawing: ids[i % ids.length],
    frames: i === FRAMES - HELD ? HELD : 1,
  }))

/** A scene of 2,000 frames by 20 levels, nearly every frame of every level an exposure of its own, sent as an archive. */
async function wideScene(core, port) {
  let scene = core.newScene(settings('Two thousand by twenty', FRAMES))
  const make = (edit) => (scene = core.applyEdit(scene, edit).scene)
  for (let n = 0; n < LEVELS; n++) {
    const level = n === 0 ? 'A' : `L${n}`
    if (n > 0)
      make({
        type: 'level.add',
        level: core.newLevel({ id: level, name: `Lv${n}`, approach: 'straight-ahead' }),
        at: n,
      })
    const ids = Array.from({ length: 100 }, (_, i) => `${level}d${i}`)
    scene = {
      ...scene,
      drawings: {
        ...scene.drawings,
        ...Object.fromEntries(
          ids.map((id, i) => [
            id,
            { id, level, number: String(i + 1), role: i % 8 === 0 ? 'key' : 'inbetween', note: '', passes: {} },
          ]),
        ),
      },
      sheets: {
        main: {
          ...scene.sheets.main,
          [level]: exposed(ids),
        },
      },
    }
  }
  const answer = await fetch(`http://127.0.0.1:${port}/api/archives?id=wide&production=bench`, {
    method: 'POST',
    headers: { 'content-type': 'application/zip' },
    body: core.writeArchive({ scene, inkOf: () => [] }),
  })
  if (!answer.ok) throw new Error(await answer.text())
}

/** From one frame on the screen to the next while something goes on, and what an edit by key costs until it is painted. */
async function sheet(browser, url, floor) {
  const page = await browser.newPage({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } })
  await page.addInitScript(() => localStorage.setItem('unhurried-sheet', '980'))
  await page.goto(`${url}/scene/wide/draw`)
  await page.locator('[data-cell="A:1"]').waitFor()
  await page.waitForLoadState('networkidle')
  const inPage = await page.locator('.cell').count()
  const gaps = await page.evaluate(
    () =>
      new Promise((resolve) => {
        const view = document.querySelector('[aria-label="Exposure sheet"]')
        const found = []
        let last
        let frame = 0
        const step = (now) => {
          if (last !== undefined) found.push(now - last)
          last = now
          if (++frame > 240) return resolve(found.slice(20))
          // A quick flick of the wheel: eleven frames of the sheet at each frame of the screen, and across now and then.
          view.scrollTop += 242
          if (frame % 60 === 0) view.scrollLeft = view.scrollLeft > 0 ? 0 : 400
          requestAnimationFrame(step)
        }
        requestAnimationFrame(step)
      }),
  )
  say(
    `sheet of ${FRAMES.toLocaleString('en')} × ${LEVELS}, scrolled 242 px at every frame of the screen: frame to frame ${figures(gaps, 'ms', 1)}; ${inPage} of ${(FRAMES * LEVELS).toLocaleString('en')} squares in the page`,
  )
  await page.locator('[aria-label="Exposure sheet"]').evaluate((view) => (view.scrollTop = 0))
  await page.locator('[data-cell="A:5"]').click()
  const edits = []
  for (let i = 0; i < 40; i++) {
    const digit = i % 2 === 0 ? '3' : '1'
    edits.push(await keyToPainted(page, digit, `Digit${digit}`))
  }
  say(
    `an exposure changed by a digit on that sheet, key to painted: ${figures(edits.slice(4), 'ms')}; p95 is ${((at(edits.slice(4), 0.95) / (1000 / 60)) * 100).toFixed(0)} % of a 60 Hz frame`,
  )
  const squares = await floor.squares({ width: 1280, height: 800 }, { all: inPage, changed: 170 })
  sayFloor(edits.slice(4), squares, `170 of ${inPage} squares in an empty page getting another number`)
  await page.close()
}

/** A page opened cold: when the first picture is there, and when every line of the scene is. */
async function opening(browser, url, scene, drawings) {
  const [first, whole] = [[], []]
  for (let run = 0; run < 5; run++) {
    const context = await browser.newContext({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } })
    const page = await context.newPage()
    await page.goto(`${url}/scene/${scene}/draw`, { waitUntil: 'commit' })
    first.push(await firstPicture(page))
    whole.push(
      await page.evaluate(
        (wanted) =>
          new Promise((resolve) => {
            const asked = () => performance.getEntriesByType('resource').filter((entry) => entry.name.includes('/ink?'))
            const fetched = () =>
              asked().reduce(
                (sum, entry) => sum + new URL(entry.name).searchParams.get('drawings').split(',').length,
                0,
              )
            const look = () =>
              fetched() >= wanted
                ? resolve(Math.max(...asked().map((entry) => entry.responseEnd)))
                : setTimeout(look, 20)
            look()
          }),
        drawings,
      ),
    )
    await context.close()
  }
  say(
    `a scene of ${drawings} drawings × 20 strokes opened cold: first picture ${figures(first, 'ms', 0)}; every line fetched ${figures(whole, 'ms', 0)}`,
  )
}

/** Paths, targets and the order of work of a level of a thousand drawings, worked out from nothing. */
function arcs(core) {
  let scene = core.newScene(settings('A thousand drawings', 1000))
  scene = core.applyEdit(scene, { type: 'landmark.put', level: 'A', landmark: { id: 'nose', name: 'Nose' } }).scene
  const ids = Array.from({ length: 1000 }, (_, i) => `d${i}`)
  const role = (i) => (i % 10 === 0 || i === 999 ? 'key' : 'inbetween')
  const pin = (i) => ({ nose: { x: 600 + 300 * Math.cos(i / 37), y: 360 + 200 * Math.sin(i / 23) } })
  const charts = Array.from({ length: 100 }, (_, n) => {
    const to = Math.min(999, (n + 1) * 10)
    const between = ids.slice(n * 10 + 1, to)
    return {
      id: `c${n}`,
      level: 'A',
      from: ids[n * 10],
      to: ids[to],
      spacing: { by: 'hand' },
      exposure: [1],
      marks: between.map((drawing, i) => ({ drawing, fraction: ((i + 1) / (between.length + 1)) ** 1.6 })),
    }
  })
  scene = {
    ...scene,
    drawings: Object.fromEntries(
      ids.map((id, i) => [
        id,
        { id, level: 'A', number: String(i + 1), role: role(i), note: '', passes: {}, pins: pin(i) },
      ]),
    ),
    charts: Object.fromEntries(charts.map((chart) => [chart.id, chart])),
    sheets: { main: { A: ids.map((drawing) => ({ drawing, frames: 1 })) } },
  }
  const [orders, paths] = [[], []]
  for (let run = 0; run < 15; run++) {
    const fresh = structuredClone(scene)
    const began = performance.now()
    core.planOfWork(fresh, 'A')
    orders.push(performance.now() - began)
    const then = performance.now()
    for (const chart of Object.values(fresh.charts)) core.chartTargets(fresh, chart)
    paths.push(performance.now() - then)
  }
  say(`order of work for 1,000 drawings on 100 charts: ${figures(orders.slice(3), 'ms')}`)
  say(
    `paths and targets of all 100 charts through 101 keys: ${figures(paths.slice(3), 'ms')}; one chart ${(at(paths.slice(3), 0.5) / 100).toFixed(2)} ms`,
  )
}

/** Each planner at what it begins with, as often as a hand drags: what a change on its preview costs. */
async function planners(core) {
  const { guideInbetween } = await core.loadInbetween()
  const scene = core.newScene(settings('Planned', 96))
  const setting = { scene, take: 'main', level: 'A', frame: 1 }
  const ball = {
    fps: 24,
    exposure: 1,
    dropHeight: 400,
    firstFall: 12,
    restitution: 0.7,
    radius: 40,
    travel: 12,
    bounces: 5,
    squash: 0.4,
    stretch: 0.3,
  }
  const all = {
    ...Object.fromEntries(
      core.PLANNERS.map((planner) => {
        const inputs = core.completed(planner, {}, setting)
        return [planner.id, () => core.outcomeOf(planner, inputs, setting)]
      }),
    ),
    'bounce, suggestion alone': () => core.suggestBounce(ball),
  }
  const timed = (act, runs = 30) => {
    const times = []
    for (let run = 0; run < runs; run++) {
      const began = performance.now()
      act()
      times.push(performance.now() - began)
    }
    return times.slice(8)
  }
  for (const [name, plan] of Object.entries(all)) say(`planner ${name}: ${figures(timed(plan), 'ms')}; aim ≤ 4 ms`)

  // Two hundred lines of 64 points in groups that turn about their own middles, drawn in another order.
  const lines = (turned, prefix) =>
    Array.from({ length: 200 }, (_, i) => {
      const [x, y, turn] = [
        100 + (i % 20) * 55,
        60 + Math.floor(i / 20) * 62,
        i * 0.7 + (turned ? ((i % 7) - 3) * 0.2 : 0),
      ]
      const points = Array.from({ length: 64 }, (_, k) => [
        x + (turned ? 40 : 0) + (k - 32) * 0.7 * Math.cos(turn + k / 60),
        y + (k - 32) * 0.7 * Math.sin(turn + k / 60),
        0.5,
      ]).flat()
      return { kind: 'stroke', id: `${prefix}${i}`, swatch: 'ink', size: 4, points }
    })
  const pairs = Array.from({ length: 60 }, () => [lines(false, 'a'), lines(true, 'b')])
  const once = pairs.map(([a, b]) => {
    const began = performance.now()
    guideInbetween({ a, b, fraction: 0.5, landmarks: [] })
    return performance.now() - began
  })
  say(
    `guided inbetween of 200 lines × 64 points, drawings never seen before: ${figures(once.slice(15), 'ms')}; aim ≤ 16 ms`,
  )
  const [[a, b]] = pairs
  let share = 0
  say(
    `a further inbetween of the same two: ${figures(
      timed(() => guideInbetween({ a, b, fraction: (share += 0.01), landmarks: [] }), 50),
      'ms',
    )}`,
  )
}

/** Frames of a sample scene as raw RGBA, painted by the app itself. */
async function sampleFrames(browser, url, scene, work) {
  const page = await browser.newPage({ serviceWorkers: 'block' })
  await page.goto(`${url}/scene/${scene}/hand-over`)
  await page.getByText('Numbered PNG stills').click()
  await page.getByRole('button', { name: 'Make the stills' }).click()
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 120_000 }),
    page.locator('[data-test=file]').click({ timeout: 120_000 }),
  ])
  const folder = join(work, scene)
  mkdirSync(folder)
  const { unzipSync } = createRequire(join(root, 'core', 'package.json'))('fflate')
  let count = 0
  for (const bytes of Object.values(unzipSync(readFileSync(await download.path()))))
    writeFileSync(join(folder, `${String(++count).padStart(4, '0')}.png`), bytes)
  await page.close()
  const raw = join(work, `${scene}.rgba`)
  spawnSync('ffmpeg', ['-v', 'error', '-y', '-i', join(folder, '%04d.png'), '-f', 'rawvideo', '-pix_fmt', 'rgba', raw])
  return { raw, count }
}

async function gif(work, name, raw, count) {
  const frames = Array.from({ length: count }, (_, i) =>
    readFileSync(raw).subarray(i * 1280 * 720 * 4, (i + 1) * 1280 * 720 * 4),
  )
  const { openGif, gifDelays } = await import(pathToFileURL(join(work, 'gif.mjs')).href)
  const ours = []
  let bytes
  for (let run = 0; run < 7; run++) {
    const began = performance.now()
    const writer = openGif({ width: 1280, height: 720, transparent: false })
    const delays = gifDelays(
      frames.map(() => 1),
      24,
    )
    frames.forEach((frame, i) => writer.add(frame, delays[i]))
    bytes = writer.finish()
    ours.push(performance.now() - began)
  }
  const file = join(work, `${name}.ours.gif`)
  writeFileSync(file, bytes)
  const theirs = []
  const reference = join(work, `${name}.reference.gif`)
  for (let run = 0; run < 5; run++) {
    const began = performance.now()
    spawnSync('ffmpeg', [
      '-v',
      'error',
      '-y',
      '-f',
      'rawvideo',
      '-pix_fmt',
      'rgba',
      '-s',
      '1280x720',
      '-framerate',
      '24',
      '-i',
      raw,
      '-vf',
      'split[a][b];[a]palettegen[p];[b][p]paletteuse',
      reference,
    ])
    theirs.push(performance.now() - began)
  }
  const theirBytes = readFileSync(reference).length
  const decoded = join(work, `${name}.decoded.rgba`)
  spawnSync('ffmpeg', ['-v', 'error', '-y', '-i', file, '-f', 'rawvideo', '-pix_fmt', 'rgba', '-vf', 'fps=24', decoded])
  const colours = new Set(
    frames.flatMap((frame) => [...new Set(new Uint32Array(frame.buffer, frame.byteOffset, 1280 * 720))]),
  )
  say(
    `GIF of ${count} frames 1280 × 720, ${name} (${colours.size} colours): ${figures(ours, 'ms', 0)}, ${bytes.length} bytes`,
  )
  say(
    `  against ffmpeg palettegen and paletteuse: ${figures(theirs, 'ms', 0)}, ${theirBytes} bytes; time ratio ${(at(ours, 0.5) / at(theirs, 0.5)).toFixed(2)} (aim ≤ 0.50), bytes ratio ${(bytes.length / theirBytes).toFixed(2)} (aim ≤ 1.00)`,
  )
  if (colours.size <= 256) {
    const { GifReader } = createRequire(join(root, 'e2e', 'package.json'))('omggif')
    const reader = new GifReader(bytes)
    const canvas = new Uint8Array(1280 * 720 * 4)
    let [wrong, source, shown] = [0, 0, 0]
    for (let n = 0; n < reader.numFrames(); n++) {
      reader.decodeAndBlitFrameRGBA(n, canvas)
      for (shown += reader.frameInfo(n).delay; source < count && source * (100 / 24) < shown - 0.51; source++) {
        for (let i = 0; i < canvas.length; i++) if (canvas[i] !== frames[source][i]) wrong++
      }
    }
    say(`  decoded again: ${source} of ${count} frames compared, ${wrong} channel values differ (aim 0)`)
  }
}

/** The same pictures in at most 256 colours. */
function posterised(raw, work) {
  const bytes = Buffer.from(readFileSync(raw))
  for (let i = 0; i < bytes.length; i++) if (i % 4 !== 3) bytes[i] = Math.round(bytes[i] / 51) * 51
  const file = join(work, 'posterised.rgba')
  writeFileSync(file, bytes)
  return file
}

const PARTS = [
  'pen',
  'sitting',
  'play',
  'fill',
  'size',
  'look',
  'desk',
  'sheet',
  'timing',
  'planners',
  'hand',
  'lettering',
  'gif',
  'keeping',
  'shelf',
  'paper',
  'reel',
  'library',
  'footage',
]
const wanted = process.argv.slice(2)

await orStop(async () => {
  const unknown = wanted.find((part) => !PARTS.includes(part))
  if (unknown) throw new Stop(`There is no part "${unknown}": choose among ${PARTS.join(', ')}, or name none for all.`)
  const does = (part) => wanted.length === 0 || wanted.includes(part)
  await installModules()
  if (spawnSync('ffmpeg', ['-version']).status !== 0) installPackages(['ffmpeg'], 'ffmpeg')
  await build()
  const work = mkdtempSync(join(tmpdir(), 'unhurried-bench-'))
  chmodSync(work, 0o755)
  const { build: bundle } = createRequire(join(root, 'package.json'))('esbuild')
  await bundle({
    entryPoints: [join(root, 'core', 'src', 'format', 'picture', 'gif.ts')],
    bundle: true,
    platform: 'node',
    format: 'esm',
    outfile: join(work, 'gif.mjs'),
    logLevel: 'error',
  })
  const cluster = await openCluster({ folder: work })
  const server = await startServer({ databaseUrl: cluster.url, logFile: join(work, 'server.log') })
  const browser = await launchChromium()
  try {
    const url = `http://127.0.0.1:${server.port}`
    const post = client(server.port)
    await post('/api/productions', { id: 'bench', name: 'Bench' })
    // What the table is measured with comes from inside core too.
    const core = await bundled(`
      export * from './index'
      export { rasterised } from './ink/raster'
      export { suggestBounce } from './motion/planned/bounce'`)
    const floor = floorBench({ browser, url })
    const drawing = drawingBench({ browser, url, post, stroke, makeScene, freshId, floor })
    if (does('pen')) await drawing.pen()
    if (does('sitting')) await drawing.sitting()
    if (does('play')) await drawing.play()
    if (does('fill')) await drawing.fill(core)
    if (does('size')) await drawing.size(core, firstPicture)
    if (does('look')) await drawing.look()
    if (does('desk')) {
      const nine = Array.from({ length: 9 }, (_, i) => `d${i + 1}`)
      await makeScene(post, 'bench400', settings('Four hundred strokes', 24), [
        ...nine.map((id, i) => key(id, i + 1)),
        ...nine.map((id, i) => inked(id, 400, i)),
        {
          type: 'level.set',
          level: 'A',
          fields: {
            lightTable: { on: true, shows: 'around', earlier: 2, later: 2, earlierStrength: 0.45, laterStrength: 0.4 },
          },
        },
      ])
      await makeScene(
        post,
        'bench200',
        settings('Two hundred drawings', 200),
        Array.from({ length: 200 }, (_, i) => [key(`e${i + 1}`, i + 1), inked(`e${i + 1}`, 20, 100 + i)]).flat(),
      )
      await desk(browser, url)
    }
    if (does('planners')) await planners(core)
    if (does('hand')) await handBench()
    if (does('lettering')) await letteringBench()
    if (does('sheet') || does('timing')) {
      if (does('timing')) arcs(core)
      if (does('sheet')) {
        await wideScene(core, server.port)
        await sheet(browser, url, floor)
        await makeScene(
          post,
          'bench600',
          settings('Six hundred drawings', 600),
          Array.from({ length: 600 }, (_, i) => [key(`s${i + 1}`, i + 1), inked(`s${i + 1}`, 20, 500 + i)]).flat(),
        )
        await opening(browser, url, 'bench600', 600)
      }
    }
    if (does('gif')) {
      const lime = await sampleFrames(browser, url, 'lowtide-lime', work)
      await gif(work, 'the lime', lime.raw, lime.count)
      await gif(work, 'the lime in few colours', posterised(lime.raw, work), lime.count)
    }
    if (does('footage')) await footageBench({ browser, url, post, makeScene, settings, key })()
    if (does('paper')) await paperBench({ browser, url, post, makeScene, settings, key })()
    if (does('reel')) await reelBench({ browser, url, post, makeScene, settings, key, inked })()
    if (does('library')) await libraryBench({ browser, url, post, makeScene, settings, key, inked })()
    if (does('shelf')) await shelfBench({ browser, url, post, makeScene, settings, key, inked })()
    if (does('keeping'))
      await keepingBench({ post, cluster, server, browser, url, work, freshId, makeScene, settings, key })(
        process.env.KEEPING_PART,
      )
  } finally {
    await browser.close()
    await server.stop()
    await cluster.stop()
    rmSync(work, { recursive: true, force: true })
  }
})
