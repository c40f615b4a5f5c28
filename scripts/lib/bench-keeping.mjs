// Figures of keeping: what a stroke costs to keep, for one and for many, and what reading costs beside it.
import { spawnSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { Agent, request } from 'node:http'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { at, figures } from './figures.mjs'
import { say } from './say.mjs'

const SECONDS = 5
/** Edits a page sends at once when many wait. */
const AT_ONCE = 100

/** A line of 60 points that no compression makes smaller. */
function stroke(id, points = 60) {
  const noise = () => Math.round(Math.random() * 8000) / 8
  return {
    kind: 'stroke',
    id,
    swatch: 'pencil',
    size: 5,
    points: Array.from({ length: points * 3 }, (_, i) =>
      i % 3 === 2 ? Math.round(Math.random() * 255) / 255 : noise(),
    ),
  }
}

export function keepingBench({ post, cluster, server, browser, url, work, freshId, makeScene, settings, key }) {
  const edit = (drawing) => ({
    id: freshId(),
    edit: { type: 'ink.change', drawing, pass: 'line', remove: [], add: [{ at: 1e6, piece: stroke(freshId()) }] },
  })
  const body = JSON.stringify(edit('k1').edit)
  const env = { ...process.env, PGPASSWORD: decodeURIComponent(new URL(cluster.url).password) }
  const ran = (program, ...words) =>
    spawnSync(
      join(cluster.programs, program),
      ['-h', '127.0.0.1', '-p', new URL(cluster.url).port, '-U', 'unhurried', ...words],
      { env, encoding: 'utf8' },
    ).stdout
  const sql = (text) => ran('psql', '-d', 'unhurried', '-At', '-c', text).trim()
  const cpuOf = () => {
    const told = readFileSync(`/proc/${server.process.pid}/stat`, 'utf8').split(' ')
    return (Number(told[13]) + Number(told[14])) * 10
  }
  const memory = () =>
    Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.process.pid}/status`, 'utf8'))[1]) / 1024
  const plain = (connections) => {
    const script = join(work, 'insert.sql')
    writeFileSync(script, `INSERT INTO bench_insert (edit) VALUES ('${body}'::jsonb);\n`)
    return Number(
      /tps = ([\d.]+)/.exec(
        ran('pgbench', '-n', '-c', String(connections), '-j', '2', '-T', String(SECONDS), '-f', script, 'unhurried'),
      )?.[1],
    )
  }
  const scene = async (id, drawings) =>
    makeScene(
      post,
      id,
      settings(id, Math.max(24, drawings)),
      Array.from({ length: drawings }, (_, i) => key(`k${i + 1}`, i + 1)),
    )

  /** One hand on a scene until a moment: forty strokes make a drawing, then the next one is drawn. */
  async function hand(id, drawings, { together = 1, until, base }) {
    const times = []
    let version = base
    for (let n = 0; performance.now() < until; n += together) {
      const began = performance.now()
      const edits = Array.from({ length: together }, (_, i) => edit(`k${1 + (Math.floor((n + i) / 40) % drawings)}`))
      version = (await post(`/api/scenes/${id}/edits`, { base: version, edits })).version
      times.push(performance.now() - began)
    }
    return times
  }
  const soon = (seconds = SECONDS) => performance.now() + seconds * 1000
  const beside = (words, rate, reference) =>
    say(
      `${words}: ${rate.toFixed(0)} a second; pgbench inserting the same ${body.length} bytes ${reference.toFixed(0)}; ratio ${(rate / reference).toFixed(2)}`,
    )

  async function rates() {
    sql('CREATE TABLE IF NOT EXISTS bench_insert (n serial PRIMARY KEY, edit jsonb NOT NULL)')
    let base = await scene('keep600', 600)
    await hand('keep600', 600, { until: soon(2), base })
    base = Number(sql("SELECT version FROM scene WHERE id = 'keep600'"))
    const single = await hand('keep600', 600, { until: soon(), base })
    const reference = plain(1)
    beside(
      `edits kept on one connection, scene of 600 drawings, one edit a request (${figures(single, 'ms')})`,
      single.length / SECONDS,
      reference,
    )
    base = Number(sql("SELECT version FROM scene WHERE id = 'keep600'"))
    const many = await hand('keep600', 600, { together: AT_ONCE, until: soon(), base })
    beside(
      `the same as a page sends them when many wait, ${AT_ONCE} a request (${figures(many, 'ms')}); aim ratio ≥ 0.50`,
      (many.length * AT_ONCE) / SECONDS,
      reference,
    )
    const bases = await Promise.all(Array.from({ length: 50 }, (_, n) => scene(`keep50x${n}`, 24)))
    const until = soon()
    const fifty = (
      await Promise.all(bases.map((version, n) => hand(`keep50x${n}`, 24, { until, base: version })))
    ).flat()
    beside(
      `edits kept on 50 connections, 50 scenes (${figures(fifty, 'ms')}); aim ratio ≥ 0.35`,
      fifty.length / SECONDS,
      plain(50),
    )
  }

  async function people() {
    const drawings = 20
    const base = await scene('people', drawings)
    const alone = await scene('beside', 24)
    const quiet = await hand('beside', 24, { until: soon(3), base: alone })
    const until = soon()
    let refused = 0
    const draw = async (n) => {
      const times = []
      let version = base
      while (performance.now() < until) {
        const began = performance.now()
        await post(`/api/scenes/people/edits`, { base: version, edits: [edit(`k${n + 1}`)] }).then(
          (answer) => (version = answer.version),
          () => refused++,
        )
        times.push(performance.now() - began)
        await wait(Math.max(0, 1000 / 3 - (performance.now() - began)))
      }
      return times
    }
    const others = Promise.all(Array.from({ length: drawings }, (_, n) => draw(n)))
    const meanwhile = await hand('beside', 24, {
      until,
      base: Number(sql("SELECT version FROM scene WHERE id = 'beside'")),
    })
    say(
      `20 people on one scene, three strokes a second each, different drawings: ${figures((await others).flat(), 'ms')}, ${refused} turned away; aim p95 ≤ 100 ms, none`,
    )
    say(
      `a writer on another scene meanwhile: median ${at(meanwhile, 0.5).toFixed(2)} ms, alone ${at(quiet, 0.5).toFixed(2)} ms, ratio ${(at(meanwhile, 0.5) / at(quiet, 0.5)).toFixed(2)}; aim ≤ 2`,
    )
  }

  async function weight() {
    const costs = []
    // The server's own code is made fast by running: not while it is measured.
    await hand('cpuwarm', 10, { until: soon(8), base: await scene('cpuwarm', 10) })
    for (const drawings of [10, 600, 2000]) {
      const id = `cpu${drawings}`
      let base = await scene(id, drawings)
      await hand(id, drawings, { until: soon(2), base })
      base = Number(sql(`SELECT version FROM scene WHERE id = '${id}'`))
      const before = cpuOf()
      const times = await hand(id, drawings, { until: soon(6), base })
      costs.push([drawings, (cpuOf() - before) / times.length])
    }
    say(
      `processor time of the server for an edit: ${costs.map(([drawings, ms]) => `${drawings} drawings ${ms.toFixed(2)} ms`).join(', ')}; ratio ${(Math.max(...costs.map(([, ms]) => ms)) / Math.min(...costs.map(([, ms]) => ms))).toFixed(2)}; aim ≤ 1.5`,
    )
    const base = await scene('wal', 24)
    let version = (
      await post('/api/scenes/wal/edits', {
        base,
        edits: Array.from({ length: 180 }, () => ({
          ...edit('k1'),
          edit: { ...edit('k1').edit, add: [{ at: 1e6, piece: stroke(freshId(), 130) }] },
        })),
      })
    ).version
    await wait(3000)
    sql('CHECKPOINT')
    const from = sql('SELECT pg_current_wal_lsn()')
    const strokes = 300
    let bytes = 0
    for (let n = 0; n < strokes; n++) {
      const sent = edit('k1')
      bytes += JSON.stringify(sent.edit).length
      version = (await post('/api/scenes/wal/edits', { base: version, edits: [sent] })).version
    }
    await wait(3000)
    const written = Number(sql(`SELECT pg_current_wal_lsn() - '${from}'::pg_lsn`)) / strokes
    const pass = Number(sql("SELECT COALESCE(sum(octet_length(bytes)), 0) FROM ink WHERE scene = 'wal'"))
    say(
      `write-ahead log for a stroke of ${Math.round(bytes / strokes)} bytes on a pass of ${Math.round(pass / 1000)} kB, gathering and moments among it: ${Math.round(written)} bytes; aim ≤ ${3 * Math.round(bytes / strokes) + 6000}`,
    )
  }

  const timed = async (path, times = 30) => {
    const took = []
    let size = 0
    for (let n = 0; n < times; n++) {
      const began = performance.now()
      size = (await (await fetch(url + (typeof path === 'function' ? path(n) : path))).arrayBuffer()).byteLength
      took.push(performance.now() - began)
    }
    return { took, size }
  }

  async function reading() {
    await post('/api/productions', { id: 'full', name: 'A hundred scenes' })
    sql(`INSERT INTO scene (id, production, version, summary, summary_version, notice) SELECT 'full' || n, 'full', s.version, s.summary, s.version, '' FROM scene AS s, generate_series(1, 100) AS n WHERE s.id = 'keep600';
         INSERT INTO snapshot (scene, version, document, whole) SELECT 'full' || n, s.version, m.document, true FROM scene AS s, generate_series(1, 100) AS n, LATERAL (SELECT document FROM snapshot WHERE scene = s.id ORDER BY version DESC LIMIT 1) AS m WHERE s.id = 'keep600'`)
    await timed('/api/shelf', 3)
    const shelf = await timed('/api/shelf')
    say(
      `shelf with 100 scenes of 600 drawings more, ${Math.round(shelf.size / 1000)} kB: ${figures(shelf.took, 'ms')}; aim ≤ 150 ms, ≤ 100 kB`,
    )
    let version = await scene('long', 24)
    while (version < 20_000)
      version = (
        await post('/api/scenes/long/edits', {
          base: version,
          edits: Array.from({ length: 200 }, (_, i) => edit(`k${1 + ((version + i) % 24)}`)),
        })
      ).version
    const somewhere = () => 100 + Math.floor(Math.random() * 19_800)
    say(
      `history of ${version.toLocaleString('en')} edits: steps ${figures((await timed(() => `/api/scenes/long/history?before=${somewhere()}`)).took, 'ms')}; aim ≤ 50 ms`,
    )
    say(
      `  any moment ${figures((await timed(() => `/api/scenes/long/moments/${somewhere()}`)).took, 'ms')}; aim ≤ 150 ms`,
    )
    say(
      `  the lines of a drawing at a moment ${figures((await timed(() => `/api/scenes/long/moments/${somewhere()}/ink?drawings=k${1 + Math.floor(Math.random() * 24)}`)).took, 'ms')}; aim p95 ≤ 150 ms`,
    )
  }

  /** Pages that come to listen and go, at once so many. */
  async function streams(count, at_once = 100) {
    const agent = new Agent({ keepAlive: false })
    for (let n = 0; n < count; n += at_once) {
      await Promise.all(
        Array.from(
          { length: at_once },
          () =>
            new Promise((resolve, reject) => {
              const asked = request(`${url}/api/scenes/long/events`, { agent }, (answer) =>
                answer.once('data', () => {
                  asked.destroy()
                  resolve()
                }),
              )
              asked.on('error', (error) => (error.code === 'ECONNRESET' ? resolve() : reject(error)))
              asked.end()
            }),
        ),
      )
    }
  }
  async function level() {
    const keep = async (count) => {
      let version = Number(sql("SELECT version FROM scene WHERE id = 'long'"))
      for (let n = 0; n < count; n += 200)
        version = (
          await post('/api/scenes/long/edits', {
            base: version,
            edits: Array.from({ length: 200 }, (_, i) => edit(`k${1 + ((n + i) % 24)}`)),
          })
        ).version
    }
    const told = []
    await keep(10_000)
    for (let round = 0; round < 4; round++) {
      await wait(2000)
      told.push(`${memory().toFixed(0)} MB`)
      if (round < 3) await Promise.all([keep(30_000), streams(2000)])
    }
    say(
      `memory of the server after 10,000 edits and each further 30,000 with 2,000 event streams: ${told.join(', ')}; aim level`,
    )
  }

  async function dayAway() {
    await scene('away', 24)
    const page = await browser.newPage({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } })
    await page.goto(url)
    const rows = Array.from({ length: 12_000 }, (_, n) => ({
      ...edit(`k${1 + (Math.floor(n / 40) % 24)}`),
      scene: 'away',
      page: 'gone',
      made: n + 1,
    }))
    for (let n = 0; n < rows.length; n += 1000) {
      await page.evaluate(
        (some) =>
          new Promise((resolve, reject) => {
            const asked = indexedDB.open('unhurried-sketch', 1)
            asked.onupgradeneeded = () =>
              ['outbox', 'aside'].forEach((name) =>
                asked.result.createObjectStore(name, { keyPath: 'id' }).createIndex('scene', 'scene'),
              )
            asked.onsuccess = () => {
              const done = asked.result.transaction('outbox', 'readwrite')
              for (const row of some) done.objectStore('outbox').put(row)
              done.oncomplete = () => resolve(asked.result.close())
              done.onerror = () => reject(done.error)
            }
          }),
        rows.slice(n, n + 1000),
      )
    }
    await page.addInitScript(() => {
      window.tasks = []
      new PerformanceObserver((list) =>
        list.getEntries().forEach((entry) => window.tasks.push(entry.duration)),
      ).observe({ type: 'longtask', buffered: true })
    })
    const began = performance.now()
    await page.goto(`${url}/scene/away/draw`)
    await page.waitForFunction(
      () =>
        /Keeping 1\d,?\d\d\d|Keeping \d+ changes/.test(
          document.querySelector('[data-test=keeping]')?.textContent ?? '',
        ),
      undefined,
      { timeout: 120_000 },
    )
    const flips = []
    for (let n = 0; n < 12; n++) {
      const from = performance.now()
      await page.keyboard.press(n % 2 ? 's' : 'f')
      await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => resolve())))
      flips.push(performance.now() - from)
      await wait(200)
    }
    await page.waitForFunction(
      () => document.querySelector('[data-test=keeping]')?.textContent.trim() === 'Kept',
      undefined,
      { timeout: 300_000 },
    )
    const tasks = await page.evaluate(() => window.tasks)
    say(
      `a page with 12,000 edits of a day away: all kept after ${((performance.now() - began) / 1000).toFixed(1)} s, aim ≤ 60 s; flips meanwhile, asked from outside, ${figures(flips, 'ms', 0)}; longest task ${Math.max(0, ...tasks).toFixed(0)} ms`,
    )
    await page.close()
  }

  const parts = { rates, people, weight, reading, level, dayAway }
  /** All of them, or one by its name. */
  return async (only) => {
    for (const [name, part] of Object.entries(parts)) if (only === undefined || only === name) await part()
  }
}
