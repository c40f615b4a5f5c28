import { applyProductionEdit } from '../../production/edits'
import { reelTimes } from '../../production/reel-times'
import { NOTHING_YET } from '../../production/schema'
import { cutList } from './cut-list'
import { writeEdl } from './edl'
import { writeOtio } from './otio'

const scenes: Record<string, { fps: number; length: number; name: string }> = {
  lime: { fps: 24, length: 48, name: 'The lime drops' },
  tansy: { fps: 12, length: 24, name: 'Tansy, bobbing' },
}
const nameOf = (scene: string) => scenes[scene]?.name
const lengthOf = (scene: string) => scenes[scene]?.length
function timesOf(shots: object[], fps = 24) {
  const begun = applyProductionEdit(NOTHING_YET, { type: 'reel.put', part: { id: 'r', name: 'Long cut', fps } })
  const made = shots.reduce<typeof begun>(
    (document, shot, i) => applyProductionEdit(document, { type: 'shot.put', of: 'r', part: { id: `s${i}`, ...shot } }),
    begun,
  )
  return reelTimes(made.reels[0]!, (id) => scenes[id])
}
const film = timesOf([
  { scene: 'lime', first: 11, last: 34, note: 'hold  on\nthe lime' },
  { scene: 'tansy', fade: 6 },
  { frames: 12 },
  { frames: 24, picture: 'a'.repeat(64), name: 'The ferry' },
  { scene: 'lime', first: 35 },
])

/** What a list of edits says, read by the description of CMX 3600: fields between blanks, times in four pairs of digits. */
function readEdl(text: string, fps: number) {
  const frames = (time: string) => {
    expect(time).toMatch(/^\d\d:\d\d:\d\d:\d\d$/)
    const [hours, minutes, seconds, rest] = time.split(':').map(Number)
    return ((hours! * 60 + minutes!) * 60 + seconds!) * fps + rest!
  }
  return text
    .split('\r\n')
    .filter((line) => /^\d{3} /.test(line))
    .map((line) => {
      const fields = line.trim().split(/\s+/)
      const times = fields.slice(-4).map(frames)
      const [event, tape, channel, how, fade] = fields
      expect(tape).toMatch(/^[A-Z0-9]{1,8}$/)
      expect(channel).toBe('V')
      return { event: Number(event), tape, how, fade: how === 'D' ? Number(fade) : 0, times }
    })
}

test('an edit list tells every shot where it lies in its scene and in the reel', () => {
  const text = writeEdl({ name: 'Long cut', times: film, nameOf })
  const HOUR = 3600 * 24
  expect(readEdl(text, 24)).toEqual([
    { event: 1, tape: 'S0001', how: 'C', fade: 0, times: [10, 28, HOUR, HOUR + 18] },
    { event: 2, tape: 'S0001', how: 'C', fade: 0, times: [28, 28, HOUR + 18, HOUR + 18] },
    { event: 2, tape: 'S0002', how: 'D', fade: 6, times: [0, 48, HOUR + 18, HOUR + 66] },
    { event: 3, tape: 'BL', how: 'C', fade: 0, times: [0, 12, HOUR + 66, HOUR + 78] },
    { event: 4, tape: 'S0003', how: 'C', fade: 0, times: [0, 24, HOUR + 78, HOUR + 102] },
    { event: 5, tape: 'S0001', how: 'C', fade: 0, times: [34, 48, HOUR + 102, HOUR + 116] },
  ])
  expect(text).toContain('TITLE: Long cut\r\nFCM: NON-DROP FRAME\r\n')
  expect(text).toContain('* COMMENT: hold on the lime')
  expect(text).toContain('* TO CLIP NAME: Tansy, bobbing')
})

test('what an edit list records follows without a gap, whatever the rates', () => {
  const times = timesOf(
    [
      { scene: 'tansy', first: 2 },
      { frames: 7, fade: 3 },
      { scene: 'lime', first: 3 },
    ],
    25,
  )
  const events = readEdl(writeEdl({ name: 'x', times, nameOf }), 25)
  events.forEach(({ times: [from, to, start, end] }, i) => {
    expect(Math.abs(to! - from! - (end! - start!))).toBeLessThanOrEqual(1)
    if (i > 0) expect(start).toBe(events[i - 1]!.times[3])
  })
  expect(events.at(-1)!.times[3]).toBe(3600 * 25 + times.frames)
})

test('more shots than such a list can number are refused', () => {
  const times = timesOf(Array.from({ length: 1000 }, () => ({ frames: 1 })))
  expect(() => writeEdl({ name: 'x', times, nameOf })).toThrow('numbers 999 shots')
})

interface OtioNode {
  OTIO_SCHEMA: string
  name: string
  children?: OtioNode[]
  tracks?: OtioNode
  source_range?: { start_time: { value: number; rate: number }; duration: { value: number; rate: number } } | null
  in_offset?: { value: number; rate: number }
  media_references?: Record<string, Record<string, unknown>>
}
const otioOf = (times: typeof film, sound = true) =>
  JSON.parse(writeOtio({ name: 'Long cut', times, nameOf, lengthOf, sound })) as OtioNode

test('OpenTimelineIO holds each shot with where its stills lie', () => {
  const timeline = otioOf(film)
  expect(timeline.OTIO_SCHEMA).toBe('Timeline.1')
  const [pictures, sound] = timeline.tracks!.children!
  expect(pictures!.children!.map(({ OTIO_SCHEMA, name }) => `${OTIO_SCHEMA} ${name}`)).toEqual([
    ...['Clip.2 The lime drops', 'Transition.1 Cross-fade', 'Clip.2 Tansy, bobbing', 'Gap.1 Black'],
    ...['Clip.2 The ferry', 'Clip.2 The lime drops'],
  ])
  const [first, , second] = pictures!.children!
  expect(first!.source_range).toMatchObject({ start_time: { value: 10, rate: 24 }, duration: { value: 24, rate: 24 } })
  // Six frames of 24 are three of its own: they lie under the cross-fade.
  expect(second!.source_range).toMatchObject({ start_time: { value: 3, rate: 12 }, duration: { value: 21, rate: 12 } })
  expect(first!.media_references!['DEFAULT_MEDIA']).toMatchObject({
    ...{ OTIO_SCHEMA: 'ImageSequenceReference.1', target_url_base: '0001-the-lime-drops/', start_frame: 1 },
    ...{ name_prefix: '0001-the-lime-drops-', name_suffix: '.png', frame_zero_padding: 4, rate: 24 },
    available_range: { duration: { value: 48 } },
  })
  expect(sound!.children![0]!.media_references!['DEFAULT_MEDIA']).toMatchObject({ target_url: 'sound.wav' })
  expect(otioOf(film, false).tracks!.children).toHaveLength(1)
})

test('clips of OpenTimelineIO, one after the other, last as long as the reel', () => {
  const seconds = otioOf(film)
    .tracks!.children![0]!.children!.flatMap(({ source_range: shown }) => shown ?? [])
    .reduce((sum, { duration }) => sum + duration.value / duration.rate, 0)
  expect(seconds * 24).toBeCloseTo(film.frames, 9)
})

test('shots of one scene share their stills', () => {
  expect(cutList(film, nameOf).map(({ stem }) => stem)).toEqual([
    ...['0001-the-lime-drops', '0002-tansy-bobbing', undefined, '0003-the-ferry', '0001-the-lime-drops'],
  ])
})
