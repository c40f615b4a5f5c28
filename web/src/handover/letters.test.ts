import { applyEdit, newScene } from '@unhurried/core'
import { settingsOf } from '../../../core/src/testing/build'
import { lettersLacking, wordsPrinted } from './letters'

test('what is printed is every name and note of the take, and only of that take', () => {
  const scene = [
    { type: 'level.set' as const, level: 'A', fields: { name: 'שכבה' } },
    { type: 'take.add' as const, id: 't2', name: 'Δεύτερη', from: 'main' },
  ].reduce((before, edit) => applyEdit(before, edit).scene, newScene(settingsOf({ name: '雪の日' })))
  const words = wordsPrinted(scene, 't2')
  expect(words).toEqual(expect.arrayContaining(['雪の日', 'שכבה', 'Δεύτερη']))
  expect(wordsPrinted(scene, 'main')).not.toContain('Δεύτερη')
})

test('letters no font has are named once each; what every face has, and marks between words, are not looked at', () => {
  const looked: string[] = []
  const isDrawn = (letter: string) => (looked.push(letter), letter !== '雪')
  expect(lettersLacking(['Gull 雪 1', '雪の日 · “é”'], isDrawn)).toEqual(['雪'])
  expect(looked).toEqual(['雪', 'の', '日'])
})
