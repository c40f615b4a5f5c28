import type { Scene } from '@unhurried/core'
import { corrieVoice } from '../server/src/sample/corrie-voice'
import { expect, expectNothingSerious, test } from './harness'

const voice = { name: 'Corrie.ogg', mimeType: 'audio/ogg', buffer: Buffer.from(corrieVoice()) }
const LINE = 'Mind the boat, please. My feet are perfectly dry.'
/** Where each word begins, as a listener has it, in seconds. */
const TRUTH = [0.24, 0.55, 0.61, 1.26, 1.78, 1.99, 2.33, 2.5, 3.23]
const wordsOf = (scene: Scene) => Object.values(scene.said ?? {})[0]?.words ?? []
const columnOf = (scene: Scene) => {
  const plan = Object.values(scene.plans ?? {})[0]!
  return scene.sheets['main']![plan.level]!.flatMap((each) =>
    'drawing' in each
      ? Array.from({ length: each.frames }, () => scene.drawings[each.drawing ?? '']?.note.split(':')[0] ?? '')
      : [],
  )
}

test('a line is typed and laid where it is heard, mended by hand, and mouths follow it', async ({ page, desk }) => {
  await page.addInitScript(() => {
    localStorage.setItem('unhurried-sound-width', '120')
    localStorage.setItem('unhurried-sheet', '320')
  })
  await desk.opened({ length: 96, edits: [] })
  await desk.frameMenu()
  await page.getByRole('button', { name: 'Sound …' }).click()
  await page.getByLabel('Bring in a sound', { exact: true }).setInputFiles(voice)
  await page.getByRole('button', { name: 'words and mouths' }).click()
  const panel = page.getByRole('group', { name: 'Words of Corrie' })
  await panel.getByLabel('What is said').fill(LINE)
  await panel.getByRole('button', { name: 'Lay the words' }).click()
  await expect(panel.getByRole('button', { name: '9 words laid' })).toBeVisible()
  await expect.poll(async () => wordsOf(await desk.scene()).map(({ text }) => text)).toEqual(LINE.split(' '))
  const laid = wordsOf(await desk.scene())
  laid.forEach(({ at }, i) => expect(Math.abs(at[0]! - TRUTH[i]!) * 24).toBeLessThan(1.5))

  // The mouth moves with the frames before anything is laid: shut on the b of boat, open on the i of mind.
  await panel.getByRole('button', { name: 'level with it' }).click()
  await desk.cell('A', 15).click()
  await expect(panel.getByRole('img', { name: /^Mouth shut/ })).toBeVisible()
  await desk.cell('A', 9).click()
  await expect(panel.getByRole('img', { name: /^Mouth open/ })).toBeVisible()
  await panel.getByRole('button', { name: 'Lay the mouths on a level of their own' }).click()
  await expect(panel.getByText('0 of 6 shapes drawn')).toBeVisible()
  await desk.kept()
  const first = await desk.scene()
  expect(first.levelOrder.map((id) => first.levels[id]!.name)).toEqual(['A', 'Corrie · mouth'])
  expect([columnOf(first)[14], columnOf(first)[8]]).toEqual(['shut', 'open'])
  await expectNothingSerious(page)

  // An edge dragged on the sheet stays there, the rest is laid around it, and the mouths with it.
  await page.getByRole('button', { name: 'Close' }).click()
  const edge = page.getByRole('slider', { name: 'Beginning of boat' })
  const at = (await edge.boundingBox())!
  await desk.drag({ x: at.x + 40, y: at.y + 4 }, { x: at.x + 40, y: at.y + 4 + 72 })
  await expect.poll(async () => wordsOf(await desk.scene())[2]!.held).toEqual([0])
  await desk.kept()
  const moved = await desk.scene()
  expect(wordsOf(moved)[2]!.at[0]! - laid[2]!.at[0]!).toBeCloseTo(3 / 24, 2)
  expect(wordsOf(moved)[1]!.at.at(-1)!).toBeLessThanOrEqual(wordsOf(moved)[2]!.at[0]!)
  expect(columnOf(moved)[17]).toBe('shut')
  // And by keyboard, a quarter of a frame at a time.
  await edge.focus()
  await page.keyboard.press('ArrowUp')
  await expect.poll(async () => wordsOf(await desk.scene())[2]!.at[0]! - laid[2]!.at[0]!).toBeCloseTo(2.75 / 24, 2)
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(async () => columnOf(await desk.scene())).toEqual(columnOf(first))
})

test('half speed plays half as many frames, the voice with its pitch kept', async ({ page, desk }) => {
  await page.addInitScript(() => {
    const own = window as unknown as { played: HTMLMediaElement[] }
    own.played = []
    const play = HTMLMediaElement.prototype.play
    HTMLMediaElement.prototype.play = function () {
      own.played.push(this)
      return play.call(this)
    }
  })
  await desk.opened({ length: 96, edits: [] })
  await desk.frameMenu()
  await page.getByRole('button', { name: 'Sound …' }).click()
  await page.getByLabel('Bring in a sound', { exact: true }).setInputFiles(voice)
  await expect(page.getByRole('group', { name: 'Sound Corrie' })).toBeVisible()
  await page.getByRole('button', { name: 'Close' }).click()
  await page.getByRole('button', { name: '½ speed' }).click()
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  const shown = page.getByTestId('play-frame')
  await expect(shown).toHaveText(/frame (2\d|3\d) of 96/)
  const told = await page.evaluate(() => {
    const [audio] = (window as unknown as { played: HTMLMediaElement[] }).played
    const frame = Number(/\d+/.exec(document.querySelector('[data-test="play-frame"]')!.textContent!)![0])
    const { playbackRate, preservesPitch, currentTime } = audio!
    return { playbackRate, preservesPitch, behind: currentTime * 24 - (frame - 1) }
  })
  expect(told).toEqual({ playbackRate: 0.5, preservesPitch: true, behind: expect.any(Number) })
  // The picture is the one whose sound is heard, give or take what a busy screen holds up.
  expect(told.behind > -1 && told.behind < 4).toBe(true)
  await page.getByRole('button', { name: 'Stop' }).click()
})

test('sounds written by hand, letters of another tongue, subtitles; what is none is said', async ({ page, desk }) => {
  await desk.opened({ length: 96, edits: [] })
  await desk.frameMenu()
  await page.getByRole('button', { name: 'Sound …' }).click()
  await page.getByLabel('Bring in a sound', { exact: true }).setInputFiles(voice)
  await page.getByRole('button', { name: 'words and mouths' }).click()
  const panel = page.getByRole('group', { name: 'Words of Corrie' })
  const subtitles = (text: string) =>
    panel
      .getByLabel('Bring in subtitles for Corrie')
      .setInputFiles({ name: 'line.vtt', mimeType: 'text/vtt', buffer: Buffer.from(text) })
  await subtitles('not one')
  await expect(panel.getByRole('alert')).toHaveText(/Bring a WebVTT or an SRT file/)
  const later = '02:00:09.000 --> 02:00:11.000\nThe tide is out.\n'
  await subtitles(`WEBVTT\n\n${later}`)
  await expect(panel.getByRole('alert')).toHaveText(/^No subtitle of this file lies where Corrie is heard/)
  await subtitles(
    'WEBVTT\n\n00:00:00.200 --> 00:00:01.700\n<v Corrie>Mind the boat, please.\n\n00:00:01.700 --> 00:00:03.900\nMy feet are perfectly dry.\n\n' +
      later,
  )
  await expect(panel.getByRole('button', { name: '9 words laid' })).toBeVisible()
  await expect(panel.getByRole('alert')).toHaveText('Left out, where Corrie is not heard: 1 subtitle.')
  await expect(panel.getByLabel('What is said')).toHaveValue(LINE)

  await panel.getByRole('button', { name: '9 words laid' }).click()
  const dry = panel.getByLabel('Sounds of dry.')
  await expect(dry).toHaveValue('d r ay1')
  await dry.fill('d qq')
  await dry.press('Enter')
  await expect(panel.getByRole('alert')).toHaveText('“qq” is no sound of the list.')
  await dry.fill('d r oy1')
  await dry.press('Enter')
  await expect.poll(async () => wordsOf(await desk.scene())[8]!.sounds).toEqual(['d', 'r', 'oy1'])
  // It keeps what a hand wrote when other words change, and all others are said by their letters.
  await panel.getByLabel('What is said').fill('Mind the böat, please. My feet are perfectly dry.')
  await panel.getByRole('button', { name: 'by their letters' }).click()
  await panel.getByRole('button', { name: 'Lay them anew' }).click()
  await expect.poll(async () => wordsOf(await desk.scene())[2]!.sounds).toEqual(['b', 'er1', 'aa0', 't'])
  const words = wordsOf(await desk.scene())
  expect([words[0]!.sounds, words[8]!.sounds]).toEqual([
    ['m', 'iy1', 'n', 'd'],
    ['d', 'r', 'oy1'],
  ])
  // More than can be said in the time.
  await panel.getByLabel('What is said').fill('perfectly '.repeat(300))
  await panel.getByRole('button', { name: 'Lay them anew' }).click()
  await expect(panel.getByRole('alert')).toHaveText(/more time than there is/)
  await panel.getByRole('button', { name: 'take the words out' }).click()
  await expect.poll(async () => (await desk.scene()).said).toBeUndefined()
})
