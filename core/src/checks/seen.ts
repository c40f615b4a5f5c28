import { sameItems } from '../base/items'
import { placesOf, type Ink } from '../ink/ink'
import { scaledStroke, stampRings, stampStroke, type Grid } from '../ink/raster'
import { PASSES, type Scene } from '../scene/schema'
import { exposuresOf, placed } from '../timing/sheet'
import { momentAt, passStates } from '../timing/seen/shown'
import type { InkOf } from './measured'

/** Mattes are looked at this many scene pixels to a cell. */
const CELL = 4

/** Whether a level is never seen itself, but says where another is. */
export function isOnlyMatte(scene: Scene, id: string): boolean {
  const cuts = Object.values(scene.levels).some(({ matte, hidden }) => matte?.level === id && !hidden)
  return scene.levels[id]!.hidden === true && cuts
}

interface Seen {
  readonly cutBy: readonly Ink[]
  readonly ink: Ink
}
const kept = new WeakMap<Ink, Seen>()

/**
 * The ink of a scene as far as it is ever seen: on a level that is cut by another, pieces that lie where it is never
 * shown are left out. Lists that lose nothing, or that were asked for before, are the same lists.
 */
export function seenInk(scene: Scene, take: string, inkOf: InkOf): InkOf {
  const cut = scene.levelOrder.filter((id) => scene.levels[id]!.matte && !scene.levels[id]!.hidden)
  if (cut.length === 0) return inkOf
  const cutting = new Map<string, { where: 'ink' | 'none'; inks: Ink[] }>()
  for (const id of cut)
    for (const { drawing, frame, frames } of placed(exposuresOf(scene, id, take)))
      for (let at = frame; drawing !== null && at < frame + frames; at++) {
        const matte = momentAt(scene, at, take).mattes[id]
        if (!matte) continue
        const entry = cutting.get(drawing) ?? { where: matte.where, inks: [] }
        cutting.set(drawing, entry)
        for (const pass of PASSES) {
          if (matte.drawing === undefined || passStates(scene, matte.level)?.[pass]?.hidden) continue
          const ink = inkOf(matte.drawing, pass)
          if (ink.length > 0 && !entry.inks.includes(ink)) entry.inks.push(ink)
        }
      }
  return (drawing, pass) => {
    const ink = inkOf(drawing, pass)
    const entry = cutting.get(drawing)
    if (!entry || ink.length === 0) return ink
    const last = kept.get(ink)
    const same = sameItems(entry.inks, last?.cutBy)
    if (same) return last!.ink
    const seen = { cutBy: entry.inks, ink: seenPieces(ink, entry, scene) }
    kept.set(ink, seen)
    return seen.ink
  }
}

function seenPieces(ink: Ink, { where, inks }: { where: 'ink' | 'none'; inks: readonly Ink[] }, scene: Scene): Ink {
  const { width, height } = scene.settings
  const grid: Grid = { left: 0, top: 0, width: Math.ceil(width / CELL), height: Math.ceil(height / CELL) }
  const cells = new Uint8Array(grid.width * grid.height)
  for (const each of inks) stamped(cells, grid, each)
  const isSeen = (flat: readonly number[]) => {
    for (let i = 0; i < flat.length; i += 2) {
      const [u, v] = [Math.floor(flat[i]! / CELL), Math.floor(flat[i + 1]! / CELL)]
      const on = u >= 0 && v >= 0 && u < grid.width && v < grid.height && cells[v * grid.width + u] === 1
      if (on === (where === 'ink')) return true
    }
    return false
  }
  const seen = ink.filter((piece) => placesOf(piece).some(isSeen))
  return seen.length === ink.length ? ink : seen
}

function stamped(cells: Uint8Array, grid: Grid, ink: Ink) {
  const small = (values: readonly number[]) => values.map((value) => value / CELL)
  for (const piece of ink) {
    if (piece.kind === 'stroke') {
      stampStroke(cells, grid, scaledStroke(piece, 1 / CELL))
    } else stampRings(cells, grid, placesOf(piece).map(small))
  }
}
