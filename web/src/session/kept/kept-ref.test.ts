import { z } from 'zod'
import { keptRef } from './kept-ref'

beforeAll(() => {
  const kept = new Map<string, string>()
  const storage = {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, value: string) => void kept.set(name, value),
  }
  Object.assign(globalThis, { localStorage: storage })
})
afterAll(() => void Reflect.deleteProperty(globalThis, 'localStorage'))
const schema = z.object({ next: z.int().min(0) })

test('what is set is shared and is there again; what cannot be read is the fallback', () => {
  localStorage.setItem('kept-1', '{"next":4}')
  const use = keptRef('kept-1', schema, { next: 0 })
  const [one, other] = [use(), use()]
  expect(one.value).toEqual({ next: 4 })
  one.value = { next: 5 }
  expect(other.value).toEqual({ next: 5 })
  expect(keptRef('kept-1', schema, { next: 0 })().value).toEqual({ next: 5 })
  localStorage.setItem('kept-2', '{"next":-1}')
  expect(keptRef('kept-2', schema, { next: 7 })().value).toEqual({ next: 7 })
  expect(keptRef('kept-3', schema, { next: 8 })().value).toEqual({ next: 8 })
})
