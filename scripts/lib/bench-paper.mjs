// Pages of paper: how soon one is read and laid on another.
import { bundled } from './bundled.mjs'
import { say } from './say.mjs'
import { at, figures } from './figures.mjs'

const [WIDTH, HEIGHT] = [3000, 2000]
const PAGES = 8

/** Pages of 3,000 × 2,000 that share half of their drawing, as PNG files. */
async function madePages() {
  const { madeLines, madePage, seededRandom, encode } = await bundled(`
    export { madeLines, madePage } from './testing/pages'
    export { seededRandom } from './base/random'
    export { encode } from 'fast-png'`)
  const random = seededRandom(12)
  const box = { x: 200, y: 150, width: WIDTH - 400, height: HEIGHT - 300 }
  const common = madeLines(random, 12, box)
  return Array.from({ length: PAGES }, (_, seed) => {
    const lie = { dx: 80 * random() - 40, dy: 80 * random() - 40, turn: (random() - 0.5) * 0.17 }
    const lines = [...common, ...madeLines(random, 12, box)]
    const { data } = madePage({ width: WIDTH, height: HEIGHT, lines, seed, ...(seed > 0 && { lie }) })
    const buffer = Buffer.from(encode({ width: WIDTH, height: HEIGHT, data, channels: 1, depth: 8 }))
    return { name: `page ${seed}.png`, mimeType: 'image/png', buffer }
  })
}

export function paperBench({ browser, url, post, makeScene, settings, key }) {
  return async () => {
    await makeScene(post, 'papered', settings('Paper', 48), [key('a', 1)])
    const pages = await madePages()
    const page = await browser.newPage({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } })
    await page.goto(`${url}/scene/papered/paper`)
    const field = page.getByLabel('Bring in pages', { exact: true })
    const took = []
    for (const [i, file] of pages.entries()) {
      await field.setInputFiles(file)
      const began = await page.evaluate(() => performance.now())
      const card = page.locator('[data-test=found]').nth(i)
      await card.filter({ hasText: i === 0 ? 'lie on it' : '°' }).waitFor()
      took.push((await page.evaluate(() => performance.now())) - began)
    }
    say(
      `a page of 3,000 × 2,000, from file to laid on the first: ${figures(took.slice(1), 'ms', 0)}; aim ≤ 1500 ms, ratio ${(at(took.slice(1), 0.5) / 1500).toFixed(2)}`,
    )
    await page.close()
  }
}
