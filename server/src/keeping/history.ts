import { applyEdit, editInWords, inkAfter, inkKey, newScene, packInk, packPasses, sameValue, simpleEditsOf, type Edit, type Ink, type InkKey, type Pass, type Scene } from '@unhurried/core'
import type { DataSource, EntityManager } from 'typeorm'
import { momentEntity, sceneEntity } from '../database/entities'
import { Problem } from '../http/problems'

/** A whole scene is kept once in so many versions; the others are a few edits away from one. */
export const MOMENT_EVERY = 250
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
  async function sceneAt(scene: string, version: number): Promise<Scene> {
    const nearest = await database.getRepository(momentEntity).createQueryBuilder('moment')
      .where('moment.scene = :scene AND moment.version <= :version', { scene, version }).orderBy('moment.version', 'DESC').limit(1).getOne()
    if (!nearest) throw new Problem(404, 'This moment lies before the history this scene has kept. Choose a later one.')
    const edits = await editsBetween(database.manager, scene, nearest.version, version)
    if (edits.length !== version - nearest.version) throw new Problem(404, 'There is no such moment in the history of this scene.')
    return edits.reduce((before, { edit }) => applyEdit(before, edit).scene, nearest.document)
  }

  return {
    /** Steps before a version (0: the newest), newest first. */
    async steps(scene: string, before: number): Promise<HistoryStep[]> {
      if (!(await database.getRepository(sceneEntity).existsBy({ id: scene }))) throw new Problem(404, 'This scene is not on the shelf.')
      const rows = await database.query<{ version: number; made_at: Date; words: string; type: Edit['type']; drawing: string | null }[]>(
        `SELECT version, made_at, words, edit->>'type' AS type, CASE WHEN edit->>'type' = 'ink.change' THEN edit->>'drawing' END AS drawing
         FROM edit WHERE scene = $1 AND ($2 = 0 OR version < $2) ORDER BY version DESC LIMIT ${MOST_STEPS}`,
        [scene, before],
      )
      return rows.map(({ version, made_at, words, type, drawing }) => ({ version, at: made_at.toISOString(), words, kind: type, drawing }))
    },

    sceneAt,

    /** The ink of some drawings as it was at a version, packed. */
    async inkAt(scene: string, version: number, drawings: readonly string[]): Promise<Uint8Array> {
      await sceneAt(scene, version)
      const edits = await inkEdits(database.manager, scene, version, drawings)
      const ink = new Map<InkKey, { drawing: string; pass: Pass; ink: Ink }>()
      for (const edit of edits) {
        for (const written of inkAfter(edit, (drawing, pass) => ink.get(inkKey(drawing, pass))?.ink ?? [])) ink.set(inkKey(written.drawing, written.pass), written)
      }
      const wanted = new Set(drawings)
      return packPasses([...ink.values()].filter((entry) => wanted.has(entry.drawing) && entry.ink.length > 0).map(({ drawing, pass, ink: pieces }) => ({ drawing, pass, bytes: packInk(pieces) })))
    },
  }
}

const editsBetween = (manager: EntityManager, scene: string, after: number, until: number) =>
  manager.query<{ version: number; edit: Edit }[]>('SELECT version, edit FROM edit WHERE scene = $1 AND version > $2 AND version <= $3 ORDER BY version', [scene, after, until])

/** Every edit up to a version that wrote ink on these drawings, or on those they were copied from. */
async function inkEdits(manager: EntityManager, scene: string, version: number, drawings: readonly string[]): Promise<Edit[]> {
  const select = (where: string) => `SELECT version, edit FROM edit WHERE scene = $1 AND version <= $2 AND ${where} ORDER BY version`
  const compound = await manager.query<{ version: number; edit: Edit }[]>(select(`edit->>'type' IN ('drawing.copy', 'together')`), [scene, version])
  const wanted = new Set(drawings)
  const copies = compound.flatMap(({ edit }) => simpleEditsOf(edit)).filter((edit) => edit.type === 'drawing.copy')
  for (let size = -1; size !== wanted.size; ) {
    size = wanted.size
    for (const copy of copies) if (wanted.has(copy.drawing.id)) wanted.add(copy.source)
  }
  const strokes = await manager.query<{ version: number; edit: Edit }[]>(select(`edit->>'type' = 'ink.change' AND edit->>'drawing' = ANY($3)`), [scene, version, [...wanted]])
  return [...compound, ...strokes].sort((a, b) => a.version - b.version).map((row) => row.edit)
}

/**
 * Gives scenes that were kept before histories could be looked at their first moment. Where replaying
 * every edit on an empty scene ends in the scene as it is, that empty scene was its beginning; where
 * it does not, because its settings were changed since, its history begins now.
 */
export async function beginHistories(database: DataSource): Promise<void> {
  const without = await database.query<{ id: string; version: number; document: Scene }[]>(
    'SELECT id, version, document FROM scene WHERE NOT EXISTS (SELECT FROM moment WHERE moment.scene = scene.id)',
  )
  for (const { id, version, document } of without) {
    await database.transaction(async (manager) => {
      const replayed = await replay(manager, id, version, document)
      const moments = replayed?.moments ?? [{ version, scene: document }]
      for (const moment of moments) await keepMoment(manager, id, moment)
      for (const { version: at, words } of replayed?.words ?? []) await manager.query('UPDATE edit SET words = $3 WHERE scene = $1 AND version = $2', [id, at, words])
    })
  }
}

async function replay(manager: EntityManager, id: string, version: number, document: Scene) {
  const edits = await editsBetween(manager, id, 0, version)
  let scene = newScene(document.settings, document.palette)
  const moments = [{ version: 0, scene }]
  const words: { version: number; words: string }[] = []
  try {
    for (const { edit, version: at } of edits) {
      words.push({ version: at, words: editInWords(edit, scene) })
      scene = applyEdit(scene, edit).scene
      if (at % MOMENT_EVERY === 0) moments.push({ version: at, scene })
    }
  } catch {
    return undefined
  }
  return sameValue(scene, document) ? { moments, words } : undefined
}

export const keepMoment = (manager: EntityManager, id: string, { version, scene }: { version: number; scene: Scene }) =>
  manager.query('INSERT INTO moment (scene, version, document) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING', [id, version, JSON.stringify(scene)])
