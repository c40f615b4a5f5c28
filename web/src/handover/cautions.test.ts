import { applyEdit, newScene, pictureRuns, type Scene, type Sound } from '@unhurried/core'
import { drawn, settingsOf } from '../../../core/src/testing/build'
import { cautions } from './cautions'

const sound = (fields: Partial<Sound>): Sound => ({
  ...{ id: 's', name: 'Voice', file: 'a'.repeat(64), seconds: 3, start: 1, from: 0, strength: 1 },
  ...fields,
})
const scene = [drawn('a', 1), drawn('b', 13)].reduce<Scene>(
  (before, edit) => applyEdit(before, edit).scene,
  newScene(settingsOf()),
)
const of = (fields: Partial<Parameters<typeof cautions>[0]> = {}) =>
  cautions({ scene, runs: pictureRuns(scene), as: 'webm', clear: false, last: 24, ground: false, ...fields })

test('a drawing on the sheet that nobody drew is told, and a sound that is cut off with a film only', () => {
  const long = { ...scene, sounds: { s: sound({}) } }
  expect(of()).toEqual(['2 drawings are on the sheet but not drawn yet.'])
  expect(of({ scene: long })[0]).toBe('Voice goes on beyond the last frame and is cut off there.')
  expect(of({ scene: { ...scene, sounds: { s: sound({ muted: true }) } } })).toHaveLength(1)
  expect(of({ scene: long, as: 'gif' })).toHaveLength(1)
})

test('frames of nothing but paper are told, unless a ground is seen under them or there is nothing else', () => {
  const shown = pictureRuns(scene)
  const blank = shown.map((run, i) => (i === 0 ? { ...run, shown: [] } : run))
  expect(of({ runs: blank })).toContain('12 frames (0.5 s) show nothing but paper.')
  expect(of({ runs: blank, ground: true }).join()).not.toContain('paper')
  expect(of({ runs: shown.map((run) => ({ ...run, shown: [] })) })).toEqual([])
})

test('what a GIF cannot do is told of a GIF only', () => {
  const quick = { ...scene, settings: { ...scene.settings, fps: 60 } }
  const last = (as: 'gif' | 'apng') => of({ scene: quick, as, clear: true }).slice(1)
  expect(last('gif').map((sentence) => sentence.split(' ').slice(0, 4).join(' '))).toEqual([
    'GIF counts in hundredths',
    'In a GIF a',
  ])
  expect(last('apng')).toEqual([])
})

test('letters no font here has are told where words are printed, and there only', () => {
  const told = of({ as: 'pdf', lacking: ['雪', '日'] })
  expect(told).toEqual([
    'No font on this machine has 雪 日: boxes are printed there. Install a font for that script, or write the name another way.',
  ])
  expect(of({ as: 'pdf', lacking: [...'一二三四五六七八九'] }).join()).toContain('七 八 and more:')
  expect(of({ as: 'gif', lacking: ['雪'] })).toHaveLength(1)
})
