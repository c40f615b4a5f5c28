import { settingsOf } from '../testing/build'
import { wcagLuminance } from 'culori'
import fc from 'fast-check'
import { applyEdit } from '../edits/apply'
import type { Edit } from '../edits/kinds'
import { panAt, panForWalk, panSpeed } from '../motion/pan'
import { newScene } from './create'
import { modelTouches } from './model'
import { coloursOf, potsOf, toneOf } from './palette'
import type { Scene } from './schema'

const base = newScene(settingsOf({ width: 640, height: 360, length: 25, paper: '#fbf7ee' }))
const after = (scene: Scene, ...edits: Edit[]) => edits.reduce((now, edit) => applyEdit(now, edit).scene, scene)
const colour = (scene: Scene, id: string) => coloursOf(scene.palette).get(id)
const put = (id: string, hex: string, more = {}): Edit => ({
  type: 'swatch.put',
  swatch: { id, name: id, colour: hex, ...more },
})

describe('the palette', () => {
  test('lighter is lighter, darker darker and a shadow darkest, all of them colours a screen can show', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 0xffffff }), (n) => {
        const hex = `#${n.toString(16).padStart(6, '0')}`
        const [light, dark, shadow] = (['lighter', 'darker', 'shadow'] as const).map((tone) => toneOf(hex, tone))
        expect(light).toMatch(/^#[0-9a-f]{6}$/)
        expect(wcagLuminance(light!)).toBeGreaterThanOrEqual(wcagLuminance(hex) - 0.001)
        expect(wcagLuminance(dark!)).toBeLessThanOrEqual(wcagLuminance(hex) + 0.001)
        expect(wcagLuminance(shadow!)).toBeLessThanOrEqual(wcagLuminance(dark!) + 0.02)
      }),
    )
  })

  test('a tone follows its colour until it is let go, and undo brings both back', () => {
    const toned = after(
      base,
      put('coat', '#b9472f'),
      put('coat-shade', '#000000', { tone: { of: 'coat', is: 'shadow' } }),
    )
    expect(colour(toned, 'coat-shade')).toBe(toneOf('#b9472f', 'shadow'))
    const { scene, inverse } = applyEdit(toned, put('coat', '#23686c'))
    expect(colour(scene, 'coat-shade')).toBe(toneOf('#23686c', 'shadow'))
    expect(applyEdit(scene, inverse).scene).toEqual(toned)
    expect(() => applyEdit(toned, put('x', '#ffffff', { tone: { of: 'coat-shade', is: 'lighter' } }))).toThrow(
      /not another tone/,
    )
  })

  test('merged colours are shown as one, however they were merged, and come apart again', () => {
    const three = after(base, put('a', '#111111'), put('b', '#222222'), put('c', '#333333'))
    const merged = after(
      three,
      { type: 'swatch.pour', swatch: 'a', into: 'b' },
      { type: 'swatch.pour', swatch: 'b', into: 'c' },
    )
    expect([colour(merged, 'a'), colour(merged, 'b')]).toEqual(['#333333', '#333333'])
    expect(potsOf(merged.palette).map(({ id }) => id)).not.toContain('a')
    expect(() => applyEdit(merged, { type: 'swatch.pour', swatch: 'c', into: 'a' })).toThrow(/itself/)
    expect(colour(after(merged, { type: 'swatch.take-out', swatch: 'a' }), 'a')).toBe('#111111')
  })
})

describe('passes, model, ground and references in the document', () => {
  test('a locked pass refuses ink, others do not; what says nothing is not kept', () => {
    const drawn = after(base, {
      type: 'drawing.add',
      take: 'main',
      level: 'A',
      frame: 1,
      drawing: { id: 'd', role: 'key' },
    })
    const locked = after(drawn, {
      type: 'level.set',
      level: 'A',
      fields: { passes: { rough: { locked: true, dim: false }, line: { strength: 1 } } },
    })
    expect(locked.levels['A']!.passes).toEqual({ rough: { locked: true } })
    const ink = (pass: 'rough' | 'line'): Edit => ({
      type: 'ink.change',
      drawing: 'd',
      pass,
      remove: [],
      add: [{ at: 0, piece: { kind: 'stroke', id: 'p', swatch: 'pencil', size: 4, points: [1, 1, 0.5] } }],
    })
    expect(() => applyEdit(locked, ink('rough'))).toThrow(/rough pass of level A is locked/)
    expect(after(locked, ink('line')).drawings['d']!.passes).toEqual({ line: 1 })
    expect(
      after(locked, { type: 'level.set', level: 'A', fields: { passes: null } }).levels['A']!.passes,
    ).toBeUndefined()
  })

  test('a change of the model touches every other drawing, pass by pass', () => {
    const add = (id: string, frame: number): Edit => ({
      type: 'drawing.add',
      take: 'main',
      level: 'A',
      frame,
      drawing: { id, role: 'key' },
    })
    const ink = (drawing: string, pass: 'line' | 'colour'): Edit => ({
      type: 'ink.change',
      drawing,
      pass,
      remove: [],
      add: [{ at: 0, piece: { kind: 'stroke', id: 'p', swatch: 'pencil', size: 4, points: [1, 1, 0.5] } }],
    })
    const scene = after(
      base,
      add('a', 1),
      add('b', 5),
      add('c', 9),
      ink('a', 'line'),
      ink('b', 'line'),
      ink('c', 'line'),
      ink('c', 'colour'),
      { type: 'level.set', level: 'A', fields: { model: 'a' } },
    )
    expect(modelTouches(scene, 'A')).toEqual([
      { pass: 'colour', drawings: 1 },
      { pass: 'line', drawings: 2 },
    ])
    expect(() => applyEdit(base, { type: 'level.set', level: 'A', fields: { model: 'zz' } })).toThrow(
      /drawing of this level/,
    )
  })

  test('references come and go by undo', () => {
    const reference = {
      id: 'r',
      name: 'Model sheet',
      picture: 'a'.repeat(64),
      place: 'beside' as const,
      x: 0.1,
      y: 0.1,
      width: 0.3,
      strength: 1,
    }
    const { scene, inverse } = applyEdit(base, { type: 'reference.put', reference })
    expect(scene.references).toEqual({ r: reference })
    expect(applyEdit(scene, inverse).scene.references ?? {}).toEqual({})
    expect(after(scene, { type: 'reference.remove', reference: 'r' })).toEqual(base)
  })

  test('cards change places with their holds', () => {
    const add = (id: string, frame: number): Edit => ({
      type: 'drawing.add',
      take: 'main',
      level: 'A',
      frame,
      drawing: { id, role: 'key' },
    })
    const scene = after(base, add('a', 1), add('b', 5), add('c', 9))
    const column = (moved: Scene) =>
      moved.sheets['main']!['A']!.map((entry) => [(entry as { drawing: string }).drawing, entry.frames])
    expect(column(after(scene, { type: 'card.move', take: 'main', drawing: 'c', before: 'a' }))).toEqual([
      ['c', 17],
      ['a', 4],
      ['b', 4],
    ])
    expect(column(after(scene, { type: 'card.move', take: 'main', drawing: 'a', before: null }))).toEqual([
      ['b', 4],
      ['c', 17],
      ['a', 4],
    ])
  })

  test('a pan under a walk goes as fast as the planted foot, the other way', () => {
    const pan = panForWalk({ stepLength: 96, framesPerStep: 12, length: 25, towards: 'right' })
    expect(panAt(pan, 25, 25).x).toBe(-192)
    expect(panSpeed(pan, 25).mean).toBeCloseTo(8, 9)
    expect(panSpeed({ ...pan, law: 'slow-out', strength: 2 }, 25).most).toBeGreaterThan(8)
    expect(() => panForWalk({ stepLength: 0, framesPerStep: 12, length: 25, towards: 'left' })).toThrow(/stepLength/)
  })
})
