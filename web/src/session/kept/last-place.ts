import { z } from 'zod'

/** Where one was in the scene that was last open in this tab: loaded again, the page goes on there. */
const placeSchema = z.object({ scene: z.string(), take: z.string(), level: z.string(), frame: z.int().positive() })
type LastPlace = z.infer<typeof placeSchema>

const NAME = 'unhurried-last-place'

/** The place last left in a scene, by its id; undefined where another was open since. */
export function lastPlaceIn(scene: string): LastPlace | undefined {
  try {
    const place = placeSchema.parse(JSON.parse(sessionStorage.getItem(NAME) ?? ''))
    return place.scene === scene ? place : undefined
  } catch {
    return undefined
  }
}

export function keepLastPlace(place: LastPlace): void {
  try {
    sessionStorage.setItem(NAME, JSON.stringify(place))
  } catch {
    // Without a storage a page begins at the first frame.
  }
}
