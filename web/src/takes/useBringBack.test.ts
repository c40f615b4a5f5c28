import { ref } from 'vue'
import { newLevel, type Edit, type Scene } from '@unhurried/core'
import { InkStore } from '../session/ink-store'
import { standInBrowser } from '../testing/browser'
import { said } from '../testing/element-plus'
import { drawn, lined, mounted, openScene } from '../testing/open-scene'
import { useBringBack } from './useBringBack'
import type { ShownMoment } from './useMoment'

standInBrowser()
const today = new Date('2026-03-01T12:00:00')
let store: Awaited<ReturnType<typeof openScene>>
let moment: ShownMoment
const then = ref<Scene>()
const bringing = () => mounted(() => useBringBack(() => then.value)).given
const inLagoon = ({ add, ...edit }: Extract<Edit, { type: 'ink.change' }>): Edit => ({
  ...edit,
  add: add.map(({ at, piece }) => ({ at, piece: { ...piece, swatch: 'lagoon' } })),
})
beforeEach(async () => {
  said.length = 0
  store = await openScene([drawn('a', 1), drawn('b', 5), lined('a', 'a1', [10, 10, 50, 10])])
  const ink = new InkStore(() => Promise.resolve([{ drawing: 'a', pass: 'line', ink: store.ink!.inkOf('a', 'line') }]))
  await ink.ensure(['a', 'b'])
  moment = { moment: { version: 3, to: today, words: 'a line' }, scene: store.working!, ink }
  then.value = moment.scene
})
afterEach(() => store.close())

test('the whole scene comes back with its ink as one step; what was drawn since stays, and so does its colour', async () => {
  store.change({ type: 'swatch.put', swatch: { id: 'lagoon', name: 'Lagoon', colour: '#1c7f8a' } })
  store.change(drawn('c', 9))
  store.change(inLagoon(lined('c', 'c1', [1, 1, 9, 9]) as Extract<Edit, { type: 'ink.change' }>))
  store.change(inLagoon(lined('a', 'a2', [1, 1, 9, 9], { at: 1 }) as Extract<Edit, { type: 'ink.change' }>))
  const { named, bring, isBringing } = bringing()
  expect(named.value).toBe('the whole scene')
  const coming = bring(moment, today)
  expect(isBringing.value).toBe(true)
  expect([await coming, isBringing.value, said]).toEqual([true, false, []])
  expect(store.ink!.inkOf('a', 'line').map(({ id }) => id)).toEqual(['a1'])
  expect(store.ink!.inkOf('c', 'line').map(({ id }) => id)).toEqual(['c1'])
  expect(store.working!.palette.map(({ id }) => id)).toContain('lagoon')
  store.undo()
  expect(store.ink!.inkOf('a', 'line').map(({ id }) => id)).toEqual(['a1', 'a2'])
})

test('one drawing comes back alone', async () => {
  store.change({ type: 'drawing.remove', drawing: 'a' })
  store.change({ type: 'drawing.set', drawing: 'b', fields: { note: 'heavier' } })
  const { kind, drawing, named, bring } = bringing()
  kind.value = 'drawing'
  drawing.value = 'a'
  expect(named.value).toBe('drawing 1')
  expect(await bring(moment, today)).toBe(true)
  expect(store.ink!.inkOf('a', 'line')).toHaveLength(1)
  expect(store.working!.drawings['b']!.note).toBe('heavier')
})

test('what is as it was is said to be so', async () => {
  const before = store.working
  expect([await bringing().bring(moment, today), said]).toEqual([
    false,
    ['Nothing to bring back: the whole scene is as it was.'],
  ])
  expect(store.working).toBe(before)
})

test('a drawing whose level is gone is not brought back without it', async () => {
  store.change({ type: 'level.add', level: newLevel({ id: 'B', name: 'B', approach: 'pose-to-pose' }), at: 1 })
  store.change({ type: 'level.remove', level: 'A' })
  const { kind, drawing, bring } = bringing()
  kind.value = 'drawing'
  drawing.value = 'a'
  expect(await bring(moment, today)).toBe(false)
  expect(said).toEqual([expect.stringContaining('Bring level A back.')])
})
