import { newScene } from '../scene/create'
import { EditRefused } from '../scene/refusal'
import type { CameraKey, Scene } from '../scene/schema'
import { validate } from '../scene/validate'
import { drawn, settingsOf } from '../testing/build'
import { pictureRuns } from '../timing/seen/shown'
import { applyEdit } from './apply'
import type { Edit } from './kinds'

const settings = settingsOf({ width: 1280, height: 720, fps: 24, length: 24 })
const make = (scene: Scene, ...edits: Edit[]) => edits.reduce((before, edit) => applyEdit(before, edit).scene, scene)
const key = (frame: number, more: Partial<CameraKey> | null = {}): Edit => ({
  type: 'camera.key',
  take: 'main',
  frame,
  key: more && { x: 640, y: 360, scale: 1, turn: 0, law: 'even', strength: 2, ...more },
})
const frames = (scene: Scene, take = 'main') => scene.takes[take]!.camera?.map(({ frame }) => frame)
const moving = make(newScene(settings), drawn('a', 1), key(9, { x: 700 }), key(5))

test('keys stand in order, one on a frame; the last one taken out leaves no camera, and all is undone', () => {
  expect(frames(moving)).toEqual([5, 9])
  const { scene, inverse } = applyEdit(moving, key(9, { x: 100 }))
  expect([frames(scene), scene.takes['main']!.camera!.at(-1)!.x]).toEqual([[5, 9], 100])
  expect(applyEdit(scene, inverse).scene).toEqual(moving)
  expect(make(moving, key(5, null), key(9, null)).takes['main']).not.toHaveProperty('camera')
})

test('a key beyond the end, one that is not there and a take that is gone are refused; so is a scene with keys out of order', () => {
  expect(() => make(moving, key(25))).toThrow(/beyond the end/)
  expect(() => make(moving, key(6, null))).toThrow(EditRefused)
  expect(() => make(moving, { ...key(3), take: 'gone' } as Edit)).toThrow(/not in the scene any more/)
  const [first, second] = moving.takes['main']!.camera!
  const turned = { ...moving.takes['main']!, camera: [second!, first!] }
  expect(() => validate({ ...moving, takes: { main: turned } })).toThrow(/order of their frames/)
})

test('another take has the same camera, to be changed from there', () => {
  const two = make(moving, { type: 'take.add', id: 'two', name: 'Two', from: 'main' }, {
    ...key(5, null),
    take: 'two',
  } as Edit)
  expect([frames(two), frames(two, 'two')]).toEqual([[5, 9], [9]])
})

test('frames put in and taken out on all levels move the keys along; at another rate they stay where they are in time', () => {
  expect(frames(make(moving, { type: 'frames.put-in', take: 'main', at: 7, frames: 4 }))).toEqual([5, 13])
  const taken = make(moving, { type: 'frames.take-out', take: 'main', from: 4, to: 10 })
  // Both stood on frames that went: the later one's field is what is seen there.
  expect(taken.takes['main']!.camera).toMatchObject([{ frame: 4, x: 700 }])
  const slower = make(moving, { type: 'scene.rate', fps: 12, keep: 'seconds' })
  expect(frames(slower)).toEqual([3, 5])
})

test('on paper of another size it sees the same of what is drawn', () => {
  const sized = make(moving, {
    type: 'scene.size',
    width: 640,
    height: 360,
    placing: { scale: 0.5, x: 0, y: 0 },
  })
  expect(sized.takes['main']!.camera![0]).toMatchObject({ x: 320, y: 180, scale: 1 })
  const wider = make(moving, { type: 'scene.size', width: 2560, height: 720, placing: { scale: 1, x: 640, y: 0 } })
  expect(wider.takes['main']!.camera![0]).toMatchObject({ x: 1280, y: 360, scale: 0.5 })
})

test('while it moves every frame is a picture of its own; where it stands only the drawings are told apart', () => {
  expect(pictureRuns(moving).map(({ frame }) => frame)).toEqual([1, 6, 7, 8, 9])
  expect(pictureRuns(moving).map(({ field }) => field!.x)).toEqual([640, 655, 670, 685, 700])
  expect(pictureRuns(newScene(settings))[0]).not.toHaveProperty('field')
})
