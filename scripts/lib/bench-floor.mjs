// What the least page one could write takes for the same acts, in the same browser in the same minutes: what no page here can go below.
import { at, figures } from './figures.mjs'
import { say } from './say.mjs'

/**
 * Presses a key at the beginning of a frame of the screen, and waits until that frame is laid out and painted.
 * @returns milliseconds
 */
export const keyToPainted = (page, key, code = `Key${key.toUpperCase()}`) =>
  page.evaluate(
    (pressed) =>
      new Promise((resolve) => {
        requestAnimationFrame(() => {
          const began = performance.now()
          window.dispatchEvent(new KeyboardEvent('keydown', { ...pressed, bubbles: true }))
          const channel = new MessageChannel()
          channel.port1.onmessage = () => resolve(performance.now() - began)
          queueMicrotask(() => Promise.resolve().then(() => channel.port2.postMessage(0)))
        })
      }),
    { key, code },
  )

/** Says what the same takes in the least page, and how many times that the app takes. */
export function sayFloor(ours, floor, what) {
  const ratio = (share) => (at(ours, share) / at(floor, share)).toFixed(2)
  say(`  against ${what}: ${figures(floor, 'ms', 1)}; ratio ${ratio(0.5)} at the median, ${ratio(0.95)} at p95`)
}

export function floorBench({ browser, url }) {
  /** A page of the app's address with nothing in it. */
  async function emptyPage(viewport) {
    const page = await browser.newPage({ serviceWorkers: 'block', viewport })
    await page.goto(`${url}/api/health`)
    await page.evaluate(() => (document.body.style.margin = 0))
    await page.evaluate(() => document.body.replaceChildren())
    return page
  }
  async function pressed(page, times, key) {
    const taken = []
    for (let i = 0; i < times; i++) {
      await page.waitForTimeout(60)
      taken.push(await keyToPainted(page, key))
    }
    await page.close()
    return taken.slice(10)
  }

  return {
    /** One of two pictures laid on a canvas of the table's size. */
    async flip(viewport, size) {
      const page = await emptyPage(viewport)
      await page.evaluate(({ width, height }) => {
        const canvasWith = (colour) => {
          const canvas = Object.assign(document.createElement('canvas'), { width, height })
          const screen = canvas.getContext('2d', { alpha: false })
          screen.fillStyle = colour
          screen.fillRect(0, 0, width, height)
          return { canvas, screen }
        }
        const table = canvasWith('white')
        const pictures = ['ivory', 'linen'].map((colour) => canvasWith(colour).canvas)
        document.body.append(table.canvas)
        let turn = 0
        window.addEventListener('keydown', () => table.screen.drawImage(pictures[turn++ % 2], 0, 0))
      }, size)
      return pressed(page, 50, 'f')
    },

    /** A record as large as a stroke put into a store of the browser once the pointer is lifted; nothing is drawn. */
    async kept(viewport) {
      const page = await emptyPage(viewport)
      await page.evaluate(async () => {
        const asked = indexedDB.open('floor', 1)
        asked.onupgradeneeded = () => asked.result.createObjectStore('outbox', { autoIncrement: true })
        await new Promise((resolve) => (asked.onsuccess = resolve))
        window.kept = []
        const record = { points: Array.from({ length: 180 }, (_, i) => i / 8) }
        window.addEventListener('pointerup', () => {
          const began = performance.now()
          const transaction = asked.result.transaction('outbox', 'readwrite')
          transaction.objectStore('outbox').put(record)
          transaction.addEventListener('complete', () => window.kept.push(performance.now() - began))
        })
      })
      for (let n = 0; n < 40; n++) {
        await page.mouse.move(80, 60 + n * 10)
        await page.mouse.down()
        for (let i = 1; i <= 60; i++) await page.mouse.move(80 + i * 14, 60 + n * 10)
        await page.mouse.up()
        await page.waitForFunction((count) => window.kept.length > count, n)
      }
      const kept = await page.evaluate(() => window.kept)
      await page.evaluate(() => indexedDB.deleteDatabase('floor'))
      await page.close()
      return kept.slice(8)
    },

    /** So many squares with a number in each, of which some get another. */
    async squares(viewport, { all, changed }) {
      const page = await emptyPage(viewport)
      await page.evaluate(
        (count) => {
          const view = document.createElement('div')
          view.style.cssText = 'position:relative;width:980px;height:740px;overflow:auto;font:13px sans-serif'
          const squares = Array.from({ length: count.all }, (_, i) => {
            const square = document.createElement('div')
            square.style.cssText = `position:absolute;width:44px;height:22px;left:${(i % 20) * 44}px;top:${Math.floor(i / 20) * 22}px;text-align:center;contain:size layout style`
            square.textContent = String(i)
            return square
          })
          view.append(...squares)
          document.body.append(view)
          let turn = 0
          window.addEventListener('keydown', () => {
            turn++
            for (let i = 0; i < count.changed; i++) squares[i].firstChild.nodeValue = String((i * 7 + turn) % 1000)
          })
        },
        { all, changed },
      )
      return pressed(page, 50, '3')
    },
  }
}
