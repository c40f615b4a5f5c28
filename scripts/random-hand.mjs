// A hand that does anything for a while, in scenes of the sample film: npm run random-hand [-- --steps 400 --seed 7 scene …]
// Tells whatever breaks: an error of the page or in its console, an answer that is none, a scene that does not open again.
import './lib/node-version.mjs'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { root } from './lib/paths.mjs'
import { withSampleApp } from './lib/sample-app.mjs'
import { orStop, say, Stop } from './lib/say.mjs'

const { values, positionals } = parseArgs({
  options: { steps: { type: 'string', default: '400' }, seed: { type: 'string', default: String(Date.now() % 1e6) } },
  allowPositionals: true,
})
const SCENES = positionals.length > 0 ? positionals : ['lowtide-corrie', 'lowtide-walk', 'lowtide-speaks']
/** Steps after which it comes back to the desk, and every other time goes on from there. */
const ROUND = 60
const PLACES = [
  ...['paper', 'hand-over', 'plan', 'lettering', 'look', 'takes', 'log'].map((place) => `SCENE/${place}`),
  ...['reel', 'library', 'log'].map((place) => `production/lowtide/${place}`),
  ...['', 'new', 'drawer', 'practice'],
]
const LETTERS = [...'abcdefghijklmnopqrstuvwxyz']
const KEYS = [
  ...[...LETTERS, ...'0123456789[],./;', ...LETTERS.map((letter) => `Shift+${letter.toUpperCase()}`)],
  ...['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'Home', 'End', 'Tab', 'Enter', 'Escape', ' '],
  ...['Delete', 'Backspace', 'Control+a', 'Control+c', 'Control+v', 'Control+z', 'F1'],
]
const WORDS = ['12', '-3', '1e9', '0', '', 'mist', '  ', '🌊', '999999', '0.5', '#ff8800', 'a'.repeat(200)]
/** What belongs to the browser it is tried in, and no user ever meets. */
const NOT_OURS = /Service Worker|GPU stall|willReadFrequently/

/** A second of noise as a WAV of eight bits. */
function noise() {
  const wav = Buffer.alloc(44 + 8000, 'x')
  for (let i = 44; i < wav.length; i++) wav[i] = 64 + ((i * 7919) % 128)
  wav.write('RIFF')
  wav.writeUInt32LE(wav.length - 8, 4)
  wav.write('WAVEfmt ', 8)
  ;[16, 0x0001_0001, 8000, 8000, 0x0008_0001].forEach((value, i) => wav.writeUInt32LE(value, 16 + 4 * i))
  wav.write('data', 36)
  wav.writeUInt32LE(8000, 40)
  return wav
}
const PICTURE = readFileSync(join(root, 'web/public/icon-192.png'))
/** What is brought in, whatever was asked for. */
const FILES = [
  { name: 'mist.png', mimeType: 'image/png', buffer: PICTURE },
  { name: 'torn.png', mimeType: 'image/png', buffer: PICTURE.subarray(0, 700) },
  { name: 'wind.wav', mimeType: 'audio/wav', buffer: noise() },
  { name: 'torn.wav', mimeType: 'audio/wav', buffer: noise().subarray(0, 60) },
  { name: 'boat.svg', mimeType: 'image/svg+xml', buffer: readFileSync(join(root, 'web/public/icon.svg')) },
  { name: 'colours.json', mimeType: 'application/json', buffer: Buffer.from('["#0a3050", "#f0e0c0"]') },
  { name: 'words.srt', mimeType: 'text/plain', buffer: Buffer.from('1\n00:00:00,100 --> 00:00:00,600\nHold on\n') },
  { name: 'nothing.zip', mimeType: 'application/zip', buffer: Buffer.alloc(0) },
]

/** Numbers from 0 to 1 that look like chance and are the same for a seed. */
function chance(seed) {
  let state = (seed * 2654435761) >>> 0 || 1
  return () => {
    for (const by of [13, -17, 5]) state = (state ^ (by > 0 ? state << by : state >>> -by)) >>> 0
    return state / 2 ** 32
  }
}

/** Everything that can be pressed where it is, and is not covered by something else. */
function pressable() {
  const all = 'button, a[href], input, select, textarea, summary, label, [data-cell], [role=option], [role=menuitem]'
  return [...document.querySelectorAll(all)].flatMap((thing) => {
    const { left, top, width, height } = thing.getBoundingClientRect()
    const [x, y] = [left + width / 2, top + Math.min(height / 2, 12)]
    const above = document.elementFromPoint(x, y)
    if (width < 4 || height < 4 || thing.disabled || thing.type === 'file' || !above) return []
    if (!thing.contains(above) && !above.contains(thing)) return []
    return [{ x, y, words: (thing.getAttribute('aria-label') ?? thing.textContent ?? '').trim().slice(0, 40) }]
  })
}

/** One hand on one page: what it did last, and what broke meanwhile. */
function handOn(page, random) {
  const did = []
  const broken = []
  const pick = (list) => list[Math.floor(random() * list.length)]
  const tell = (what) => broken.push(`${what}\n    after ${did.slice(-10).join(' | ')}`)
  page.on('pageerror', (error) => tell(error.stack ?? error.message))
  page.on('console', (said) => {
    const { url } = said.location()
    if (['error', 'warning'].includes(said.type()) && !NOT_OURS.test(said.text())) tell(`${said.text()} (${url})`)
  })
  page.on('response', (answer) => answer.status() >= 500 && tell(`${answer.status()} from ${answer.url()}`))
  page.on('download', (download) => download.cancel().catch(() => undefined))

  const acts = {
    async key() {
      const key = pick(KEYS)
      did.push(key)
      await page.keyboard.press(key)
    },
    async press() {
      const thing = pick(await page.evaluate(pressable))
      if (!thing) return
      did.push(`“${thing.words}”`)
      await page.mouse.click(thing.x, thing.y, { button: random() < 0.08 ? 'right' : 'left' })
    },
    async drag() {
      let [x, y] = [200 + random() * 800, 80 + random() * 600]
      did.push(`a drag from ${Math.round(x)}, ${Math.round(y)}`)
      await page.mouse.move(x, y)
      await page.mouse.down()
      for (let i = 0; i < 5; i++) {
        x = Math.min(1278, Math.max(1, x + (random() - 0.5) * 200))
        y = Math.min(798, Math.max(1, y + (random() - 0.5) * 200))
        await page.mouse.move(x, y, { steps: 2 })
      }
      await page.mouse.up()
    },
    async write() {
      const isField = () => /INPUT|TEXTAREA/.test(document.activeElement?.tagName ?? '')
      if (!(await page.evaluate(isField))) return acts.press()
      const words = pick(WORDS)
      did.push(`writing ${words.slice(0, 12)}`)
      await page.keyboard.press('Control+a')
      if (words) await page.keyboard.type(words)
      await page.keyboard.press(pick(['Enter', 'Tab', 'Escape']))
    },
    async bring() {
      const field = pick(await page.locator('input[type=file]').all())
      if (!field) return acts.press()
      const file = pick(FILES)
      did.push(`bringing in ${file.name}`)
      // It may be gone by now: a press before it has closed its panel.
      await field.setInputFiles(file, { timeout: 1000 }).catch(() => undefined)
    },
  }
  const step = () => acts[pick(['key', 'key', 'press', 'press', 'drag', 'drag', 'write', 'bring'])]()
  return { step, tell, broken }
}

/** @returns what broke */
async function tryScene(browser, address, { scene, seed, steps }) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
  const page = await context.newPage()
  const random = chance(seed)
  const hand = handOn(page, random)
  const open = async () => {
    await page.goto(`${address}/scene/${scene}/draw`)
    await page.locator('[data-test=paper]').waitFor()
  }
  const goOn = async () => {
    await page.goto(`${address}/${PLACES[Math.floor(random() * PLACES.length)].replace('SCENE', `scene/${scene}`)}`)
    await page.locator('h1').first().waitFor({ state: 'attached' })
  }
  await open()
  for (let i = 1; i <= steps; i++) {
    // A press may lead to another page while it is asked about.
    await hand.step().catch((error) => /navigation|destroyed/.test(error.message) || hand.tell(error.message))
    if (i % ROUND !== 0 && i !== steps) continue
    await open()
      .then(() => random() < 0.5 && goOn())
      .catch((error) => hand.tell(`It does not open: ${error.message}`))
  }
  await context.close()
  return hand.broken
}

await orStop(() =>
  withSampleApp(async ({ browser, address }) => {
    let count = 0
    for (const [n, scene] of SCENES.entries()) {
      const asked = { scene, seed: Number(values.seed) + n, steps: Number(values.steps) }
      const broken = await tryScene(browser, address, asked)
      count += broken.length
      say(`${scene}, seed ${asked.seed}, ${asked.steps} steps: ${broken.length === 0 ? 'nothing broke' : ''}`)
      for (const each of broken) say(`  ${each}`)
    }
    if (count > 0) throw new Stop(count === 1 ? 'One thing broke.' : `${count} things broke.`)
  }),
)
