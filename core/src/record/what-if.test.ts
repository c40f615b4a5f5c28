import { applyEdit } from '../edits/apply'
import type { Edit } from '../edits/kinds'
import { newScene } from '../scene/create'
import type { Pass, Scene } from '../scene/schema'
import { drawn, settingsOf } from '../testing/build'
import { costOfLength, costOfRate, drawnInColours } from './what-if'

const stroke = (swatch: string) => ({
  kind: 'stroke' as const,
  id: `s-${swatch}`,
  swatch,
  size: 4,
  points: [1, 1, 0.5, 9, 4, 0.5],
})
const inked = (drawing: string, pass: Pass, swatch = 'pencil'): Edit => ({
  ...{ type: 'ink.change', drawing, pass, remove: [] },
  add: [{ at: 0, piece: stroke(swatch) }],
})
const after = (scene: Scene, ...edits: Edit[]): Scene => edits.reduce((now, edit) => applyEdit(now, edit).scene, scene)
const ROUGH = [1, 7, 13, 19].map((frame) => drawn(`d${frame}`, frame))
const scene = after(newScene(settingsOf()), ...ROUGH, ...ROUGH.map(({ drawing: { id } }) => inked(id, 'rough')))
const length = (frames: number): Edit => ({ type: 'scene.set', settings: { length: frames } })

test('a longer scene asks for as many drawings a frame as it has; a shorter one names what it shows no more', () => {
  expect(costOfLength('s', scene, after(scene, length(36)))).toEqual({
    toDo: [{ scene: 's', level: 'A', pass: 'rough', count: 2 }],
    lost: [],
  })
  expect(costOfLength('s', scene, after(scene, length(12)))).toEqual({
    toDo: [],
    lost: ['d13', 'd19'].map((drawing) => ({ drawing, passes: ['rough'] })),
  })
})

test('at twice the rate as many frames a drawing ask for as many drawings again; at half of it for none', () => {
  const rate = (fps: number): Edit => ({ type: 'scene.rate', fps, keep: 'seconds' })
  expect(costOfRate('s', scene, after(scene, rate(48))).toDo).toEqual([
    { scene: 's', level: 'A', pass: 'rough', count: 4 },
  ])
  expect(costOfRate('s', scene, after(scene, rate(12)))).toEqual({ toDo: [], lost: [] })
})

test('a colour touches the drawings whose lines show it or a tone of it, pass by pass', () => {
  const coloured = after(
    scene,
    { type: 'swatch.put', swatch: { id: 'coat', name: 'Coat', colour: '#336699' } },
    {
      type: 'swatch.put',
      swatch: { id: 'shade', name: 'Shade', colour: '#224466', tone: { of: 'coat', is: 'shadow' } },
    },
    ...[inked('d1', 'colour', 'coat'), inked('d7', 'shadow', 'shade'), inked('d13', 'colour', 'pencil')],
  )
  const lines: Record<string, { swatch: string }[]> = {
    'd1 colour': [stroke('coat')],
    'd7 shadow': [stroke('shade')],
    'd13 colour': [stroke('pencil')],
  }
  expect(drawnInColours(coloured, (drawing, pass) => lines[`${drawing} ${pass}`] ?? [], new Set(['coat']))).toEqual([
    { drawing: 'd1', passes: ['colour'] },
    { drawing: 'd7', passes: ['shadow'] },
  ])
})
