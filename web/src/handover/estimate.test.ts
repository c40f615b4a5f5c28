import { estimated, learn, type Making } from './estimate'

function store() {
  const kept = new Map<string, string>()
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  }
}
const film: Making = { as: 'webm', scene: 'ebb', width: 1000, height: 500, pictures: 12, frames: 24 }

test('before anything was made it tells by what the sample film took, by frames or by pictures', () => {
  const storage = store()
  expect(estimated(film, storage)).toEqual({ bytes: 2700 * 12, ms: 14 * 12 })
  expect(estimated({ ...film, as: 'gif' }, storage)).toEqual({ bytes: 3400 * 6, ms: 55 * 6 })
  expect(estimated({ ...film, as: 'csv' }, storage)).toBeUndefined()
})

test('what a scene took foretells its next, at any size; of another scene the last of its kind', () => {
  const storage = store()
  learn(film, { bytes: 60_000, ms: 240 }, storage)
  expect(estimated({ ...film, width: 2000 }, storage)).toEqual({ bytes: 120_000, ms: 480 })
  expect(estimated({ ...film, scene: 'flood', frames: 48 }, storage)).toEqual({ bytes: 120_000, ms: 480 })
  learn({ ...film, scene: 'flood' }, { bytes: 6000, ms: 24 }, storage)
  expect(estimated(film, storage)).toEqual({ bytes: 60_000, ms: 240 })
  expect(estimated({ ...film, scene: 'slack' }, storage)).toEqual({ bytes: 6000, ms: 24 })
})

test('nonsense that is stored is as nothing, and it does not grow without end', () => {
  const storage = store()
  storage.setItem('unhurried-making', '{"webm":{"bytes":-1}}')
  expect(estimated(film, storage)).toEqual({ bytes: 2700 * 12, ms: 14 * 12 })
  for (let i = 0; i < 300; i++) learn({ ...film, scene: `s${i}` }, { bytes: 10, ms: 10 }, storage)
  expect(Object.keys(JSON.parse(storage.getItem('unhurried-making')!) as object).length).toBeLessThanOrEqual(200)
  learn(film, { bytes: 0, ms: 5 }, storage)
  expect(estimated(film, storage)).toEqual(expect.objectContaining({ bytes: expect.closeTo(10, 6) }))
})
