import { pictureRuns, runsWithin } from '../timing/seen/shown'
import { newScene } from '../scene/create'
import { applyEdit } from '../edits/apply'
import { drawn, settingsOf } from '../testing/build'
import { exportMp4, exportWav, exportWebm, type FilmContainer } from './film'
import { soundHead, SOUND_ENDINGS } from './sound-head'
import { writeWav } from './wav'

const scene = [drawn('a', 1), drawn('b', 5)].reduce(
  (now, edit) => applyEdit(now, edit).scene,
  newScene(settingsOf({ length: 9, fps: 12 })),
)
const sound = { rate: 48_000, channels: [new Float32Array(3)] }

function source(turns: number, runs = pictureRuns(scene)) {
  const did: (readonly (string | number)[])[] = []
  return {
    did,
    given: {
      ...{
        scene,
        take: 'main',
        runs,
        inkOf: () => [],
        pictures: new Map(),
        sounds: new Map(),
        stem: 'out',
        turns,
        sound,
      },
      sprites: { trimmed: false, padding: 0, powers: false },
      ...{ paper: 'a4' as const, clear: false, width: 8, height: 8 },
      showOf: async () => undefined,
      show: async ({ frame }: { frame: number }) => void did.push(['show', frame]),
      paint: async () => new Uint8ClampedArray(),
      pack: async () => new Uint8Array(),
      exact: true,
      loops: 0,
      openFilm: async (container: FilmContainer) => ({
        add: async (from: number, duration: number) => void did.push([container, Math.round(from * 12), duration * 12]),
        finish: async () => new Uint8Array([7]),
      }),
      fonts: () => Promise.reject(new Error('no fonts')),
      progress: () => undefined,
    },
  }
}

test('every frame is in the film at its own time, and each picture is painted once a turn', async () => {
  const { did, given } = source(2)
  const file = await exportWebm(given)
  expect([file.name, file.type, file.parts]).toEqual(['out.webm', 'video/webm', [new Uint8Array([7])]])
  const times = did.filter(([what]) => what === 'webm').map(([, at]) => at)
  expect(times).toEqual(Array.from({ length: 18 }, (_, i) => i))
  expect(did.filter(([what]) => what === 'show').map(([, frame]) => frame)).toEqual([1, 5, 1, 5])
  expect((await exportMp4(source(1).given)).name).toBe('out.mp4')
})

test('of a part of a turn the last frames are left out', async () => {
  const { did, given } = source(1.5)
  await exportWebm(given)
  expect(did.filter(([what]) => what === 'webm').map(([, at]) => at)).toEqual(Array.from({ length: 14 }, (_, i) => i))
})

test('of a part of the scene the film begins at its own beginning', async () => {
  const { did, given } = source(1, runsWithin(pictureRuns(scene), 4, 6))
  await exportWebm(given)
  expect(did.map(([what, at]) => [what, at])).toEqual([
    ['show', 4],
    ['webm', 0],
    ['show', 5],
    ['webm', 1],
    ['webm', 2],
  ])
})

test('the sound alone is a WAV; without any it says what to do', async () => {
  const file = await exportWav(source(1).given)
  expect(soundHead(file.parts[0]!)).toBe('audio/wav')
  expect(() => exportWav({ ...source(1).given, sound: undefined })).toThrow(/Bring one in on the desk first/)
})

test('a WAV holds each channel’s samples, one after the other, and cuts what is too loud', () => {
  const bytes = writeWav([Float32Array.from([0, 0.5, 2]), Float32Array.from([-1, -2, 1])], 8000)
  const view = new DataView(bytes.buffer)
  expect([view.getUint16(22, true), view.getUint32(24, true), view.getUint32(40, true)]).toEqual([2, 8000, 12])
  const samples = Array.from({ length: 6 }, (_, i) => view.getInt16(44 + 2 * i, true))
  expect(samples).toEqual([0, -32767, 16384, -32767, 32767, 32767])
})

test.each([
  ['audio/wav', 'RIFF....WAVE'],
  ['audio/flac', 'fLaC'],
  ['audio/ogg', 'OggS'],
  ['video/mp4', '....ftypM4A '],
  ['video/webm', '\x1aE\xdf\xa3'],
  ['audio/aac', '\xff\xf1'],
  ['audio/mpeg', '\xff\xfb'],
  ['audio/mpeg', 'ID3\x04\x00\x00\x00\x00\x02\x01'],
] as const)('%s is known by how it begins', (type, begins) => {
  expect(soundHead(Uint8Array.from(begins, (sign) => sign.charCodeAt(0)))).toBe(type)
  expect(SOUND_ENDINGS[type]).toMatch(/^\w+$/)
})

test('what begins no sound is refused in a sentence', () => {
  for (const bytes of [new Uint8Array(), new Uint8Array([1, 2, 3]), new TextEncoder().encode('RIFF....AVI ')])
    expect(() => soundHead(bytes)).toThrow(/no sound we can read/)
})
