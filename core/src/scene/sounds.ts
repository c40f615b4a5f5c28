import type { Scene } from './schema'

/** The files with sound a scene names, each once. */
export const soundFilesOf = (scene: Scene): string[] =>
  [...new Set(Object.values(scene.sounds ?? {}).map(({ file }) => file))].sort()
