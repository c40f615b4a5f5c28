import { applyEdit, newScene } from '@unhurried/core'
import { drawn, settingsOf } from '../../../../../core/src/testing/build'
import { lined } from '../../../testing/open-scene'
import { paperInWords } from './paper-in-words'

test('what lies on the paper is told: which drawing, of which level, how much on which pass', () => {
  const edits = [
    drawn('a', 1),
    lined('a', 'l', [0, 0, 9, 9]),
    lined('a', 'm', [0, 0, 9, 9], { at: 1 }),
    lined('a', 'n', [0, 0, 9, 9], { pass: 'rough' }),
  ]
  const scene = edits.reduce((before, edit) => applyEdit(before, edit).scene, newScene(settingsOf()))
  const blank = applyEdit(newScene(settingsOf()), drawn('a', 1)).scene
  expect(paperInWords(scene, scene.drawings['a'])).toBe(
    'Paper, drawing 1 of level A: 1 piece on rough, 2 pieces on line',
  )
  expect(paperInWords(blank, blank.drawings['a'])).toBe('Paper, drawing 1 of level A: nothing drawn yet')
  expect(paperInWords(blank, undefined)).toBe('Paper, empty frame')
})
