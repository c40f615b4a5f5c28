import { applyEdit, newScene, STAY, type Edit, type Scene } from '@unhurried/core'
import { settingsOf } from '../../../core/src/testing/build'
import { FakeSurface } from '../testing/browser'
import { drawn } from '../testing/open-scene'
import { paintLayers, TABLE_COLOUR, type Layers, type OnTable } from './layers'
import type { BitmapName, Bitmaps } from './paint/bitmaps'
import type { SmallPictures } from './paint/small-pictures'

Object.assign(globalThis, {
  Path2D: class {
    moveTo() {}
    lineTo() {}
    closePath() {}
    rect() {}
    quadraticCurveTo() {}
  },
})

const level = (id: string, fields: object = {}): Edit[] => [
  {
    type: 'level.add',
    at: 1,
    level: { ...newScene(settingsOf()).levels['A']!, id, name: id },
  },
  { type: 'level.set', level: id, fields },
]
const sceneOf = (...edits: readonly Edit[]): Scene =>
  edits.reduce((scene, edit) => applyEdit(scene, edit).scene, newScene(settingsOf({ paper: '#fefefe' })))

/** Bitmaps that are named by what is on them; only the passes named are inked. Where none is painted, small ones may be. */
function bitmapsOf(inked: readonly string[], { unpainted = false, smaller = false }: Unpainted) {
  const layNamed = (surface: CanvasRenderingContext2D, named: string) => {
    surface.drawImage({ named } as never, 0, 0)
    return true
  }
  const bitmaps = {
    readyAtOnce: ({ drawing, pass }: BitmapName) => !unpainted || !inked.includes(`${drawing}/${pass}`),
    lay: (surface: CanvasRenderingContext2D, { drawing, pass, style }: BitmapName) =>
      !inked.includes(`${drawing}/${pass}`) || (!unpainted && layNamed(surface, `${drawing}/${pass}/${style}`)),
  }
  const small = {
    lay: (surface: CanvasRenderingContext2D, _: unknown, drawing: string, pass: string) =>
      smaller && layNamed(surface, `small ${drawing}/${pass}`),
  }
  return { bitmaps: bitmaps as unknown as Bitmaps, small: small as unknown as SmallPictures }
}
interface Unpainted {
  readonly unpainted?: boolean
  readonly smaller?: boolean
}
function painted(
  scene: Scene,
  onTable: Partial<OnTable>,
  inked: readonly string[],
  more: Partial<Layers> & Unpainted = {},
) {
  const surface = new FakeSurface()
  const { unpainted: _u, smaller: _s, ...layers } = more
  const missing: Layers['missing'] = []
  paintLayers({
    surface: surface.asContext,
    scene,
    onTable: {
      frame: 1,
      drawing: undefined,
      level: 'A',
      mattes: {},
      shown: [],
      under: [],
      only: undefined,
      slid: new Map(),
      silhouettes: false,
      outside: 'shown',
      ...onTable,
    } as OnTable,
    lifted: undefined,
    pixels: STAY,
    turned: false,
    mirrored: false,
    ...bitmapsOf(inked, more),
    inkOf: (drawing, pass) =>
      inked.includes(`${drawing}/${pass}`)
        ? [{ kind: 'fill', id: 'f', swatch: 'pencil', outline: [0, 0, 9, 0, 9, 9] }]
        : [],
    pictureOf: () => undefined,
    references: [],
    missing,
    ...layers,
  })
  const laid = surface.did.flatMap((each) =>
    each.what === 'drawImage' ? [(each.with[0] as { named: string }).named] : [],
  )
  return { surface, laid, missing }
}
const shown = (...pairs: readonly (readonly [string, string])[]) =>
  pairs.map(([on, drawing]) => ({ level: on, drawing })) as never

test('the table lies lowest, the paper on it, then every level in its order', () => {
  const scene = sceneOf(...level('B'), drawn('a', 1), drawn('b', 1, { level: 'B' }))
  const { surface, laid } = painted(scene, { drawing: 'a', shown: shown(['A', 'a'], ['B', 'b']) }, ['a/line', 'b/line'])
  const [table, paper] = surface.did.filter(({ what }) => what === 'fillRect')
  expect([table!.fill, paper!.fill, paper!.with]).toEqual([TABLE_COLOUR, '#fefefe', [0, 0, 320, 180]])
  expect(laid).toEqual(['a/line/ink', 'b/line/ink'])
})

test('passes lie from rough up; one that is hidden is left out, one that is dimmed is paler', () => {
  const dimmed = sceneOf(drawn('a', 1), {
    type: 'level.set',
    level: 'A',
    fields: { passes: { rough: { dim: true }, colour: { hidden: true } } },
  })
  const { laid, surface } = painted(dimmed, { drawing: 'a', shown: shown(['A', 'a']) }, [
    'a/rough',
    'a/colour',
    'a/line',
  ])
  expect(laid).toHaveLength(2)
  expect(laid).not.toContain('a/colour/ink')
  const strengths = new Map(
    surface.did.flatMap((each) =>
      each.what === 'drawImage' ? [[(each.with[0] as { named: string }).named, each.alpha] as const] : [],
    ),
  )
  expect([strengths.get('a/rough/ink'), strengths.get('a/line/ink')]).toEqual([0.3, 1])
})

test('what is under the light lies right below the drawing, above the levels that lie lower', () => {
  const scene = sceneOf(...level('B'), drawn('a', 1), drawn('b', 1, { level: 'B' }), drawn('b2', 5, { level: 'B' }))
  const under = [{ drawing: 'b2', style: 'tint', strength: 0.4, tint: '#ff0000' }] as never
  const { laid } = painted(scene, { level: 'B', drawing: 'b', shown: shown(['A', 'a'], ['B', 'b']), under }, [
    'a/line',
    'b/line',
    'b2/line',
  ])
  expect(laid).toEqual(['a/line/ink', 'b2/line/tint', 'b/line/ink'])
})

test('a level that is hidden, or is not the one shown by itself, is left out; a level’s strength counts for all of it', () => {
  const two = [...level('B', { strength: 0.5 }), drawn('a', 1), drawn('b', 1, { level: 'B' })]
  const inked = ['a/line', 'b/line']
  const both = { drawing: 'a', shown: shown(['A', 'a'], ['B', 'b']) }
  expect(painted(sceneOf(...two), { ...both, only: 'B' }, inked).laid).toEqual(['b/line/ink'])
  const hidden = sceneOf(...two, { type: 'level.set', level: 'A', fields: { hidden: true } })
  const { laid, surface } = painted(hidden, both, inked)
  expect([laid, surface.did.find(({ what }) => what === 'drawImage')!.alpha]).toEqual([['b/line/ink'], 0.5])
})

describe('what is not painted yet', () => {
  const scene = sceneOf(drawn('a', 1), drawn('b', 5))
  const under = [{ drawing: 'b', style: 'tint', strength: 0.4, tint: '#ff0000' }] as never
  const turnedTo = (smaller: boolean) =>
    painted(scene, { drawing: 'a', shown: shown(['A', 'a']), under }, ['a/line', 'b/line'], {
      unpainted: true,
      smaller,
    })

  test('is named; its small picture is laid, and what is under the light is left for later', () => {
    const { laid, missing, surface } = turnedTo(true)
    expect(laid).toEqual(['small a/line'])
    expect(missing.map(({ drawing, style }) => `${drawing} ${style}`)).toEqual(['b tint', 'a ink'])
    expect(surface.times('fill')).toBe(0)
  })

  test('and has no small picture yet is painted plainly', () => {
    const { laid, surface } = turnedTo(false)
    expect(laid).toEqual([])
    expect(surface.times('fill')).toBeGreaterThan(0)
  })
})

test('lines in the hand are left out of what lies still', () => {
  const scene = sceneOf(drawn('a', 1))
  const lifted = { drawing: 'a', passes: new Set(['line']), from: new Set(['f']), pieces: [], matrix: STAY } as never
  const { laid, surface } = painted(scene, { drawing: 'a', shown: shown(['A', 'a']) }, ['a/line', 'a/rough'], {
    lifted,
  })
  expect(laid).toEqual(['a/rough/ink'])
  expect(surface.times('fill')).toBe(0)
})

test('beyond the paper it is dimmed or hidden on all four sides, once everything else is laid', () => {
  const scene = sceneOf(drawn('a', 1))
  for (const [outside, alpha] of [
    ['dim', 0.72],
    ['hidden', 1],
  ] as const) {
    const { surface } = painted(scene, { outside }, [])
    const around = surface.did.filter(({ what }) => what === 'fillRect').slice(2)
    expect(around.map((each) => [each.fill, each.alpha])).toEqual(Array(4).fill([TABLE_COLOUR, alpha]))
    // The paper is 320 × 180 on a canvas of 400 × 300.
    expect(around.map((each) => each.with)).toEqual([
      [0, 0, 400, 0],
      [0, 180, 400, 120],
      [0, 0, 0, 180],
      [320, 0, 80, 180],
    ])
  }
})
