import fc from 'fast-check'
import type { InkPiece } from '../../ink/ink'
import { newScene } from '../../scene/create'
import { EditRefused } from '../../scene/refusal'
import type { Page, Scene } from '../../scene/schema'
import { validate } from '../../scene/validate'
import { columnOf } from '../lookup'
import { drawn, settingsOf } from '../../testing/build'
import { exposuresOf } from '../../timing/sheet'
import { applyEdit } from '../apply'
import { pagesLaid, type PagesToLay } from './pages'

let ids = 0
const freshId = () => `id${ids++}`
const line = (): InkPiece => ({
  kind: 'stroke',
  id: freshId(),
  swatch: 'pencil',
  size: 3,
  points: [1, 1, 0.5, 90, 40, 0.5],
})
const page = (id: string): Page => ({
  ...{ id, name: 'Page', picture: 'a'.repeat(64) },
  width: 300,
  height: 200,
  black: 40,
  white: 220,
})
const scan = (of: string): InkPiece => ({
  ...{ kind: 'scan', id: freshId(), swatch: 'pencil', page: of },
  ...{ width: 300, height: 200, matrix: [1, 0, 0, 1, 0, 0] },
})
const scene = newScene(settingsOf())
const lay = (wish: Partial<PagesToLay> & Pick<PagesToLay, 'inks'>, on: Scene = scene) => {
  const laid = pagesLaid({ scene: on, take: 'main', on: { name: 'From paper' }, frame: 1, hold: 2, freshId, ...wish })
  return { ...laid, scene: laid.edits.reduce((now, edit) => applyEdit(now, edit).scene, on) }
}
const shown = (of: Scene, level: string) =>
  exposuresOf(of, level, 'main').map(({ drawing, frames }) => [drawing, frames])

test('drawings from paper come one after another on a level of their own, each held, the rest empty', () => {
  const { scene: laid, level, drawings } = lay({ inks: [{ line: [line()] }, { line: [line()] }], frame: 3, hold: 5 })
  expect(shown(laid, level)).toEqual([
    [null, 2],
    [drawings[0], 5],
    [drawings[1], 5],
    [null, 12],
  ])
  expect(laid.levels[level]!.name).toBe('From paper')
  expect(laid.drawings[drawings[0]!]!.passes).toEqual({ line: 1 })
})

test('the scene grows as far as they need, and the page is under what was traced of it', () => {
  const inks = [{ rough: [scan('p')], line: [line()] }, { line: [line()] }]
  const { scene: laid, level, drawings } = lay({ inks, frame: 20, hold: 12, pages: [page('p')] })
  expect(laid.settings.length).toBe(43)
  expect(shown(laid, level)).toEqual([
    [null, 19],
    [drawings[0], 12],
    [drawings[1], 12],
  ])
  expect(laid.pages).toEqual({ p: page('p') })
  expect(laid.drawings[drawings[0]!]!.passes).toEqual({ rough: 1, line: 1 })
})

test('as a boil no drawing follows itself, all frames are filled, and what is laid is whole', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 6 }),
      fc.integer({ min: 1, max: 12 }),
      fc.integer({ min: 8, max: 90 }),
      fc.integer({ min: 1, max: 20 }),
      fc.nat(999),
      (count, hold, frames, frame, seed) => {
        const inks = Array.from({ length: count }, () => ({ line: [line()] }))
        const { scene: laid, level } = lay({ inks, frame, hold, boil: { frames, seed } })
        expect(validate(laid)).toEqual(laid)
        const boiling = shown(laid, level).filter(([drawing]) => drawing !== null)
        expect(boiling.reduce((sum, [, own]) => sum + Number(own), 0)).toBe(frames)
        if (count > 1 && boiling.length > 1)
          boiling.slice(1).forEach(([drawing], i) => expect(drawing).not.toBe(boiling[i]![0]))
      },
    ),
    { numRuns: 60 },
  )
})

test('what cannot be laid is refused in words, and nothing is laid', () => {
  const taken = applyEdit(scene, drawn('a', 3)).scene
  expect(() => lay({ inks: [{ line: [line()] }], frame: 3, on: { level: 'A' } }, taken)).toThrow(EditRefused)
  expect(() => lay({ inks: [] })).toThrow(/no page/)
  expect(() => lay({ inks: [{}, {}], boil: { frames: 24, seed: 1 }, on: { level: 'A' } })).toThrow(/level of its own/)
  expect(() => lay({ inks: Array.from({ length: 900 }, () => ({})), hold: 24 })).toThrow(/at most/)
})

test('on a level that is there they lie on its empty frames', () => {
  const { scene: laid, drawings } = lay({ inks: [{ line: [line()] }], frame: 5, hold: 3, on: { level: 'A' } })
  expect(columnOf(laid, 'main', 'A')).toEqual([
    { drawing: null, frames: 4 },
    { drawing: drawings[0], frames: 3 },
    { drawing: null, frames: 17 },
  ])
})
