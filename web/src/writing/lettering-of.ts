import { PASSES, type InkPiece, type Pass, type Scan, type Scene } from '@unhurried/core'
import { paintScan, knowPages } from '../stage/paint/scans'
import { pictures } from '../stage/pictures/pictures'
import type { InkOf } from '../stage/paint/surface'
import type { LetteringOrdered } from '../workers/lettering/messages'

/** Lettering is looked at in at most so many pixels across. */
const FINEST = 2000
/** A pixel of a picture as dark as this, of 255, is lettering. */
const FAINT = 24

/** What of a drawing is seen on its level, as lettering: its ink, and its pages of paper as a mask. */
export async function letteringOf(scene: Scene, drawing: string, inkOf: InkOf): Promise<LetteringOrdered> {
  const level = scene.levels[scene.drawings[drawing]!.level]!
  const { width, height } = scene.settings
  const scale = Math.min(1, FINEST / Math.max(width, height))
  const seen = PASSES.filter((pass: Pass) => !level.passes?.[pass]?.hidden)
  const all: readonly InkPiece[] = seen.flatMap((pass) => inkOf(drawing, pass))
  const scans = all.filter((piece): piece is Scan => piece.kind === 'scan')
  const pieces = all.filter(({ kind }) => kind !== 'scan')
  if (scans.length === 0) return { pieces, scale }
  await pictures.ready(scans.flatMap(({ page }) => scene.pages?.[page]?.picture ?? []))
  return { pieces, scale, mask: maskOf(scene, scans, scale) }
}

function maskOf(scene: Scene, scans: readonly Scan[], scale: number): NonNullable<LetteringOrdered['mask']> {
  const [width, height] = [Math.ceil(scene.settings.width * scale), Math.ceil(scene.settings.height * scale)]
  const surface = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!
  knowPages(scene.pages, (picture) => pictures.of(picture))
  surface.scale(scale, scale)
  for (const scan of scans) paintScan(surface, scan, '#000000')
  const { data } = surface.getImageData(0, 0, width, height)
  const cells = new Uint8Array(width * height)
  for (let i = 0; i < cells.length; i++) cells[i] = data[4 * i + 3]! >= FAINT ? 1 : 0
  return { width, height, cells }
}
