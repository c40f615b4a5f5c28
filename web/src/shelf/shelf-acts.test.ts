import fc from 'fast-check'
import { shallowRef, ref } from 'vue'
import type { Production, ShelvedScene } from '../api/api'
import { api } from '../api/api'
import { NOTHING_YET } from '@unhurried/core'
import { productionsApi } from '../api/productions'
import { shelfActs, shownOn, withMoved, type Change, type Said } from './shelf-acts'
import { bytesInWords } from '../parts/bytes'
import { dayInWords, goneOn } from './words'

const scene = (id: string): ShelvedScene => ({
  ...{ id, version: 0, updatedAt: '2026-01-01T00:00:00Z', name: `Scene ${id}`, bytes: 10 },
  ...{ fps: 24, length: 24, width: 16, height: 9, paper: '#ffffff', done: 0, toDo: 0 },
})
const production = (id: string, ...scenes: string[]): Production => ({
  ...{ id, name: id, count: scenes.length },
  scenes: scenes.map(scene),
})
const ids = (shelf: readonly Production[]) => shelf.map(({ scenes }) => scenes.map(({ id }) => id).join(''))

function acts(...shelf: Production[]) {
  const shown = {
    kept: shallowRef<readonly Production[] | undefined>(shelf),
    underWay: shallowRef<readonly Change[]>([]),
  }
  const state = {
    ...{ ...shown, productions: shownOn(shown) },
    said: ref<Said>(),
    load: jest.fn(async () => undefined),
  }
  return { ...state, ...shelfActs(state), order: () => ids(state.productions.value!) }
}
afterEach(() => jest.restoreAllMocks())

test('a scene moved is in one place, at the place asked for, and nothing else changes its order', () => {
  fc.assert(
    fc.property(fc.nat(4), fc.nat(1), fc.nat(4), (from, row, at) => {
      const shelf = [production('p', ...'abcde'), production('q', ...'vwxyz')]
      const moved = shelf[0]!.scenes[from]!
      const after = withMoved(shelf, moved, { production: 'pq'[row]!, at })
      expect(after[row]!.scenes[at]).toBe(moved)
      const rest = (shelf: readonly Production[]) => ids(shelf).map((row) => row.replace(moved.id, ''))
      expect(rest(after)).toEqual(rest(shelf))
      expect(after.map(({ count, scenes }) => count - scenes.length)).toEqual([0, 0])
    }),
  )
})

test('a move is shown at once and told by the scene it comes before', async () => {
  const told = jest.spyOn(api, 'shelveScene').mockResolvedValue({})
  const shelf = acts(production('p', ...'abc'), production('q', ...'xy'))
  await shelf.moveScene(scene('c'), { production: 'p', at: 0 })
  await shelf.moveScene(scene('a'), { production: 'q', at: 2 })
  expect(shelf.order()).toEqual(['cb', 'xya'])
  expect(told.mock.calls.map(([id, body]) => [id, body.production, body.before])).toEqual([
    ['c', 'p', 'a'],
    ['a', 'q', null],
  ])
})

test('what fails is said, and what was shown before is back', async () => {
  jest.spyOn(api, 'shelveScene').mockRejectedValue(new Error('The server cannot be reached.'))
  const shelf = acts(production('p', ...'ab'))
  await shelf.putAway(scene('a'))
  expect(shelf.said.value).toEqual({ sentence: 'The server cannot be reached.', wrong: true })
  expect([shelf.order(), shelf.productions.value![0]!.count]).toEqual([['ab'], 2])
})

test('of two at once the one that fails is taken back alone', async () => {
  let refuse = (_: Error) => {}
  jest
    .spyOn(api, 'shelveScene')
    .mockImplementationOnce(() => new Promise((_, reject) => (refuse = reject)))
    .mockResolvedValue({})
  const shelf = acts(production('p', ...'abc'))
  const first = shelf.putAway(scene('a'))
  await shelf.putAway(scene('b'))
  expect(shelf.order()).toEqual(['c'])
  refuse(new Error('The server cannot be reached.'))
  await first
  expect([shelf.order(), shelf.productions.value![0]!.count]).toEqual([['ac'], 2])
})

test('renamed, put away and forgotten it is so on the shelf, and a sentence says where it is', async () => {
  jest.spyOn(api, 'shelveScene').mockResolvedValue({})
  jest.spyOn(api, 'forgetScene').mockResolvedValue({})
  const shelf = acts(production('p', ...'abc'))
  await shelf.renameScene(scene('a'), 'Heron')
  expect(shelf.productions.value![0]!.scenes[0]!.name).toBe('Heron')
  await shelf.putAway(scene('a'))
  expect([shelf.order(), shelf.productions.value![0]!.count]).toEqual([['bc'], 2])
  expect(shelf.said.value!.sentence).toMatch(/put away/)
  await shelf.forget(scene('b'))
  expect([shelf.order(), shelf.said.value!.sentence]).toEqual([['c'], expect.stringMatching(/brought back/)])
})

test('productions are named, ordered and put away', async () => {
  const told = jest.spyOn(api, 'changeProduction').mockResolvedValue({})
  const shelf = acts(production('p'), production('q'), production('r'))
  const order = () => shelf.productions.value!.map(({ name }) => name)
  await shelf.moveProduction('r', 0)
  expect(order()).toEqual(['r', 'p', 'q'])
  await shelf.moveProduction('r', 2)
  expect(order()).toEqual(['p', 'q', 'r'])
  expect(told.mock.calls).toEqual([
    ['r', { before: 'p' }],
    ['r', { before: null }],
  ])
  await shelf.changeProduction(shelf.productions.value![0]!, { name: 'first' })
  expect(order()).toEqual(['first', 'q', 'r'])
  await shelf.changeProduction(shelf.productions.value![1]!, { away: true })
  expect(order()).toEqual(['first', 'r'])
})

describe('a production copied', () => {
  function copying(copyScene: typeof api.copyScene) {
    jest.spyOn(api, 'createProduction').mockResolvedValue({ id: 'new', name: 'p · copy' })
    const after = jest.spyOn(api, 'scenesAfter').mockResolvedValue([scene('c'), scene('d')])
    const copies = jest.spyOn(api, 'copyScene').mockImplementation(copyScene)
    const shelf = acts({ ...production('p', ...'ab'), count: 4 })
    const reels = [{ id: 'r', name: 'Long cut', fps: 24, shots: [{ id: 's', scene: 'c' }] }]
    jest.spyOn(productionsApi, 'read').mockResolvedValue({
      ...{ id: 'p', name: 'p', version: 2, document: { ...NOTHING_YET, reels } },
    })
    const keep = jest.spyOn(productionsApi, 'keep').mockResolvedValue({ version: 2, document: NOTHING_YET })
    const beside = () => keep.mock.calls.map(([into, edits]) => [into, edits.map(({ edit }) => edit)])
    return {
      shelf,
      after,
      beside,
      copies,
      copied: () => copies.mock.calls.map(([id, { production: into }]) => [id, into]),
    }
  }

  test('has all its scenes in their order, also those that were not fetched yet', async () => {
    const { shelf, after, beside, copies, copied } = copying(async () => ({ id: 'x' }))
    await shelf.copyProduction(shelf.productions.value![0]!)
    const into = copied()[0]![1]
    expect(copied()).toEqual([...'abcd'].map((id) => [id, into]))
    expect(after.mock.calls).toEqual([['p', 'b']])
    // Its reel shows the copies.
    const part = { id: 's', scene: (copies.mock.calls[2]![1] as { id: string }).id }
    expect(beside()).toEqual([
      [
        into,
        [
          { type: 'reel.put', part: { id: 'r', name: 'Long cut', fps: 24 } },
          { type: 'shot.put', of: 'r', part },
        ],
      ],
    ])
    expect(shelf.said.value!.sentence).toBe('p · copy stands last, with 4 scenes.')
  })

  test('can be stopped in the middle', async () => {
    const { shelf, beside, copied } = copying(async (_, { name }) => {
      if (name === 'Scene b') shelf.said.value!.stop!()
      return { id: 'x' }
    })
    await shelf.copyProduction(shelf.productions.value![0]!)
    expect([copied().length, shelf.said.value!.sentence]).toEqual([2, 'p · copy stands last, with 2 scenes.'])
    expect(beside()).toEqual([])
  })

  test('says what went wrong, and shows what was copied till then', async () => {
    const { shelf } = copying(() => Promise.reject(new Error('The disk is full.')))
    await shelf.copyProduction(shelf.productions.value![0]!)
    expect([shelf.said.value, shelf.load.mock.calls.length]).toEqual([
      { sentence: 'The disk is full.', wrong: true },
      1,
    ])
  })
})

test('sizes and days in words', () => {
  expect([40, 1200, 999_600, 4_260_000, 23_400_000].map(bytesInWords)).toEqual([
    '1 kB',
    '1 kB',
    '1.0 MB',
    '4.3 MB',
    '23 MB',
  ])
  expect(dayInWords(goneOn(new Date(2026, 10, 26)), new Date(2026, 10, 26))).toBe('26 December')
  expect(dayInWords(goneOn(new Date(2026, 11, 12)), new Date(2026, 11, 12))).toBe('11 January 2027')
})
