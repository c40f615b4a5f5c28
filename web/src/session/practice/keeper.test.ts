import type { PracticeResult } from '@unhurried/core'
import { PracticeKeeper } from './keeper'

function storageOf(): Storage {
  const kept = new Map<string, string>()
  return {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, value: string) => void kept.set(name, value),
  } as Storage
}
const eye = (n: number): PracticeResult => ({
  ...{ kind: 'eye', id: `result-${n}`, what: 'half', at: n, threshold: 5, answers: 30, right: 20 },
})
function keeperOf({ storage = storageOf(), away = false } = {}) {
  const server = { away, kept: [] as PracticeResult[] }
  const answering = async <T>(act: () => T) => {
    if (server.away) throw new Error('The server is not answering.')
    return act()
  }
  const keeper = new PracticeKeeper({
    storage,
    send: (results) => answering(() => server.kept.unshift(...results)),
    read: () => answering(() => server.kept),
    forget: () => answering(() => (server.kept = [])),
  })
  return { keeper, server, storage }
}

test('with the server away a result waits here, and goes when it is back, once', async () => {
  const { keeper, server, storage } = keeperOf({ away: true })
  await keeper.add(eye(1))
  await expect(keeper.all()).rejects.toThrow('not answering')
  expect(keeper.waiting).toEqual([eye(1)])
  // Another page of the same machine sends it too.
  const later = keeperOf({ storage })
  await later.keeper.add(eye(2))
  expect(later.server.kept).toEqual([eye(1), eye(2)])
  server.away = false
  expect(await keeper.all()).toEqual([])
})

test('all is read newest first, what waits with it; forgotten nothing is left here or there', async () => {
  const { keeper, server } = keeperOf()
  await keeper.add(eye(1))
  await keeper.add(eye(3))
  expect((await keeper.all()).map(({ at }) => at)).toEqual([3, 1])
  await keeper.forget()
  expect([keeper.waiting, server.kept]).toEqual([[], []])
})

test('what was kept here and cannot be read is none', async () => {
  const storage = storageOf()
  storage.setItem('unhurried-practice', '[{"kind":"eye"}]')
  const { keeper } = keeperOf({ storage })
  expect(keeper.waiting).toEqual([])
})
