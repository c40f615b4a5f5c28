import { GifReader } from 'omggif'
import { unzipSync } from 'fflate'
import { decode } from 'fast-png'
import { expect, saved, test } from './harness'

/** Where the dark of a picture lies, as a share of its width. */
function darkAt({ pixels, width }: { pixels: Uint8Array; width: number }): number {
  let [sum, weight] = [0, 0]
  for (let i = 0; i < pixels.length; i += 4) {
    if (pixels[i + 3]! < 200 || pixels[i]! + pixels[i + 1]! + pixels[i + 2]! > 330) continue
    sum += (i / 4) % width
    weight++
  }
  return weight === 0 ? -1 : sum / weight / width
}

function play(bytes: Buffer) {
  const reader = new GifReader(bytes)
  const canvas = new Uint8Array(reader.width * reader.height * 4)
  return Array.from({ length: reader.numFrames() }, (_, n) => {
    const { x, y, width, height, disposal, delay } = reader.frameInfo(n)
    reader.decodeAndBlitFrameRGBA(n, canvas)
    const picture = { pixels: canvas.slice(), width: reader.width, height: reader.height, delay }
    if (disposal === 2)
      for (let row = y; row < y + height; row++)
        canvas.fill(0, (row * reader.width + x) * 4, (row * reader.width + x + width) * 4)
    return picture
  })
}

test('plan two keys, draw between them, play the loop, keep it, hand it over', async ({ page, desk, harness }) => {
  await desk.setUp({ name: 'A post, sliding', size: 'Wide', frames: 10, fps: 24 })
  await desk.putKey(1)
  await desk.putKey(9)

  // A chart of three inbetweens on twos: ⅛ ¼ ½.
  await desk.goToFrame(1)
  const slowOut = page.getByRole('spinbutton', { name: 'slow out' })
  await slowOut.fill('3')
  await slowOut.press('Tab')
  await page.getByRole('button', { name: 'On twos' }).click()
  await expect(page.getByText('3 inbetweens')).toBeVisible()
  await page.getByRole('button', { name: 'Lay this chart' }).click()
  await expect(page.getByRole('heading', { name: 'Chart from 1 to 9' })).toBeVisible()

  await desk.to('Draw')
  expect(await desk.sheet('A', 10)).toBe('1 | 3 | 5 | 7 | 9 |')

  // Draw as the card asks: both keys, then ½, ¼, ⅛, each a post at its own place.
  const places: Record<string, number> = { '1': 0.1, '9': 0.9, '7': 0.5, '5': 0.3, '3': 0.2 }
  const asked: string[] = []
  const card = page.getByRole('region', { name: 'Next on the pegs' })
  for (const how of [/from the idea/, /from the idea/, 'half of 1 and 9', 'half of 1 and 7', 'half of 1 and 5']) {
    await expect(card.getByTestId('how')).toHaveText(how)
    const number = (await card.locator('.number b').textContent())!
    asked.push(number)
    await page.keyboard.press('g')
    await expect(card.getByText('On the pegs now')).toBeVisible()
    await desk.draw([places[number]!, 0.2], [places[number]!, 0.5], [places[number]!, 0.8])
  }
  expect(asked).toEqual(['1', '9', '7', '5', '3'])
  await expect(card.getByText('Everything planned is drawn')).toBeVisible()

  // Play: frames go by at their rate and come round again.
  await page.keyboard.press('Space')
  const now = page.getByTestId('play-frame')
  const seen = await now.evaluate(
    (node) =>
      new Promise<number[]>((resolve) => {
        const frames: number[] = []
        const watch = new MutationObserver(() => {
          frames.push(Number(/\d+/.exec(node.textContent!)![0]))
          if (frames.length >= 20) {
            watch.disconnect()
            resolve(frames)
          }
        })
        watch.observe(node, { characterData: true, childList: true, subtree: true })
      }),
  )
  expect(seen.every((frame, i) => frame >= 1 && frame <= 10 && frame !== seen[i - 1])).toBe(true)
  expect(seen.some((frame, i) => i > 0 && frame < seen[i - 1]!)).toBe(true)
  await page.keyboard.press('Space')
  await expect(now).toBeHidden()

  // Flip: only drawings, not frames.
  await desk.cell('A', 1).click()
  await page.keyboard.press('f')
  await expect(desk.cell('A', 3)).toHaveAttribute('aria-selected', 'true')
  await page.getByRole('button', { name: 'Flip on' }).click()
  await page.keyboard.press('s')
  await expect(desk.cell('A', 3)).toHaveAttribute('aria-selected', 'true')

  // Kill the server, start it, come back: the same drawings.
  await desk.kept()
  await desk.cell('A', 7).click()
  const before = await desk.canvas.evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL())
  await harness.killServer()
  await harness.startServer()
  await page.reload()
  await desk.cell('A', 7).click()
  await expect.poll(() => desk.canvas.evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL())).toBe(before)

  // Hand over: pictures and times of the GIF are those of the sheet.
  await desk.to('Hand over')
  await page.getByRole('button', { name: 'Make the GIF' }).click()
  const film = play(await saved(page, () => page.getByTestId('file').click()))
  expect([film[0]!.width, film[0]!.height]).toEqual([1280, 720])
  expect(film.map((picture) => Number(darkAt(picture).toFixed(2)))).toEqual([0.1, 0.2, 0.3, 0.5, 0.9])
  let played = 0
  film.forEach(({ delay }, i) => {
    played += delay
    expect(Math.abs(played - ((i + 1) * 2 * 100) / 24)).toBeLessThanOrEqual(0.5)
  })

  // The same as numbered stills, clear, at half size.
  await page.getByText('Numbered PNG stills').click()
  await page.getByRole('button', { name: '½' }).click()
  await page.getByRole('button', { name: 'nothing (transparent)' }).click()
  await page.getByRole('button', { name: 'Make the stills' }).click()
  const files = unzipSync(new Uint8Array(await saved(page, () => page.getByTestId('file').click())))
  expect(Object.keys(files)).toEqual(
    Array.from({ length: 10 }, (_, i) => `a-post-sliding-${String(i + 1).padStart(4, '0')}.png`),
  )
  const stills = Object.values(files).map((bytes) => decode(bytes))
  expect(stills.map(({ data, width }) => Number(darkAt({ pixels: data as Uint8Array, width }).toFixed(2)))).toEqual([
    0.1, 0.1, 0.2, 0.2, 0.3, 0.3, 0.5, 0.5, 0.9, 0.9,
  ])
  expect([stills[0]!.width, stills[0]!.height, stills[0]!.data[3]]).toEqual([640, 360, 0])
})

test('a clear GIF keeps nothing of the paper, and long work can be stopped', async ({ page, harness }) => {
  await page.goto(`${harness.url}/scene/lowtide-tansy/hand-over`)
  await page.getByRole('button', { name: '2×' }).click()
  await page.getByRole('button', { name: 'Make the GIF' }).click()
  await expect(page.getByText(/Painting picture \d+ of/)).toBeVisible()
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Make the GIF' })).toBeVisible()
  await expect(page.getByTestId('file')).toHaveCount(0)

  await page.goto(`${harness.url}/scene/lowtide-lime/hand-over`)
  await page.getByRole('button', { name: '½' }).click()
  await page.getByRole('button', { name: 'Make the GIF' }).click()
  const film = play(await saved(page, () => page.getByTestId('file').click()))
  expect(film).toHaveLength(30)
  expect(film.reduce((sum, { delay }) => sum + delay, 0)).toBe(200)
})
