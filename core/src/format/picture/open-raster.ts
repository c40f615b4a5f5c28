import { PASSES, type Blend, type Level, type Pass, type Scene } from '../../scene/schema'
import { passStates, type PictureRun } from '../../timing/seen/shown'
import type { Exporter, ExportSource } from '../exported'
import { attribute } from './ink-paths'
import { writePng } from './png'
import { openArchive } from './stills'

/** How layers meet, by the names OpenRaster has for it. */
const COMPOSITES: Readonly<Record<Blend, string>> = {
  normal: 'svg:src-over',
  multiply: 'svg:multiply',
  screen: 'svg:screen',
  overlay: 'svg:overlay',
}
/** A thumbnail is at most so many pixels wide and high. */
const THUMBNAIL = 256

interface Layer {
  readonly name: string
  readonly strength: number
  readonly blend: Blend
  /** What is painted of the scene; of a group nothing is. */
  readonly scene?: Scene
  /** Bottom first. */
  readonly layers?: readonly Layer[]
}

/** A level by itself as it is on the paper, neither paler nor blended: its layer is. */
function alone(scene: Scene, id: string, change: Partial<Level> = {}): Scene {
  const { strength: _, blend: __, ...level } = scene.levels[id]!
  const others = scene.levelOrder.filter((other) => other !== id)
  const hidden = Object.fromEntries(others.map((other) => [other, { ...scene.levels[other]!, hidden: true }]))
  return { ...scene, levels: { ...scene.levels, ...hidden, [id]: { ...level, ...change } } }
}

/** One pass of a level, the others and its ground left out. */
function passAlone(scene: Scene, id: string, pass: Pass): Scene {
  const { ground: _, ...level } = scene.levels[id]!
  const passes = Object.fromEntries(PASSES.filter((other) => other !== pass).map((other) => [other, { hidden: true }]))
  return alone({ ...scene, levels: { ...scene.levels, [id]: level } }, id, { passes })
}

/** The levels of a frame as layers, those with ink on several passes as groups of these; bottom first. */
function layersOf({ scene, clear, inkOf }: ExportSource, { shown }: PictureRun): Layer[] {
  const paper: Layer = { name: 'Paper', strength: 1, blend: 'normal', scene: { ...scene, levelOrder: [] } }
  const levels = scene.levelOrder.flatMap((id): Layer[] => {
    const level = scene.levels[id]!
    const drawing = shown.find((each) => each.level === id)?.drawing
    if (level.hidden || (drawing === undefined && !level.ground)) return []
    const as = { name: level.name, strength: level.strength ?? 1, blend: level.blend ?? ('normal' as const) }
    const states = passStates(scene, id) ?? {}
    const passes = PASSES.filter(
      (pass) => drawing !== undefined && !states[pass]?.hidden && inkOf(drawing, pass).length > 0,
    )
    if (passes.length < 2) return [{ ...as, scene: alone(scene, id) }]
    const ground = level.ground ? [{ ...PLAIN, name: 'ground', scene: alone(scene, id, { passes: NO_PASSES }) }] : []
    const inked = passes.map((pass): Layer => {
      const { strength = 1, blend = 'normal' } = states[pass] ?? {}
      return { name: pass, strength, blend, scene: passAlone(scene, id, pass) }
    })
    return [{ ...as, layers: [...ground, ...inked] }]
  })
  return [...(clear ? [] : [paper]), ...levels]
}
const PLAIN = { strength: 1, blend: 'normal' } as const
const NO_PASSES = Object.fromEntries(PASSES.map((pass) => [pass, { hidden: true }]))

/**
 * The first frame of those that go out as OpenRaster (its baseline, 0.0.5): a zip with a PNG for every level or pass, how
 * they lie on one another in `stack.xml`, all of it merged, and a thumbnail.
 */
export const exportOpenRaster: Exporter = async (source) => {
  const { runs, stem, width, height, showOf, show, paint, pack, progress } = source
  const run = runs[0]!
  const archive = openArchive()
  archive.add('mimetype', new TextEncoder().encode('image/openraster'))
  const layers = layersOf(source, run)
  const of = countOf(layers)
  let done = 0
  async function added(layer: Layer): Promise<string> {
    const { name, strength, blend, scene } = layer
    const common = `name="${attribute(name)}" opacity="${Number(strength.toFixed(4))}" composite-op="${COMPOSITES[blend]}" visibility="visible"`
    if (!scene) return `<stack ${common}>${await stackOf(layer.layers!)}</stack>`
    const src = `data/layer${String(done).padStart(3, '0')}.png`
    // Paper alone is not seen through.
    await showOf(run, scene, scene.levelOrder.length > 0)
    archive.add(src, await pack('image/png'))
    progress(++done, of + 1, `Layer ${done} of ${of}`)
    return `<layer ${common} src="${src}" x="0" y="0"/>`
  }
  /** The uppermost stands first. */
  async function stackOf(all: readonly Layer[]): Promise<string> {
    const told: string[] = []
    for (const layer of all) told.unshift(await added(layer))
    return told.join('')
  }
  const stack = await stackOf(layers)
  await show(run)
  archive.add('mergedimage.png', await pack('image/png'))
  archive.add('Thumbnails/thumbnail.png', thumbnail(await paint(run), { width, height }))
  const xml = `<?xml version="1.0" encoding="UTF-8"?>\n<image version="0.0.5" w="${width}" h="${height}"><stack>${stack}</stack></image>\n`
  archive.add('stack.xml', new TextEncoder().encode(xml))
  return { name: `${stem}.ora`, type: 'image/openraster', parts: archive.finish() }
}

const countOf = (layers: readonly Layer[]): number =>
  layers.reduce((sum, { layers: within }) => sum + (within ? countOf(within) : 1), 0)

/** A picture made smaller by the mean of the pixels that become one, weighed by how strong they are. */
function thumbnail(pixels: Uint8ClampedArray, { width, height }: { width: number; height: number }): Uint8Array {
  const by = Math.max(1, Math.ceil(Math.max(width, height) / THUMBNAIL))
  const [across, down] = [Math.max(1, Math.floor(width / by)), Math.max(1, Math.floor(height / by))]
  const small = new Uint8Array(across * down * 4)
  for (let y = 0; y < down; y++)
    for (let x = 0; x < across; x++) {
      let [r, g, b, strength] = [0, 0, 0, 0]
      for (let dy = 0; dy < by; dy++)
        for (let dx = 0; dx < by; dx++) {
          const at = ((y * by + dy) * width + x * by + dx) * 4
          const alpha = pixels[at + 3]!
          r += pixels[at]! * alpha
          g += pixels[at + 1]! * alpha
          b += pixels[at + 2]! * alpha
          strength += alpha
        }
      const mean = [r, g, b].map((sum) => (strength > 0 ? Math.round(sum / strength) : 0))
      small.set([...mean, Math.round(strength / (by * by))], (y * across + x) * 4)
    }
  return writePng({ width: across, height: down, pixels: small })
}
