import { counted } from '../../base/counted'
import { LIMITS } from '../../base/limits'
import { isIdentity, type Matrix } from '../../geometry/matrix'
import type { InkPiece } from '../../ink/ink'
import { transformed } from '../../ink/transform'
import { BLENDS, PASSES, type Blend, type Pass } from '../../scene/schema'
import { outlineOf } from '../picture/ink-paths'
import { pieceOfPath } from '../picture/kept-ink'
import { readXml, type XmlElement } from '../xml'
import {
  PLAIN_LOOK,
  refuseLayers,
  type LayerIn,
  type LayerInk,
  type LayerPass,
  type LayersIn,
  type Look,
} from '../../ink/layered'
import { shapeInk } from './svg-shape'
import { rulesOf, styled, withStyle, type Rules, type Style } from './svg-style'
import { transformOf, viewMatrix } from './svg-transform'

/** Characters of a picture, and how deep its groups may lie in groups. */
const LONGEST = 20_000_000
const DEEPEST = 60
const SHAPES: ReadonlySet<string> = new Set(['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon'])
/** What says something of a picture and shows nothing by itself. */
const SILENT: ReadonlySet<string> = new Set([
  ...['title', 'desc', 'defs', 'metadata', 'style', 'script', 'sodipodi:namedview', 'symbol', 'clipPath', 'mask'],
  ...['pattern', 'linearGradient', 'radialGradient', 'filter', 'marker', 'view', 'animate', 'animateTransform', 'set'],
])

/** What is met on the way through a picture. */
interface Reading {
  readonly rules: Rules
  /** What is left out, and how many of each. */
  readonly lost: Map<string, number>
  /** Shapes that are seen through, and are laid in full strength. */
  pale: number
  pieces: number
  readonly freshId: () => string
}
interface Around {
  readonly matrix: Matrix
  readonly style: Style
  readonly deep: number
}

/**
 * Reads an SVG: each group becomes a level, or where its groups are named as passes these; what lies in no group becomes
 * one level by itself. Ink of ours comes back as it was drawn, anything else as outlines and lines of one width. Errors:
 * LayersRefused.
 */
export function readLayeredSvg(text: string, freshId: () => string): LayersIn {
  if (text.length > LONGEST) refuseLayers('It is far longer than a picture can be here. Simplify it first.')
  const elements = readXml(text, refuseLayers) ?? refuseLayers('It begins as a picture and is damaged.')
  const root = elements.find(({ tag }) => tag === 'svg') ?? refuseLayers('It is no SVG picture.')
  const { matrix, width, height } = viewMatrix(root.attributes) ?? refuseLayers('It does not say how large it is.')
  const reading: Reading = { rules: rulesOf(root), lost: new Map(), pale: 0, pieces: 0, freshId }
  const around = { matrix, style: withStyle({}, root, reading.rules), deep: 0 }
  const layers = layersOf(root, around, reading).filter(({ passes }) => passes.length > 0)
  if (layers.length === 0) refuseLayers('It shows no line and no shape that can be read.')
  if (layers.length > LIMITS.levels)
    refuseLayers(`It has ${layers.length} groups, and a scene has at most ${LIMITS.levels} levels. Join some first.`)
  const said = [
    ...[...reading.lost].map(([what, count]) => `${counted(count, what)} left out.`),
    ...(reading.pale > 0 ? [`${counted(reading.pale, 'shape')} seen through there, in full strength here.`] : []),
  ]
  return { width, height, layers, said }
}

/** The paper of a picture of ours is none of its levels. */
const isShown = ({ tag, attributes }: XmlElement) => !SILENT.has(tag) && !('data-paper' in attributes)
const isGroup = ({ tag }: XmlElement) => tag === 'g' || tag === 'a' || tag === 'svg'

/** The groups of a picture as levels; one group round all of it is looked into. */
function layersOf(root: XmlElement, around: Around, reading: Reading): LayerIn[] {
  const shown = root.children.filter(isShown)
  const groups = shown.filter(isGroup)
  const only = groups.length === 1 ? groups[0]! : undefined
  if (only && isWrapper(only) && around.deep < DEEPEST) {
    // Ink of ours lies where it was drawn, whatever the camera saw of it.
    const inside =
      'data-camera' in only.attributes ? { ...around, deep: around.deep + 1 } : inGroup(only, around, reading)
    const beside = shown.filter((each) => each !== only)
    return [...loose(beside, around, reading), ...layersOf(only, inside, reading)]
  }
  const layers: LayerIn[] = []
  let run: XmlElement[] = []
  const endRun = () => {
    layers.push(...loose(run, around, reading))
    run = []
  }
  for (const child of shown) {
    if (!isGroup(child)) run.push(child)
    else {
      endRun()
      layers.push(layerOf(child, around, reading))
    }
  }
  endRun()
  return layers
}

/** Whether a group only goes round others. */
const isWrapper = ({ children, attributes }: XmlElement) =>
  !('data-level' in attributes) && children.filter(isShown).length > 0 && children.filter(isShown).every(isGroup)

function inGroup(group: XmlElement, { matrix, style, deep }: Around, { rules }: Reading): Around {
  return { matrix: transformOf(group.attributes, matrix), style: withStyle(style, group, rules), deep: deep + 1 }
}

/** Shapes that lie in no group, as one level. */
function loose(shapes: readonly XmlElement[], around: Around, reading: Reading): LayerIn[] {
  const ink = shapes.flatMap((shape) => inkOf(shape, around, reading))
  return ink.length > 0 ? [{ name: 'Shapes', ...PLAIN_LOOK, passes: [passFor(ink)] }] : []
}

function layerOf(group: XmlElement, around: Around, reading: Reading): LayerIn {
  const inside = inGroup(group, around, reading)
  const groups = group.children.filter(isShown)
  const passes = groups.map((each) => (isGroup(each) ? passNamed(each) : undefined))
  const named = groups.length > 0 && passes.every(Boolean) && new Set(passes).size === passes.length
  const look = lookOf(group, around, reading)
  if (named)
    return {
      ...{ name: nameOf(group), ...look },
      passes: groups.flatMap((each, i): LayerPass[] => {
        const ink = inkWithin(each, inGroup(each, inside, reading), reading)
        return ink.length > 0 ? [{ ...lookOf(each, inside, reading), pass: passes[i]!, pictures: [], ink }] : []
      }),
    }
  const ink = inkWithin(group, inside, reading)
  return { name: nameOf(group), ...look, passes: ink.length > 0 ? [passFor(ink)] : [] }
}

const passNamed = (group: XmlElement): Pass | undefined => {
  const name = group.attributes['data-pass'] ?? nameOf(group)
  return PASSES.find((pass) => pass === name)
}

/** Lines alone are line; where paint is among them all stays on one pass, in its order. */
const passFor = (ink: readonly LayerInk[]): LayerPass => ({
  ...PLAIN_LOOK,
  pass: ink.every(({ piece }) => piece.kind === 'stroke') ? 'line' : 'colour',
  ...{ pictures: [], ink },
})

/** By its title, the label drawing programs give it, or its id. */
function nameOf({ attributes, children }: XmlElement): string {
  const title = children.find(({ tag }) => tag === 'title')?.text
  return (title ?? attributes['inkscape:label'] ?? attributes['id'] ?? '').trim() || 'Group'
}

function lookOf(group: XmlElement, { style }: Around, { rules }: Reading): Look {
  const own = styled(group, rules)
  const strength = Number(own['opacity'] ?? 1)
  const blend = BLENDS.find((each) => each === own['mix-blend-mode'])
  return {
    strength: Number.isFinite(strength) ? Math.min(1, Math.max(0, strength)) : 1,
    blend: blend ?? ('normal' satisfies Blend),
    hidden: own['display'] === 'none' || (own['visibility'] ?? style['visibility']) === 'hidden',
  }
}

const inkWithin = ({ children }: XmlElement, around: Around, reading: Reading): LayerInk[] =>
  children.filter(isShown).flatMap((child) => inkOf(child, around, reading))

function inkOf(element: XmlElement, around: Around, reading: Reading): LayerInk[] {
  if (around.deep > DEEPEST) return refuseLayers('Its groups lie in groups far too deep.')
  if (isGroup(element)) {
    const hidden = styled(element, reading.rules)['display'] === 'none'
    return hidden ? [] : inkWithin(element, inGroup(element, around, reading), reading)
  }
  if (!SHAPES.has(element.tag)) {
    reading.lost.set(element.tag, (reading.lost.get(element.tag) ?? 0) + 1)
    return []
  }
  const matrix = transformOf(element.attributes, around.matrix)
  const style = withStyle(around.style, element, reading.rules)
  const own = ownInk(element, matrix, style)
  const ink = own ? [own] : shapeInk(element, { matrix, style, freshId: reading.freshId })
  reading.pieces += ink.length
  if (ink.length > 0 && isPale(styled(element, reading.rules), style)) reading.pale++
  if (reading.pieces > MOST_PIECES)
    refuseLayers(`It has more than ${MOST_PIECES} shapes. Bring it in as a picture, or in parts.`)
  return ink
}
const MOST_PIECES = 20_000

/** Whether a shape is seen through, neither wholly nor not at all. */
const isPale = (own: Style, style: Style) =>
  [own['opacity'], style['fill-opacity'], style['stroke-opacity']].some((share) => Number(share ?? 1) < 1)

/** Ink that was drawn here, unless another hand has changed its outline since; a page of paper stays with its scene. */
function ownInk({ attributes }: XmlElement, matrix: Matrix, style: Style): LayerInk | undefined {
  const kept = 'data-kind' in attributes ? pieceOfPath(attributes) : undefined
  if (!kept?.success || kept.data.kind === 'scan' || outlineOf(kept.data) !== attributes['d']) return undefined
  const piece: InkPiece = isIdentity(matrix) ? kept.data : transformed(kept.data, matrix)
  const { fill = 'none' } = style
  return { piece, colour: fill === 'none' ? '#000000' : fill }
}
