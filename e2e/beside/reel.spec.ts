import { readFileSync } from 'node:fs'
import { strFromU8, unzipSync } from 'fflate'
import type { Page } from '@playwright/test'
import { decode } from 'fast-png'
import { diverted, expect, saved, test, unanswered, type Harness } from '../harness'

/** Scenes that are nothing but the colour of their paper, at two rates: what is seen says which it is. */
const SCENES = [
  { name: 'Red tide', paper: '#cc0000', fps: 24, length: 24 },
  { name: 'Green weed', paper: '#008800', fps: 12, length: 12 },
  { name: 'Blue hour', paper: '#0000cc', fps: 24, length: 24 },
]
let made = 0

async function production(url: string, scenes = SCENES): Promise<string> {
  const id = `reel${Date.now()}${made++}`
  const post = async (path: string, body: unknown) => {
    const answer = await fetch(url + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
    expect(answer.ok).toBe(true)
  }
  await post('/api/productions', { id, name: `Slack ${id}` })
  for (const [n, fields] of scenes.entries())
    await post('/api/scenes', {
      ...{ id: `${id}s${n}`, production: id },
      settings: { ...fields, width: 320, height: 180, approach: 'pose-to-pose', numbering: 'by-frame' },
    })
  return id
}
const kept = async ({ url }: Harness, id: string) =>
  (await (await fetch(`${url}/api/productions/${id}`)).json()).document as {
    reels: { name: string; shots: { scene?: string; first?: number; last?: number; fade?: number }[] }[]
  }

const shot = (page: Page, n: number) => page.getByRole('button', { name: new RegExp(`^Shot ${n},`) })
const where = (page: Page) => page.getByTestId('where')
/** The colour in the middle of what is seen. */
const seen = (page: Page) =>
  page.locator('figure canvas').evaluate((element) => {
    const canvas = element as HTMLCanvasElement
    const { data } = canvas.getContext('2d')!.getImageData(canvas.width / 2, canvas.height / 2, 1, 1)
    return [...data].slice(0, 3)
  })
async function fill(page: Page, label: string, value: number) {
  const field = page.locator(`input[aria-label="${label}"]`)
  await field.fill(String(value))
  await field.press('Enter')
  await field.blur()
}

test('scenes are put on a reel, trimmed, faded over one another and moved; the scenes stay whole', async ({
  page,
  harness,
}) => {
  const id = await production(harness.url)
  await page.goto(`${harness.url}`)
  await page.locator(`section[data-id="${id}"]`).getByRole('link', { name: 'Reel' }).click()
  await page.getByRole('button', { name: 'Put all scenes on a reel' }).click()
  await expect(page.getByTestId('length')).toHaveText('3 shots, 72 frames (3 s), 4+08 feet and frames')
  await expect.poll(() => seen(page)).toEqual([0xcc, 0, 0])

  await shot(page, 2).click()
  await expect(where(page)).toHaveText(/^Frame 25 of 72: 1\.00 s, .* shot 2, its frame 1$/)
  await expect.poll(() => seen(page)).toEqual([0, 0x88, 0])
  await fill(page, 'First frame shown', 4)
  await fill(page, 'Frames it comes in over', 4)
  // Nine frames of 12 are 18; four of them lie over the end of the first.
  await expect(page.getByTestId('length')).toHaveText('3 shots, 62 frames (2.58 s), 3+14 feet and frames')

  await page.keyboard.press('Home')
  for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowRight')
  await expect(where(page)).toHaveText(/^Frame 21 of 62: .*shot 2, its frame 4, coming in$/)
  // An eighth has come in at the middle of its first frame.
  const mixed = async () => {
    const [red, green, blue] = await seen(page)
    return Math.abs(red! - (0xcc * 7) / 8) + Math.abs(green! - 0x88 / 8) + blue!
  }
  await expect.poll(mixed).toBeLessThan(5)
  await page.keyboard.press('End')
  await expect.poll(() => seen(page)).toEqual([0, 0, 0xcc])

  // Dragged to the front by hand.
  const [from, to] = [(await shot(page, 3).boundingBox())!, (await shot(page, 1).boundingBox())!]
  await page.mouse.move(from.x + 40, from.y + 30)
  await page.mouse.down()
  await page.mouse.move(to.x + 60, to.y + 30, { steps: 8 })
  await page.mouse.move(to.x + 10, to.y + 30, { steps: 4 })
  await page.mouse.up()
  await expect(shot(page, 1)).toHaveAccessibleName(/Blue hour/)
  await expect
    .poll(async () => (await kept(harness, id)).reels[0]!.shots)
    .toMatchObject([{ scene: `${id}s2` }, { scene: `${id}s0` }, { scene: `${id}s1`, first: 4, fade: 4 }])
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(shot(page, 1)).toHaveAccessibleName(/Red tide/)
  await expect.poll(async () => (await kept(harness, id)).reels[0]!.shots[1]).not.toHaveProperty('fade')
  const { scene } = await (await fetch(`${harness.url}/api/scenes/${id}s1`)).json()
  expect(scene.settings.length).toBe(12)

  // Another cut of the same scenes, and the one looked at is found again.
  await page.getByRole('button', { name: 'Change this one' }).click()
  await page.getByRole('button', { name: 'Copy it, for another cut' }).click()
  await shot(page, 1).click()
  await page.getByRole('button', { name: 'Take out' }).click()
  await expect.poll(async () => (await kept(harness, id)).reels.map(({ shots }) => shots.length)).toEqual([3, 2])
  await page.reload()
  await expect(page.getByTestId('length')).toHaveText(/^2 shots/)

  // Flung out of the window and let go there it stays where it was, the second time too.
  const errors: Error[] = []
  page.on('pageerror', (error) => errors.push(error))
  const held = (await shot(page, 2).boundingBox())!
  for (let times = 0; times < 2; times++) {
    await page.mouse.move(held.x + 40, held.y + 30)
    await page.mouse.down()
    await page.mouse.move(held.x + 48, -60)
    await expect(page.locator('body > .shot')).toHaveCount(1)
    await page.mouse.move(held.x + 58, -80)
    await page.mouse.up()
    await expect(page.locator('body > .shot')).toHaveCount(0)
  }
  expect(errors).toEqual([])

  // One who goes elsewhere with a shot in hand leaves it here, where it was.
  await page.mouse.move(held.x + 40, held.y + 30)
  await page.mouse.down()
  await page.mouse.move(held.x - 20, held.y + 60, { steps: 8 })
  await expect(page.locator('body > .shot')).toHaveCount(1)
  await page.goBack()
  await expect(page.getByRole('heading', { name: 'Shelf', exact: true })).toBeVisible()
  await expect(page.locator('body > .shot')).toHaveCount(0)
  await page.mouse.up()
  expect((await kept(harness, id)).reels.map(({ shots }) => shots.length)).toEqual([3, 2])
})

test('it plays across cuts at the true rate, and stops at its end when it is not to go round', async ({
  page,
  harness,
}) => {
  const id = await production(harness.url)
  await page.goto(`${harness.url}/production/${id}/reel`)
  await page.getByRole('button', { name: 'Put all scenes on a reel' }).click()
  await page.getByRole('button', { name: 'Over and over' }).click()
  await expect.poll(() => seen(page)).toEqual([0xcc, 0, 0])
  const began = await page.evaluate(() => performance.now())
  await page.getByRole('button', { name: 'Play' }).click()
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible()
  await expect.poll(() => seen(page), { intervals: [50] }).toEqual([0, 0x88, 0])
  await expect.poll(() => seen(page), { intervals: [50] }).toEqual([0, 0, 0xcc])
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible()
  // Three seconds of film take no less.
  expect((await page.evaluate(() => performance.now())) - began).toBeGreaterThan(2900)
})

test('story pictures with lengths come first, and become scenes as long', async ({ page, harness }) => {
  const id = await production(harness.url, [])
  await page.goto(`${harness.url}/production/${id}/reel`)
  await page.getByRole('button', { name: 'Begin with an empty one' }).click()
  const buffer = readFileSync(new URL('../../web/public/icon-192.png', import.meta.url))
  await page
    .getByLabel('Story pictures …')
    .setInputFiles(['ferry', 'quay'].map((name) => ({ name: `${name}.png`, mimeType: 'image/png', buffer })))
  await expect(shot(page, 2)).toHaveAccessibleName(/^Shot 2, quay, 48 frames \(2 s\), story picture$/)
  await shot(page, 1).click()
  await fill(page, 'Frames this shot lasts', 36)
  await page.getByRole('button', { name: 'Make its scene' }).click()
  await expect(shot(page, 1)).toHaveAccessibleName(/^Shot 1, ferry, 36 frames \(1.5 s\), nothing drawn$/)
  await page.getByRole('link', { name: 'Open its scene' }).click()
  await expect(page.getByTestId('paper')).toBeVisible()
  const scene = /scene\/(\w+)/.exec(page.url())![1]!
  const made = await (await fetch(`${harness.url}/api/scenes/${scene}`)).json()
  expect(made.scene.settings).toMatchObject({ name: 'ferry', length: 36, fps: 24 })
  expect(Object.values(made.scene.references)).toMatchObject([{ name: 'Story picture', place: 'under' }])
})

test('it goes out as stills with both lists of cuts, and as a film with its frames in order', async ({
  page,
  harness,
}) => {
  const id = await production(harness.url)
  await page.goto(`${harness.url}/production/${id}/reel`)
  await page.getByRole('button', { name: 'Put all scenes on a reel' }).click()
  await page.getByRole('button', { name: 'Hand over …' }).click()
  const out = page.getByRole('region', { name: 'Hand over the reel' })
  async function handedOver(word: string) {
    await out.getByRole('button', { name: word, exact: true }).click()
    await out.getByRole('button', { name: 'Make it' }).click()
    const link = out.getByRole('link', { name: /^Save/ })
    await expect(link.or(out.getByRole('alert'))).toBeVisible()
    return saved(page, () => link.click())
  }
  const files = unzipSync(new Uint8Array(await handedOver('Stills of each scene')))
  const stills = Object.keys(files).filter((name) => name.endsWith('.png'))
  expect(stills).toHaveLength(24 + 12 + 24)
  const green = decode(files['0002-green-weed/0002-green-weed-0012.png']!)
  expect([green.width, green.height, ...green.data.slice(0, 3)]).toEqual([320, 180, 0, 0x88, 0])
  const otio = JSON.parse(strFromU8(files['long-cut.otio']!))
  expect(otio.OTIO_SCHEMA).toBe('Timeline.1')
  expect(strFromU8(files['long-cut.edl']!)).toMatch(/^003 {2}S0003 .* 01:00:02:00 01:00:03:00\r$/m)

  const film = await handedOver('Film as WebM')
  // Decoded again: the middle of each second is the paper of its scene.
  const colours = await page.evaluate(async (bytes) => {
    const video = document.createElement('video')
    video.src = URL.createObjectURL(new Blob([Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0))]))
    video.muted = true
    const canvas = document.createElement('canvas')
    const found: number[][] = []
    /** Waits until the picture of a second is shown: a place is sought before its picture is there. */
    const shown = (second: number) =>
      new Promise<void>((resolve) => {
        const look = (_: number, { mediaTime }: { mediaTime: number }) =>
          Math.abs(mediaTime - second) < 0.1 ? resolve() : void video.requestVideoFrameCallback(look)
        video.requestVideoFrameCallback(look)
        video.currentTime = second
      })
    await new Promise((resolve) => video.addEventListener('loadeddata', resolve, { once: true }))
    for (const second of [0.5, 1.5, 2.5]) {
      await shown(second)
      const surface = canvas.getContext('2d')!
      surface.drawImage(video, 0, 0, 16, 16, 0, 0, 16, 16)
      found.push([...surface.getImageData(4, 4, 1, 1).data].slice(0, 3).map((value) => Math.round(value / 64)))
    }
    return { found, seconds: Math.round(video.duration * 24) }
  }, film.toString('base64'))
  expect(colours).toEqual({
    found: [
      [3, 0, 0],
      [0, 2, 0],
      [0, 0, 3],
    ],
    seconds: 72,
  })

  const pdf = await handedOver('Contact sheet to print')
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
  const sheets = await handedOver('Exposure sheets of all scenes')
  expect(sheets.subarray(0, 5).toString()).toBe('%PDF-')
})

test('a reel whose server is gone says that it is not kept, and is kept once it is back', async ({ page, harness }) => {
  const id = await production(harness.url)
  await page.goto(`${harness.url}/production/${id}/reel`)
  await page.getByRole('button', { name: 'Put all scenes on a reel' }).click()
  await expect(shot(page, 3)).toBeVisible()
  const away = await diverted(page, '**/edits', unanswered)
  await page.getByRole('button', { name: 'Black' }).click()
  await expect(page.getByRole('alert')).toHaveText(/not kept yet/)
  expect((await kept(harness, id)).reels[0]!.shots).toHaveLength(3)
  away.end()
  await expect.poll(async () => (await kept(harness, id)).reels[0]!.shots.length).toBe(4)
  await expect(page.getByRole('alert')).toHaveCount(0)
})
