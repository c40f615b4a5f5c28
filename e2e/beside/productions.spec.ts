import { strFromU8, unzipSync, zipSync } from 'fflate'
import type { Page } from '@playwright/test'
import { expect, key, line, saved, test, type Desk } from '../harness'

const places = [
  [40, 40],
  [200, 160],
  [300, 90],
] as const

/** Two scenes with ink in a production of their own, which the shelf then shows. */
async function twoScenes(desk: Desk, page: Page, url: string, production: string) {
  const post = (path: string, body: unknown) =>
    fetch(url + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
  await post('/api/productions', { id: production, name: 'Flood' })
  const scenes: string[] = []
  for (const name of ['Ebb', '雪の日'])
    scenes.push(await desk.opened({ production, name, edits: [key('d1', 1), line('d1', 'l1', places)] }))
  // And a reel that shows the second, then the first.
  const shots = scenes.toReversed().map((scene, n) => ({ type: 'shot.put', of: 'r', part: { id: `s${n}`, scene } }))
  const edits = [{ type: 'reel.put', part: { id: 'r', name: 'Long cut', fps: 24 } }, ...shots]
  await post(`/api/productions/${production}/edits`, {
    edits: edits.map((edit, n) => ({ id: `${production}-${n}`, edit })),
  })
  await post(`/api/productions/${production}/limits`, { volume: { share: 12 } })
  await page.goto(url)
}
const region = (page: Page, production: string) => page.locator(`section[data-id="${production}"]`)
const zip = (name: string, buffer: Buffer) => ({ name, mimeType: 'application/zip', buffer })

test('a production goes out as one open archive and comes in again with its scenes, their ink, order and limits', async ({
  page,
  desk,
  harness,
}) => {
  const id = `prod${Date.now()}`
  await twoScenes(desk, page, harness.url, id)
  const own = region(page, id)
  await own.getByRole('button', { name: /^Change Flood/ }).click()
  const archive = await saved(page, () => own.getByRole('button', { name: 'All of it as an archive' }).click())
  await expect(own.getByRole('status').filter({ hasText: 'went out with 2 scenes' })).toBeVisible()
  const files = unzipSync(new Uint8Array(archive))
  expect(Object.keys(files)).toEqual(['scenes/0001-ebb.zip', 'scenes/0002-雪の日.zip', 'production.json'])
  expect(JSON.parse(strFromU8(files['production.json']!))).toMatchObject({
    name: 'Flood',
    limits: { volume: { share: 12 } },
  })
  // Each scene is an open archive by itself.
  expect(Object.keys(unzipSync(files['scenes/0001-ebb.zip']!))).toContain('ink/d1/line.svg')

  const before = await page.locator('section[data-id]').count()
  const field = own.getByLabel('Bring a scene from an archive into Flood')
  // With it a scene alone, and one that is torn: neither holds the others up.
  await field.setInputFiles([
    zip('flood.zip', archive),
    zip('torn.zip', archive.subarray(0, archive.length - 900)),
    zip('ebb.zip', Buffer.from(files['scenes/0001-ebb.zip']!)),
  ])
  await expect(own.getByRole('alert')).toHaveText(/^3 scenes are on the shelf now\. torn\.zip/)
  await expect(page.locator('section[data-id]')).toHaveCount(before + 1)
  await expect(own.getByRole('heading', { level: 3 })).toHaveText(['Ebb', '雪の日', 'Ebb'])
  const fresh = page.locator('section[data-id]').last()
  await expect(fresh.getByRole('heading', { level: 3 })).toHaveText(['Ebb', '雪の日'])
  // The reel shows the scenes that came in, not those that went out.
  const { document } = await (
    await fetch(`${harness.url}/api/productions/${await fresh.getAttribute('data-id')}`)
  ).json()
  const ids = await fresh
    .locator('[data-scene]')
    .evaluateAll((all) => all.map((card) => card.getAttribute('data-scene')))
  expect(document.reels[0].shots.map(({ scene }: { scene: string }) => scene)).toEqual(ids.toReversed())
  await fresh.getByRole('heading', { name: '雪の日' }).click()
  await page.waitForURL('**/draw')
  await desk.kept()
  const [piece] = (await desk.ink('d1')).line!
  expect((piece as { points: number[] }).points.slice(0, 2)).toEqual([40, 40])
  const opened = page.url().split('/').at(-2)!
  expect((await (await fetch(`${harness.url}/api/scenes/${opened}`)).json()).limits).toEqual({ volume: { share: 12 } })
})

test('archives are let go on the shelf; a list that names what is not there, and one that is another’s, are told', async ({
  page,
  desk,
  harness,
}) => {
  const id = `drop${Date.now()}`
  await twoScenes(desk, page, harness.url, id)
  const own = region(page, id)
  const about = { format: 'unhurried-sketch production', version: 1, name: 'Half', limits: {} }
  const half = zipSync({
    'production.json': new TextEncoder().encode(
      JSON.stringify({ ...about, scenes: [{ file: 'scenes/0001-gone.zip', name: 'Gone' }] }),
    ),
  })
  const newer = zipSync({ 'production.json': new TextEncoder().encode(JSON.stringify({ ...about, version: 9 })) })
  const dropped = await page.evaluateHandle(
    (all) => {
      const carried = new DataTransfer()
      for (const [name, bytes] of all) carried.items.add(new File([new Uint8Array(bytes)], name))
      return carried
    },
    [
      ['half.zip', [...half]],
      ['newer.zip', [...newer]],
    ] as const,
  )
  await own.dispatchEvent('dragover', { dataTransfer: dropped })
  await own.dispatchEvent('drop', { dataTransfer: dropped })
  await expect(own.getByRole('alert')).toHaveText(
    /^Gone: it is named in the list and not in the archive\. The list of scenes in newer\.zip cannot be read/,
  )
})
