import { ref, shallowRef } from 'vue'
import { settled, standInBrowser } from '../testing/browser'
import { said } from '../testing/element-plus'
import { drawn, lined, mounted, openScene } from '../testing/open-scene'
import type { OnTable, Slide } from '../stage/surface'
import { useFlips } from './commands/useFlips'
import { useGoAhead } from './paper/stage/useGoAhead'
import { useLaying } from './paper/stage/useLaying'
import { useView } from './paper/useView'
import { useSheetPanels } from './sheet/useSheetPanels'

const browser = standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
beforeEach(async () => {
  said.length = 0
  store = await openScene([
    ...['a', 'b', 'c'].map((id, i) => drawn(id, 1 + 4 * i)),
    ...['a', 'b', 'c'].map((id) => lined(id, `${id}1`, [10, 10, 60, 10])),
    {
      type: 'level.set',
      level: 'A',
      fields: {
        lightTable: { on: true, shows: 'around', earlier: 1, later: 1, earlierStrength: 0.5, laterStrength: 0.5 },
      },
    },
  ])
})
afterEach(() => store.close())

/** What was shown on a table that shows nothing. */
function paper() {
  const shown: OnTable[] = []
  const table = { show: (what: OnTable) => void shown.push(what), drawing: () => false, look: () => undefined }
  const [flipped, walked] = [ref<string>(), ref<string>()]
  const slid = shallowRef<ReadonlyMap<string, Slide>>(new Map())
  const [playing, selected] = [ref(false), ref<unknown>()]
  const { given } = mounted(() => {
    const view = useView()
    view.table.value = table as never
    const laying = useLaying({ view, flipped, walked, slid })
    return { laying, ahead: useGoAhead({ view, flipped, walked, slid }, laying, { playing, selected }) }
  })
  const last = () => {
    const { drawing, under, shown: levels } = shown.at(-1)!
    return { drawing, under: under.map((each) => each.drawing), levels: levels.map((each) => each.drawing) }
  }
  return { ...given, shown, last, flipped, walked, playing, selected }
}

test('the drawing lies on the table and its neighbours under the light', () => {
  const { laying, last } = paper()
  store.goTo(5)
  laying.lay()
  expect(last()).toEqual({ drawing: 'b', under: ['c', 'a'], levels: ['b'] })
})

test('while another drawing is compared it lies in place of this one, with nothing under it', () => {
  const { laying, last, flipped } = paper()
  flipped.value = 'c'
  laying.lay()
  expect(last()).toEqual({ drawing: 'a', under: [], levels: ['c'] })
})

test('the paper goes first: it is laid at once, and where we are follows a frame of the screen later', () => {
  const { ahead, last, shown } = paper()
  ahead.goAhead(5)
  expect([last().drawing, store.frame]).toEqual(['b', 1])
  browser.nextFrame()
  expect(store.frame).toBe(1)
  browser.nextFrame()
  expect([store.frame, shown.length, ahead.isAhead()]).toEqual([5, 1, true])
})

test('whatever is done next is done where the paper is', () => {
  const { ahead } = paper()
  ahead.goAhead(5)
  window.dispatchEvent(new Event('keydown'))
  expect(store.frame).toBe(5)
  ahead.flip(1)
  ahead.flip(-1)
  window.dispatchEvent(new Event('pointerdown'))
  expect(store.drawing).toBe('b')
})

test('while something is played, selected or compared the paper waits for the page', () => {
  const { ahead, shown, playing, selected } = paper()
  playing.value = true
  ahead.goAhead(5)
  expect([store.frame, shown.length]).toEqual([5, 0])
  playing.value = false
  selected.value = {}
  ahead.goAhead(9)
  expect([store.frame, shown.length, ahead.isAhead()]).toEqual([9, 0, false])
})

test('flipping between the parents goes round them and back to this drawing; a steady beat does so by itself', () => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'queueMicrotask', 'nextTick'] })
  const flipped = ref<string>()
  const steps = ref([{ drawing: 'b', between: { parents: ['a', 'c'] } }])
  const flips = mounted(() => useFlips({ flipped, steps: steps as never, host: ref() })).given
  store.goTo(5)
  const parents = () => (flips.parents(), flipped.value)
  expect([parents(), parents(), parents()]).toEqual(['a', 'c', undefined])
  flips.beat('parents')
  const beaten = Array.from({ length: 5 }, () => (jest.advanceTimersByTime(420), flipped.value))
  expect([beaten, flips.beating.value]).toEqual([['a', undefined, 'c', undefined, 'a'], 'parents'])
  store.goTo(9)
  expect([flips.beating.value, flipped.value]).toEqual([undefined, undefined])
  flips.beat('last')
  jest.advanceTimersByTime(420)
  expect(flipped.value).toBe('b')
  flips.beat('last')
  expect(flips.beating.value).toBeUndefined()
  jest.useRealTimers()
})

test('what opens beside the sheet shares its place, is closed together, and a note is kept', async () => {
  const panels = mounted(useSheetPanels).given
  expect(panels.closeAll()).toBe(false)
  panels.acting.value = true
  await settled()
  panels.helping.value = true
  await settled()
  expect([panels.acting.value, panels.helping.value]).toEqual([false, true])
  const head = {} as HTMLElement
  panels.toggleHead('A', head)
  panels.toggleHead('A', head)
  expect(panels.head.value).toBeUndefined()
  expect([panels.closeAll(), panels.helping.value]).toEqual([true, false])
  await panels.writeNote(5)
  panels.note.value = 'Eyes first'
  panels.keepNote()
  expect([store.scene!.takes['main']!.notes, panels.noting.value]).toEqual([
    [{ frame: 5, text: 'Eyes first' }],
    undefined,
  ])
  await panels.writeNote(5)
  expect(panels.note.value).toBe('Eyes first')
})
