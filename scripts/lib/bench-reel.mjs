// A reel of many scenes: how soon it plays, and whether cuts drop frames. And a colour of the library that all of them have.
import { say } from './say.mjs'
import { figures } from './figures.mjs'

const SCENES = 60
const FRAMES = 120
/** Seconds that are played: several cuts. */
const PLAYED = 32

export function reelBench({ browser, url, post, makeScene, settings, key, inked }) {
  const production = `reel${Date.now()}`
  const drawings = Array.from({ length: FRAMES / 2 }, (_, n) => `r${n + 1}`)

  async function made() {
    await post('/api/productions', { id: production, name: 'A long reel' })
    await makeScene(post, 'reeled', settings('One of sixty', FRAMES), [
      ...drawings.map((id, n) => key(id, 1 + 2 * n)),
      ...drawings.map((id, n) => inked(id, 12, n)),
    ])
    for (let n = 0; n < SCENES; n++)
      await post('/api/scenes/reeled/copies', {
        ...{ id: `${production}s${n}`, name: `Scene ${n}`, copies: 'everything', production },
      })
    const edits = [
      { type: 'reel.put', part: { id: 'r', name: 'Long cut', fps: 24 } },
      ...Array.from({ length: SCENES }, (_, n) => ({
        ...{ type: 'shot.put', of: 'r', part: { id: `s${n}`, scene: `${production}s${n}` } },
      })),
    ]
    await post(`/api/productions/${production}/edits`, {
      edits: edits.map((edit, n) => ({ id: `${production}-${n}`, edit })),
    })
  }

  /** How often the screen is renewed while nothing is done: what playing is held against. */
  const gapsOver = (page, seconds) =>
    page.evaluate(
      (most) =>
        new Promise((resolve) => {
          const gaps = []
          let last = 0
          const began = performance.now()
          const step = (now) => {
            if (last > 0) gaps.push(now - last)
            last = now
            if (performance.now() - began > most * 1000) resolve(gaps)
            else requestAnimationFrame(step)
          }
          requestAnimationFrame(step)
        }),
      seconds,
    )

  return async () => {
    await made()
    const page = await browser.newPage({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } })
    const began = performance.now()
    await page.goto(`${url}/production/${production}/reel`)
    const isSeen = () => {
      const canvas = document.querySelector('figure canvas')
      if (!canvas) return false
      const { data } = canvas.getContext('2d').getImageData(canvas.width / 2, 4, 1, 1)
      return data[0] > 200
    }
    await page.waitForFunction(isSeen, undefined, { polling: 'raf' })
    const seen = performance.now() - began
    const idle = await gapsOver(page, 2)
    const pressed = performance.now()
    await page.getByRole('button', { name: 'Play' }).click()
    await page.getByRole('button', { name: 'Stop' }).waitFor()
    const plays = performance.now() - pressed
    const gaps = await gapsOver(page, PLAYED)
    const told = await page.getByText(/came too late/).allTextContents()
    say(
      `reel of ${SCENES} scenes × ${FRAMES} frames: its first picture after ${Math.round(seen)} ms, plays ${Math.round(plays)} ms after it is asked to; over ${PLAYED} s and ${Math.floor((PLAYED * 24) / FRAMES)} cuts ${told[0] ?? 'no picture came too late'}; frame to frame of the screen ${figures(gaps, 'ms', 1)}, at rest ${figures(idle, 'ms', 1)}`,
    )
    await page.close()
  }
}

const FOLLOWING = 200

/** A colour of the library changed in every scene that follows it. */
export function libraryBench({ browser, url, post, makeScene, settings, key, inked }) {
  const production = `library${Date.now()}`
  const linked = { id: 'skin', name: 'Skin', colour: '#aabbcc', linked: { entry: 'tansy', of: 'skin' } }

  async function made() {
    await post('/api/productions', { id: production, name: 'Many scenes' })
    await makeScene(post, 'followed', settings('One of two hundred', 24), [
      { type: 'swatch.put', swatch: linked },
      ...Array.from({ length: 12 }, (_, n) => key(`f${n}`, 1 + 2 * n)),
      ...Array.from({ length: 12 }, (_, n) => inked(`f${n}`, 12, n)),
    ])
    for (let n = 0; n < FOLLOWING; n++)
      await post('/api/scenes/followed/copies', {
        ...{ id: `${production}s${n}`, name: `Scene ${n}`, copies: 'everything', production },
      })
    // In the library it is another colour already: all of them are behind.
    const edits = [
      { type: 'character.put', part: { id: 'tansy', name: 'Tansy', kind: 'character' } },
      { type: 'colour.put', of: 'tansy', part: { id: 'skin', name: 'Skin', colour: '#cc3311' } },
    ]
    await post(`/api/productions/${production}/edits`, {
      edits: edits.map((edit, n) => ({ id: `${production}-${n}`, edit })),
    })
  }

  return async () => {
    await made()
    const page = await browser.newPage({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } })
    await page.goto(`${url}/production/${production}/library`)
    const bring = page.getByRole('button', { name: 'Bring them along' })
    await bring.waitFor()
    const began = performance.now()
    await bring.click()
    const told = page.getByText(/scenes changed/)
    await told.waitFor({ timeout: 120_000 })
    const took = performance.now() - began
    // The same edits, one after the other, without the page: what they are held against.
    const alone = []
    for (let n = 0; n < 20; n++) {
      const from = performance.now()
      await post(`/api/scenes/${production}s${n}/edits`, {
        base: (await (await fetch(`${url}/api/scenes/${production}s${n}/edits?since=0`)).json()).at(-1).version,
        edits: [
          {
            id: `alone-${production}-${n}`,
            edit: { type: 'swatch.follow', entry: 'tansy', of: 'skin', colour: '#00ff88' },
          },
        ],
      })
      alone.push(performance.now() - from)
    }
    say(
      `library: ${await told.textContent()} ${Math.round(took)} ms for ${FOLLOWING}, ${(took / FOLLOWING).toFixed(1)} ms each; one by one from outside ${figures(alone, 'ms', 1)}`,
    )
    await page.close()
  }
}
