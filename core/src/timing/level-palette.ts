import { adjusted, isAdjusted } from '../base/adjust'
import { channelsOf, hexOf } from '../base/colour'
import { memoBy } from '../base/memo'
import { coloursOf } from '../scene/palette'
import type { Adjustment, Follows, Scene, Swatch } from '../scene/schema'
import { followedLevel } from './seen/shown'

/** The scene's colours as a level shows them: those of a follower in place of the original's, then adjusted. */
export function levelPalette(scene: Scene, id: string): readonly Swatch[] {
  const level = scene.levels[id]
  if (!level) return scene.palette
  const { follows } = level
  const adjust = level.adjust ?? followedLevel(scene, level)?.adjust
  if (!follows?.swatch && !follows?.swatches && !isAdjusted(adjust)) return scene.palette
  return paletteFor(scene.palette, follows, adjust)
}

const paletteFor = memoBy(
  (follows: Follows | undefined, adjust: Adjustment | undefined) =>
    JSON.stringify([follows?.swatch, follows?.swatches, adjust]),
  (palette: readonly Swatch[], follows, adjust): readonly Swatch[] => {
    const colours = coloursOf(palette)
    const shownAs = (id: string) => colours.get(follows?.swatch ?? follows?.swatches?.[id] ?? id) ?? colours.get(id)!
    return palette.map(({ id, name }) => {
      const colour = shownAs(id)
      return { id, name, colour: isAdjusted(adjust) ? hexOf(adjusted(channelsOf(colour), adjust)) : colour }
    })
  },
)
