import { counted } from '../../../base/counted'
import { clamp } from '../../../base/clamp'
import { channelsOf, nearestColour } from '../../../base/colour'
import { LIMITS } from '../../../base/limits'
import { cutShort } from '../../../base/sentence'
import type { LayerIn, LayerInk, LayerPass, LayerPicture, Look } from '../../../ink/layered'
import { fittedInto, followedBy, isIdentity, movedBy, type Matrix } from '../../../geometry/matrix'
import { quantized, type InkPiece } from '../../../ink/ink'
import { transformed } from '../../../ink/transform'
import { newLevel } from '../../../scene/create'
import { coloursOf } from '../../../scene/palette'
import { refuse } from '../../../scene/refusal'
import type { Level, Page, PassState, Scene, Swatch } from '../../../scene/schema'
import type { Edit, SimpleEdit } from '../../kinds'
import { inPortions } from '../portions'

/** Layers of a file, bottom first, and where they are laid. */
export interface LayersToLay {
  readonly scene: Scene
  readonly take: string
  readonly frame: number
  readonly layers: readonly LayerIn[]
  /** Of the picture they were in, in pixels. */
  readonly width: number
  readonly height: number
  /** The kept picture of a layer, as a page in all its colours. */
  readonly pageOf: (picture: LayerPicture) => Page
  readonly freshId: () => string
}

/**
 * Layers of a file as levels above all others, each with one drawing from a frame on: ink in the colours of the palette,
 * which gets those it lacks, pictures in all their colours.
 *
 * @returns edits to be made in this order as one step, and the uppermost of the levels
 * Errors: EditRefused where there are too many levels, or the scene is drawn in whole cells.
 */
export function layersLaid(wish: LayersToLay): { edits: Edit[]; level: string } {
  const { scene, layers, freshId } = wish
  if (layers.length === 0) refuse('Choose a layer to bring in.')
  if (scene.settings.cells) refuse('This scene is drawn in whole cells, which no layer of a file is.')
  if (scene.levelOrder.length + layers.length > LIMITS.levels)
    refuse(
      `A scene can have ${LIMITS.levels} levels: ${scene.levelOrder.length} are here and ${layers.length} would come.`,
    )
  const colours = coloursFor(wish)
  const ids = layers.map(() => freshId())
  const edits = layers.flatMap((layer, i) => levelOf(wish, layer, ids[i]!, scene.levelOrder.length + i, colours))
  const words = `${counted(layers.length, 'level')} from a file`
  return { edits: inPortions(words, [...colours.edits, ...edits]), level: ids.at(-1)! }
}

type Colours = ReturnType<typeof coloursFor>
/** The swatch for each colour that comes: one that looks the same, else a new one, else the nearest when there is no more room. */
function coloursFor({ scene, layers, freshId }: LayersToLay) {
  const seen = coloursOf(scene.palette)
  const byColour = new Map<string, string>([...seen].map(([id, colour]) => [colour, id]))
  const edits: SimpleEdit[] = []
  const used = layers.flatMap(({ passes }) => passes.flatMap(({ ink }) => ink.map(({ colour }) => colour)))
  for (const colour of new Set(used)) {
    if (byColour.has(colour)) continue
    if (scene.palette.length + edits.length >= LIMITS.swatches) {
      const all = [...byColour.keys()]
      byColour.set(colour, byColour.get(all[nearestColour(all, channelsOf(colour), Infinity)]!)!)
      continue
    }
    const swatch: Swatch = { id: freshId(), name: colour, colour }
    byColour.set(colour, swatch.id)
    edits.push({ type: 'swatch.put', swatch })
  }
  const swatchOf = ({ piece, colour }: LayerInk) =>
    seen.get(piece.swatch) === colour ? piece.swatch : byColour.get(colour)!
  return { edits, swatchOf }
}

const stateOf = ({ strength, blend, hidden }: Look): PassState => ({
  ...(hidden && { hidden }),
  ...(strength < 1 && { strength: clamp(strength, 0, 1) }),
  ...(blend !== 'normal' && { blend }),
})

/** A name as it can be kept, of one nobody vouches for. */
const nameIn = (name: string) => cutShort(name.replace(/[\p{C}\s]+/gu, ' ').trim(), LIMITS.name).trim() || 'Layer'

function levelOf(wish: LayersToLay, layer: LayerIn, id: string, at: number, colours: Colours): SimpleEdit[] {
  const { scene, take, frame, freshId } = wish
  const states = layer.passes.flatMap((pass) => {
    const state = stateOf(pass)
    return Object.keys(state).length > 0 ? [[pass.pass, state] as const] : []
  })
  const level: Level = {
    ...newLevel({ id, name: nameIn(layer.name), approach: scene.settings.approach }),
    ...stateOf(layer),
    ...(states.length > 0 && { passes: Object.fromEntries(states) }),
  }
  const drawing = freshId()
  const inked = layer.passes.flatMap((pass) => inkOf(wish, pass, drawing, colours))
  return [
    { type: 'level.add', level, at },
    { type: 'drawing.add', take, level: id, frame, drawing: { id: drawing, role: 'key' } },
    ...inked,
  ]
}

function inkOf(
  wish: LayersToLay,
  { pass, pictures, ink }: LayerPass,
  drawing: string,
  { swatchOf }: Colours,
): SimpleEdit[] {
  const { scene, freshId, pageOf } = wish
  const onPaper = fittedInto(wish, scene.settings)
  const pages = pictures.map((picture) => ({ picture, page: pageOf(picture) }))
  const scans = pages.map(({ picture, page }) =>
    scanOf(picture, page, onPaper, { swatch: scene.palette[0]!.id, freshId }),
  )
  const ids = new Set<string>()
  const pieces = ink.map((each): InkPiece => {
    const id = ids.has(each.piece.id) ? freshId() : each.piece.id
    ids.add(id)
    const piece = { ...each.piece, id, swatch: swatchOf(each) }
    return isIdentity(onPaper) ? piece : transformed(piece, onPaper)
  })
  return [
    ...pages.map(({ page }): SimpleEdit => ({ type: 'page.put', page })),
    {
      ...{ type: 'ink.change', drawing, pass, remove: [] },
      add: [...scans, ...pieces].map((piece, at) => ({ at, piece })),
    },
  ]
}

function scanOf(
  { x, y, width, height }: LayerPicture,
  page: Page,
  onPaper: Matrix,
  { swatch, freshId }: { swatch: string; freshId: () => string },
): InkPiece {
  const matrix = followedBy(movedBy(x, y), onPaper)
  return quantized({ kind: 'scan', id: freshId(), swatch, page: page.id, width, height, matrix: [...matrix] })
}
