// A shelf of very many scenes: how soon it is there, and how it scrolls.
import { say } from './say.mjs'
import { figures } from './figures.mjs'

const SCENES = 1000

export function shelfBench({ browser, url, post, makeScene, settings, key, inked }) {
  const drawings = Array.from({ length: 12 }, (_, n) => `s${n + 1}`)

  async function shelved() {
    await makeScene(post, 'shelved', settings('One of a thousand', 24), [
      ...drawings.map((id, n) => key(id, 1 + 2 * n)),
      ...drawings.map((id, n) => inked(id, 6, n)),
    ])
    for (let n = 1; n < SCENES; n++)
      await post('/api/scenes/shelved/copies', { id: `shelved${n}`, name: `Scene ${n}`, copies: 'everything' })
  }

  return async () => {
    await shelved()
    const page = await browser.newPage({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } })
    const began = performance.now()
    await page.goto(url)
    await page.locator('[data-scene]').first().waitFor()
    const shown = performance.now() - began
    const { gaps, cards } = await page.evaluate(
      (wanted) =>
        new Promise((resolve) => {
          const scroller = document.querySelector('main')
          const gaps = []
          let last = 0
          const step = (now) => {
            if (last > 0) gaps.push(now - last)
            last = now
            const cards = document.querySelectorAll('[data-scene]').length
            const atEnd = scroller.scrollTop + scroller.clientHeight >= scroller.scrollHeight - 2
            if ((cards >= wanted && atEnd) || gaps.length > 6000) return resolve({ gaps, cards })
            scroller.scrollTop += 60
            requestAnimationFrame(step)
          }
          requestAnimationFrame(step)
        }),
      SCENES,
    )
    say(
      `shelf of ${SCENES.toLocaleString('en')} scenes: there after ${Math.round(shown)} ms; scrolled 60 px at every frame of the screen to its end, pencil tests playing: frame to frame ${figures(gaps, 'ms', 1)}, longest ${Math.max(...gaps).toFixed(0)} ms; ${cards} cards in the page`,
    )
    await page.close()
  }
}
