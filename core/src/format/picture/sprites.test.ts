import { pictureRuns } from '../../timing/seen/shown'
import { decode } from 'fast-png'
import fc from 'fast-check'
import { strFromU8, unzipSync } from 'fflate'
import { applyEdit } from '../../edits/apply'
import type { Edit } from '../../edits/kinds'
import { newScene } from '../../scene/create'
import { drawn, settingsOf } from '../../testing/build'
import { exportSprites, type SpriteOptions } from './sprites'

const SIDE = 12
const edits: Edit[] = [
  ...[drawn('a', 1), drawn('b', 3), drawn('c', 4)],
  { type: 'exposure.show', take: 'main', level: 'A', frame: 7, drawing: 'a' },
  { type: 'landmark.put', level: 'A', landmark: { id: 'toe', name: 'Toe' } },
  { type: 'pin.set', drawing: 'b', landmark: 'toe', pin: { x: 4, y: 10 } },
]
const leap: Edit = {
  type: 'plan.lay',
  ...{ take: 'main', cycle: false, landmarks: [], charts: [] },
  plan: { id: 'p', level: 'A', planner: 'move', frame: 4, inputs: {}, turns: 1 },
  drawings: [{ id: 'planned', role: 'key', shapes: [], targets: {} }],
  exposures: [{ drawing: 0, frames: 2 }],
}
const scene = edits.reduce(
  (now, edit) => applyEdit(now, edit).scene,
  newScene(settingsOf({ width: SIDE, height: SIDE, length: 8, fps: 12 })),
)
type Boxes = Readonly<Record<string, readonly [x: number, y: number, w: number, h: number]>>

/** A picture of which one box is not clear, in a colour for each drawing. */
function painted(boxes: Boxes, drawing: string): Uint8ClampedArray {
  const pixels = new Uint8ClampedArray(SIDE * SIDE * 4)
  const [x, y, w, h] = boxes[drawing]!
  for (let row = y; row < y + h; row++)
    for (let column = x; column < x + w; column++)
      pixels.set([drawing.charCodeAt(0), row, column, 255], 4 * (row * SIDE + column))
  return pixels
}

interface Told {
  readonly runs: readonly object[]
  readonly size: { width: number; height: number }
  readonly frames: readonly { frame: number; frames: number; picture: number; ms: number }[]
  readonly pictures: readonly {
    readonly x: number
    readonly y: number
    readonly width: number
    readonly height: number
    readonly offset: { readonly x: number; readonly y: number }
    readonly landmarks: readonly { name: string; x: number; y: number }[]
  }[]
}

async function made(boxes: Boxes, sprites: SpriteOptions, of = scene) {
  const { parts } = await exportSprites({
    ...{
      scene: of,
      take: 'main',
      runs: pictureRuns(of),
      stem: 'out',
      width: SIDE,
      height: SIDE,
      sprites,
      clear: true,
      paper: 'a4',
      turns: 1,
    },
    ...{ inkOf: () => [], pictures: new Map(), sounds: new Map(), sound: undefined },
    showOf: async () => undefined,
    show: async () => undefined,
    paint: async ({ shown }) => painted(boxes, shown[0]!.drawing),
    pack: async () => new Uint8Array(),
    exact: true,
    loops: 0,
    openFilm: () => Promise.reject(new Error('no film')),
    fonts: () => Promise.reject(new Error('no fonts')),
    progress: () => undefined,
  })
  const files = unzipSync(new Uint8Array(await new Blob([...parts] as BlobPart[]).arrayBuffer()))
  return { told: JSON.parse(strFromU8(files['out.json']!)) as Told, image: decode(files['out.png']!) }
}

const box = fc
  .tuple(fc.nat(SIDE - 1), fc.nat(SIDE - 1), fc.integer({ min: 1, max: SIDE }), fc.integer({ min: 1, max: SIDE }))
  .map(([x, y, w, h]) => [x, y, Math.min(w, SIDE - x), Math.min(h, SIDE - y)] as const)
const options = fc.record({ trimmed: fc.boolean(), padding: fc.nat(3), powers: fc.boolean() })

test('every frame can be put together again from the sheet and what is told of it', async () => {
  await fc.assert(
    fc.asyncProperty(fc.record({ a: box, b: box, c: box }), options, async (boxes, sprites) => {
      const { told, image } = await made(boxes, sprites)
      expect([image.width, image.height]).toEqual([told.size.width, told.size.height])
      if (sprites.powers) expect([Math.log2(image.width) % 1, Math.log2(image.height) % 1]).toEqual([0, 0])
      const order = ['a', 'b', 'c', 'a']
      expect(told.frames.map(({ frame, frames }) => [frame, frames])).toEqual([
        [1, 2],
        [3, 1],
        [4, 3],
        [7, 2],
      ])
      told.frames.forEach(({ picture }, i) => {
        const { x, y, width, height, offset } = told.pictures[picture]!
        const back = new Uint8ClampedArray(SIDE * SIDE * 4)
        for (let row = 0; row < height; row++)
          for (let byte = 0; byte < 4 * width; byte++)
            back[4 * ((offset.y + row) * SIDE + offset.x) + byte] =
              image.data[4 * ((y + row) * image.width + x) + byte]!
        expect(back).toEqual(painted(boxes, order[i]!))
      })
    }),
    { numRuns: 40 },
  )
})

test('a picture shown again lies on the sheet once; times and landmarks are told', async () => {
  const { told } = await made(
    { a: [0, 0, 2, 2], b: [1, 1, 3, 3], c: [5, 5, 2, 1] },
    { trimmed: true, padding: 0, powers: false },
  )
  expect([told.pictures.length, told.frames.map(({ picture }) => picture)]).toEqual([3, [0, 1, 2, 0]])
  expect(told.frames.map(({ ms }) => ms)).toEqual([167, 83, 250, 167])
  expect(told.pictures[1]!.landmarks).toEqual([{ level: 'A', name: 'Toe', x: 4, y: 10 }])
})

test('planned motions are named runs of frames', async () => {
  const planned = applyEdit(scene, leap).scene
  const boxes = { a: [0, 0, 1, 1], b: [1, 0, 1, 1], c: [2, 0, 1, 1], planned: [3, 0, 1, 1] } as const
  const { told } = await made(boxes, { trimmed: true, padding: 0, powers: false }, planned)
  expect(told.runs).toEqual([{ name: 'move', level: 'A', from: 4, to: 6 }])
})
