import { LIMITS } from '../../../base/limits'
import type { Scene, Swatch } from '../../../scene/schema'
import { refuse } from '../../../scene/refusal'
import type { SimpleEdit } from '../../kinds'

interface Coming {
  readonly name: string
  readonly colour: string
  readonly group?: string | undefined
}

/**
 * Colours brought into a scene: one of the same name gets the new colour, wherever it was used, and others are put on the
 * tray after those that are there. Errors: EditRefused when there would be too many.
 */
export function coloursBrought(scene: Scene, coming: readonly Coming[], freshId: () => string) {
  const byName = new Map(scene.palette.filter(({ into }) => !into).map((swatch) => [swatch.name, swatch]))
  const edits: SimpleEdit[] = []
  let [changed, added] = [0, 0]
  for (const { name, colour, group } of coming) {
    const { tone, ...was } = byName.get(name) ?? { id: freshId(), name, colour: '' }
    if (was.colour === colour && !tone) continue
    const swatch: Swatch = { ...was, colour, ...(group && { group }) }
    if (byName.has(name)) changed++
    else added++
    byName.set(name, swatch)
    edits.push({ type: 'swatch.put', swatch })
  }
  if (scene.palette.length + added > LIMITS.swatches)
    refuse(`A scene can have ${LIMITS.swatches} colours: ${scene.palette.length} are here and ${added} would come.`)
  return { edits, changed, added }
}
