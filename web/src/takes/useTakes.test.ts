import { standInBrowser } from '../testing/browser'
import { said } from '../testing/element-plus'
import { drawn, mounted, openScene } from '../testing/open-scene'
import { useTakeNames, useTakes, useTakeTimes } from './useTakes'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
let takes: ReturnType<typeof useTakes>
let times: ReturnType<typeof useTakeTimes>
let names: ReturnType<typeof useTakeNames>
let unmount: () => void
const take = (name: string) => Object.values(store.scene!.takes).find((each) => each.name === name)!

beforeEach(async () => {
  said.length = 0
  store = await openScene([drawn('a', 1), drawn('b', 13)])
  store.change({ type: 'take.set', take: 'main', fields: { name: 'Slow' } })
  const all = mounted(() => {
    takes = useTakes()
    times = useTakeTimes(takes)
    names = useTakeNames(takes)
  })
  unmount = all.unmount
})
afterEach(() => {
  unmount()
  store.close()
})

test('a new take has a name of its own and is laid beside the others, until there are four', () => {
  for (let n = 0; n < 4; n++) takes.addFrom(take('Slow'))
  expect(takes.out.value.map(({ name }) => name)).toEqual(['Slow', 'Slow 2', 'Slow 3', 'Slow 4', 'Slow 5'])
  expect(takes.beside.value).toHaveLength(4)
  takes.toggle(take('Slow 5').id)
  expect([takes.beside.value.length, said]).toEqual([4, [expect.stringContaining('4 takes can play side by side')]])
  takes.toggle('main')
  takes.toggle(take('Slow 5').id)
  expect(takes.beside.value.at(-1)).toBe(take('Slow 5').id)
})

test('the last take on the table stays on it; one put away leaves it', async () => {
  takes.toggle('main')
  expect(takes.beside.value).toEqual(['main'])
  takes.addFrom(take('Slow'))
  store.change({ type: 'take.set', take: take('Slow 2').id, fields: { away: true } })
  expect(takes.beside.value).toEqual(['main'])
  expect(takes.away.value.map(({ name }) => name)).toEqual(['Slow 2'])
})

test('a take may end before its drawings, and others tell how they differ from the first', () => {
  takes.addFrom(take('Slow'))
  const second = take('Slow 2')
  expect(times.differencesInWords(second.id)).toBe('the same as Slow')
  times.setLength(take('Slow'), 10)
  expect([times.lasts(take('Slow')), times.beyond(take('Slow')), times.beyond(second), times.length.value]).toEqual([
    10, 1, 0, 24,
  ])
  store.change({ type: 'exposure.hold', take: second.id, level: 'A', frame: 1, frames: 6 })
  expect(times.differencesInWords(second.id)).toMatch(/differ from Slow, hatched below$/)
})

test('a name that is none is put back and said', () => {
  names.names['main'] = ' '
  names.rename(take('Slow'), ' ')
  expect([names.names['main'], said]).toEqual(['Slow', ['A take needs a name: Give it a name.']])
  names.rename(take('Slow'), ' Quick ')
  expect(store.scene!.takes['main']!.name).toBe('Quick')
})
