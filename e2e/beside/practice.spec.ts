import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { exerciseOf } from '../../core/src/practice/register'
import { expect, key, test, violationsOn } from '../harness'

const circleOn = async (page: Page, { x, y, r = 34 }: { x: number; y: number; r?: number }) => {
  const box = (await page.getByTestId('paper').boundingBox())!
  const zoom = box.width / 960
  const at = (turn: number) =>
    [box.x + (x + r * Math.cos(turn)) * zoom, box.y + (y + r * Math.sin(turn)) * zoom] as const
  await page.mouse.move(...at(0))
  await page.mouse.down()
  for (let i = 1; i <= 20; i++) await page.mouse.move(...at((i / 20) * 6.4))
  await page.mouse.up()
}
/** The exercise of the scene that is open, and its law. */
async function lawOf(page: Page, address: string) {
  const [, id] = /scene\/([^/]+)/.exec(page.url())!
  const { scene } = await (await fetch(`${address}/api/scenes/${id}`)).json()
  const { exercise } = scene.settings
  return exerciseOf(exercise.id)!.schools(exercise.seed)[0]!.ideal
}
/** Draws the ball where the law has it on the first frames, one of them off by some pixels. */
async function drawBall(page: Page, address: string, { drawings, off }: { drawings: number; off: number }) {
  const { frames } = await lawOf(page, address)
  for (let n = 0; n < drawings; n++) {
    if (n > 0) await page.keyboard.press('g')
    await expect(
      page.getByRole('application', {
        name: n === 0 ? 'Paper, empty frame' : new RegExp(`^Paper, drawing ${n + 1} of`),
      }),
    ).toBeVisible()
    const { x, y } = frames[n]!.marks['middle']!
    await circleOn(page, { x, y: y + (n === 4 ? off : 0) })
  }
  await expect(page.getByTestId('keeping')).toHaveText('Kept')
}

test('an exercise from its card: drawn with the pen, its law and guide asked for, measured, drawn anew, and a curve', async ({
  page,
  harness,
}) => {
  await page.goto(`${harness.url}/practice`)
  const card = page.getByRole('listitem').filter({ hasText: 'A heavy ball' })
  await card.getByRole('button', { name: 'Draw it' }).click()
  await expect(page.getByTestId('task')).toContainText(/It lands on frames \d+ and \d+/)
  await expect(page.getByTestId('law')).toBeHidden()
  await page.getByRole('button', { name: 'The law' }).click()
  await expect(page.getByTestId('law')).toContainText('weight shows in what comes after')
  const ideal = page.getByTestId('ideal').locator('path')
  await expect(ideal).toHaveCount(0)
  await page.getByRole('button', { name: 'A guide' }).click()
  await expect(ideal).not.toHaveCount(0)
  await drawBall(page, harness.url, { drawings: 6, off: 36 })
  await page.getByRole('link', { name: 'Measure it' }).click()
  const measured = page.getByTestId('measured')
  await expect(measured).toContainText(/Look first at drawing 5: the middle is 3\d px from its place/)
  await expect(measured).toContainText('Its size holds.')
  expect(await violationsOn(page)).toEqual([])
  await page.getByRole('button', { name: 'Open the one to look at first' }).click()
  await expect(page.getByRole('application', { name: /^Paper, drawing 5 of/ })).toBeVisible()
  await page.getByRole('link', { name: 'Measure it' }).click()
  await page.getByRole('button', { name: 'Draw it anew' }).click()
  await expect(page.getByRole('application', { name: 'Paper, empty frame' })).toBeVisible()
  await drawBall(page, harness.url, { drawings: 5, off: 0 })
  await page.getByRole('link', { name: 'Measure it' }).click()
  await expect(measured).toContainText('No drawing stands out')
  const before = page.getByRole('region', { name: 'Your best so far' })
  await expect(before).toContainText('Your best before this')
  await expect(page.getByRole('region', { name: 'Over the weeks' }).getByRole('img')).toHaveAttribute(
    'aria-label',
    /^A heavy ball, 2 times: first \d+ % off its law, last \d % off its law$/,
  )
  await page.getByRole('link', { name: 'All practice' }).click()
  await expect(card.getByTestId('told')).toContainText(/Last \d % off its law, best \d %; due (tomorrow|in \d+ days)/)
  await expect(card.getByRole('img', { name: /2 times/ })).toBeVisible()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Practice as CSV' }).click(),
  ])
  expect(readFileSync(await file.path(), 'utf8').split('\r\n')).toHaveLength(3)
  await page.getByRole('button', { name: 'Forget all …' }).click()
  await page.getByRole('button', { name: 'Forget it' }).click()
  await expect(page.getByTestId('told')).toHaveCount(0)
})

/** Area of the one shape in each picture. */
const areas = (page: Page) =>
  page
    .getByRole('region', { name: 'Look' })
    .locator('svg path')
    .evaluateAll((paths) =>
      paths.map((path) => {
        const places = path
          .getAttribute('d')!
          .match(/-?[\d.]+/g)!
          .map(Number)
        let sum = 0
        for (let i = 0; i < places.length; i += 2) {
          const k = (i + 2) % places.length
          sum += places[i]! * places[k + 1]! - places[k]! * places[i + 1]!
        }
        return Math.abs(sum) / 2
      }),
    )

test('an eye is found by keyboard alone, kept with the server away, and Second look looks by it', async ({
  desk,
  page,
  harness,
}) => {
  const scene = await desk.opened({ edits: [key('a', 1)] })
  await page.goto(`${harness.url}/practice/eye/grew`)
  await expect(page.getByTestId('left')).toContainText('30 more')
  await harness.killServer()
  for (let n = 0; n < 30; n++) {
    const shown = await areas(page)
    const largest = shown.indexOf(Math.max(...shown))
    // An eye that sees a fifteenth, and guesses wrong below.
    const sees = Math.max(...shown) / Math.min(...shown) >= 1 + 1 / 15
    await page.keyboard.press(String(sees ? largest + 1 : ((largest + 1) % 4) + 1))
    await expect(page.getByTestId('last')).toHaveText(sees ? /^Right: the / : /^It was the /)
    if (n < 29) await expect(page.getByTestId('left')).toContainText(`${29 - n} more`)
  }
  await expect(page.getByTestId('threshold')).toHaveText(
    /^You see that a drawing is [5-8]\.\d.% of its area too big\.$/,
  )
  expect(await violationsOn(page)).toEqual([])
  await harness.startServer()
  await page.goto(`${harness.url}/practice`)
  const card = page.getByRole('listitem').filter({ hasText: 'Which drawing grew?' })
  await expect(card.getByTestId('told')).toContainText(/% of its area; due (tomorrow|in \d+ days)/)
  await expect.poll(() => page.evaluate(() => localStorage.getItem('unhurried-practice'))).toBe('[]')
  await page.goto(`${harness.url}/scene/${scene}/look`)
  const by = page.getByRole('button', { name: 'Look for what I cannot see' })
  await by.click()
  await expect(by).toHaveAttribute('aria-pressed', 'true')
})

test('a motion is watched and its keys compared: found, late, missed', async ({ desk, page }) => {
  const nod = exerciseOf('copy-nod')!
  const { frames } = nod.schools(9)[0]!.ideal
  const keys = frames.flatMap(({ key: isKey, marks }, i) => (isKey ? [{ frame: i + 1, marks }] : []))
  const pinned = (id: string, marks: (typeof keys)[number]['marks']) =>
    nod.pins.map((name) => ({
      type: 'pin.set' as const,
      ...{ drawing: id, landmark: `mark-${name}`, pin: { x: marks[name]!.x, y: marks[name]!.y } },
    }))
  await desk.opened({
    ...{ width: 960, height: 540, length: frames.length, exercise: { id: nod.id, seed: 9 } },
    edits: [
      ...nod.pins.map((name) => ({
        type: 'landmark.put' as const,
        ...{ level: 'A', landmark: { id: `mark-${name}`, name } },
      })),
      ...[key('a', 1), ...pinned('a', keys[0]!.marks)],
      ...[key('b', keys[1]!.frame + 2), ...pinned('b', keys[1]!.marks)],
    ],
  })
  await page.getByRole('button', { name: 'Watch it' }).click()
  await expect(page.getByTestId('ideal').locator('path')).not.toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Watch it' })).toBeVisible()
  await expect(page.getByTestId('ideal').locator('path')).toHaveCount(0)
  await page.getByRole('link', { name: 'Measure it' }).click()
  await expect(page.getByTestId('trouble')).toContainText('No drawing can be measured yet')
  await page.getByRole('link', { name: 'Draw on' }).click()
  await desk.draw([0.2, 0.2], [0.4, 0.4])
  await page.keyboard.press('f')
  await desk.draw([0.2, 0.2], [0.4, 0.4])
  await desk.kept()
  await page.getByRole('link', { name: 'Measure it' }).click()
  const measured = page.getByTestId('measured')
  await expect(measured).toContainText(`Found 2 of 3 keys; none near frame ${keys[2]!.frame}.`)
  await expect(measured).toContainText(`The key of frame ${keys[1]!.frame} stands on ${keys[1]!.frame + 2}.`)
})

test('first steps: a sentence beside the thing, done with the real tools, left and taken up again', async ({
  page,
  harness,
}) => {
  await page.goto(`${harness.url}/practice`)
  await page.getByRole('button', { name: 'Take them' }).click()
  const step = page.getByTestId('step')
  await expect(step).toContainText('Everybody’s first is the ball')
  await page.getByRole('button', { name: 'Draw it: A light ball' }).click()
  await expect(step).toContainText('What is asked stands here')
  await page.getByRole('button', { name: 'Go on' }).click()
  await expect(step).toContainText('that is frame 1')
  await drawBall(page, harness.url, { drawings: 2, off: 0 })
  await expect(step).toContainText('eight drawings or so')
  await page.getByRole('button', { name: 'Leave', exact: true }).click()
  await expect(step).toBeHidden()
  await page.reload()
  await expect(page.getByTestId('task')).toBeVisible()
  await expect(step).toBeHidden()
  const here = page.url()
  await page.goto(`${harness.url}/practice`)
  await page.getByRole('button', { name: 'Take them up again' }).click()
  await expect(step).toContainText('eight drawings or so')
  await page.goto(here)
  await page.getByRole('button', { name: 'Go on' }).click()
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(step).toContainText('measured against gravity')
  await page.getByRole('link', { name: 'Measure it' }).click()
  await expect(step).toContainText('Open the one to look at first')
  await page.getByRole('button', { name: 'Open the one to look at first' }).click()
  await expect(step).toContainText('Hand it over')
  await page.getByRole('link', { name: 'Hand over' }).click()
  await expect(step).toContainText('your first film')
  expect(await violationsOn(page)).toEqual([])
})
