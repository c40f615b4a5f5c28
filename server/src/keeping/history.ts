import { applyEdit, packPasses, type Edit, type Scene } from '@unhurried/core'
import type { DataSource } from 'typeorm'
import { poolOf } from '../database/pool'
import { KeepingRefused } from './refused'
import { linesAt } from './ink'
import { isWhole } from './mend'

/** Steps of history in one answer. */
const MOST_STEPS = 400

export interface HistoryStep {
  readonly version: number
  /** When it was kept, ISO 8601. */
  readonly at: string
  readonly words: string
  readonly kind: Edit['type']
  /** The drawing whose lines it changed, when it is about those of one drawing only. */
  readonly drawing: string | null
}

export type History = ReturnType<typeof sceneHistory>

/** The history of scenes: in words by time, and the scene and its ink as they were at any moment. */
export function sceneHistory(database: DataSource) {
  const pool = poolOf(database)

  async function requireMoment(scene: string, version: number): Promise<void> {
    const { rows } = await pool.query<{ begins: number | null; ends: number }>({
      name: 'history-ends',
      text: 'SELECT version AS ends, (SELECT min(version) FROM snapshot WHERE snapshot.scene = scene.id) AS begins FROM scene WHERE id = $1',
      values: [scene],
    })
    const ends = rows[0]
    if (!ends) throw new KeepingRefused('not here', 'This scene is not on the shelf.')
    if (version > ends.ends)
      throw new KeepingRefused('not here', 'There is no such moment in the history of this scene.')
    if (ends.begins === null || version < ends.begins)
      throw new KeepingRefused(
        'not here',
        'This moment lies before the history this scene has kept. Choose a later one.',
      )
  }

  return {
    /** Steps before a version (0: the newest), newest first. */
    async steps(scene: string, before: number): Promise<HistoryStep[]> {
      const { rowCount } = await pool.query({
        name: 'scene-there',
        text: 'SELECT FROM scene WHERE id = $1',
        values: [scene],
      })
      if (rowCount === 0) throw new KeepingRefused('not here', 'This scene is not on the shelf.')
      const { rows } = await pool.query<{
        version: number
        made_at: Date
        words: string
        type: Edit['type']
        drawing: string | null
      }>({
        name: 'history-steps',
        // Edits kept before their kind was told beside them tell it themselves.
        text: `SELECT version, made_at, words, COALESCE(kind, edit->>'type') AS type,
            CASE WHEN kind IS NULL AND edit->>'type' = 'ink.change' THEN edit->>'drawing' ELSE drawing END AS drawing
          FROM edit WHERE scene = $1 AND ($2::int = 0 OR version < $2) ORDER BY version DESC LIMIT ${MOST_STEPS}`,
        values: [scene, before],
      })
      return rows.map(({ version, made_at, words, type, drawing }) => ({
        version,
        at: made_at.toISOString(),
        words,
        kind: type,
        drawing,
      }))
    },

    async sceneAt(scene: string, version: number): Promise<Scene> {
      await requireMoment(scene, version)
      const { rows: snapshots } = await pool.query<{ version: number; document: Scene; whole: boolean }>({
        name: 'history-snapshot',
        text: 'SELECT version, document, whole FROM snapshot WHERE scene = $1 AND version <= $2 ORDER BY version DESC LIMIT 1',
        values: [scene, version],
      })
      const nearest = snapshots[0]!
      const { rows: edits } = await pool.query<{ edit: Edit }>({
        name: 'history-between',
        text: 'SELECT edit FROM edit WHERE scene = $1 AND version > $2 AND version <= $3 ORDER BY version',
        values: [scene, nearest.version, version],
      })
      const broken = () =>
        new KeepingRefused(
          'refused',
          'The scene was broken at this moment and cannot be shown. Choose an earlier or a later one.',
        )
      try {
        const then = edits.reduce((before, { edit }) => applyEdit(before, edit).scene, nearest.document)
        if (nearest.whole || isWhole(then)) return then
      } catch {
        throw broken()
      }
      throw broken()
    },

    /** The ink of some drawings as it was at a version, packed. */
    async inkAt(scene: string, version: number, drawings: readonly string[]): Promise<Uint8Array> {
      await requireMoment(scene, version)
      return packPasses(await linesAt(pool, scene, version, drawings))
    },
  }
}
