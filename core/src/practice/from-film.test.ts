import { applyEdit } from '../edits/apply'
import type { Edit } from '../edits/kinds'
import { newScene } from '../scene/create'
import { drawn, settingsOf } from '../testing/build'
import { scoreAgainstFilm } from './from-film'
import { scoreInWords } from './in-words'

/** Goes up and down twice. */
const track = Array.from({ length: 33 }, (_, i) => ({
  frame: i + 1,
  x: 40 + 4 * i,
  y: 90 - 50 * Math.sin((Math.PI * i) / 8),
}))
const pinned = (id: string, frame: number, at: { x: number; y: number }): Edit[] => [
  drawn(id, frame),
  { type: 'pin.set', drawing: id, landmark: 'tip', pin: at },
]
const place = (frame: number) => ({ x: track[frame - 1]!.x, y: track[frame - 1]!.y })
const scene = [
  { type: 'landmark.put', level: 'A', landmark: { id: 'tip', name: 'Tip' } } as const,
  ...pinned('a', 1, place(1)),
  ...pinned('b', 7, { x: place(5).x + 6, y: place(5).y }),
  ...pinned('c', 13, place(13)),
].reduce<ReturnType<typeof newScene>>((now, edit) => applyEdit(now, edit).scene, newScene(settingsOf({ length: 40 })))

test('keys drawn after a film: which were found, on which frames, and how far off', () => {
  const score = scoreAgainstFilm({ scene, take: 'main', name: 'Tip', track })
  expect(score.keys.map(({ frame, drawn: on }) => [frame, on])).toEqual([
    [1, 1],
    [5, 7],
    [13, 13],
    [21, undefined],
    [29, undefined],
    [33, undefined],
  ])
  expect(score.drawings.map(({ px }) => Math.round(px))).toEqual([0, 6, 0])
  expect(scoreInWords(score).slice(0, 2)).toEqual([
    'Found 3 of 6 keys; none near frames 21, 29 and 33.',
    'The key of frame 5 stands on 7.',
  ])
})

test('the drawing pinned on the film itself is no answer; without another nothing is compared', () => {
  expect(scoreAgainstFilm({ scene, take: 'main', name: 'Tip', track, from: 'a' }).drawings).toHaveLength(2)
  expect(() => scoreAgainstFilm({ scene, take: 'main', name: 'Nose', track })).toThrow(/No drawing can be measured yet/)
})
