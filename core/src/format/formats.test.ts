import { saidSrgb } from './picture/chunks'
import { writePng } from './picture/png'
import { pictureRuns } from '../timing/seen/shown'
import { settingsOf } from '../testing/build'
import { decode } from 'fast-png'
import { unzipSync } from 'fflate'
import { applyEdit } from '../edits/apply'
import { newScene } from '../scene/create'
import type { InkPiece } from '../ink/ink'
import { EXPORT_FORMATS, exportFormat, type FormatId } from './formats'

const piece: InkPiece = { kind: 'stroke', id: 's', swatch: 'pencil', size: 3, points: [2, 2, 0.5, 12, 6, 0.5] }
const start = newScene(settingsOf({ width: 16, height: 8, length: 6 }))
const scene = [1, 4].reduce(
  (now, frame) =>
    applyEdit(now, {
      type: 'together',
      words: 'a drawing',
      edits: [
        { type: 'drawing.add', take: 'main', level: 'A', frame, drawing: { id: `k${frame}`, role: 'key' } },
        { type: 'ink.change', drawing: `k${frame}`, pass: 'line', remove: [], add: [{ at: 0, piece }] },
      ],
    }).scene,
  start,
)

async function written(id: FormatId) {
  const reported: string[] = []
  const painted: number[] = []
  const file = await (
    await exportFormat(id).load()
  )({
    scene,
    take: scene.mainTake,
    runs: pictureRuns(scene),
    inkOf: (_, pass) => (pass === 'line' ? [piece] : []),
    pictures: new Map(),
    sounds: new Map(),
    turns: 1,
    sprites: { trimmed: true, padding: 1, powers: false },
    sound: { rate: 48_000, channels: [new Float32Array(480)] },
    openFilm: async () => ({ add: async () => undefined, finish: async () => new Uint8Array([1]) }),
    stem: 'out',
    paper: 'a4',
    clear: false,
    width: 16,
    height: 8,
    show: async ({ frame }) => void painted.push(frame),
    showOf: async ({ frame }) => void painted.push(frame),
    async paint({ frame }) {
      painted.push(frame)
      return new Uint8ClampedArray(16 * 8 * 4).fill(frame * 30)
    },
    pack: async () => {
      const pixels = Uint8Array.from({ length: 16 * 8 * 4 }, (_, i) => (i % 4 === 3 ? 255 : painted.at(-1)! * 30))
      return writePng({ width: 16, height: 8, pixels })
    },
    exact: true,
    loops: 0,
    fonts: () => Promise.reject(new Error('no letters here')),
    progress: (_done, _of, words) => reported.push(words),
  })
  const bytes = Buffer.concat(file.parts)
  return { ...file, bytes, reported, painted }
}

test('every format has a name of its own', () => {
  expect(new Set(EXPORT_FORMATS.map(({ id }) => id)).size).toBe(EXPORT_FORMATS.length)
  expect(new Set(EXPORT_FORMATS.map(({ word }) => word)).size).toBe(EXPORT_FORMATS.length)
})

test('a GIF paints each picture of the film once', async () => {
  const { name, type, bytes, painted, reported } = await written('gif')
  expect([name, type, bytes.subarray(0, 6).toString(), painted]).toEqual(['out.gif', 'image/gif', 'GIF89a', [1, 4]])
  expect(reported).toEqual(expect.arrayContaining(['Painting picture 2 of 2', 'Writing picture 2 of 2']))
})

test('stills are a picture for every frame, painted once while it stands', async () => {
  const { name, bytes, painted } = await written('stills')
  expect([name, painted]).toEqual(['out-stills.zip', [1, 4]])
  const files = unzipSync(bytes)
  expect(Object.keys(files)).toHaveLength(6)
  const [first, , third, fourth] = Object.values(files)
  expect(third).toEqual(first)
  expect(fourth).not.toEqual(first)
})

test('stills say that their colours are sRGB, once', async () => {
  const [png] = Object.values(unzipSync((await written('stills')).bytes))
  const text = Buffer.from(png!).toString('latin1')
  expect([text.indexOf('sRGB'), text.lastIndexOf('sRGB')]).toEqual([37, 37])
  expect(saidSrgb(png!)).toBe(png)
  expect(decode(png!)).toMatchObject({ width: 16, height: 8, channels: 3 })
})

test('a moving SVG paints nothing: it is outlines', async () => {
  const { name, type, bytes, painted } = await written('svg')
  expect([name, type, painted]).toEqual(['out.svg', 'image/svg+xml', []])
  expect(bytes.toString()).toContain('<path')
})

test('the sheet as a table and the whole scene need no picture painted', async () => {
  const table = await written('csv')
  expect([table.name, table.type, table.painted]).toEqual(['out-sheet.csv', 'text/csv', []])
  expect(table.bytes.toString()).toMatch(/frame/i)
  const archive = await written('archive')
  expect([archive.name, archive.painted]).toEqual(['out-scene.zip', []])
  expect(Object.keys(unzipSync(archive.bytes))).toEqual(expect.arrayContaining(['ink/k1/line.svg', 'ink/k4/line.svg']))
})

test('what cannot be fetched ends the writing with its own sentence', async () => {
  await expect(written('pdf')).rejects.toThrow('no letters here')
})
