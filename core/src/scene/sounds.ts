import type { Scene } from './schema'

/** The files with sound, and the films, a scene names, each once. */
export const soundFilesOf = (scene: Scene): string[] =>
  [
    ...new Set([...Object.values(scene.sounds ?? {}), ...Object.values(scene.footage ?? {})].map(({ file }) => file)),
  ].sort()
