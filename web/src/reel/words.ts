import type { ShotTime } from '@unhurried/core'

/** What a shot is called: by its own name, its scene's, or what it is. */
export function shotName({ shot, missing }: ShotTime, entry: { readonly name: string } | undefined): string {
  if (shot.name) return shot.name
  if (entry) return entry.name
  if (missing) return 'a scene that is gone'
  return shot.picture ? 'Story picture' : 'Black'
}
