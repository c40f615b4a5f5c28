import {
  applyEdit,
  changesBetween,
  faultOf,
  mended,
  sameCounts,
  sceneSchema,
  type Edit,
  type InkCounts,
  type Mended,
  type Scene,
} from '@unhurried/core'
import type pg from 'pg'
import { lineIdsOf, type LineIds } from './ink'

export const countsOfIds = (ids: LineIds | undefined): InkCounts =>
  Object.fromEntries(
    Object.entries(ids ?? {}).flatMap(([pass, list]) => (list.length > 0 ? [[pass, list.length]] : [])),
  )

export const isWhole = (document: Scene): boolean =>
  sceneSchema.safeParse(document).success && faultOf(document) === undefined

/** The lines that lie on every drawing of a scene, however broken it is. */
async function linesUnder(
  pool: pg.Pool,
  scene: string,
  documents: readonly Scene[],
): Promise<(drawing: string) => InkCounts> {
  const ids = await lineIdsOf(pool, scene, [
    ...new Set(documents.flatMap((document) => Object.keys(document.drawings))),
  ])
  return (drawing) => countsOfIds(ids.get(drawing))
}

/**
 * Whether a snapshot written by an earlier version is whole, its counts held against the lines there; that is
 * found out once.
 */
export async function foundWhole(pool: pg.Pool, id: string, document: Scene, version: number): Promise<boolean> {
  if (!isWhole(document)) return false
  const there = await linesUnder(pool, id, [document])
  if (Object.values(document.drawings).some((drawing) => !sameCounts(drawing.passes, there(drawing.id)))) return false
  await pool.query('UPDATE snapshot SET whole = true WHERE scene = $1 AND version = $2', [id, version])
  return true
}

/** The scene at the last version of its history at which it was whole. */
async function lastWhole(pool: pg.Pool, id: string): Promise<{ scene: Scene; version: number } | undefined> {
  const { rows: snapshots } = await pool.query<{ version: number; document: Scene }>(
    'SELECT version, document FROM snapshot WHERE scene = $1 AND NOT passing ORDER BY version DESC',
    [id],
  )
  for (const { version: begin, document } of snapshots) {
    if (!isWhole(document)) continue
    const { rows: edits } = await pool.query<{ version: number; edit: Edit }>(
      'SELECT version, edit FROM edit WHERE scene = $1 AND version > $2 ORDER BY version',
      [id, begin],
    )
    let [scene, at] = [document, begin]
    for (const { version, edit } of edits) {
      try {
        scene = applyEdit(scene, edit).scene
        at = version
      } catch {
        break
      }
    }
    return { scene, version: at }
  }
  return undefined
}

/**
 * A scene that the version before left broken, made whole: mended where that can be done exactly, else as it
 * was at its last whole snapshot, with what came after set aside in its history. Undefined when nothing of it
 * is whole.
 */
export async function madeWhole(
  pool: pg.Pool,
  id: string,
  document: Scene,
  version: number,
): Promise<Mended | undefined> {
  const there = await linesUnder(pool, id, [document])
  const exact = mended(document, there)
  if (exact) return exact
  const last = await lastWhole(pool, id)
  const before = last && mended(last.scene, await linesUnder(pool, id, [last.scene]))
  if (!last || !before) return undefined
  const steps = version - last.version
  if (steps === 0)
    return {
      scene: before.scene,
      mendings: ['A step of this scene had left it broken; its steps were made again.', ...before.mendings],
    }
  const aside = `The last ${steps === 1 ? 'step' : `${steps} steps`} of this scene could not be read: it is as it was before, and ${steps === 1 ? 'that step is' : 'those steps are'} set aside in Earlier versions.`
  // All that is mended then is how many lines there are.
  return {
    scene: before.scene,
    mendings: before.mendings.length === 0 ? [aside] : [aside, 'Lines drawn since stay on their drawings.'],
  }
}

/**
 * Writes a scene made whole as the next version of its history. Two servers that do so at once write the same
 * once. Gives false when another was first.
 */
export async function keepMended(
  pool: pg.Pool,
  id: string,
  { broken, version, made }: { broken: Scene; version: number; made: Mended },
): Promise<boolean> {
  const mendings = made.mendings.join(' ')
  const edit: Edit = {
    type: 'restore',
    changes: changesBetween(broken, made.scene)
      .slice(0, 20_000)
      .map(({ at, was, now }) => ({ at: [...at], was, now })),
  }
  const { rowCount } = await pool.query(
    `WITH kept AS (UPDATE scene SET version = version + 1, notice = $3 WHERE id = $1 AND version = $2 RETURNING id, version),
      history AS (INSERT INTO edit (scene, version, id, edit, words, kind) SELECT id, version, 'mended-' || version, $4, $5, 'restore' FROM kept)
     INSERT INTO snapshot (scene, version, document, whole) SELECT id, version, $6, true FROM kept`,
    [id, version, mendings, JSON.stringify(edit), `mended on opening: ${mendings}`, JSON.stringify(made.scene)],
  )
  return rowCount === 1
}
