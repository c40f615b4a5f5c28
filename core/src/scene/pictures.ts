import type { Scene } from './schema'

/** The pictures a scene shows or keeps beside it, each once. */
export function picturesOf(scene: Scene): string[] {
  const grounds = Object.values(scene.levels).flatMap((level) => level.ground?.picture?.picture ?? [])
  const references = Object.values(scene.references ?? {}).map(({ picture }) => picture)
  const pages = Object.values(scene.pages ?? {}).map(({ picture }) => picture)
  return [...new Set([...grounds, ...references, ...pages])].sort()
}
