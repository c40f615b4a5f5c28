import { decode } from 'fast-png'
import { XMLParser } from 'fast-xml-parser'
import { strFromU8, unzipSync } from 'fflate'
import { applyEdit } from '../../edits/apply'
import type { Edit } from '../../edits/kinds'
import type { Ink } from '../../ink/ink'
import { newLevel, newScene } from '../../scene/create'
import { PASSES, type Scene } from '../../scene/schema'
import { settingsOf } from '../../testing/build'
import { passStates, pictureRuns, type PictureRun } from '../../timing/shown'
import type { ExportSource } from '../exported'
import { exportLayeredSvg } from './layered-svg'
import { exportOpenRaster } from './open-raster'
import { writePng } from './png'

const [WIDTH, HEIGHT] = [600, 300]
const stroke = (id: string) => ({
  kind: 'stroke' as const,
  id,
  swatch: 'pencil',
  size: 3,
  points: [2, 2, 0.5, 12, 6, 0.5],
})
const ink = new Map<string, Ink>([
  ['a/line', [stroke('a1')]],
  ['a/colour', [{ kind: 'fill', id: 'a2', swatch: 'pencil', outline: [0, 0, 9, 0, 9, 9] }]],
  ['b/line', [stroke('b1')]],
])
const inkOf = (drawing: string, pass: string): Ink => ink.get(`${drawing}/${pass}`) ?? []

/** Corrie with line and colour, the line pale; above her a reed, blended; and one that is hidden. */
function made(): Scene {
  const level = (id: string, name: string) => newLevel({ id, name, approach: 'pose-to-pose' })
  const drawn = (id: string, on: string): Edit[] => [
    { type: 'drawing.add', take: 'main', level: on, frame: 1, drawing: { id, role: 'key' } },
    ...PASSES.flatMap((pass): Edit[] => {
      const add = inkOf(id, pass).map((piece, at) => ({ at, piece }))
      return add.length > 0 ? [{ type: 'ink.change', drawing: id, pass, remove: [], add }] : []
    }),
  ]
  const edits: Edit[] = [
    { type: 'level.set', level: 'A', fields: { name: 'Corrie <1>', passes: { line: { strength: 0.5 } } } },
    { type: 'level.add', level: level('B', 'Reed'), at: 1 },
    { type: 'level.add', level: level('C', 'Gone'), at: 2 },
    { type: 'level.set', level: 'B', fields: { blend: 'multiply', strength: 0.25 } },
    { type: 'level.set', level: 'C', fields: { hidden: true } },
    ...drawn('a', 'A'),
    ...drawn('b', 'B'),
  ]
  return edits.reduce((now, edit) => applyEdit(now, edit).scene, newScene(settingsOf({ width: WIDTH, height: HEIGHT })))
}

/** Paints each picture in one grey and remembers what was asked for. */
function source(scene: Scene, clear = false) {
  const painted: { scene: Scene; clear: boolean }[] = []
  const rgba = (grey: number) =>
    Uint8ClampedArray.from({ length: WIDTH * HEIGHT * 4 }, (_, i) => (i % 4 === 3 ? 255 : grey))
  const one: Partial<ExportSource> = {
    ...{ scene, take: 'main', runs: pictureRuns(scene), inkOf, stem: 'out', clear, width: WIDTH, height: HEIGHT },
    showOf: async (_: PictureRun, of: Scene, bare: boolean) => void painted.push({ scene: of, clear: bare }),
    show: async () => void painted.push({ scene, clear }),
    paint: async () => rgba(90),
    pack: async () => writePng({ width: WIDTH, height: HEIGHT, pixels: new Uint8Array(rgba(painted.length)) }),
    progress: () => undefined,
  }
  return { painted, source: one as ExportSource }
}
const bytesOf = (parts: readonly Uint8Array[]) => Uint8Array.from(parts.flatMap((part) => [...part]))
const parser = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '', preserveOrder: true })

describe('OpenRaster', () => {
  async function written(clear = false) {
    const { painted, source: from } = source(made(), clear)
    const file = await exportOpenRaster(from)
    const bytes = bytesOf(file.parts)
    return { painted, file, bytes, files: unzipSync(bytes) }
  }

  test('is a zip that begins with what it is, has each layer, all merged and a thumbnail', async () => {
    const { bytes, files, file } = await written()
    expect([file.name, file.type]).toEqual(['out.ora', 'image/openraster'])
    // By the description: the first file, neither packed nor with anything before its words.
    expect(strFromU8(bytes.subarray(30, 54))).toBe('mimetypeimage/openraster')
    expect(Object.keys(files)).toEqual([
      ...['mimetype', 'data/layer000.png', 'data/layer001.png', 'data/layer002.png', 'data/layer003.png'],
      ...['mergedimage.png', 'Thumbnails/thumbnail.png', 'stack.xml'],
    ])
    const small = decode(files['Thumbnails/thumbnail.png']!)
    expect([small.width, small.height, ...small.data.slice(0, 3)]).toEqual([200, 100, 90, 90, 90])
    const merged = decode(files['mergedimage.png']!)
    expect([merged.width, merged.height, merged.data[0]]).toEqual([WIDTH, HEIGHT, 5])
  })

  test('tells the uppermost layer first, a level of several passes as a group, how strong each is and how it blends', async () => {
    const { files } = await written()
    const [, { image: within }] = parser.parse(strFromU8(files['stack.xml']!)) as [
      unknown,
      { image: { stack: unknown[] }[] },
    ]
    const told = (node: Record<string, unknown>): unknown => {
      const at = node[':@'] as Record<string, string>
      const how = `${at['name']} ${at['opacity']} ${at['composite-op']}`
      return 'stack' in node ? [how, (node['stack'] as Record<string, unknown>[]).map(told)] : `${how} ${at['src']}`
    }
    expect((within[0]!.stack as Record<string, unknown>[]).map(told)).toEqual([
      'Reed 0.25 svg:multiply data/layer003.png',
      [
        'Corrie <1> 1 svg:src-over',
        ['line 0.5 svg:src-over data/layer002.png', 'colour 1 svg:src-over data/layer001.png'],
      ],
      'Paper 1 svg:src-over data/layer000.png',
    ])
  })

  test('each layer is painted alone, plain and over nothing; without paper there is none', async () => {
    const { painted } = await written()
    const seen = painted.slice(0, 4).map(({ scene, clear }) => ({
      clear,
      levels: scene.levelOrder.filter((id) => !scene.levels[id]!.hidden),
      plain: Object.values(scene.levels).every(({ hidden, strength, blend }) => hidden || (!strength && !blend)),
    }))
    expect(seen).toEqual([
      { clear: false, levels: [], plain: expect.any(Boolean) },
      { clear: true, levels: ['A'], plain: true },
      { clear: true, levels: ['A'], plain: true },
      { clear: true, levels: ['B'], plain: true },
    ])
    const shows = (scene: Scene) => PASSES.filter((pass) => !passStates(scene, 'A')?.[pass]?.hidden)
    expect(painted.slice(1, 3).map(({ scene }) => shows(scene))).toEqual([['colour'], ['line']])
    expect(Object.keys((await written(true)).files)).toHaveLength(7)
  })
})

describe('layered SVG', () => {
  test('has a group for each level and pass, by name, with what the hand did', async () => {
    const { source: from } = source(made())
    const file = await exportLayeredSvg(from)
    const text = strFromU8(bytesOf(file.parts))
    expect(file.name).toBe('out-layers.svg')
    const groups = [...text.matchAll(/<g ([^>]*)><title>([^<]*)<\/title>/g)].map(([, how, title]) => `${title}: ${how}`)
    expect(groups).toEqual([
      'Corrie &lt;1&gt;: data-level="A"',
      'colour: data-pass="colour"',
      'line: data-pass="line" opacity="0.5"',
      'Reed: data-level="B" opacity="0.25" style="mix-blend-mode:multiply"',
      'line: data-pass="line"',
    ])
    expect(text).toContain('id="a1" data-kind="stroke" data-swatch="pencil"')
    expect(text).toContain('<rect width="600" height="300"')
    expect(strFromU8(bytesOf((await exportLayeredSvg(source(made(), true).source)).parts))).not.toContain('<rect')
  })
})
