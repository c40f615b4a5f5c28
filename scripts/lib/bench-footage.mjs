// Films under the paper: how soon a frame shows its picture, and what a long one takes.
import { bundled } from './bundled.mjs'
import { requireOtherEyes } from './other-eyes.mjs'
import { BITS, numberedFilm } from './numbered-film.mjs'
import { say } from './say.mjs'
import { weighTab } from './bench-drawing.mjs'
import { at, figures } from './figures.mjs'

const SIZE = { width: 1280, height: 720 }
const LENGTH = 480
const PACE = 80
/** Small pictures of all frames are made in so long. */
const SMALL_MADE = 30_000
/** Drawings, so many frames apart. */
const [DRAWN, APART] = [20, 24]
/** What ffmpeg makes by itself: a whole picture for every 128. */
const KEYS = 128
/** The number a picture says starts again after so many. */
const ROUND = 2 ** BITS

/** In the page: milliseconds from the last key or press until the film under the paper says a number. */
function untilSaid([number, bits]) {
  const canvas = document.querySelector('[data-test=table] canvas')
  const paper = document.querySelector('[data-test=paper]').getBoundingClientRect()
  const own = canvas.getBoundingClientRect()
  const scale = canvas.width / own.width
  const surface = canvas.getContext('2d')
  const y = Math.round((paper.top + paper.height / 2 - own.top) * scale)
  const said = () => {
    let sum = 0
    for (let bit = 0; bit < bits; bit++) {
      const x = Math.round((paper.left + (paper.width * (bit + 0.5)) / bits - own.left) * scale)
      if (surface.getImageData(x, y, 1, 1).data[0] > 128) sum += 2 ** bit
    }
    return sum
  }
  return new Promise((resolve, reject) => {
    const { began } = window
    const look = () => {
      if (said() === number) return resolve(performance.now() - began)
      if (performance.now() - began > 8000)
        return reject(new Error(`picture ${number} did not come, ${said()} is there`))
      setTimeout(look, 1)
    }
    look()
  })
}

/** Pages of paper that lie beside the film, and how many are brought in at once. */
const [PAGES, AT_ONCE] = [100, 10]
const PAPER = { width: 3000, height: 2000 }

/** Pegged pages, each with lines of its own, as PNG files. */
async function peggedPages() {
  const { madeLines, madePage, seededRandom, encode } = await bundled(`
    export { madeLines, madePage } from './testing/pages'
    export { seededRandom } from './base/random'
    export { encode } from 'fast-png'`)
  return function* () {
    for (let seed = 1; seed <= PAGES; seed++) {
      const lines = madeLines(seededRandom(seed), 10, { x: 300, y: 400, width: 2400, height: 1300 })
      const { data } = madePage({ ...PAPER, lines, pegs: 'top', grain: 0, uneven: 0, seed })
      const buffer = Buffer.from(encode({ ...PAPER, data, channels: 1, depth: 8 }))
      yield { name: `page ${seed}.png`, mimeType: 'image/png', buffer }
    }
  }
}

/** Brings in a hundred pages beside the film, lays them in and flips through them; gives what the tab weighs at its heaviest moments. */
async function weighWithPages(browser, page, url) {
  const pages = (await peggedPages())()
  await page.goto(`${url}/scene/filmed/paper`)
  for (let from = 0; from < PAGES; from += AT_ONCE) {
    const files = Array.from({ length: AT_ONCE }, () => pages.next().value)
    await page.getByLabel('Bring in pages', { exact: true }).setInputFiles(files)
    await page
      .locator('[data-test=found]')
      .nth(from + AT_ONCE - 1)
      .filter({ hasText: 'pegs' })
      .waitFor({ timeout: 120_000 })
  }
  const read = await weighTab(browser, page)
  await page.getByRole('button', { name: 'pictures', exact: true }).click()
  await page.locator('[data-test=lay-pages]').click()
  await page.locator('[data-test=laid]').waitFor({ timeout: 120_000 })
  const laid = await weighTab(browser, page)
  await page.getByRole('link', { name: 'Back to the desk' }).click()
  for (let i = 0; i < 2 * PAGES; i++) {
    await page.keyboard.press(i < PAGES ? 'f' : 's')
    await page.waitForTimeout(PACE)
  }
  const flipped = await weighTab(browser, page)
  const session = await page.context().newCDPSession(page)
  await session.send('HeapProfiler.collectGarbage')
  return `${read} with all of them read, ${laid} laid in, ${flipped} flipped through there and back, ${await weighTab(browser, page)} once swept`
}

export function footageBench({ browser, url, post, makeScene, settings, key }) {
  const withFilm = async () => {
    const buffer = numberedFilm({ rate: '24', seconds: LENGTH / 24, ...SIZE, keys: KEYS, times: 30 })
    const page = await browser.newPage({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } })
    await page.addInitScript(() => {
      for (const kind of ['keydown', 'pointerdown'])
        window.addEventListener(kind, () => (window.began = performance.now()), true)
    })
    await page.goto(`${url}/scene/filmed/draw`)
    await page.getByRole('button', { name: 'Reference', exact: true }).click()
    const file = { name: 'bars.webm', mimeType: 'video/webm', buffer }
    await page.getByLabel('Bring in a film', { exact: true }).setInputFiles(file)
    const slider = page.getByLabel('How strongly bars is seen')
    await slider.focus({ timeout: 60_000 })
    await page.keyboard.press('End')
    await page.getByRole('button', { name: 'Reference', exact: true }).click()
    return page
  }
  return async () => {
    requireOtherEyes()
    await makeScene(
      post,
      'filmed',
      settings('Filmed', LENGTH),
      Array.from({ length: DRAWN }, (_, i) => key(`d${i}`, 1 + i * APART)),
    )
    const page = await withFilm()
    await page.locator('[data-cell="A:1"]').click()
    let frame = 1
    const went = async (to, act) => {
      // As fast as a hand flips.
      await page.waitForTimeout(PACE)
      await act()
      frame = to
      return page.evaluate(untilSaid, [(to - 1) % ROUND, BITS])
    }
    const step = (by, name) => went(frame + by, () => page.keyboard.press(name))
    const [on, back, far, known] = [[], [], [], []]
    // From drawing to drawing, each too far from the last to be reached by going on.
    const flipFar = async (times) => {
      for (let i = 0; i < 2 * (DRAWN - 1); i++) {
        const forth = i < DRAWN - 1
        times.push(await went(frame + (forth ? APART : -APART), () => page.keyboard.press(forth ? 'f' : 's')))
      }
    }
    await flipFar(far)
    for (let i = 0; i < 60; i++) on.push(await step(1, 'ArrowDown'))
    for (let i = 0; i < 60; i++) back.push(await step(-1, 'ArrowUp'))
    const near = [...on, ...back]
    const whileMade = await weighTab(browser, page)
    await page.waitForTimeout(SMALL_MADE)
    await flipFar(known)
    say(
      `flip with a film of ${SIZE.width} × ${SIZE.height} under it, key to its own picture: on ${figures(on, 'ms', 1)}, back ${figures(back, 'ms', 1)}; near p95 ${at(near, 0.95).toFixed(0)} ms, aim ≤ 50 ms; far right after it came ${figures(far, 'ms', 0)}, once small pictures are there ${figures(known, 'ms', 0)}, aim ≤ 200 ms`,
    )
    const busy = await weighTab(browser, page)
    const session = await page.context().newCDPSession(page)
    await session.send('HeapProfiler.collectGarbage')
    say(
      `memory of that tab with a film of ten minutes: ${whileMade} while small pictures are made, ${busy} right after, ${await weighTab(browser, page)} once swept; aim ≤ 900 MB`,
    )
    say(
      `with ${PAGES} pages of ${PAPER.width} × ${PAPER.height} beside it: ${await weighWithPages(browser, page, url)}; aim ≤ 900 MB`,
    )
    await page.close()
  }
}
