import { LIMITS } from '../../../base/limits'
import { nameWith } from '../../../base/names'
import { channelsOf, nearestColour } from '../../../base/colour'
import { fittedInto, isIdentity } from '../../../geometry/matrix'
import { quantized, type Ink, type InkPiece } from '../../../ink/ink'
import { transformed } from '../../../ink/transform'
import { coloursOf } from '../../../scene/palette'
import { refuse } from '../../../scene/refusal'
import { PASSES, type LaidPlan, type Pass, type Scene } from '../../../scene/schema'
import { applyEdit } from '../../apply'
import { simpleEditsOf, type Edit, type SimpleEdit } from '../../kinds'
import { mouthsLaid } from '../mouths'

/** Mouths drawn in one scene, and where they come. */
export interface MouthsToBring {
  readonly scene: Scene
  readonly take: string
  /** The words they are laid to; absent: each shape in turn. */
  readonly sound?: string | undefined
  readonly from: { readonly scene: Scene; readonly plan: string; readonly inkOf: (drawing: string, pass: Pass) => Ink }
  readonly character: { readonly id: string; readonly name: string }
  readonly freshId: () => string
}

/** What the words of no sound are called by the planner of mouths. */
const IN_TURN = 'none'

/**
 * A character's mouths on a level of their own: the shapes drawn in another scene, as large and where they are there,
 * laid to the words here. Errors: EditRefused where those mouths are gone, or cannot be laid here.
 */
export function mouthsBrought(wish: MouthsToBring): { edit: Edit; level: string } {
  const { scene, take, sound, from, character, freshId } = wish
  const source = from.scene.plans?.[from.plan]
  if (source?.planner !== 'mouths')
    return refuse('These mouths are not in the scene they were drawn in any more. Choose them anew in the library.')
  const laid = mouthsLaid({ scene, take, sound: sound ?? IN_TURN, freshId }, askedHere(scene, from.scene, source))
  const after = applyEdit(scene, laid.edit).scene
  // By place among the shapes, those alone that are shown here.
  const colours = swatchesHere(scene, from.scene, freshId)
  const inked = after.plans![laid.plan]!.drawings.flatMap((drawing, i) =>
    after.drawings[drawing] ? inkOn(wish, drawing, source.drawings[i], colours.swatchOf) : [],
  )
  const name = nameWith(character.name, ' · mouth')
  const named: SimpleEdit = { type: 'level.set', level: laid.level, fields: { name, character: character.id } }
  return {
    edit: {
      type: 'together',
      words: 'the mouths of the library',
      edits: [...simpleEditsOf(laid.edit), named, ...colours.edits, ...inked],
    },
    level: laid.level,
  }
}

/** The inputs of the mouths there, their place and size as they lie on the paper here. */
function askedHere(scene: Scene, there: Scene, { inputs }: LaidPlan) {
  const [scale, , , , x, y] = fittedInto(there.settings, scene.settings)
  const { sound: _, ...asked } = inputs
  const number = (name: string) => Number(inputs[name] ?? 0) * scale
  return {
    ...asked,
    width: Math.round(number('width')),
    x: Math.round(number('x') + x),
    y: Math.round(number('y') + y),
  }
}

function inkOn(
  { scene, from }: MouthsToBring,
  drawing: string,
  source: string | undefined,
  swatchOf: (swatch: string) => string,
): SimpleEdit[] {
  if (source === undefined || !from.scene.drawings[source]) return []
  const onPaper = fittedInto(from.scene.settings, scene.settings)
  return PASSES.flatMap((pass): SimpleEdit[] => {
    const ink = from.inkOf(source, pass).filter(({ kind }) => kind !== 'scan' && kind !== 'cells')
    if (ink.length === 0) return []
    const here = ink.map((piece): InkPiece => {
      const own = { ...piece, swatch: swatchOf(piece.swatch) }
      return isIdentity(onPaper) ? quantized(own) : transformed(own, onPaper)
    })
    return [{ type: 'ink.change', drawing, pass, remove: [], add: here.map((piece, at) => ({ at, piece })) }]
  })
}

/**
 * For a colour of another scene the one here: linked to the same of the library, of the same name, or that looks the same;
 * else it comes along, and where there is no more room the nearest stands for it.
 */
function swatchesHere(scene: Scene, there: Scene, freshId: () => string) {
  const [here, seen] = [coloursOf(scene.palette), coloursOf(there.palette)]
  const hexes = scene.palette.map(({ id }) => here.get(id)!)
  const come = new Map<string, string>()
  const edits: SimpleEdit[] = []
  function swatchOf(id: string): string {
    const own = there.palette.find((swatch) => swatch.id === id)
    const colour = seen.get(id) ?? '#000000'
    const same =
      scene.palette.find(
        ({ linked }) => linked && linked.entry === own?.linked?.entry && linked.of === own.linked.of,
      ) ??
      scene.palette.find(({ name }) => name === own?.name) ??
      scene.palette.find((swatch) => here.get(swatch.id) === colour)
    if (same) return same.id
    if (come.has(id)) return come.get(id)!
    if (!own || scene.palette.length + edits.length >= LIMITS.swatches)
      return scene.palette[Math.max(0, nearestColour(hexes, channelsOf(colour), Infinity))]!.id
    const swatch = { id: freshId(), name: own.name, colour }
    come.set(id, swatch.id)
    edits.push({ type: 'swatch.put', swatch })
    return swatch.id
  }
  return { swatchOf, edits }
}
