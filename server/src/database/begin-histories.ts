import { applyEdit, editInWords, newScene, sameValue, type Edit, type Scene } from '@unhurried/core'
import type { EntityManager } from 'typeorm'

/** A whole scene was kept once in so many versions. */
const EVERY = 250

/**
 * Gives scenes that were kept before histories could be looked at their first moment. Where replaying
 * every edit on an empty scene ends in the scene as it is, that empty scene was its beginning; where
 * it does not, because its settings were changed since, its history begins now.
 */
export async function beginHistories(manager: EntityManager): Promise<void> {
  const without = await manager.query<{ id: string; version: number; document: Scene }[]>(
    'SELECT id, version, document FROM scene WHERE NOT EXISTS (SELECT FROM moment WHERE moment.scene = scene.id)',
  )
  for (const { id, version, document } of without) {
    const replayed = await replay(manager, id, version, document)
    for (const moment of replayed?.moments ?? [{ version, scene: document }]) {
      await manager.query('INSERT INTO moment (scene, version, document) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING', [
        id,
        moment.version,
        JSON.stringify(moment.scene),
      ])
    }
    for (const { version: at, words } of replayed?.words ?? [])
      await manager.query('UPDATE edit SET words = $3 WHERE scene = $1 AND version = $2', [id, at, words])
  }
}

async function replay(manager: EntityManager, id: string, version: number, document: Scene) {
  const edits = await manager.query<{ version: number; edit: Edit }[]>(
    'SELECT version, edit FROM edit WHERE scene = $1 AND version <= $2 ORDER BY version',
    [id, version],
  )
  let scene = newScene(document.settings, document.palette)
  const moments = [{ version: 0, scene }]
  const words: { version: number; words: string }[] = []
  try {
    for (const { edit, version: at } of edits) {
      words.push({ version: at, words: editInWords(edit, scene) })
      scene = applyEdit(scene, edit).scene
      if (at % EVERY === 0) moments.push({ version: at, scene })
    }
  } catch {
    return undefined
  }
  return sameValue(scene, document) ? { moments, words } : undefined
}
