import { summaryOf, type Production, type ShelvedScene, type Summary } from '@unhurried/core/api'
import type pg from 'pg'
import { sceneNow, type HotScenes } from './hot-scenes'
import type { Upkeep } from './upkeep'

/** Scenes of a production in one answer. */
const SCENES_A_PAGE = 120
/** Productions in one answer. */
const PRODUCTIONS_A_PAGE = 500

interface Row {
  id: string
  production: string
  version: number
  updated_at: Date
  summary: Summary | null
  fresh: boolean
  told: string
}
const COLUMNS = 'id, production, version, updated_at, summary, summary_version = version AS fresh, told'
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

/** The shelf: productions with summaries of their scenes, a page at a time; no document is read for it but of scenes just worked on. */
export function shelfOf(pool: pg.Pool, scenes: HotScenes, upkeep: Upkeep) {
  /** A scene kept since its summary was written: it is in memory as a rule. One that cannot be read hides no other. */
  async function shelved({ id, version, updated_at, summary, fresh, told }: Row): Promise<ShelvedScene> {
    const row = { id, version, updatedAt: updated_at.toISOString(), ...(told !== '' && { told }) }
    if (summary && fresh) return { ...row, ...summary }
    try {
      const hot = await scenes.newest(id)
      await upkeep.keepSummary(hot)
      return { ...row, version: hot.version, ...summaryOf(sceneNow(hot)), ...(hot.told !== '' && { told: hot.told }) }
    } catch (error) {
      return { ...row, ...(summary ?? UNREADABLE), told: error instanceof Error ? error.message : String(error) }
    }
  }

  return {
    async productions(): Promise<Production[]> {
      const { rows: productions } = await pool.query<{ id: string; name: string; count: number }>({
        name: 'shelf-productions',
        text: `SELECT id, name, (SELECT count(*)::int FROM scene WHERE scene.production = production.id) AS count FROM production ORDER BY position LIMIT ${PRODUCTIONS_A_PAGE}`,
      })
      const { rows } = await pool.query<Row>({
        name: 'shelf-scenes',
        text: `SELECT ${COLUMNS} FROM (SELECT *, row_number() OVER (PARTITION BY production ORDER BY position) AS nth FROM scene) AS scene WHERE nth <= ${SCENES_A_PAGE} ORDER BY position`,
      })
      const shown = await Promise.all(
        rows.map(async (row) => ({ production: row.production, scene: await shelved(row) })),
      )
      return productions.map(({ id, name, count }) => ({
        id,
        name,
        count,
        scenes: shown.filter(({ production }) => production === id).map(({ scene }) => scene),
      }))
    },
    /** The scenes of a production after one of them. */
    async scenesAfter(production: string, after: string): Promise<ShelvedScene[]> {
      const { rows } = await pool.query<Row>({
        name: 'shelf-more',
        text: `SELECT ${COLUMNS} FROM scene WHERE production = $1 AND position > (SELECT position FROM scene WHERE id = $2) ORDER BY position LIMIT ${SCENES_A_PAGE}`,
        values: [production, after],
      })
      return Promise.all(rows.map(shelved))
    },
  }
}
