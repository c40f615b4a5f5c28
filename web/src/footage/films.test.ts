import { newScene, type Footage, type Scene } from '@unhurried/core'
import { settingsOf } from '../../../core/src/testing/build'
import type { Table } from '../stage/surface'
import { filmsOnTable, framesInTurn } from './films-on-table'
import { filmPicture, filmsUnder, isFilmPicture } from './films-under'

const film = (fields: Partial<Footage> = {}): Footage => ({
  ...{ id: 'f', name: 'Walk', file: 'b'.repeat(64), seconds: 1, width: 640, height: 360 },
  ...{ start: 3, from: 0.5, speed: 1, strength: 0.4, x: 10, y: 20, across: 320 },
  ...fields,
})
const under = (frame: number, ...all: Footage[]) => {
  const scene: Scene = { ...newScene(settingsOf()), footage: Object.fromEntries(all.map((each) => [each.id, each])) }
  return filmsUnder(scene, frame)
}

test('a film is a picture under the paper, named by its file and the second that is seen', () => {
  const [seen] = under(5, film())
  expect(seen).toMatchObject({ place: 'under', x: 10, y: 20, width: 320, strength: 0.4 })
  expect(seen!.picture).toBe(`film:${'b'.repeat(64)}:0.583333333`)
  expect([isFilmPicture(seen!.picture), isFilmPicture('b'.repeat(64))]).toEqual([true, false])
  expect(filmPicture(seen!.picture)).toEqual({ file: 'b'.repeat(64), second: 0.583333333 })
})

test('before its start, beyond its end and hidden it is not there; two lie one on the other', () => {
  expect([under(2, film()), under(15, film()), under(5, film({ hidden: true }))]).toEqual([[], [], []])
  expect(under(14, film(), film({ id: 'g', start: 14 })).map(({ id }) => id)).toEqual(['f', 'g'])
  expect(filmsUnder(newScene(settingsOf()), 1)).toEqual([])
})

test('small pictures are made of the frames first on which a drawing begins, from where one is', () => {
  const base = newScene(settingsOf({ length: 8 }))
  const held = ['a', 'b', 'c'].map((drawing, i) => ({ drawing, frames: [3, 3, 2][i]! }))
  const scene: Scene = { ...base, sheets: { ...base.sheets, [base.mainTake]: { A: held } } }
  expect(framesInTurn(scene, 4)).toEqual([4, 7, 1, 5, 6, 8, 2, 3])
})

test('away from the desk nothing more is asked of its scene', () => {
  const jobs = new Map<number, () => void>()
  Object.assign(globalThis, {
    requestIdleCallback: (job: () => void) => (jobs.set(jobs.size + 1, job), jobs.size),
    cancelIdleCallback: (handle: number) => jobs.delete(handle),
  })
  let open: Scene | undefined = newScene(settingsOf())
  const filmed = filmsOnTable(() => open!)
  const leave = filmed.follow({ frame: 1, unready: () => {}, repaint: () => {} } as unknown as Table)
  filmed.went(2, 1)
  expect(jobs.size).toBe(1)
  leave()
  open = undefined
  for (const job of jobs.values()) job()
  expect(jobs.size).toBe(0)
})
