import { decode } from 'fast-png'
import { XMLParser } from 'fast-xml-parser'
import { strFromU8, unzipSync } from 'fflate'
import { PASSES, type Scene } from '../../scene/schema'
import { HEIGHT, layeredScene, layerSource, WIDTH } from '../../testing/layered-scene'
import { passStates } from '../../timing/seen/shown'
import { exportLayeredSvg } from './layered-svg'
import { exportOpenRaster } from './open-raster'

const bytesOf = (parts: readonly Uint8Array[]) => Uint8Array.from(parts.flatMap((part) => [...part]))
const parser = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '', preserveOrder: true })

describe('OpenRaster', () => {
  async function written(clear = false) {
    const { painted, source: from } = layerSource(layeredScene(), clear)
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
    const { source: from } = layerSource(layeredScene())
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
    expect(text).toContain('<rect data-paper="" width="600" height="300"')
    expect(strFromU8(bytesOf((await exportLayeredSvg(layerSource(layeredScene(), true).source)).parts))).not.toContain(
      '<rect',
    )
  })
})
