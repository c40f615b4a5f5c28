import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import type { Edit } from '@unhurried/core'
import { mouthsLaid } from '../../core/src/edits/composed/mouths'
import { expect, key, line, saved, test, type Harness } from '../harness'

let made = 0
const icon = { name: 'front.png', mimeType: 'image/png', buffer: readFileSync('web/public/icon-192.png') }

async function post(url: string, path: string, body: unknown) {
  const answer = await fetch(url + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
  expect([path, answer.status < 300]).toEqual([path, true])
}
/** A production with Tansy in its library, whose skin two scenes follow and one keeps on purpose. */
async function production(url: string): Promise<string> {
  const id = `lib${Date.now()}${made++}`
  await post(url, '/api/productions', { id, name: `Ebb ${id}` })
  const edits = [
    { type: 'character.put', part: { id: 'tansy', name: 'Tansy', kind: 'character' } },
    { type: 'colour.put', of: 'tansy', part: { id: 'skin', name: 'Skin', colour: '#aabbcc' } },
  ]
  await post(url, `/api/productions/${id}/edits`, { edits: edits.map((edit, n) => ({ id: `${id}e${n}`, edit })) })
  for (const [n, own] of [false, false, true].entries()) {
    const settings = { name: `Scene ${n}`, width: 640, height: 360, fps: 24, length: 12, paper: '#ffffff' }
    const scene = `${id}s${n}`
    const linked = { entry: 'tansy', of: 'skin', ...(own && { own: true }) }
    const skin = { id: 'skin', name: 'Skin', colour: '#aabbcc', linked }
    await post(url, '/api/scenes', {
      ...{ id: scene, production: id, palette: [skin, { id: 'pencil', name: 'Pencil', colour: '#000000' }] },
      settings: { ...settings, approach: 'pose-to-pose', numbering: 'by-frame' },
    })
    const drawn: Edit[] = [
      key('d1', 1),
      line('d1', 'l1', [
        [40, 40],
        [600, 300],
      ]),
    ]
    await post(url, `/api/scenes/${scene}/edits`, {
      base: 0,
      edits: drawn.map((edit, i) => ({ id: `edit-${n}-${i}-${id}`, edit })),
    })
  }
  return id
}
const skinOf = async ({ url }: Harness, scene: string) => {
  const { scene: now } = await (await fetch(`${url}/api/scenes/${scene}`)).json()
  return now.palette.find(({ id }: { id: string }) => id === 'skin').colour
}
async function pickColour(page: Page, label: string, colour: string) {
  await page.getByLabel(label, { exact: true }).click()
  const panel = page.locator('.el-color-picker-panel:visible')
  await panel.locator('input').first().fill(colour)
  await panel.locator('input').first().press('Enter')
  await panel.getByRole('button', { name: 'OK' }).click()
}

test('a colour changed in the library changes in every scene that follows it, after it was said which', async ({
  page,
  harness,
}) => {
  const id = await production(harness.url)
  await page.goto(harness.url)
  await page.locator(`section[data-id="${id}"]`).getByRole('link', { name: 'Library' }).click()
  const tansy = page.getByRole('region', { name: 'Tansy' })
  await expect(tansy.getByTestId('users')).toHaveText('In 3 scenes: Scene 0, Scene 1, Scene 2.')
  await tansy.getByRole('button', { name: 'Skin' }).click()
  await pickColour(page, 'Change Skin everywhere', '#cc3311')
  const asked = page.getByRole('group', { name: 'A colour changed everywhere' })
  await expect(asked).toContainText('Skin is in 2 scenes: Scene 0, Scene 1.')
  await asked.getByRole('button', { name: 'Change it everywhere' }).click()
  await expect(page.getByRole('status').filter({ hasText: '2 scenes changed.' })).toBeVisible()
  expect(await Promise.all([0, 1, 2].map((n) => skinOf(harness, `${id}s${n}`)))).toEqual([
    ...['#cc3311', '#cc3311', '#aabbcc'],
  ])

  // Changed in the library alone, scenes say that they are behind and are brought along later.
  await pickColour(page, 'Change Skin everywhere', '#00ff88')
  await asked.getByRole('button', { name: 'In the library alone' }).click()
  const behind = page.getByRole('region', { name: 'Behind the library' })
  await expect(behind).toContainText('2 scenes have other colours than the library: Scene 0, Scene 1.')
  await page.keyboard.press('Control+z')
  await expect(behind).toHaveCount(0)
  await page.keyboard.press('Control+Shift+z')
  await behind.getByRole('button', { name: 'Bring them along' }).click()
  await expect(behind).toHaveCount(0)
  expect(await skinOf(harness, `${id}s0`)).toBe('#00ff88')
  // Typed letter by letter, as a hand does.
  const note = tansy.getByLabel('Note', { exact: true })
  await note.click()
  await page.keyboard.type('The buoy with a rope tail')
  await page.keyboard.press('Enter')
  const kept = async () => (await (await fetch(`${harness.url}/api/productions/${id}`)).json()).document.characters[0]
  await expect.poll(async () => (await kept()).note).toBe('The buoy with a rope tail')
})

test('an entry is brought to a level with its colours, landmarks and model sheets, which lie at the figure’s size', async ({
  page,
  desk,
  harness,
}) => {
  const id = await production(harness.url)
  await page.goto(`${harness.url}/production/${id}/library`)
  const tansy = page.getByRole('region', { name: 'Tansy' })
  for (const name of ['Crown', 'Foot']) {
    await tansy.getByLabel('Name of a new landmark').fill(name)
    await tansy.getByRole('form', { name: 'Landmarks' }).getByRole('button', { name: 'Add' }).click()
  }
  await tansy.getByLabel('Model sheet …').setInputFiles(icon)
  await tansy.getByRole('button', { name: 'Put Crown on front' }).click()
  // By keys one mark, by pointer the other.
  const crown = tansy.getByRole('button', { name: /^Crown on front/ })
  await crown.focus()
  for (let i = 0; i < 25; i++) await page.keyboard.press('ArrowUp')
  await tansy.getByRole('button', { name: 'Put Foot on front' }).click()
  await tansy.getByRole('button', { name: /^Foot on front/ }).click()
  const box = (await tansy.getByAltText('Model sheet front of Tansy').boundingBox())!
  // A pointer is on a whole pixel.
  const foot = Math.round(box.y + box.height * 0.75)
  await page.mouse.click(box.x + box.width / 2, foot)
  const places = async () =>
    (await (await fetch(`${harness.url}/api/productions/${id}`)).json()).document.characters[0].sheets[0]?.places
  await expect
    .poll(async () => (await places())?.map(({ y }: { y: number }) => Math.round(y * 100)))
    .toEqual([25, Math.round((100 * (foot - box.y)) / box.height)])

  // What is drawn in a scene is a model sheet, too.
  await tansy
    .locator('.el-select')
    .filter({ has: page.getByRole('combobox', { name: 'Scene it is drawn in' }) })
    .click()
  await page.getByRole('option', { name: 'Scene 1' }).click()
  await tansy.getByRole('button', { name: 'Take it' }).click()
  await expect(tansy.getByAltText('Model sheet Scene 1 1 of Tansy')).toBeVisible()
  await tansy.getByRole('button', { name: 'Take the model sheet Scene 1 1 out' }).click()
  await expect(tansy.getByAltText('Model sheet Scene 1 1 of Tansy')).toHaveCount(0)

  await desk.opened({
    production: id,
    name: 'Anew',
    edits: [
      key('d1', 1),
      line('d1', 'l1', [
        [300, 60],
        [300, 300],
      ]),
    ],
  })
  await page.getByRole('button', { name: 'Level A', exact: true }).click()
  await desk.choice('Who of the library is drawn on it', 'Tansy')
  await expect
    .poll(async () => (await desk.scene()).levels['A'])
    .toMatchObject({
      ...{ character: 'tansy', landmarks: [{ name: 'Crown' }, { name: 'Foot' }] },
    })
  const scene = await desk.scene()
  expect(scene.palette).toContainEqual(
    expect.objectContaining({ name: 'Skin', linked: { entry: 'tansy', of: 'skin' } }),
  )
  expect(Object.values(scene.references!)).toMatchObject([{ name: 'front', place: 'beside', level: 'A' }])
})

/** Mouths planned in a scene, the first of them drawn. */
async function withMouths(url: string, scene: string) {
  const edited = async (edits: readonly Edit[]) => {
    const { version } = await (await fetch(`${url}/api/scenes/${scene}`)).json()
    const told = edits.map((edit, i) => ({ id: `mouth-${version}-${i}-${scene}`, edit }))
    await post(url, `/api/scenes/${scene}/edits`, { base: version, edits: told })
  }
  let n = 0
  const freshId = () => `m${n++}`
  const { scene: now } = await (await fetch(`${url}/api/scenes/${scene}`)).json()
  const { edit, plan } = mouthsLaid({ scene: now, take: 'main', sound: 'none', freshId })
  await edited([edit])
  const { scene: after } = await (await fetch(`${url}/api/scenes/${scene}`)).json()
  const first: string = after.plans[plan].drawings[0]
  await edited([
    line(first, 'mouth', [
      [300, 180],
      [340, 180],
    ]),
  ])
}

test('an entry has mouths of its own, laid in other scenes as they are drawn, and limits of its own', async ({
  page,
  harness,
}) => {
  const id = await production(harness.url)
  await withMouths(harness.url, `${id}s0`)
  await page.goto(`${harness.url}/production/${id}/library`)
  const tansy = page.getByRole('region', { name: 'Tansy' })
  const choose = async (label: string, option: string | RegExp) => {
    await tansy
      .locator('.el-select')
      .filter({ has: page.getByRole('combobox', { name: label }) })
      .click()
    await page.getByRole('option', { name: option }).click()
  }
  await choose('Scene its mouths are drawn in', 'Scene 1')
  await expect(tansy.getByRole('alert')).toContainText('No mouths are laid in that scene')
  await choose('Scene its mouths are drawn in', 'Scene 0')
  await expect(tansy.getByRole('button', { name: 'None' })).toBeVisible()
  await tansy.getByText('Limits of its own for Second look').click()
  await choose('A limit of its own', /^Volume: /)
  await tansy.getByLabel(/^Volume: /).fill('40')
  await page.keyboard.press('Tab')
  const kept = async () => (await (await fetch(`${harness.url}/api/productions/${id}`)).json()).document.characters[0]
  await expect.poll(async () => Object.values((await kept()).limits?.volume ?? {})).toEqual([40])

  await page.goto(`${harness.url}/scene/${id}s1/draw`)
  await page.getByRole('button', { name: 'Level A', exact: true }).click()
  const fromLibrary = page.getByRole('group', { name: 'From the library' })
  await fromLibrary.locator('.el-select').first().click()
  await page.getByRole('option', { name: 'Tansy' }).click()
  await fromLibrary.getByRole('button', { name: 'Lay its mouths' }).click()
  const scene = async () => (await (await fetch(`${harness.url}/api/scenes/${id}s1`)).json()).scene
  await expect.poll(async () => (await scene()).levelOrder.length).toBe(2)
  const now = await scene()
  const made = now.levels[now.levelOrder[1]]
  expect(made.character).toBe('tansy')
  const drawn = Object.values(now.drawings as Record<string, { level: string; passes: object; note: string }>).filter(
    ({ level, passes }) => level === made.id && Object.keys(passes).length > 0,
  )
  expect(drawn.map(({ note }) => note.split(':')[0])).toEqual(['shut'])
})

test('in a scene a colour that differs says so, is taken from the library or kept on purpose', async ({
  page,
  harness,
}) => {
  const id = await production(harness.url)
  await post(harness.url, `/api/productions/${id}/edits`, {
    edits: [
      {
        id: `${id}later`,
        edit: { type: 'colour.put', of: 'tansy', part: { id: 'skin', name: 'Skin', colour: '#cc3311' } },
      },
    ],
  })
  await page.goto(`${harness.url}/scene/${id}s0/look`)
  const finding = page.getByText(/1 colour is not what the library has: Skin is #aabbcc here and #cc3311 there/)
  await expect(finding.first()).toBeVisible()
  await page.goto(`${harness.url}/scene/${id}s0/draw`)
  await page.getByRole('button', { name: 'Colours', exact: true }).click()
  await page.locator('[data-pot="skin"]').first().click()
  const link = page.getByRole('group', { name: 'In the library' })
  await expect(link).toContainText('Tansy’s Skin is #cc3311 in the library, not #aabbcc.')
  await link.getByRole('button', { name: 'Keep it here on purpose' }).click()
  await expect(link).toContainText('Keeps its own on purpose')
  await link.getByRole('button', { name: 'Take the library’s' }).click()
  await expect(link).toContainText('Follows Tansy’s Skin.')
  await expect.poll(() => skinOf(harness, `${id}s0`)).toBe('#cc3311')
})

test('a picture’s own colours are proposed; colours go out as a file and come in', async ({ page, harness }) => {
  const id = await production(harness.url)
  await page.goto(`${harness.url}/production/${id}/library`)
  const tansy = page.getByRole('region', { name: 'Tansy' })
  await tansy.getByLabel('Colours of a picture for Tansy').setInputFiles(icon)
  const proposed = tansy.getByRole('group', { name: 'Colours of front.png' })
  await expect(proposed.getByRole('button', { name: /^#[0-9a-f]{6}, \d+ % of the picture$/ })).toHaveCount(6)
  await proposed.getByRole('button', { name: /^#/ }).last().click()
  await proposed.getByRole('button', { name: 'Add these' }).click()
  await expect(tansy.getByRole('group', { name: 'Colours', exact: true }).getByRole('button')).toHaveCount(6)
  const csv = await saved(page, () => tansy.getByRole('button', { name: 'CSV' }).click())
  expect(csv.toString()).toContain('Skin,#aabbcc,')
  await tansy.getByLabel('Bring in colours from a file').setInputFiles({
    name: 'x.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('name,colour,group\r\nSkin,#010203,\r\nRope,#040506,Boat\r\n'),
  })
  await expect(tansy.getByRole('status').filter({ hasText: '1 new colour, 1 changed.' })).toBeVisible()
  await expect(tansy.getByRole('group', { name: 'Boat' }).getByRole('button', { name: 'Rope' })).toBeVisible()
})
