import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { type Desk, expect, key, line, test, violationsOn } from '../harness'

/** The page's clock can be set ahead: nobody waits minutes for a log. */
const withClock = (page: Page) =>
  page.addInitScript(() => {
    const now = Date.now
    Date.now = () => now() + Number(sessionStorage.getItem('ahead') ?? 0)
  })
const later = (page: Page, seconds: number) =>
  page.evaluate(
    (by) => sessionStorage.setItem('ahead', String(Number(sessionStorage.getItem('ahead') ?? 0) + 1000 * by)),
    seconds,
  )
const worked = (page: Page) => page.getByTestId('worked')
async function toLog(page: Page) {
  await page.getByRole('link', { name: 'Log', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Days' })).toBeVisible()
}
/** Two strokes, some time apart. */
async function drawFor(desk: Desk, seconds: number) {
  await desk.draw([0.2, 0.2], [0.4, 0.4])
  await later(desk.page, seconds)
  await desk.draw([0.3, 0.2], [0.5, 0.4])
  await desk.kept()
}

test('what is drawn is counted by itself, is there after a reload, and is corrected, written in and taken out', async ({
  desk,
  page,
}) => {
  await withClock(page)
  await desk.opened({ edits: [key('a', 1), key('b', 9)] })
  await drawFor(desk, 120)
  await toLog(page)
  await expect(worked(page)).toContainText('2 min')
  await expect(page.getByRole('img', { name: /line: still to do: 9/ })).toBeVisible()
  await expect(page.getByTestId('left')).toContainText(/About \d+ min\. \d+ min will do in 20 of 100 cases/)
  await page.reload()
  const minutes = page.getByRole('spinbutton', { name: /Minutes on .* 1, line/ })
  await expect(minutes).toHaveValue(/^2/)
  await minutes.fill('12')
  await minutes.press('Tab')
  await expect(worked(page)).toContainText('12 min')

  await page.getByRole('button', { name: 'Write work in …' }).click()
  const form = page.getByRole('form', { name: 'Work done away' })
  await form.getByLabel('Minutes').fill('30')
  await form.getByLabel('Note').fill('on paper')
  await form.getByRole('button', { name: 'Write it in' }).click()
  await expect(worked(page)).toContainText('42 min')
  await expect(page.getByText('on paper')).toBeVisible()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Log as CSV' }).click(),
  ])
  const rows = readFileSync(await file.path(), 'utf8').split('\r\n')
  expect(rows).toHaveLength(3)
  expect(rows.slice(1).map((row) => row.split(',').slice(5, 8).join(' '))).toEqual(
    expect.arrayContaining(['rough 30 written', 'line 12 written']),
  )
  expect((await violationsOn(page)).filter(({ impact }) => impact === 'serious')).toEqual([])

  await page.getByRole('button', { name: 'Take this day out' }).click()
  await expect(worked(page)).toContainText('under a minute')
  await expect(page.getByText('0 entries')).toBeVisible()
})

test('paused it counts nothing; all is forgotten here and on the server, and what goes on is counted anew', async ({
  desk,
  page,
}) => {
  await withClock(page)
  await desk.opened({ edits: [key('a', 1)] })
  await drawFor(desk, 60)
  await toLog(page)
  await page.getByRole('button', { name: 'Pause counting' }).click()
  await expect(page.getByText('Nothing is counted now.')).toBeVisible()
  await page.getByRole('link', { name: 'Draw', exact: true }).click()
  await expect(desk.paper).toBeVisible()
  await drawFor(desk, 90)
  await toLog(page)
  await expect(worked(page)).toContainText('1 min')
  await page.getByRole('button', { name: 'Count again' }).click()
  await page.getByRole('button', { name: 'Forget all …' }).click()
  await page.getByRole('button', { name: 'Forget it' }).click()
  await expect(worked(page)).toContainText('under a minute')
  await page.getByRole('link', { name: 'Draw', exact: true }).click()
  await expect(desk.paper).toBeVisible()
  await drawFor(desk, 150)
  await toLog(page)
  await expect(worked(page)).toContainText('3 min')
})

test('another person’s work on the scene stands beside one’s own; what drawings took says what is left', async ({
  desk,
  page,
  harness,
}) => {
  const marks = Array.from({ length: 6 }, (_, n) => [
    key(`d${n}`, 1 + 4 * n),
    line(`d${n}`, `s${n}`, [
      [9, 9],
      [90, 90],
    ]),
  ])
  const scene = await desk.opened({ edits: [...marks.flat(), key('last', 24)] })
  const entries = marks.map((_, n) => ({
    ...{ id: `entry-${n}`, scene, level: 'A', drawing: `d${n}`, pass: 'line', from: Date.now() - 3_600_000 },
    ...{ seconds: 60 * (10 + n), by: 'counted' },
  }))
  const answer = await fetch(`${harness.url}/api/people/someone/log`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ entries }),
  })
  expect(answer.ok).toBe(true)
  await toLog(page)
  await expect(worked(page)).toHaveText(/you worked under a minute\s*, others 1 h 15 min/)
  await expect(page.getByText('1 drawing of A in line at 13 min each, from 6 of them')).toBeVisible()
  await expect(page.getByRole('img', { name: /from 10 to 15, half of them from 11.3 to 13.8/ })).toBeVisible()
  await page.getByRole('checkbox', { name: 'Draw line again' }).check()
  await expect(page.getByTestId('cost')).toHaveText(
    /^6 drawings in line: about 1\.\d hours, 1\.\d hours to 1\.\d hours\.$/,
  )
  await page.getByRole('group', { name: 'Try it without' }).getByRole('checkbox', { name: 'line' }).check()
  await expect(page.getByTestId('left')).toHaveText('Nothing is left without that.')
  await page.getByRole('link', { name: 'Draw', exact: true }).click()
  await expect(desk.paper).toBeVisible()
  await harness.killServer()
  await toLog(page)
  await expect(page.getByRole('alert')).toContainText('The server is not answering')
  await harness.startServer()
})

test('a day it must go out, a working week and days off: the band and what must be made each day go with them', async ({
  desk,
  page,
}) => {
  const day = (by: number) => {
    const date = new Date()
    date.setDate(date.getDate() + by)
    const two = (value: number) => String(value).padStart(2, '0')
    return `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`
  }
  await desk.opened({ edits: Array.from({ length: 12 }, (_, n) => key(`d${n}`, 1 + 2 * n)) })
  await toLog(page)
  const [done, due] = [page.getByTestId('done'), page.getByTestId('due')]
  await expect(done).toHaveText(/^Done (by|on) /)
  await page.getByLabel('Must go out on').fill(day(30))
  await expect(due).toContainText('That holds in 80 of 100 cases')
  await desk.kept()
  expect((await desk.scene()).settings.dueOn).toBe(day(30))
  const each = async () => Number(/([\d.]+) passes of drawings/.exec(await due.innerText())![1])
  const before = await each()
  await page.getByRole('spinbutton', { name: 'People' }).fill('2')
  await page.getByRole('spinbutton', { name: 'People' }).press('Enter')
  await expect.poll(each).toBeCloseTo(before, 1)
  await page.getByRole('group', { name: 'Try it without' }).getByRole('checkbox', { name: 'colour' }).check()
  await expect.poll(each).toBeLessThan(before)
  for (const weekday of ['Mo', 'Tu', 'We', 'Th', 'Fr']) {
    const hours = page.getByRole('spinbutton', { name: `Hours on ${weekday}` })
    await hours.fill('0')
    await hours.press('Enter')
  }
  await expect(done).toContainText('nothing would ever be done')
  await expect(due).toContainText('No working hours are left')
  await page.reload()
  await expect(page.getByTestId('done')).toContainText('nothing would ever be done')
  await page.getByLabel('Must go out on').fill('')
  await expect(due).toBeHidden()
  await page.getByRole('heading', { name: 'Days' }).click()
  await page.keyboard.press('Control+z')
  await expect(page.getByTestId('due')).toBeVisible()
})

test('after a while at the table one quiet line suggests a rest; later it is gone, and how long is one’s own', async ({
  desk,
  page,
}) => {
  await withClock(page)
  await desk.opened({ edits: [key('a', 1)] })
  const rest = page.getByTestId('rest')
  for (let n = 0; n < 13; n++) {
    await desk.draw([0.2, 0.2], [0.4, 0.4])
    await later(page, 240)
  }
  await desk.draw([0.2, 0.2], [0.4, 0.4])
  await expect(rest).toContainText('52 minutes at the table')
  await rest.getByRole('button', { name: 'Later' }).click()
  await expect(rest).toBeHidden()
  await toLog(page)
  await expect(page.getByText('You have sat here for 52 min.')).toBeVisible()
  await page.getByRole('spinbutton', { name: 'Minutes before a rest is suggested' }).fill('0')
  await page.getByRole('spinbutton', { name: 'Minutes before a rest is suggested' }).press('Enter')
  await expect(page.getByText('minutes: never')).toBeVisible()
})

test('a changed design is put on the list to be mended, which empties as its drawings are drawn again; the production says in which order', async ({
  desk,
  page,
  harness,
}) => {
  const drawnKey = (id: string, frame: number) => [
    key(id, frame),
    line(id, `s${id}`, [
      [9, 9],
      [90, 90],
    ]),
  ]
  const scene = await desk.opened({ edits: [...drawnKey('a', 1), ...drawnKey('b', 9), key('c', 17)] })
  await toLog(page)
  const checked = page.getByRole('group', { name: 'A, checked' }).getByRole('button')
  await expect(checked.nth(2)).toBeDisabled()
  await checked.first().click()
  await expect(checked.first()).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('checkbox', { name: 'Draw line again' }).check()
  await expect(page.getByTestId('cost')).toHaveText(/^2 drawings in line: about (\d\.\d hours|\d+ min)/)
  await page.getByRole('button', { name: 'Put them on the list to be mended' }).click()
  const list = page.getByRole('region', { name: 'To be mended' })
  await expect(list.getByRole('listitem')).toHaveCount(2)
  await expect(page.getByRole('img', { name: 'A, line: still to do: 1, 9, 17' })).toBeVisible()
  await list.getByRole('button', { name: 'Open drawing 1' }).click()
  await expect(page.getByTestId('mend')).toContainText('A 9 in line, 2 in all')
  await desk.draw([0.2, 0.2], [0.4, 0.4])
  await expect(page.getByTestId('mend')).toContainText('A 9 in line')
  await page.getByTestId('mend').getByRole('button', { name: 'Open it' }).click()
  await desk.draw([0.2, 0.2], [0.4, 0.4])
  await expect(page.getByTestId('mend')).toBeHidden()
  await page.keyboard.press('Control+z')
  await expect(page.getByTestId('mend')).toContainText('A 9 in line')
  await desk.kept()
  expect((await desk.scene()).drawings['a']).not.toHaveProperty('checked')

  await page.goto(`${harness.url}/scene/${scene}/log`)
  await page.getByLabel('Must go out on').fill('2001-01-01')
  await desk.kept()
  await page.goto(harness.url)
  const { production } = await (await fetch(`${harness.url}/api/scenes/${scene}`)).json()
  await page.locator(`a[href="/production/${production}/log"]`).click()
  const order = page.getByRole('region', { name: 'What is left' })
  // What must go out first is first, of all scenes there are.
  await expect(order.getByRole('listitem').first()).toContainText('which is not kept in 80 of 100 cases')
  await expect(page.getByRole('region', { name: 'Scenes and stages' })).toContainText('1 of 3')
  expect(await violationsOn(page)).toEqual([])
})
