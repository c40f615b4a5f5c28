import type { PassInk } from '@unhurried/core'
import { api, ApiProblem } from '../api/api'

export type SceneAnswer = Awaited<ReturnType<typeof api.readScene>>

const isAway = (error: unknown): boolean => error instanceof ApiProblem && error.isPassing

/** A scene as the server has it or, while it does not answer, as this browser kept it last. Errors: ApiProblem. */
export async function readHereOrThere(scene: string): Promise<SceneAnswer & { isCopy?: true }> {
  try {
    return await api.readScene(scene)
  } catch (error) {
    const copy =
      isAway(error) && (await import('./copies/copies').then(({ copyOf }) => copyOf(scene)).catch(() => undefined))
    if (copy) return { ...copy, isCopy: true }
    throw error
  }
}

/** Ink likewise, as it was at `version`. */
export async function readInkHereOrThere(
  scene: string,
  drawings: readonly string[],
  version: number,
): Promise<readonly PassInk[]> {
  try {
    return await api.readInk(scene, drawings)
  } catch (error) {
    const read = async () => (await import('./copies/copies')).copiedInk(scene, drawings, version)
    const ink = isAway(error) && (await read().catch(() => undefined))
    if (ink) return ink
    throw error
  }
}
