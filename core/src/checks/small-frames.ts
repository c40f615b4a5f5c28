import { channelsOf } from '../base/colour'
import { PASSES, type Pass } from '../scene/schema'
import { coloursOf } from '../scene/palette'
import { panAt } from '../motion/pan'
import type { SmallPicture } from '../motion/flash'
import { rasterised, stampRings, type Grid } from '../ink/raster'
import type { Ink } from '../ink/ink'
import { exposureAt, exposuresOf, pictureRuns } from '../timing/sheet'
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
      const mask = rasterised(
        [
          {
            ...piece,
            size: Math.max(0.25, piece.size * scale),
            points: piece.points.map((value, i) => (i % 3 === 2 ? value : value * scale)),
          },
        ],
        grid,
      )
      for (let i = 0; i < mask.length; i++) if (mask[i] !== 0) cells[i] = pot
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
  const colours = coloursOf(scene.palette)
  const pots = new Map(scene.palette.map(({ id }, i) => [id, i + 1]))
  const table = [channelsOf(paper), ...scene.palette.map(({ id }) => channelsOf(colours.get(id)!))]
  const name = `${grid.width}x${grid.height}/${scale}`
  const frames: SmallPicture[] = []
  const kept: typeof laid = new Map()
  const looks = `${name}/${table.join()}/${JSON.stringify(scene.levelOrder.map((id) => [scene.levels[id]!.hidden, scene.levels[id]!.strength, scene.levels[id]!.passes]))}`
  for (const run of pictureRuns(scene, take)) {
    const layers: { pots: Pots; dx: number; dy: number; strength: number }[] = []
    let grey = false
    for (const id of scene.levelOrder) {
      const level = scene.levels[id]!
      if (level.hidden) continue
      if (level.ground?.picture) grey = true
      const drawing = exposureAt(exposuresOf(scene, id, take), run.frame)?.drawing
      if (!drawing) continue
      const pan = level.ground?.pan ? panAt(level.ground.pan, run.frame, length) : { x: 0, y: 0 }
      const [dx, dy] = [Math.round(pan.x * scale), Math.round(pan.y * scale)]
      for (const pass of PASSES) {
        if (level.passes?.[pass]?.hidden) continue
        const strength = (level.strength ?? 1) * (level.passes?.[pass]?.strength ?? 1)
        const ink = inkOf(drawing, pass as Pass)
        if (ink.length > 0) layers.push({ pots: potsOf(ink, pots, grid, scale, name), dx, dy, strength })
      }
    }
    const parts = layers.map((layer) => layer.pots)
    const key = `${looks}/${run.shown.map(({ drawing }) => drawing).join()}/${layers.map(({ dx, dy }) => `${dx},${dy}`).join(' ')}`
    const before = kept.get(key) ?? laid.get(key)
    const same = before && before.parts.length === parts.length && before.parts.every((part, i) => part === parts[i])
    const picture = same ? before.picture : painted(layers, grid, table, grey)
    kept.set(key, { parts, picture })
    for (let i = 0; i < run.frames; i++) frames.push(picture)
  }
  laid = kept
  return frames
}

function painted(
  layers: readonly { pots: Pots; dx: number; dy: number; strength: number }[],
  grid: Grid,
  table: readonly (readonly number[])[],
  grey: boolean,
): SmallPicture {
  const data = new Uint8Array(grid.width * grid.height * 4)
  const [r, g, b] = grey ? [GREY, GREY, GREY] : table[0]!
  for (let i = 0; i < data.length; i += 4) {
    data[i] = r!
    data[i + 1] = g!
    data[i + 2] = b!
    data[i + 3] = 255
  }
  for (const { pots, dx, dy, strength } of layers) lay(data, pots, grid, dx, dy, table, strength)
  return { width: grid.width, height: grid.height, data }
}

function lay(
  data: Uint8Array,
  pots: Pots,
  { width, height }: Grid,
  dx: number,
  dy: number,
  table: readonly (readonly number[])[],
  strength: number,
) {
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [fx, fy] = [x - dx, y - dy]
      const pot = fx >= 0 && fy >= 0 && fx < width && fy < height ? pots[fy * width + fx]! : 0
      if (pot === 0) continue
      const at = 4 * (y * width + x)
      const [r, g, b] = table[pot]!
      data[at] = data[at]! + (r! - data[at]!) * strength
      data[at + 1] = data[at + 1]! + (g! - data[at + 1]!) * strength
      data[at + 2] = data[at + 2]! + (b! - data[at + 2]!) * strength
    }
  }
}
