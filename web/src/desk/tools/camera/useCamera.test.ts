import { standInBrowser } from '../../../testing/browser'
import { drawn, mounted, openScene } from '../../../testing/open-scene'
import { useCamera, type Camera } from './useCamera'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
let camera: Camera
beforeEach(async () => {
  store = await openScene([drawn('a', 1)], { width: 640, height: 360, length: 24 })
  camera = mounted(useCamera).given
})
afterEach(() => store.close())

test('sees all of the paper until it has a key; what is tried is shown and not kept', () => {
  expect([camera.keys.value, camera.field.value]).toEqual([[], { x: 320, y: 180, scale: 1, turn: 0 }])
  camera.attempt({ x: 100.06, y: 50, scale: 0.5, turn: 0 })
  expect(camera.field.value).toMatchObject({ x: 100, scale: 0.5 })
  expect(store.working!.takes['main']).not.toHaveProperty('camera')
  store.attempt()
  expect(camera.keys.value).toEqual([])
})

test('a key is put where one is, and goes on as the one before it does', () => {
  camera.keep({ x: 320, y: 180, scale: 1, turn: 0 })
  camera.goOnBy('slow-in')
  store.goTo(9)
  expect(camera.here.value).toBeUndefined()
  camera.keep({ ...camera.field.value, x: 400 })
  expect(camera.keys.value.map(({ frame, law }) => [frame, law])).toEqual([
    [1, 'slow-in'],
    [9, 'slow-in'],
  ])
  store.goTo(5)
  expect(camera.field.value.x).toBeGreaterThan(360)
  expect(camera.told.value).toMatch(/^[\d.]+ px a frame here; over 3.8 px a frame a move stutters$/)
  store.goTo(9)
  camera.seeAll()
  expect([camera.field.value.x, camera.told.value]).toEqual([320, 'stands here'])
  camera.takeOut()
  expect(camera.keys.value).toHaveLength(1)
})

test('nothing nearer or farther than a camera may go is kept', () => {
  camera.keep({ x: 320, y: 180, scale: 0.0001, turn: 0 })
  expect(camera.field.value.scale).toBe(0.02)
})
