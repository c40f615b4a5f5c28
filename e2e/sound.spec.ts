import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { strFromU8, unzipSync } from 'fflate'
import { soundFrame } from '../core/src/sound/frames'
import { writeWav } from '../core/src/format/wav'
import { diverted, expect, expectNothingSerious, key, line, saved, test, unanswered, type Desk } from './harness'

const RATE = 44_100
/** Two seconds of nearly nothing with a crack at these seconds. */
const CRACKS = [0.25, 1.1, 1.6]
const samples = Float32Array.from({ length: 2 * RATE }, (_, i) => {
  const since = i / RATE - (CRACKS.findLast((crack) => crack <= i / RATE) ?? 99)
  return since >= 0 && since < 0.05 ? 0.8 * Math.sin(i * 0.37 + i * i * 0.00002) * (1 - since / 0.05) : 0
})
const cracks = { name: 'Cracks.wav', mimeType: 'audio/wav', buffer: Buffer.from(writeWav([samples], RATE)) }

/** What the page told the sound card: each stretch with its time, its second of the piece, and how long it is. */
async function listened(page: Page) {
  await page.addInitScript(() => {
    const own = window as unknown as { sounded: number[][]; context: AudioContext }
    own.sounded = []
    const start = AudioBufferSourceNode.prototype.start
    AudioBufferSourceNode.prototype.start = function (when = 0, offset = 0, duration = 0) {
      if (this.context instanceof AudioContext) {
        own.context = this.context
        own.sounded.push([when, offset, duration])
      }
      return start.call(this, when, offset, duration)
    }
  })
  return () => page.evaluate(() => (window as unknown as { sounded: number[][] }).sounded)
}

async function bringIn(page: Page, desk: Desk) {
  await desk.frameMenu()
  await page.getByRole('button', { name: 'Sound …' }).click()
  await page.getByLabel('Bring in a sound', { exact: true }).setInputFiles(cracks)
  await expect(page.getByRole('group', { name: 'Sound Cracks' })).toBeVisible()
  await expect.poll(async () => Object.keys((await desk.scene()).sounds ?? {}).length).toBe(1)
}
const soundIn = async (desk: Desk) => Object.values((await desk.scene()).sounds ?? {})[0]

test('a sound is brought in, stands on the sheet, is placed, cut, faded, muted, copied and taken out', async ({
  page,
  desk,
}) => {
  await desk.opened({
    length: 60,
    edits: [
      key('a', 1),
      line('a', 'al', [
        [9, 9],
        [99, 99],
      ]),
    ],
  })
  await bringIn(page, desk)
  expect(await soundIn(desk)).toMatchObject({ name: 'Cracks', start: 1, from: 0, seconds: 2, strength: 1 })
  const column = page.getByRole('img', { name: 'Sound: Cracks, frames 1 to 48' })
  await expect(column).toBeVisible()
  /** How wide the waveform is beside a frame, in pixels of its column. */
  const wave = (frame: number) =>
    column.evaluate((canvas, at) => {
      const { width } = canvas as HTMLCanvasElement
      const rows = (canvas as HTMLCanvasElement).getContext('2d')!.getImageData(0, (at - 1) * 24, width, 24).data
      const solid = Array.from({ length: width }, (_, x) => x).filter((x) =>
        Array.from({ length: 24 }, (_, y) => rows[(y * width + x) * 4 + 3]!).some((alpha) => alpha > 60),
      )
      return solid.length
    }, frame)
  // The first crack lies under frame 7, the second under frame 27.
  await expect.poll(() => wave(7)).toBeGreaterThan(25)
  expect([await wave(5), await wave(12)].every((wide) => wide <= 2)).toBe(true)
  await expectNothingSerious(page)

  await page.getByLabel('Name of sound Cracks').fill('Clicks')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await soundIn(desk))!.name).toBe('Clicks')
  await page.getByLabel('Name of sound Clicks').fill('Cracks')
  await page.keyboard.press('Enter')

  const panel = page.getByRole('group', { name: 'Sound Cracks' })
  const set = async (label: string, value: string) => {
    await panel.getByLabel(label).fill(value)
    await panel.getByLabel(label).press('Enter')
  }
  await set('Frame where Cracks begins', '-11')
  await expect.poll(async () => (await soundIn(desk))!.start).toBe(-11)
  await set('Second of its file with which Cracks begins', '0.5')
  await set('Second of its file with which Cracks ends', '1.75')
  await set('Seconds over which Cracks rises', '0.2')
  await set('Seconds over which Cracks dies away', '0.3')
  await panel.getByRole('button', { name: 'mute' }).click()
  await expect.poll(() => soundIn(desk)).toMatchObject({ from: 0.5, to: 1.75, fadeIn: 0.2, fadeOut: 0.3, muted: true })
  await panel.getByRole('button', { name: 'mute' }).click()
  // Its end back at the end of the file says nothing any more.
  await set('Second of its file with which Cracks ends', '2')
  await expect.poll(async () => Object.keys((await soundIn(desk))!)).not.toContain('to')
  await set('Second of its file with which Cracks begins', '1.99')
  await set('Second of its file with which Cracks ends', '1')
  await expect(page.getByText(/ends before it begins/)).toBeVisible()

  await set('Second of its file with which Cracks begins', '0.5')
  await set('Second of its file with which Cracks ends', '2')
  // A note to what is heard at the frame one is at moves with the sound.
  await desk.cell('A', 7).click()
  await panel.getByLabel('Note to Cracks at frame 7').fill('the mast gives')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await soundIn(desk))!.notes).toEqual([{ at: 1.25, text: 'the mast gives' }])
  await set('Frame where Cracks begins', '-9')
  await expect(page.getByRole('img', { name: /notes: the mast gives \(frame 9\)/ })).toBeVisible()
  await panel.getByRole('button', { name: 'Take out the note at frame 9' }).click()
  await expect.poll(async () => Object.keys((await soundIn(desk))!)).not.toContain('notes')

  await panel.getByRole('button', { name: 'copy' }).click()
  await expect(page.getByRole('group', { name: 'Sound Cracks' })).toHaveCount(2)
  for (let left = 2; left > 0; left--)
    await page.getByRole('group', { name: 'Sound Cracks' }).first().getByRole('button', { name: 'take out' }).click()
  await expect(page.getByRole('columnheader', { name: /sound/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('columnheader', { name: /sound/ })).toBeVisible()
})

test('what is no sound, or none that can be heard, is said and costs nothing', async ({ page, desk }) => {
  await desk.opened({ edits: [key('a', 1)] })
  await desk.frameMenu()
  await page.getByRole('button', { name: 'Sound …' }).click()
  const bring = (name: string, buffer: Buffer) =>
    page.getByLabel('Bring in a sound', { exact: true }).setInputFiles({ name, mimeType: 'audio/wav', buffer })
  const said = page.getByRole('alert')
  await bring('letter.wav', Buffer.from('Dear harbour master,'))
  await expect(said).toHaveText(/no sound in this file that can be read/)
  const oneHertz = Buffer.from(writeWav([new Float32Array(40)], 1))
  await bring('slow.wav', oneHertz)
  await expect(said).toHaveText(/1 samples a second/)
  await bring(
    'many.wav',
    Buffer.from(
      writeWav(
        Array.from({ length: 32 }, () => new Float32Array(800)),
        8000,
      ),
    ),
  )
  await expect(said).toHaveText(/32 channels/)
  await bring('nothing.wav', Buffer.from(writeWav([new Float32Array(0)], 8000)))
  await expect(said).toHaveText(/This sound is empty|no sound in this file/)
  expect((await desk.scene()).sounds).toBeUndefined()
  // One that breaks off is taken as far as it can be heard; silence is a sound too.
  await bring('torn.wav', cracks.buffer.subarray(0, 44 + RATE))
  await expect(page.getByRole('group', { name: 'Sound torn' })).toBeVisible()
  await expect.poll(async () => (await soundIn(desk))?.seconds).toBeCloseTo(0.5, 2)
  await bring('silence.wav', Buffer.from(writeWav([new Float32Array(8000)], 8000)))
  await expect(page.getByRole('group', { name: 'Sound silence' })).toBeVisible()
})

test('a voice is recorded from the stand-in; a microphone that may not be heard is said', async ({ page, desk }) => {
  await desk.opened({ length: 96, edits: [key('a', 1)] })
  await page.evaluate(() => {
    navigator.mediaDevices.getUserMedia = () =>
      Promise.reject(Object.assign(new Error('no'), { name: 'NotAllowedError' }))
  })
  await desk.cell('A', 13).click()
  await desk.frameMenu()
  await page.getByRole('button', { name: 'Sound …' }).click()
  await page.getByRole('button', { name: 'Record from the microphone' }).click()
  await expect(page.getByRole('alert')).toHaveText(/Allow it beside the address/)
  await page.getByRole('button', { name: 'from the stand-in' }).click()
  await expect(page.getByText(/Recording: [1-9]\d*\.\d s/)).toBeVisible()
  await page.getByRole('button', { name: 'Stop and keep it' }).click()
  await expect(page.getByRole('group', { name: 'Sound Recording' })).toBeVisible()
  await expect.poll(async () => (await soundIn(desk))?.start).toBe(13)
  // One that cannot be kept is not lost: it is tried again.
  const away = await diverted(page, '**/api/sounds', unanswered)
  await page.getByRole('button', { name: 'from the stand-in' }).click()
  await expect(page.getByText(/Recording: [1-9]\d*\.\d s/)).toBeVisible()
  await page.getByRole('button', { name: 'Stop and keep it' }).click()
  await expect(page.getByRole('alert')).toHaveText(/The server is not answering/)
  away.end()
  // It outlives its panel.
  await page.getByRole('button', { name: 'Close' }).click()
  await desk.frameMenu()
  await page.getByRole('button', { name: 'Sound …' }).click()
  await page.getByRole('button', { name: 'Try it again' }).click()
  await expect(page.getByRole('group', { name: 'Sound Recording' })).toHaveCount(2)
  const { seconds } = (await soundIn(desk))!
  expect(seconds).toBeGreaterThan(0.7)
  // There is a voice in it: its waveform is wide somewhere.
  const column = page.getByRole('img', { name: /^Sound: Recording/ })
  const widest = () =>
    column.evaluate((canvas) => {
      const { width, height } = canvas as HTMLCanvasElement
      const { data } = (canvas as HTMLCanvasElement).getContext('2d')!.getImageData(0, 0, width, height)
      const rows = Array.from({ length: height }, (_, y) => y)
      return Math.max(
        ...rows.map(
          (y) => data.subarray(4 * y * width, 4 * (y + 1) * width).filter((v, i) => i % 4 === 3 && v > 60).length,
        ),
      )
    })
  await expect.poll(widest).toBeGreaterThan(6)
})

test('under each frame just its samples are heard, and playing picture and sound stay in step over the seam', async ({
  page,
  desk,
}) => {
  const sounded = await listened(page)
  await desk.opened({
    length: 24,
    edits: [
      key('a', 1),
      line('a', 'al', [
        [9, 9],
        [99, 99],
      ]),
    ],
  })
  await bringIn(page, desk)
  await page.getByRole('button', { name: 'Close' }).click()
  // Going to a frame lets it be heard.
  await desk.cell('A', 5).click()
  await expect.poll(async () => (await sounded()).length).toBe(1)
  const { first, next } = soundFrame(5, { fps: 24, rate: RATE, start: 1, from: 0 })
  const [, offset, duration] = (await sounded())[0]!
  expect([Math.round(offset! * RATE), Math.round((offset! + duration!) * RATE)]).toEqual([first, next])

  await page.getByRole('button', { name: 'Play' }).click()
  // The first turn from frame 5, then two whole ones.
  await expect.poll(async () => (await sounded()).length).toBeGreaterThan(3)
  // When the file's own beginning would sound in each turn, and with which second each ends: the same however late a
  // busy page was with one of them.
  const turns = (await sounded())
    .slice(1, 4)
    .map(([when, from, lasts]) => ({ zero: when! - from!, end: from! + lasts! }))
  expect(turns[1]!.zero - turns[0]!.zero).toBeCloseTo(1, 9)
  expect(turns[2]!.zero - turns[1]!.zero).toBeCloseTo(1, 9)
  for (const { end } of turns) expect(Math.round(end * RATE)).toBe(RATE)
  // The picture that is shown is the one whose sound leaves the loudspeaker, give or take a frame of the screen.
  const offs = await page.evaluate(async (zero) => {
    const { context } = window as unknown as { context: AudioContext }
    const off: number[] = []
    for (let i = 0; i < 20; i++) {
      await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)))
      const { contextTime = 0, performanceTime = 0 } = context.getOutputTimestamp()
      const heard = contextTime + (performance.now() - performanceTime) / 1000 - zero
      const shown = Number(/\d+/.exec(document.querySelector('[data-test="play-frame"]')!.textContent!)![0])
      // How far what is heard is beyond the frame that is shown, round and round.
      off.push((((heard * 24 - (shown - 1)) % 24) + 24) % 24)
    }
    return off
  }, turns[0]!.zero)
  // How far the picture is behind, in frames, in the middle of all looks: a busy machine may hold up some of them.
  const behind = offs.map((off) => (off > 12 ? off - 24 : off)).sort((x, y) => x - y)[10]!
  expect([behind > -0.5, behind < 2]).toEqual([true, true])
  await page.getByRole('button', { name: 'Stop' }).click()
})

const ffmpeg = (...words: string[]) =>
  execFileSync('ffmpeg', ['-v', 'error', ...words], { maxBuffer: 1e9, stdio: ['ignore', 'pipe', 'pipe'] })

/** The times of a film's frames, as ffmpeg has them. */
const framesOf = (file: string): number[] =>
  execFileSync('ffprobe', [
    ...['-v', 'error', '-select_streams', 'v', '-show_entries', 'frame=best_effort_timestamp_time', '-of', 'csv=p=0'],
    file,
  ])
    .toString()
    .trim()
    .split('\n')
    .map((each) => Number.parseFloat(each))

/** How well sound agrees with what it should be when it is heard `shift` samples later. */
function agreement(heard: Float32Array, meant: Float32Array, shift: number): number {
  const end = Math.min(meant.length, heard.length - shift)
  let sum = 0
  for (let i = Math.max(0, -shift); i < end; i += 3) sum += meant[i]! * heard[i + shift]!
  return sum
}

/** How much later than it should be sound is heard, in seconds: where the two agree best. */
function lateBy(heard: Float32Array, meant: Float32Array, rate: number): number {
  const reach = Math.round(0.05 * rate)
  let best = { at: 0, sum: -Infinity }
  for (let shift = -reach; shift <= reach; shift++) {
    const sum = agreement(heard, meant, shift)
    if (sum > best.sum) best = { at: shift, sum }
  }
  return best.at / rate
}

test('films go out with their sound, every frame at its time, as another program reads them', async ({
  page,
  desk,
}) => {
  await desk.opened({
    ...{ length: 36, width: 321, height: 181 },
    edits: [
      ...[key('a', 1), key('b', 3), key('c', 20)],
      ...(['a', 'b', 'c'] as const).map((id, i) =>
        line(id, `${id}l`, [
          [20, 20],
          [60 + 80 * i, 150],
        ]),
      ),
    ],
  })
  await bringIn(page, desk)
  await page.getByRole('button', { name: 'Close' }).click()
  await desk.to('Hand over')
  const folder = mkdtempSync(join(tmpdir(), 'unhurried-film-'))
  try {
    const made = async (word: string, button: string) => {
      await page.getByText(word, { exact: true }).click()
      await page.getByRole('button', { name: button }).click()
      await expect(page.getByTestId('file')).toBeVisible()
      const file = join(folder, word.replace(/\W/g, ''))
      writeFileSync(file, await saved(page, () => page.getByTestId('file').click()))
      return file
    }
    const rate = 48_000
    const meant = Float32Array.from({ length: 1.5 * rate }, (_, i) => samples[Math.round((i * RATE) / rate)] ?? 0)
    const soundOf = (file: string) => {
      const bytes = ffmpeg('-i', file, '-f', 'f32le', '-ac', '1', '-ar', String(rate), '-')
      return new Float32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength))
    }
    for (const word of ['Film as WebM', 'Film as MP4']) {
      const file = await made(word, 'Make the film')
      const times = framesOf(file)
      expect([word, times.length]).toEqual([word, 36])
      times.forEach((time, frame) => expect(Math.abs(time - frame / 24)).toBeLessThanOrEqual(0.0011))
      expect(Math.abs(lateBy(soundOf(file), meant, rate))).toBeLessThanOrEqual(1 / 240)
    }
    const wav = soundOf(await made('The sound alone', 'Make the sound'))
    expect([wav.length, lateBy(wav, meant, rate)]).toEqual([1.5 * rate, 0])

    const moving = framesOf(await made('Moving PNG', 'Make the moving PNG'))
    expect(moving.map((time) => Math.round(time * 24))).toEqual([0, 2, 19])

    // The browser's own decoders read the other two.
    const webp = readFileSync(await made('Moving WebP', 'Make the moving WebP'))
    const read = await page.evaluate(
      async (bytes) => {
        const decoder = new ImageDecoder({ data: Uint8Array.from(bytes), type: 'image/webp' })
        await decoder.tracks.ready
        const { frameCount, repetitionCount } = decoder.tracks.selectedTrack!
        const durations: number[] = []
        for (let frameIndex = 0; frameIndex < frameCount; frameIndex++)
          durations.push((await decoder.decode({ frameIndex })).image.duration! / 1000)
        return { repetitionCount, durations }
      },
      [...webp],
    )
    expect(read).toEqual({ repetitionCount: Infinity, durations: [83, 709, 708] })
    const svg = readFileSync(await made('Moving SVG', 'Make the moving SVG'), 'utf8')
    const shown = await page.context().newPage()
    await shown.setContent(svg)
    for (const [frame, drawing] of [
      [1, 0],
      [3, 1],
      [19, 1],
      [36, 2],
    ] as const)
      expect(
        await shown.evaluate(
          (ms) => {
            for (const animation of document.getAnimations()) {
              animation.pause()
              animation.currentTime = ms
            }
            return [...document.querySelectorAll('g.m')].map(
              (group) => getComputedStyle(group).visibility === 'visible',
            )
          },
          ((frame - 0.5) * 1000) / 24,
        ),
      ).toEqual([0, 1, 2].map((each) => each === drawing))
    await shown.close()

    // Over nothing: opacity goes along, in the corner there is none.
    await page.getByText('Film as WebM', { exact: true }).click()
    await page.getByRole('button', { name: 'nothing (transparent)' }).click()
    const clear = await made('Film as WebM', 'Make the film')
    const [rgba] = [
      ffmpeg('-c:v', 'libvpx-vp9', '-i', clear, '-frames:v', '1', '-pix_fmt', 'rgba', '-f', 'rawvideo', '-'),
    ]
    const opacities = Array.from({ length: rgba!.length / 4 }, (_, i) => rgba![4 * i + 3]!)
    expect([opacities[0], opacities.length, Math.max(...opacities)]).toEqual([0, 320 * 180, 255])

    const sprites = unzipSync(readFileSync(await made('Sheet of sprites', 'Make the sheet')))
    expect(Object.keys(sprites).sort()).toEqual(['made.json', 'made.png'])
    const told = JSON.parse(strFromU8(sprites['made.json']!)) as { frames: { frame: number }[] }
    expect(told.frames.map(({ frame }) => frame)).toEqual([1, 3, 20])

    // A part of the scene: its frames and the sound under them.
    const set = async (label: string, value: string) => {
      await page.getByLabel(label).fill(value)
      await page.getByLabel(label).press('Enter')
    }
    await page.getByText('Film as WebM', { exact: true }).click()
    await set('First frame', '13')
    await set('Last frame', '30')
    const part = await made('Film as WebM', 'Make the film')
    expect(framesOf(part)).toHaveLength(18)
    expect(Math.abs(lateBy(soundOf(part), meant.subarray(rate / 2), rate))).toBeLessThanOrEqual(1 / 240)
    await page.getByRole('button', { name: 'All of them' }).click()

    // How it was made, from the empty paper to the last line.
    await page.getByRole('button', { name: 'how it was made' }).click()
    await set('Seconds of the making', '2')
    const making = await made('Film as WebM', 'Make the film')
    expect(framesOf(making)).toHaveLength(48)
    const grey = ffmpeg('-i', making, '-pix_fmt', 'gray', '-f', 'rawvideo', '-')
    const size = grey.length / 48
    const dark = (frame: number) =>
      grey.subarray(frame * size, (frame + 1) * size).filter((value) => value < 128).length
    expect(dark(0)).toBe(0)
    expect(dark(47)).toBeGreaterThan(50)
    await page.getByRole('button', { name: 'the scene', exact: true }).click()

    // Twice over, the second turn begins anew.
    await page.getByText('The sound alone', { exact: true }).click()
    await page.getByLabel('Goes by').fill('2')
    await page.getByLabel('Goes by').press('Enter')
    const twice = soundOf(await made('The sound alone', 'Make the sound'))
    expect(twice.length).toBe(3 * rate)
    expect(Buffer.from(twice.slice(1.5 * rate).buffer)).toEqual(Buffer.from(twice.slice(0, 1.5 * rate).buffer))
    await expectNothingSerious(page)
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
})
