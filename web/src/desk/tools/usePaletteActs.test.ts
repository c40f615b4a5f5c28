import { ref } from 'vue'
import { standInBrowser } from '../../testing/browser'
import { mounted, openScene } from '../../testing/open-scene'
import { usePaletteActs } from './usePaletteActs'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
let acts: ReturnType<typeof usePaletteActs>
const inHand = ref('')
beforeEach(async () => {
  store = await openScene([])
  inHand.value = 'tide'
  acts = mounted(() => usePaletteActs(inHand)).given
})
afterEach(() => store.close())
const pots = () => acts.pots.value.map(({ name }) => name)

test('a new pot, a copy and a tone are in hand at once', () => {
  acts.add('Weed', '#708050')
  expect(acts.chosen.value).toMatchObject({ name: 'Weed', colour: '#708050' })
  acts.copy()
  expect(acts.chosen.value).toMatchObject({ name: 'Weed, copy', colour: '#708050' })
  inHand.value = 'tide'
  acts.addTone('darker')
  expect(acts.chosen.value).toMatchObject({ name: 'Tide rough, darker', tone: { of: 'tide', is: 'darker' } })
  acts.letGo()
  expect(acts.chosen.value.tone).toBeUndefined()
})

test('a pot steps along the row of those that are seen, past what was merged', () => {
  inHand.value = 'tide'
  acts.merge('brick')
  expect([pots(), inHand.value]).toEqual([['Pencil', 'Brick note'], 'brick'])
  expect([acts.canStep(-1), acts.canStep(1)]).toEqual([true, false])
  acts.step(-1)
  expect(pots()).toEqual(['Brick note', 'Pencil'])
  acts.step(1)
  expect(pots()).toEqual(['Pencil', 'Brick note'])
  acts.takeOutAgain('tide')
  expect(pots()).toContain('Tide rough')
})
