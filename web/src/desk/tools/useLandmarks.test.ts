import { standInBrowser } from '../../testing/browser'
import { drawn, mounted, openScene } from '../../testing/open-scene'
import { useLandmarkNames } from './useLandmarkNames'
import { useLandmarks, type Landmarks } from './useLandmarks'
import { useSlides } from './useSlides'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
let landmarks: Landmarks
beforeEach(async () => {
  store = await openScene([
    drawn('a', 1),
    drawn('b', 5),
    { type: 'landmark.put', level: 'A', landmark: { id: 'nose', name: 'Nose' } },
    { type: 'landmark.put', level: 'A', landmark: { id: 'tail', name: 'Tail' } },
  ])
  landmarks = mounted(useLandmarks).given
})
afterEach(() => store.close())
const pins = (drawing = 'a') => store.scene!.drawings[drawing]!.pins ?? {}

test('the one in hand is the first this drawing lacks, and pinning goes on to the next', () => {
  expect(landmarks.inHand.value!.id).toBe('nose')
  landmarks.pinAt('nose', 10.06, 20)
  expect([pins(), landmarks.inHand.value!.id]).toEqual([{ nose: { x: 10, y: 20 } }, 'tail'])
  landmarks.pinAt('tail', 30, 40)
  expect([landmarks.missing.value, landmarks.inHand.value!.id]).toEqual([[], 'tail'])
})

test('while it is dragged a pin is shown and not kept', () => {
  landmarks.tryAt('nose', 50, 60)
  expect([pins(), store.working!.drawings['a']!.pins]).toEqual([{ nose: { x: 50, y: 60 } }, undefined])
  store.attempt()
  expect(pins()).toEqual({})
})

test('a corner stays one when its pin is moved, and goes when it is unpinned', () => {
  landmarks.pinAt('nose', 10, 20)
  landmarks.turnSharply('nose', true)
  landmarks.pinAt('nose', 12, 20)
  expect(pins()).toEqual({ nose: { x: 12, y: 20, corner: true } })
  landmarks.turnSharply('nose', false)
  expect(pins()).toEqual({ nose: { x: 12, y: 20 } })
  landmarks.unpin('nose')
  expect(pins()).toEqual({})
})

test('a new landmark is in hand at once; one that is taken out is no more', () => {
  expect(landmarks.add('Ear')).toBe(true)
  const ear = landmarks.inHand.value!
  expect(ear.name).toBe('Ear')
  landmarks.remove(ear.id)
  expect(landmarks.all.value.map(({ name }) => name)).toEqual(['Nose', 'Tail'])
  expect(landmarks.inHand.value!.id).toBe('nose')
})

test('a copy is in hand at once, pinned where the first is; a step puts it elsewhere in the row', () => {
  landmarks.pinAt('nose', 10, 20)
  landmarks.copy('nose')
  const copy = landmarks.inHand.value!
  expect([copy.name, pins()[copy.id]]).toEqual(['Nose 2', { x: 10, y: 20 }])
  const names = () => landmarks.all.value.map(({ name }) => name)
  expect([landmarks.canStep(copy.id, 1), landmarks.canStep('nose', -1)]).toEqual([false, false])
  landmarks.step(copy.id, -1)
  expect(names()).toEqual(['Nose', 'Nose 2', 'Tail'])
  landmarks.step('nose', 1)
  expect(names()).toEqual(['Nose 2', 'Nose', 'Tail'])
  landmarks.step('nose', 1)
  expect(names()).toEqual(['Nose 2', 'Tail', 'Nose'])
})

test('drawings are slid for the eye alone, for each drawing on the table by itself, and put back', () => {
  const slides = mounted(() => useSlides(() => [])).given
  slides.by('b', { x: 5 })
  slides.by('b', { x: 2, turn: 0.5 })
  expect([slides.of('b'), slides.of('a')]).toEqual([
    { x: 7, y: 0, turn: 0.5 },
    { x: 0, y: 0, turn: 0 },
  ])
  store.goTo(5)
  expect(slides.slid.value.size).toBe(0)
  store.goTo(1)
  slides.putBack()
  expect([slides.slid.value.size, store.canUndo]).toEqual([0, false])
})

test('several are named one after the other; one that has a name gets another and then it is over', () => {
  const naming = useLandmarkNames(landmarks)
  expect(naming.naming.value).toBe(false)
  naming.adding.value = true
  naming.name.value = 'Wing'
  naming.give()
  expect([naming.name.value, naming.naming.value]).toEqual(['', true])
  naming.end()
  naming.rename(landmarks.all.value.at(-1)!)
  expect(naming.name.value).toBe('Wing')
  naming.name.value = 'Wing tip'
  naming.give()
  expect(landmarks.all.value.map(({ name }) => name)).toEqual(['Nose', 'Tail', 'Wing tip'])
  expect(naming.naming.value).toBe(false)
})

test('no name is none', () => {
  const naming = useLandmarkNames(landmarks)
  naming.adding.value = true
  naming.name.value = '   '
  naming.give()
  expect([landmarks.all.value.length, naming.naming.value]).toEqual([2, true])
})
