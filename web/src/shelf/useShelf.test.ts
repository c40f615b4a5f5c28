import { api, type Production } from '../api/api'
import { useShelf } from './useShelf'

const scene = (id: string): Production['scenes'][number] => ({
  ...{ id, version: 0, updatedAt: '2026-01-01T00:00:00Z', name: `Scene ${id}`, bytes: 10 },
  ...{ fps: 24, length: 24, width: 16, height: 9, paper: '#ffffff', done: 0, toDo: 0 },
})
const shelfOf = (...ids: string[]): Production[] => [
  { id: 'ebb', name: 'Ebb', count: ids.length, scenes: ids.map(scene) },
]
const settle = async () => {
  for (let n = 0; n < 10; n++) await new Promise((resolve) => setTimeout(resolve))
}

/** The shelf, read for the first time; each later read is answered when a test says, with what it says. */
async function opened(...ids: string[]) {
  const reads: ((answer: Production[]) => void)[] = []
  jest.spyOn(api, 'shelf').mockImplementation(() => new Promise((answer) => reads.push(answer)))
  jest.spyOn(api, 'shelveScene').mockResolvedValue({})
  const shelf = useShelf()
  const answer = async (...now: string[]) => {
    reads.shift()!(shelfOf(...now))
    await settle()
  }
  await settle()
  await answer(...ids)
  return {
    shelf,
    reads,
    answer,
    ids: () => shelf.productions.value!.flatMap(({ scenes }) => scenes.map(({ id }) => id)),
  }
}
afterEach(() => jest.restoreAllMocks())

test('what was put away while the shelf was being read does not come back: it is read again', async () => {
  const { shelf, reads, answer, ids } = await opened('a', 'b')
  void shelf.load()
  await settle()
  await shelf.putAway(scene('a'))
  expect(ids()).toEqual(['b'])
  await answer('a', 'b')
  expect([ids(), reads.length]).toEqual([['b'], 1])
  await answer('b', 'new')
  expect([ids(), reads.length]).toEqual([['b', 'new'], 0])
})

test('what is being put away stays off a shelf that is read meanwhile, and is there again if that fails', async () => {
  const { shelf, answer, ids } = await opened('a', 'b')
  let refuse = (_: Error) => {}
  jest.spyOn(api, 'shelveScene').mockImplementation(() => new Promise((_, reject) => (refuse = reject)))
  const away = shelf.putAway(scene('a'))
  void shelf.load()
  await settle()
  await answer('a', 'b', 'new')
  expect(ids()).toEqual(['b', 'new'])
  refuse(new Error('The disk is full.'))
  await away
  expect([ids(), shelf.said.value]).toEqual([['a', 'b', 'new'], { sentence: 'The disk is full.', wrong: true }])
})
