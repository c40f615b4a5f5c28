import type { Page } from '@playwright/test'
import { expect, key, line, test } from '../harness'

test.use({ serviceWorkers: 'allow' })

test('installed, it opens and draws with the server stopped, says so, and loses nothing when the server is back', async ({
  page,
  desk,
  harness,
}) => {
  const id = await desk.opened({
    edits: [
      key('d1', 1),
      line('d1', 'l1', [
        [100, 100],
        [300, 100],
      ]),
    ],
  })
  // The app and the scene are on this machine.
  await page.evaluate(() => navigator.serviceWorker.ready.then(({ active }) => active!.state))
  await expect
    .poll(() =>
      page.evaluate(() => indexedDB.databases().then((all) => all.some(({ name }) => name === 'unhurried-copies'))),
    )
    .toBe(true)
  const copied = () =>
    page.evaluate(
      (scene) =>
        new Promise<number>((resolve) => {
          const opening = indexedDB.open('unhurried-copies')
          opening.onsuccess = () => {
            const reading = opening.result.transaction('scene').objectStore('scene').get(scene)
            reading.onsuccess = () => (opening.result.close(), resolve(reading.result?.version ?? -1))
          }
        }),
      id,
    )
  await expect.poll(copied).toBe(2)
  const browser = await page.context().newCDPSession(page)
  expect(await browser.send('Page.getAppManifest')).toMatchObject({
    errors: [],
    manifest: { name: 'Unhurried Sketch' },
  })
  // All that keeps it from being installed is the window of the test.
  const { installabilityErrors } = await browser.send('Page.getInstallabilityErrors')
  expect(installabilityErrors.map(({ errorId }) => errorId)).toEqual(['in-incognito'])
  await harness.killServer()

  await page.reload()
  await expect(desk.paper).toBeVisible()
  await expect(page.getByTestId('keeping')).toHaveText('Opened from this machine, server not answering')
  await expect.poll(() => desk.pixels([0x2a, 0x29, 0x32], 60)).toBeGreaterThan(100)
  for (let n = 0; n < 10; n++) {
    await desk.cell('A', 3 + 2 * n).click()
    await page.keyboard.press('q')
    await desk.draw([0.2, 0.2 + n / 20], [0.8, 0.2 + n / 20])
  }
  await expect(page.getByTestId('keeping')).toContainText('on this machine only, server not answering')

  // Places not seen before, and the shelf, are there too; what one drew stays when one comes back.
  await page.getByRole('link', { name: 'Plan', exact: true }).click()
  await expect(page).toHaveTitle(/^Plan/)
  await page.getByRole('link', { name: 'Unhurried Sketch' }).click()
  await expect(page.getByRole('alert')).toContainText('The server is not answering')
  await page.getByRole('region', { name: 'On this machine' }).getByRole('link', { name: 'Made' }).click()
  await expect(desk.paper).toBeVisible()
  await expect(desk.cell('A', 21)).toContainText('21')

  await harness.startServer()
  await expect(page.getByTestId('keeping')).toHaveText('Kept')
  const { drawings } = await desk.scene()
  expect(Object.values(drawings).map(({ passes }) => passes.line)).toEqual(Array.from({ length: 11 }, () => 1))
})

/** The app is on this machine in a version that is not the one the page asks for. */
async function begunOlder(page: Page, url: string) {
  await page.goto(`${url}/icon.svg`)
  await page.evaluate(() => navigator.serviceWorker.register('/worker.js?older').then(() => undefined))
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
}
/** Which version the page is made of. */
const version = (page: Page) =>
  page.evaluate(() => navigator.serviceWorker.controller?.scriptURL.replace(/.*\//, '')).catch(() => undefined)

test('a newer version waits while one draws and while other windows are open, and is taken when one says so', async ({
  page,
  desk,
  harness,
  context,
}) => {
  await begunOlder(page, harness.url)
  await desk.opened({ edits: [key('d1', 1)] })
  const take = page.getByRole('button', { name: 'Take the newer version' })
  await expect(take).toBeVisible()
  await desk.draw([0.2, 0.2], [0.8, 0.2])
  await desk.kept()
  const other = await context.newPage()
  await other.goto(harness.url)
  await take.click()
  const closeOthers = page.getByRole('button', { name: 'Close the app’s other windows' })
  await expect(closeOthers).toBeVisible()
  expect(await version(page)).toBe('worker.js?older')
  await other.close()
  await closeOthers.click()
  await expect.poll(() => version(page)).toBe('worker.js')
  await expect(desk.paper).toBeVisible()
  await expect(take).toBeHidden()
  expect((await desk.ink('d1')).line).toHaveLength(1)
})

test('on the shelf a newer version takes over by itself', async ({ page, harness }) => {
  await begunOlder(page, harness.url)
  await page.goto(harness.url)
  await expect.poll(() => version(page)).toBe('worker.js')
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible()
})
