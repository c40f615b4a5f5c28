import fc from 'fast-check'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { applyEdit } from '../../edits/apply'
import { layersLaid } from '../../edits/composed/brought/layers'
import { ringArea } from '../../geometry/trace'
import type { Ink } from '../../ink/ink'
import { LayersRefused, type LayersIn } from '../../ink/layered'
import { newScene } from '../../scene/create'
import { coloursOf } from '../../scene/palette'
import type { Page, Scene } from '../../scene/schema'
import { faultOf } from '../../scene/validate'
import { settingsOf } from '../../testing/build'
import { HEIGHT, inkOf, layeredScene, layerSource, WIDTH } from '../../testing/layered-scene'
import { exportLayeredSvg } from '../picture/layered-svg'
import { exportOpenRaster } from '../picture/open-raster'
import { writePng } from '../picture/png'
import { readLayers } from './read'

let n = 0
const freshId = () => `fresh${n++}`
const bytesOf = (parts: readonly Uint8Array[]) => Uint8Array.from(parts.flatMap((part) => [...part]))
const read = (bytes: Uint8Array) => readLayers(bytes, freshId)
const svg = (within: string, head = 'viewBox="0 0 320 180"') =>
  read(strToU8(`<svg xmlns="http://www.w3.org/2000/svg" ${head}>${within}</svg>`))
const inkIn = ({ layers }: LayersIn) => layers.flatMap(({ passes }) => passes.flatMap(({ ink }) => ink))
const told = ({ layers }: LayersIn) =>
  layers.map(({ name, strength, blend, hidden, passes }) => [
    `${name} ${strength} ${blend}${hidden ? ' hidden' : ''}`,
    passes.map(({ pass, strength: own, pictures, ink }) => `${pass} ${own} ${pictures.length}/${ink.length}`),
  ])

/** Lays what was read into an empty scene, and gives the scene and its ink by level and pass. */
function laid(file: LayersIn, scene: Scene) {
  const pages = new Map<object, Page>()
  const { edits } = layersLaid({
    ...{ scene, take: 'main', frame: 1, layers: file.layers, width: file.width, height: file.height, freshId },
    pageOf(picture) {
      const page = { id: freshId(), name: 'x', picture: 'a'.repeat(64), width: 1, height: 1, black: 0, white: 255 }
      pages.set(picture, { ...page, colours: true })
      return pages.get(picture)!
    },
  })
  const ink = new Map<string, Ink>()
  const after = edits.reduce((now, edit) => {
    for (const each of edit.type === 'together' ? edit.edits : [])
      if (each.type === 'ink.change')
        ink.set(
          `${each.drawing}/${each.pass}`,
          each.add.map(({ piece }) => piece),
        )
    return applyEdit(now, edit).scene
  }, scene)
  expect(faultOf(after)).toBeUndefined()
  return { scene: after, ink: [...ink.values()] }
}

describe('layered SVG of ours', () => {
  const written = async () => bytesOf((await exportLayeredSvg(layerSource(layeredScene()).source)).parts)

  test('comes back as it was: levels, passes, how strong they are, and every piece of ink', async () => {
    const file = read(await written())
    expect(told(file)).toEqual([
      ['Corrie <1> 1 normal', ['colour 1 0/1', 'line 0.5 0/1']],
      ['Reed 0.25 multiply', ['line 1 0/1']],
    ])
    expect(inkIn(file).map(({ piece }) => piece)).toEqual(
      ['a/colour', 'a/line', 'b/line'].flatMap((key) => inkOf(...(key.split('/') as [string, string]))),
    )
    const back = laid(file, newScene(settingsOf({ width: WIDTH, height: HEIGHT })))
    expect(back.scene.levelOrder.map((id) => back.scene.levels[id]!.name)).toEqual(['A', 'Corrie <1>', 'Reed'])
    expect(back.ink[1]).toEqual(inkOf('a', 'line'))
  })

  test('an outline another hand has changed since comes in as that outline', async () => {
    const changed = strFromU8(await written()).replace(/(data-outline="[^"]*" d=")[^"]*/, '$1M0 0L20 0L20 10L0 10Z')
    const fill = inkIn(read(strToU8(changed))).find(({ piece }) => piece.kind === 'fill')!.piece
    expect(fill.kind === 'fill' && Math.abs(ringArea(fill.outline))).toBeCloseTo(200, 6)
  })
})

describe('SVG of any program', () => {
  const areaOf = (file: LayersIn) =>
    inkIn(file).reduce((sum, { piece }) => {
      if (piece.kind !== 'fill') return sum
      return sum + ringArea(piece.outline) + (piece.holes ?? []).reduce((less, ring) => less + ringArea(ring), 0)
    }, 0)

  test.each([
    [
      'a rectangle moved and doubled',
      '<rect x="1" y="2" width="10" height="5" transform="translate(3 4) scale(2)"/>',
      200,
    ],
    ['a circle', '<circle cx="50" cy="50" r="20"/>', Math.PI * 400],
    ['an ellipse turned', '<ellipse cx="50" cy="50" rx="30" ry="10" transform="rotate(30 50 50)"/>', Math.PI * 300],
    ['a rounded rectangle', '<rect width="20" height="20" rx="10"/>', Math.PI * 100],
    ['a hole by the even-odd rule', '<path fill-rule="evenodd" d="M0 0h20v20h-20zM5 5h10v10h-10z"/>', 300],
    ['no hole by the other', '<path d="M0 0h20v20h-20zM5 5h10v10h-10z"/>', 400],
    ['a hole wound the other way', '<path d="M0 0h20v20h-20zM5 5v10h10v-10z"/>', 300],
    ['a polygon, skewed', '<polygon points="0,0 10,0 10,10 0,10" transform="skewX(40)"/>', 100],
    ['arcs, in small letters', '<path d="m10,10a10 10 0 0 1 20 0a10,10 0 0,1-20,0z"/>', Math.PI * 100],
    ['curves that go on', '<path d="M0 0Q5 -10 10 0T20 0S30 10 40 0L40 20L0 20Z"/>', undefined],
  ])('%s', (_, shape, area) => {
    const file = svg(shape)
    if (area === undefined) expect(areaOf(file)).toBeGreaterThan(700)
    else expect(areaOf(file) / area).toBeCloseTo(1, 2)
  })

  test('groups become levels in their order, what lies in none a level between; names as programs give them', () => {
    const file = svg(`
      <title>Sea</title><defs><path d="M0 0h9v9z"/></defs>
      <g id="sky" opacity="0.5" style="mix-blend-mode: screen"><rect width="4" height="4" fill="#00f"/></g>
      <rect width="9" height="9" style="fill:rgb(255, 0, 0)"/>
      <g inkscape:label="Boat" display="none"><g transform="scale(2)"><line x1="0" x2="5" stroke="hsl(120 100% 25%)" stroke-width="3" fill="none"/></g></g>`)
    expect(told(file)).toEqual([
      ['sky 0.5 screen', ['colour 1 0/1']],
      ['Shapes 1 normal', ['colour 1 0/1']],
      ['Boat 1 normal hidden', ['line 1 0/1']],
    ])
    const [sky, red, boat] = inkIn(file)
    expect([sky!.colour, red!.colour, boat!.colour]).toEqual(['#0000ff', '#ff0000', '#008000'])
    expect(boat!.piece).toMatchObject({
      kind: 'stroke',
      size: 6,
      points: [0, 0, expect.anything(), 10, 0, expect.anything()],
    })
  })

  test('looks come from attributes, over them from rules, over these from the element; gradients by their first colour', () => {
    const file = svg(`<style>.a, #b { fill: #112233 } rect{stroke:#ffffff}</style>
      <linearGradient id="g"><stop stop-color="#445566"/></linearGradient>
      <g fill="#ff0000"><path d="M0 0h5v5z"/><path class="a" fill="#00ff00" d="M0 0h5v5z"/><path class="a" style="fill:#0000ff" d="M0 0h5v5z"/>
      <path fill="url(#g)" d="M0 0h5v5z"/><path fill="currentColor" color="#778899" d="M0 0h5v5z"/><path fill="none" d="M0 0h5v5z"/></g>`)
    expect(inkIn(file).map(({ colour }) => colour)).toEqual(['#ff0000', '#112233', '#0000ff', '#445566', '#778899'])
  })

  test('one group round all is looked into; groups named as passes are the passes of one level', () => {
    const file = svg(
      `<g id="page" transform="translate(10 0)"><g id="Corrie"><g id="colour"><rect width="3" height="3"/></g><g id="line"><path fill="none" stroke="#000" d="M0 0L5 5"/></g></g><g id="Reed"><rect width="2" height="2"/></g></g>`,
    )
    expect(told(file)).toEqual([
      ['Corrie 1 normal', ['colour 1 0/1', 'line 1 0/1']],
      ['Reed 1 normal', ['colour 1 0/1']],
    ])
    const first = inkIn(file)[0]!.piece
    expect(first.kind === 'fill' && Math.min(...first.outline.filter((_, i) => i % 2 === 0))).toBe(10)
  })

  test('what shows no line is left out and told; colours the scene lacks come to its palette, those it has are taken', () => {
    const scene = newScene(settingsOf())
    const colour = coloursOf(scene.palette).get('tide')!
    const file = svg(
      `<text>hello</text><text>again</text><image href="x.png"/><rect width="9" height="9" fill="${colour}"/><rect width="9" height="9" fill="#010203" opacity=".5"/>`,
    )
    expect(file.said).toEqual([
      '2 texts left out.',
      '1 image left out.',
      '1 shape seen through there, in full strength here.',
    ])
    const { scene: after, ink } = laid(file, scene)
    expect(ink[0]!.map(({ swatch }) => coloursOf(after.palette).get(swatch))).toEqual([colour, '#010203'])
    expect([after.palette.length, ink[0]![0]!.swatch]).toEqual([scene.palette.length + 1, 'tide'])
  })

  test('a picture of another size is made as large as fits the paper', () => {
    const file = svg('<rect width="100" height="50"/>', 'width="100px" height="50"')
    const [{ piece }] = [{ piece: laid(file, newScene(settingsOf({ width: 400, height: 400 }))).ink[0]![0]! }]
    const places = piece.kind === 'fill' ? piece.outline : []
    expect([Math.min(...places), Math.max(...places)]).toEqual([0, 400])
    expect(
      places
        .filter((_, i) => i % 2 === 1)
        .sort((a, b) => a - b)
        .at(-1),
    ).toBe(300)
  })
})

describe('OpenRaster', () => {
  const png = (side: number) =>
    writePng({ width: side, height: side, pixels: new Uint8Array(side * side * 4).fill(90) })
  const ora = (stack: string, files: Record<string, Uint8Array> = {}) =>
    read(
      zipSync({
        mimetype: strToU8('image/openraster'),
        'stack.xml': strToU8(`<image w="320" h="180">${stack}</image>`),
        ...files,
      }),
    )

  test('of ours comes back as levels and passes, as strong and blended as they were', async () => {
    const { parts } = await exportOpenRaster(layerSource(layeredScene()).source)
    expect(told(read(bytesOf(parts)))).toEqual([
      ['Paper 1 normal', ['colour 1 1/0']],
      ['Corrie <1> 1 normal', ['colour 1 1/0', 'line 0.5 1/0']],
      ['Reed 0.25 multiply', ['colour 1 1/0']],
    ])
  })

  test('of any program: groups in groups, offsets that add up, hidden layers, blends unknown here', () => {
    const file = ora(
      `<stack><stack name="Sea" opacity="0.5" x="10"><layer name="foam" src="data/a.png" x="3" y="4" opacity="0.5"/><stack name="deep"><layer name="line" src="data/b.png" composite-op="svg:color-dodge" visibility="hidden"/></stack></stack><layer src="data/gone.png"/></stack>`,
      { 'data/a.png': png(4), 'data/b.png': png(8) },
    )
    expect(told(file)).toEqual([
      ['Sea · deep 0.5 normal', ['line 1 1/0']],
      ['Sea · foam 0.25 normal', ['colour 1 1/0']],
    ])
    expect(file.layers[1]!.passes[0]!.pictures[0]).toMatchObject({ x: 13, y: 4, width: 4, height: 4 })
    expect(file.said).toEqual([
      '1 layer could not be read and were left out.',
      'What lies as “color-dodge” lies plainly here.',
    ])
    const { ink } = laid(file, newScene(settingsOf({ width: 640, height: 360 })))
    expect(ink[1]![0]).toMatchObject({ kind: 'scan', matrix: [2, 0, 0, 2, 26, 8] })
  })

  test.each([
    ['no zip', new Uint8Array([0x50, 0x4b, 3, 4, 9, 9]), /damaged/],
    ['no list', zipSync({ a: strToU8('x') }), /no list of layers/],
    ['another list', zipSync({ 'stack.xml': strToU8('<image><stack/></image>') }), /damaged/],
    ['entities', zipSync({ 'stack.xml': strToU8('<!DOCTYPE a [<!ENTITY b "c">]><image w="1" h="1"/>') }), /entities/],
    ['nothing in it', zipSync({ 'stack.xml': strToU8('<image w="9" h="9"><stack/></image>') }), /no layer/],
    ['neither', strToU8('hello'), /neither/],
    ['an SVG without a size', strToU8('<svg><rect width="1" height="1"/></svg>'), /how large/],
    ['an empty SVG', strToU8('<svg viewBox="0 0 9 9"/>'), /no line/],
    [
      'a shape of endless points',
      strToU8(`<svg viewBox="0 0 9 9"><path d="M0 0${'l1 1'.repeat(61_000)}"/></svg>`),
      /more than 60,000 points/,
    ],
    ['a damaged SVG', strToU8('<svg viewBox="0 0 9 9"><g'), /damaged|no line|no SVG/],
  ])('%s is refused with a sentence', (_, bytes, sentence) => {
    expect(() => read(bytes)).toThrow(LayersRefused)
    expect(() => read(bytes)).toThrow(sentence)
  })

  test('groups far too deep, too many levels and a packed list that swells are refused', () => {
    const deep = '<stack>'.repeat(60) + '<layer src="a.png"/>' + '</stack>'.repeat(60)
    expect(() => ora(deep, { 'a.png': png(2) })).toThrow(LayersRefused)
    const many = `<stack>${'<layer src="a.png"/>'.repeat(61)}</stack>`
    expect(() => ora(many, { 'a.png': png(2) })).toThrow(/at most 60 levels/)
    expect(() => ora(`<stack>${' '.repeat(3_000_000)}</stack>`)).toThrow(/no list of layers/)
  })
})

test('a file with bytes changed anywhere is read or refused, never worse', async () => {
  const { parts } = await exportOpenRaster(layerSource(layeredScene()).source)
  const files = unzipSync(bytesOf(parts))
  const small = zipSync({
    'stack.xml': files['stack.xml']!,
    'data/layer001.png': writePng({ width: 1, height: 1, pixels: new Uint8Array(4) }),
  })
  const text = bytesOf((await exportLayeredSvg(layerSource(layeredScene()).source)).parts)
  fc.assert(
    fc.property(
      fc.constantFrom(small, text),
      fc.array(fc.tuple(fc.nat(), fc.integer({ min: 0, max: 255 })), { minLength: 1, maxLength: 12 }),
      (whole, changes) => {
        const bytes = Uint8Array.from(whole)
        for (const [at, byte] of changes) bytes[at % bytes.length] = byte
        try {
          laid(read(bytes), newScene(settingsOf()))
        } catch (error) {
          if (!(error instanceof LayersRefused)) throw error
        }
      },
    ),
    { numRuns: 300 },
  )
})
