import { applyEdit, newScene, type Graphs } from '@unhurried/core'
import { settingsOf } from '../../../core/src/testing/build'
import { movesOf, sharesOf, stepsAtSeam, wayInBox } from './graphed'

const place = (frame: number, x: number, y = 0) => ({ drawing: `d${frame}`, number: String(frame), frame, x, y })
const size = (frame: number, area: number) => ({ drawing: `d${frame}`, number: String(frame), frame, area, ratio: 1 })

test('a way lies in its box as it lies on the paper', () => {
  const paper = settingsOf({ width: 400, height: 100 })
  const { k, width, height, dots } = wayInBox([place(1, 400, 100)], paper, { width: 200, height: 100 })
  expect([k, width, height, dots[0]!.x, dots[0]!.y]).toEqual([0.5, 200, 50, 200, 50])
})

test('sizes are shares of the model, else of the middle drawing', () => {
  const sizes = [size(1, 50), size(2, 100), size(3, 400)]
  expect(sharesOf(sizes, { area: 200 }).map(({ share }) => share)).toEqual([25, 50, 200])
  expect(sharesOf(sizes, undefined).map(({ share }) => share)).toEqual([50, 100, 400])
  expect(sharesOf([], undefined)).toEqual([])
})

test('what stands in for a landmark is called as its level', () => {
  const moves = [{ from: 1, to: 9 }]
  const tracks = ['the middle of its shape', 'Nose'].map((name) => ({ name, places: [], moves }))
  const graphs: Graphs = { levels: [{ level: 'A', sizes: [], tracks }], luminance: [], flashes: [] }
  const scene = applyEdit(newScene(settingsOf()), { type: 'level.set', level: 'A', fields: { name: 'Gull' } }).scene
  expect(movesOf(graphs, scene).map(({ name }) => name)).toEqual(['Gull', 'Nose'])
})

test('the step over the seam goes from the last drawing to the first, in the frames between them', () => {
  const round = [place(1, 0), place(3, 10), place(5, 20), place(7, 30), place(9, 20), place(11, 10)]
  expect(stepsAtSeam(round, 12).map(({ name, over, speed }) => [name, over, speed])).toEqual([
    ['7–9', false, 5],
    ['9–11', false, 5],
    ['11–1', true, 5],
    ['1–3', false, 5],
    ['3–5', false, 5],
  ])
  expect(stepsAtSeam(round.slice(1), 12)).toEqual([])
})
