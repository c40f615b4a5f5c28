// Films under the paper: how soon a frame shows its picture, and what a long one takes.
import { requireFfmpeg } from './ffmpeg.mjs'
import { BITS, numberedFilm } from './numbered-film.mjs'
import { say } from './say.mjs'
import { at, figures, weighTab } from './bench-drawing.mjs'

const SIZE = { width: 1280, height: 720 }
const LENGTH = 480
const PACE = 80
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

export function footageBench({ browser, url, post, makeScene, settings, key }) {
  const withFilm = async () => {
    const buffer = numberedFilm({ rate: '24', seconds: LENGTH / 24, ...SIZE, keys: KEYS, times: 30 })
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
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
    requireFfmpeg()
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
    const [on, back, far] = [[], [], []]
    // From drawing to drawing, each too far from the last to be reached by going on.
    for (let i = 0; i < 2 * (DRAWN - 1); i++) {
      const forth = i < DRAWN - 1
      far.push(await went(frame + (forth ? APART : -APART), () => page.keyboard.press(forth ? 'f' : 's')))
    }
    for (let i = 0; i < 60; i++) on.push(await step(1, 'ArrowDown'))
    for (let i = 0; i < 60; i++) back.push(await step(-1, 'ArrowUp'))
    const near = [...on, ...back]
    say(
      `flip with a film of ${SIZE.width} × ${SIZE.height} under it, key to its own picture: on ${figures(on, 'ms', 1)}, back ${figures(back, 'ms', 1)}; near p95 ${at(near, 0.95).toFixed(0)} ms, aim ≤ 50 ms; far ${figures(far, 'ms', 0)}, aim ≤ 200 ms`,
    )
    const busy = await weighTab(browser, page)
    const session = await page.context().newCDPSession(page)
    await session.send('HeapProfiler.collectGarbage')
    say(
      `memory of that tab with a film of ten minutes: ${busy} right after, ${await weighTab(browser, page)} once swept; aim ≤ 900 MB`,
    )
    await page.close()
  }
}
