import { summaryOf, type ShelvedScene, type Summary } from '@unhurried/core/api'
import { sceneNow } from '../hot-scene'
import type { HotScenes } from '../hot-scenes'
import type { Upkeep } from '../upkeep'

/** What the shelf reads of a scene. */
export interface ShelfRow {
  id: string
  production: string
  version: number
  updated_at: Date
  summary: Summary | null
  fresh: boolean
  notice: string
  bytes: string
  findings: number | null
}
export const COLUMNS =
  'scene.id, production, version, updated_at, summary, summary_version = version AS fresh, notice, bytes, findings'
export const ON_SHELF = 'scene.away_at IS NULL AND scene.forgotten_at IS NULL'
const UNREADABLE: Summary = {
  name: 'A scene that cannot be read',
  fps: 24,
  length: 1,
  width: 16,
  height: 9,
  paper: '#fbf7ee',
  done: 0,
  toDo: 0,
}

export type Shelved = (row: ShelfRow) => Promise<ShelvedScene>

/** A scene kept since its summary was written: it is in memory as a rule. One that cannot be read hides no other. */
export function shelvedBy(scenes: HotScenes, upkeep: Upkeep): Shelved {
  return async ({ id, version, updated_at, summary, fresh, ...kept }: ShelfRow): Promise<ShelvedScene> => {
    const row = {
      ...{ id, version, updatedAt: updated_at.toISOString(), bytes: Number(kept.bytes) },
      ...(kept.notice !== '' && { notice: kept.notice }),
      ...(kept.findings !== null && { toMend: kept.findings }),
    }
    if (summary && fresh) return { ...row, ...summary }
    try {
      const hot = await scenes.newest(id)
      await upkeep.keepSummary(hot)
      return {
        ...row,
        version: hot.version,
        ...summaryOf(sceneNow(hot)),
        ...(hot.notice !== '' && { notice: hot.notice }),
      }
    } catch (error) {
      return { ...row, ...(summary ?? UNREADABLE), notice: error instanceof Error ? error.message : String(error) }
    }
  }
}
