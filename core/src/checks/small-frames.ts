import { channelsOf } from '../base/colour'
import { sameItems } from '../base/items'
import { PASSES } from '../scene/schema'
import { coloursOf } from '../scene/palette'
import { panAt } from '../motion/pan'
import type { SmallPicture } from '../motion/flash'
import { scaledStroke, stampRings, stampStroke, type Grid } from '../ink/raster'
import type { Ink } from '../ink/ink'
import { levelPalette } from '../timing/level-palette'
import { drawingsOf, passStates, pictureRuns } from '../timing/seen/shown'
import type { Subject } from './subject'
import { memoLast } from '../base/memo'

/** The short side of a small frame, in pixels: the least the flash check takes. */
const SIDE = 32
const GREY = 128

/** Frames laid together before, by what was laid: after a stroke only those that show it are laid anew. */
let laid = new Map<string, { readonly parts: readonly Pots[]; readonly picture: SmallPicture }>()

/** One pass as the pots its cells are painted with: 0 none, else the pot's number from 1. */
type Pots = Uint8Array
const potsOf = memoLast(
  (_pots: ReadonlyMap<string, number>, _grid: Grid, _scale: number, name: string) => name,
  paintPots,
)

function paintPots(ink: Ink, pots: ReadonlyMap<string, number>, grid: Grid, scale: number): Pots {
  const cells = new Uint8Array(grid.width * grid.height)
  for (const piece of ink) {
    const pot = pots.get(piece.swatch) ?? 0
    if (piece.kind === 'stroke') {
      stampStroke(cells, grid, scaledStroke(piece, scale), pot)
    } else if (piece.kind !== 'scan') {
      const rings = piece.kind === 'fill' ? [piece.outline, ...(piece.holes ?? [])] : runRings(piece.runs)
      if (piece.kind === 'fill')
        stampRings(
          cells,
          grid,
          rings.map((ring) => ring.map((value) => value * scale)),
          pot,
        )
      else for (const ring of rings) stampRings(cells, grid, [ring.map((value) => value * scale)], pot)
    }
  }
  return cells
}

function runRings(runs: readonly number[]): number[][] {
  const rings: number[][] = []
  for (let i = 0; i < runs.length; i += 3) {
    const [x, y, long] = [runs[i]!, runs[i + 1]!, runs[i + 2]!]
    rings.push([x, y, x + long, y, x + long, y + 1, x, y + 1])
  }
  return rings
}

/**
 * Every frame of the take as a small picture, pots laid flat without brush or texture: enough to see it
 * flash. A picture on a ground is even grey. Frames that show the same are the same object.
 */
export function smallFrames({ scene, take, inkOf }: Pick<Subject, 'scene' | 'take' | 'inkOf'>): SmallPicture[] {
  const { width, height, paper, length } = scene.settings
  const scale = SIDE / Math.min(width, height)
  const grid: Grid = {
    left: 0,
    top: 0,
    width: Math.max(SIDE, Math.round(width * scale)),
    height: Math.max(SIDE, Math.round(height * scale)),
  }
  const pots = new Map(scene.palette.map(({ id }, i) => [id, i + 1]))
  const tableOf = (id: string): Table => {
    const palette = levelPalette(scene, id)
    const colours = coloursOf(palette)
    return [channelsOf(paper), ...palette.map((swatch) => channelsOf(colours.get(swatch.id)!))]
  }
  const tables = new Map(scene.levelOrder.map((id) => [id, tableOf(id)]))
  const name = `${grid.width}x${grid.height}/${scale}`
  const frames: SmallPicture[] = []
  const kept: typeof laid = new Map()
  const looks = `${name}/${paper}/${[...tables.values()].join()}/${JSON.stringify(
    scene.levelOrder.map((id) => {
      const { hidden, strength, passes, matte, follows } = scene.levels[id]!
      return [hidden, strength, passes, matte, follows]
    }),
  )}`
  const grey = scene.levelOrder.some((id) => !scene.levels[id]!.hidden && scene.levels[id]!.ground?.picture)
  const offset = (id: string, frame: number) => {
    const { ground, follows } = scene.levels[id]!
    const pan = ground?.pan ? panAt(ground.pan, frame, length) : { x: 0, y: 0 }
    return { dx: Math.round((pan.x + (follows?.x ?? 0)) * scale), dy: Math.round((pan.y + (follows?.y ?? 0)) * scale) }
  }
  /** The passes of a drawing as a level shows them. */
  const passesOf = (id: string, drawing: string) =>
    PASSES.flatMap((pass) => {
      const state = passStates(scene, id)?.[pass]
      const ink = inkOf(drawing, pass)
      if (state?.hidden || ink.length === 0) return []
      return [{ pots: potsOf(ink, pots, grid, scale, name), strength: state?.strength ?? 1 }]
    })
  for (const run of pictureRuns(scene, take)) {
    const layers: Layer[] = run.shown.flatMap(({ level: id, drawing }) => {
      const matte = run.mattes[id]
      const cut: Cut | undefined = matte && {
        inside: matte.where === 'ink',
        pots: matte.drawing === undefined ? [] : passesOf(matte.level, matte.drawing).map((pass) => pass.pots),
        ...{ dx: Math.round(matte.x * scale), dy: Math.round(matte.y * scale) },
      }
      return passesOf(id, drawing).map((pass) => ({
        pots: pass.pots,
        ...offset(id, run.frame),
        strength: (scene.levels[id]!.strength ?? 1) * pass.strength,
        table: tables.get(id)!,
        ...(cut && { cut }),
      }))
    })
    const parts = layers.flatMap((layer) => [layer.pots, ...(layer.cut?.pots ?? [])])
    const key = `${looks}/${drawingsOf(run).join()}/${layers.map(({ dx, dy }) => `${dx},${dy}`).join(' ')}`
    const before = kept.get(key) ?? laid.get(key)
    const same = before && sameItems(before.parts, parts)
    const picture = same ? before.picture : painted(layers, grid, channelsOf(paper), grey)
    kept.set(key, { parts, picture })
    for (let i = 0; i < run.frames; i++) frames.push(picture)
  }
  laid = kept
  return frames
}

type Table = readonly (readonly number[])[]
/** What a layer is cut by: it is seen where one of these has a pot, or where none has. */
interface Cut {
  readonly inside: boolean
  readonly pots: readonly Pots[]
  readonly dx: number
  readonly dy: number
}
interface Layer {
  readonly pots: Pots
  readonly dx: number
  readonly dy: number
  readonly strength: number
  readonly table: Table
  readonly cut?: Cut
}

function painted(layers: readonly Layer[], grid: Grid, paper: readonly number[], grey: boolean): SmallPicture {
  const data = new Uint8Array(grid.width * grid.height * 4)
  const [r, g, b] = grey ? [GREY, GREY, GREY] : paper
  for (let i = 0; i < data.length; i += 4) {
    data[i] = r!
    data[i + 1] = g!
    data[i + 2] = b!
    data[i + 3] = 255
  }
  for (const layer of layers) lay(data, layer, grid)
  return { width: grid.width, height: grid.height, data }
}

function lay(data: Uint8Array, { pots, dx, dy, table, strength, cut }: Layer, grid: Grid) {
  const { width, height } = grid
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const pot = potAt(pots, grid, x - dx, y - dy)
      if (pot === 0 || (cut && isCutAway(cut, grid, x, y))) continue
      const at = 4 * (y * width + x)
      const [r, g, b] = table[pot]!
      data[at] = data[at]! + (r! - data[at]!) * strength
      data[at + 1] = data[at + 1]! + (g! - data[at + 1]!) * strength
      data[at + 2] = data[at + 2]! + (b! - data[at + 2]!) * strength
    }
  }
}

const potAt = (pots: Pots, { width, height }: Grid, x: number, y: number): number =>
  x >= 0 && y >= 0 && x < width && y < height ? pots[y * width + x]! : 0

const isCutAway = ({ inside, pots, dx, dy }: Cut, grid: Grid, x: number, y: number): boolean =>
  pots.some((each) => potAt(each, grid, x - dx, y - dy) !== 0) !== inside
