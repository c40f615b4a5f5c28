import { strFromU8, unzipSync } from 'fflate'
import { clamp } from '../../base/clamp'
import { counted } from '../../base/counted'
import { LIMITS } from '../../base/limits'
import { PASSES, type Blend, type Pass } from '../../scene/schema'
import { pictureHead } from '../picture-head'
import { readXml, type XmlElement } from '../xml'
import {
  LayersRefused,
  PLAIN_LOOK,
  refuseLayers,
  type LayerIn,
  type LayerPass,
  type LayerPicture,
  type LayersIn,
  type Look,
} from '../../ink/layered'

/** How layers meet, by the names OpenRaster has for it. */
const BLEND_OF: Readonly<Record<string, Blend>> = {
  'svg:src-over': 'normal',
  'svg:multiply': 'multiply',
  'svg:screen': 'screen',
  'svg:overlay': 'overlay',
}
/** Bytes of `stack.xml`, and of all pictures packed as they are. */
const LONGEST_STACK = 2_000_000
const MOST_BYTES = 300_000_000
/** Groups in groups are followed so deep. */
const DEEPEST = 24

/** What is met on the way through the layers. */
interface Reading {
  readonly pictureOf: (src: string) => LayerPicture | undefined
  readonly unknown: Set<string>
  lost: number
}

/**
 * Reads OpenRaster (its baseline, 0.0.5): each layer becomes a level, a group whose layers are named as passes one level
 * with these; of other groups each layer becomes one by itself, as strong as it is in its group. Errors: LayersRefused.
 */
export function readOpenRaster(bytes: Uint8Array): LayersIn {
  const [root] = readXml(stackOf(bytes), refuseLayers) ?? refuseLayers('Its list of layers is damaged.')
  const { w, h } = root?.attributes ?? {}
  const [width, height] = [Number(w), Number(h)]
  const stack = root?.children.find(({ tag }) => tag === 'stack')
  if (root?.tag !== 'image' || !stack || !(width >= 1 && height >= 1)) refuseLayers('Its list of layers is damaged.')
  const reading: Reading = { ...{ pictureOf: picturesOf(bytes, stack!), unknown: new Set() }, lost: 0 }
  const layers = layersOf(stack!, { x: 0, y: 0, look: PLAIN_LOOK, name: '', deep: 0 }, reading)
  if (layers.length === 0) refuseLayers('It holds no layer that can be read.')
  if (layers.length > LIMITS.levels)
    refuseLayers(`It holds ${layers.length} layers, and a scene has at most ${LIMITS.levels} levels. Join some first.`)
  const said = [
    ...(reading.lost > 0 ? [`${counted(reading.lost, 'layer')} could not be read and were left out.`] : []),
    ...[...reading.unknown].map((name) => `What lies as “${name}” lies plainly here.`),
  ]
  return { width, height, layers, said }
}

/** The list of layers of an OpenRaster file. */
function stackOf(bytes: Uint8Array): string {
  const found = unpacked(bytes, ({ name, originalSize }) => name === 'stack.xml' && originalSize <= LONGEST_STACK)
  const stack = found['stack.xml'] ?? refuseLayers('It has no list of layers, as every OpenRaster file has.')
  return strFromU8(stack)
}

function unpacked(bytes: Uint8Array, filter: NonNullable<Parameters<typeof unzipSync>[1]>['filter']) {
  try {
    return unzipSync(bytes, filter ? { filter } : {})
  } catch (error) {
    if (error instanceof LayersRefused) throw error
    return refuseLayers('It is no OpenRaster file, or it is damaged.')
  }
}

const sourcesIn = (stack: XmlElement): string[] =>
  stack.children.flatMap((child) =>
    child.tag === 'stack' ? sourcesIn(child) : child.tag === 'layer' ? [child.attributes['src'] ?? ''] : [],
  )

/** The pictures layers name, unpacked and looked at; undefined for one that is not there or is none. */
function picturesOf(bytes: Uint8Array, stack: XmlElement): Reading['pictureOf'] {
  const wanted = new Set(sourcesIn(stack))
  let size = 0
  const files = unpacked(bytes, ({ name, originalSize }) => {
    if (!wanted.has(name) || originalSize > LIMITS.pictureBytes) return false
    size += originalSize
    if (size > MOST_BYTES) refuseLayers('Its pictures are larger together than can be read at once. Join some layers.')
    return true
  })
  return (src) => {
    const png = Object.hasOwn(files, src) ? files[src]! : undefined
    if (!png) return undefined
    try {
      const { type, width, height } = pictureHead(png, 'image/png')
      return type === 'image/png' ? { png, x: 0, y: 0, width, height } : undefined
    } catch {
      return undefined
    }
  }
}

/** Where one is among groups: what they add up to. */
interface Around {
  readonly x: number
  readonly y: number
  readonly look: Look
  readonly name: string
  readonly deep: number
}

function layersOf({ children }: XmlElement, around: Around, reading: Reading): LayerIn[] {
  // The uppermost stands first.
  return [...children].reverse().flatMap((child): LayerIn[] => {
    if (child.tag !== 'layer' && child.tag !== 'stack') return []
    const own = within(child, around, reading)
    if (child.tag === 'layer') {
      const picture = placed(child, own, reading)
      const { look } = own
      return picture ? [{ name: own.name, ...look, passes: [{ ...PLAIN_LOOK, ...asPass('colour', picture) }] }] : []
    }
    if (own.deep > DEEPEST) return refuseLayers('Its groups lie in groups far too deep.')
    const passes = passesOf(child, own, reading)
    return passes ? [{ name: own.name, ...own.look, passes }] : layersOf(child, own, reading)
  })
}

function within({ attributes }: XmlElement, around: Around, { unknown }: Reading): Around {
  const { name = '', opacity = '1', visibility, 'composite-op': op = 'svg:src-over' } = attributes
  const blend = BLEND_OF[op]
  if (!blend) unknown.add(op.replace(/^svg:/, ''))
  const strength = Number.isFinite(Number(opacity)) ? clamp(Number(opacity), 0, 1) : 1
  const offset = (key: string) => (Number.isFinite(Number(attributes[key])) ? Number(attributes[key]) : 0)
  return {
    x: around.x + offset('x'),
    y: around.y + offset('y'),
    look: {
      strength: around.look.strength * strength,
      blend: blend ?? 'normal',
      hidden: around.look.hidden || visibility === 'hidden',
    },
    name: [around.name, name].filter((part) => part !== '').join(' · ') || 'Layer',
    deep: around.deep + 1,
  }
}

function placed({ attributes }: XmlElement, { x, y }: Around, reading: Reading): LayerPicture | undefined {
  const picture = reading.pictureOf(attributes['src'] ?? '')
  if (!picture || Math.max(Math.abs(x), Math.abs(y)) > LIMITS.reach) {
    reading.lost++
    return undefined
  }
  return { ...picture, x, y }
}

const asPass = (pass: Pass, picture: LayerPicture) => ({ pass, pictures: [picture], ink: [] })
/** The pass a layer of a group is by its name; what lies under the drawing is at the bottom of its colour. */
const passOf = (name = ''): Pass | undefined => (name === 'ground' ? 'colour' : PASSES.find((pass) => pass === name))

/** The layers of a group as passes, where all are named so and each once; undefined otherwise. */
function passesOf({ children }: XmlElement, around: Around, reading: Reading): LayerPass[] | undefined {
  const layers = children.filter(({ tag }) => tag === 'layer' || tag === 'stack')
  const names = layers.map(({ attributes }) => attributes['name'])
  const named =
    layers.every(({ tag }, i) => tag === 'layer' && passOf(names[i])) && new Set(names).size === names.length
  if (!named || layers.length === 0) return undefined
  // What the group is like is told of the level, not again of its passes.
  const plain = { ...around, look: PLAIN_LOOK }
  const passes = new Map<Pass, LayerPass>()
  for (const layer of [...layers].reverse()) {
    const own = within(layer, plain, reading)
    const pass = passOf(layer.attributes['name'])!
    const picture = placed(layer, own, reading)
    const below = passes.get(pass)?.pictures ?? []
    if (picture) passes.set(pass, { ...own.look, pass, pictures: [...below, picture], ink: [] })
  }
  return [...passes.values()]
}
