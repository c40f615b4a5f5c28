import { distance } from '../../../motion/arc'
import { landmarksOf, pinOf } from '../../../motion/landmarks/landmarks'
import type { Character, ModelSheet } from '../../../production/schema'
import { LIMITS } from '../../../base/limits'
import { poured } from '../../../scene/palette'
import { refuse } from '../../../scene/refusal'
import type { Reference, Scene, Swatch } from '../../../scene/schema'
import type { SimpleEdit } from '../../kinds'

interface Bringing {
  readonly level: string
  readonly character: Character
  readonly freshId: () => string
}

/**
 * An entry of the library brought to a level of a scene: its colours, linked, its landmarks, its model sheets beside the
 * paper. A colour of the same name becomes the library's. What is there already is left alone. Errors: EditRefused when
 * there would be too many colours.
 */
export function broughtFromLibrary(scene: Scene, bringing: Bringing): SimpleEdit[] {
  const { level, character } = bringing
  const isIt = scene.levels[level]?.character === character.id
  return [
    ...(isIt ? [] : [{ type: 'level.set' as const, level, fields: { character: character.id } }]),
    ...coloursLinked(scene, bringing),
    ...landmarksOnLevel(scene, bringing),
    ...sheetsBeside(scene, bringing),
  ]
}

function coloursLinked(scene: Scene, { character, freshId }: Bringing): SimpleEdit[] {
  const isIn = (of: string) => scene.palette.some(({ linked }) => linked?.entry === character.id && linked.of === of)
  const missing = character.colours.filter(({ id }) => !isIn(id))
  const swatches = missing.map(({ id, name, colour, group = character.name }): Swatch => {
    const linked = { entry: character.id, of: id }
    const same = scene.palette.find(
      (each) => each.name === name && !each.linked && poured(scene.palette, each.id) === each.id,
    )
    if (!same) return { id: freshId(), name, colour, group, linked }
    const { tone: _, ...swatch } = same
    return { ...swatch, colour, linked }
  })
  const added = swatches.filter(({ id }) => !scene.palette.some((each) => each.id === id)).length
  if (scene.palette.length + added > LIMITS.swatches)
    refuse(`A scene can have ${LIMITS.swatches} colours: ${scene.palette.length} are here and ${added} would come.`)
  return swatches.map((swatch) => ({ type: 'swatch.put', swatch }))
}

function landmarksOnLevel(scene: Scene, { level, character, freshId }: Bringing): SimpleEdit[] {
  const there = landmarksOf(scene, level)
  const missing = (character.landmarks ?? []).filter(({ name }) => !there.some((each) => each.name === name))
  return missing
    .slice(0, LIMITS.landmarks - there.length)
    .map(({ name }) => ({ type: 'landmark.put', level, landmark: { id: freshId(), name } }))
}

/** Of the table's width; each further one lies a little lower. */
const BESIDE = { x: 0.78, width: 0.2, step: 0.08 } as const

function sheetsBeside(scene: Scene, { level, character, freshId }: Bringing): SimpleEdit[] {
  const references = Object.values(scene.references ?? {})
  const missing = character.sheets.filter(({ picture }) => !references.some((each) => each.picture === picture))
  return missing.slice(0, Math.max(0, LIMITS.references - references.length)).map(({ name, picture }, i) => ({
    type: 'reference.put',
    reference: {
      ...{ id: freshId(), name, picture, place: 'beside', strength: 1, level },
      ...{ x: BESIDE.x, y: 0.04 + (i % 8) * BESIDE.step, width: BESIDE.width },
    },
  }))
}

/** The sheet turned nearest to an angle, the shorter way round. */
export function nearestSheet(sheets: readonly ModelSheet[], angle: number): ModelSheet | undefined {
  const away = (sheet: ModelSheet) => {
    const turn = Math.abs(sheet.angle - angle) % 360
    return Math.min(turn, 360 - turn)
  }
  return [...sheets].sort((a, b) => away(a) - away(b))[0]
}

/**
 * A model sheet under the paper as large as the figure is on a drawing and where it is: two landmarks lie on each other as
 * nearly as they can, without turning it. Errors: EditRefused when fewer than two are on both.
 */
export function sheetAtSize(
  scene: Scene,
  { drawing, character, sheet, id }: { drawing: string; character: Character; sheet: ModelSheet; id: string },
): Reference {
  const entry = scene.drawings[drawing] ?? refuse('This drawing is not in the scene any more.')
  const pinned = landmarksOf(scene, entry.level)
  const both = sheet.places.flatMap(({ landmark, x, y }) => {
    const name = character.landmarks?.find((each) => each.id === landmark)?.name
    const own = pinned.find((each) => each.name === name)
    const pin = own && pinOf(entry, own.id)
    return pin ? [{ pin, at: { x: x * sheet.width, y: y * sheet.height } }] : []
  })
  const [a, b] = farthest(both) ?? refuse(TWO)
  const scale = distance(a.pin, b.pin) / distance(a.at, b.at)
  const middle = (one: number, other: number) => (one + other) / 2
  const x = middle(a.pin.x, b.pin.x) - middle(a.at.x, b.at.x) * scale
  const y = middle(a.pin.y, b.pin.y) - middle(a.at.y, b.at.y) * scale
  const size = { x, y, width: sheet.width * scale }
  if (Object.values(size).some((value) => Math.abs(value) > LIMITS.reach) || size.width < 1) refuse(FAR)
  return { id, name: sheet.name, picture: sheet.picture, place: 'under', ...size, strength: 0.4, level: entry.level }
}

const TWO = 'Pin two landmarks on this drawing that are on the model sheet, too: they say how large the figure is here.'
const FAR = 'At the size the figure has here the model sheet would lie too far from the paper.'

interface Both {
  readonly pin: { readonly x: number; readonly y: number }
  readonly at: { readonly x: number; readonly y: number }
}
/** The two that say the size best: those farthest apart on the sheet. */
function farthest(all: readonly Both[]): readonly [Both, Both] | undefined {
  const pairs = all.flatMap((a, i) => all.slice(i + 1).map((b) => [a, b] as const))
  const apart = pairs.filter(([a, b]) => distance(a.at, b.at) >= 1 && distance(a.pin, b.pin) >= 1)
  return apart.sort((one, other) => distance(other[0].at, other[1].at) - distance(one[0].at, one[1].at))[0]
}
