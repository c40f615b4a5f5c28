import {
  applyEdit, changeInk, editInWords, editSchema, LIMITS, newScene, packInk, packPasses, passSchema, PASSES, progress, readArchive, readInk, simpleEditsOf,
  type Edit, type Ink, type Limits, type Pass, type Scene, type Settings, type SimpleEdit, type Swatch,
} from '@unhurried/core'
import type { DataSource, EntityManager } from 'typeorm'
import { z } from 'zod'
import { editEntity, inkEntity, productionEntity, sceneEntity, type EditRow } from '../database/entities'
import { Problem } from '../http/problems'
import { keepMoment, MOMENT_EVERY } from './history'
import { NEWS } from './news'
import { pictureKeeper } from './pictures'

/** An edit under the id its maker gave it, so that sending it twice changes nothing. */
export interface SentEdit { readonly id: string; readonly edit: Edit }
export interface KeptEdit extends SentEdit { readonly version: number }

/** Most missed edits an answer carries; a page further behind reads the scene again. */
const MOST_MISSED = 500

export type SceneKeeper = ReturnType<typeof sceneKeeper>

/** Keeps scenes, their history and their ink in the database. Every write goes through `applyEdit`. */
export function sceneKeeper(database: DataSource) {
  return {
    async shelf() {
      const productions = await database.getRepository(productionEntity).find({ order: { position: 'ASC' } })
      const scenes = await database.getRepository(sceneEntity).find({ order: { position: 'ASC' } })
      return productions.map(({ id, name }) => ({
        id,
        name,
        scenes: scenes
          .filter((scene) => scene.production === id)
          .map((row) => ({ id: row.id, version: row.version, updatedAt: row.updatedAt.toISOString(), scene: row.document, ...progress(row.document) })),
      }))
    },

    async createProduction({ id, name }: { id: string; name: string }) {
      await database.getRepository(productionEntity).createQueryBuilder().insert().values({ id, name }).orIgnore().execute()
      return { id, name }
    },

    async setLimits(id: string, limits: Limits): Promise<Limits> {
      const { affected } = await database.getRepository(productionEntity).update({ id }, { limits })
      if (affected === 0) throw new Problem(404, 'This production is not on the shelf. Open the shelf again and choose one.')
      return limits
    },

    /** Makes an empty scene; the same id again gives the scene that is there. */
    async createScene({ id, production, settings, palette }: { id: string; production: string; settings: Settings; palette?: readonly Swatch[] }) {
      await database.transaction(async (manager) => {
        await requireProduction(manager, production)
        await insertScene(manager, { id, production, scene: newScene(settings, palette) })
      })
      return this.readScene(id)
    },

    async readScene(id: string) {
      const row = await database.getRepository(sceneEntity).findOneBy({ id })
      if (!row) throw new Problem(404, 'This scene is not on the shelf.')
      const production = await database.getRepository(productionEntity).findOneByOrFail({ id: row.production })
      return { id, production: row.production, version: row.version, scene: row.document, limits: production.limits }
    },

    async editsSince(scene: string, version: number) {
      return keptSince(database.manager, scene, version)
    },

    /** The ink of some drawings of a scene, packed; drawings without ink are simply absent. */
    async readInk(scene: string, drawings: readonly string[]): Promise<Uint8Array> {
      const rows = await database.getRepository(inkEntity).createQueryBuilder('ink')
        .where('ink.scene = :scene AND ink.drawing IN (:...drawings)', { scene, drawings }).getMany()
      return packPasses(rows.map(({ drawing, pass, bytes }) => ({ drawing, pass: passSchema.parse(pass), bytes })))
    },

    /**
     * Brings in a scene from an archive: its lines become the first edits of its history, so that every
     * moment of it can be looked at. Errors: ArchiveRefused, and then nothing was written.
     */
    async putArchive({ id, production, bytes }: { id: string; production: string; bytes: Uint8Array }) {
      const { scene, ink, pictures } = readArchive(bytes)
      await database.transaction(async (manager) => {
        await requireProduction(manager, production)
        for (const picture of pictures.values()) await pictureKeeper(manager).put(picture)
        const bare: Scene = {
          ...scene,
          drawings: Object.fromEntries(Object.entries(scene.drawings).map(([key, drawing]) => [key, { ...drawing, passes: {} }])),
          levels: Object.fromEntries(Object.entries(scene.levels).map(([key, { locked: _, ...level }]) => [key, level])),
        }
        if (!(await insertScene(manager, { id, production, scene: bare }))) return
        const lines = [...ink.values()].flatMap(({ drawing, pass, ink: pieces }) => inEdits(drawing, pass, pieces))
        const locks = Object.values(scene.levels).filter((level) => level.locked).map(({ id: level }): Edit => ({ type: 'level.set', level, fields: { locked: true } }))
        if (lines.length + locks.length > 0) await keepWithin(manager, id, 0, [...lines, ...locks].map((edit, n) => ({ id: `archive-${n}-${id}`, edit })))
      })
      return this.readScene(id)
    },

    /**
     * Applies edits made on version `base`, all or none. Those whose id is known already are passed
     * over. Errors: Problem 409 with the edits missed when someone else changed the scene since;
     * EditRefused when one cannot be made.
     */
    keep: (id: string, base: number, sent: readonly SentEdit[]): Promise<{ version: number }> => database.transaction((manager) => keepWithin(manager, id, base, sent)),
  }
}

async function requireProduction(manager: EntityManager, production: string) {
  if (!(await manager.getRepository(productionEntity).existsBy({ id: production }))) {
    throw new Problem(404, 'This production is not on the shelf. Open the shelf again and choose one.')
  }
}

/** Puts a scene at the beginning of its history; false when one with this id is there already. */
async function insertScene(manager: EntityManager, { id, production, scene }: { id: string; production: string; scene: Scene }): Promise<boolean> {
  const made = await manager.query<unknown[]>('INSERT INTO scene (id, production, document, version) VALUES ($1, $2, $3, 0) ON CONFLICT DO NOTHING RETURNING id', [id, production, JSON.stringify(scene)])
  if (made.length > 0) await keepMoment(manager, id, { version: 0, scene })
  return made.length > 0
}

/** Some ink as edits that put it on, none larger than an edit may be. */
function inEdits(drawing: string, pass: Pass, ink: Ink): Edit[] {
  const edits: Edit[] = []
  for (let from = 0; from < ink.length; from += LIMITS.piecesPerEdit) {
    edits.push({ type: 'ink.change', drawing, pass, remove: [], add: ink.slice(from, from + LIMITS.piecesPerEdit).map((piece, i) => ({ at: from + i, piece })) })
  }
  return edits
}

async function keepWithin(manager: EntityManager, id: string, base: number, sent: readonly SentEdit[]): Promise<{ version: number }> {
  const [row] = await manager.query<{ document: Scene; version: number; known: string[] }[]>(
    `SELECT document, version, ARRAY(SELECT edit.id FROM edit WHERE edit.scene = scene.id AND edit.id = ANY($2)) AS known
     FROM scene WHERE id = $1 FOR UPDATE`,
    [id, sent.map((entry) => entry.id)],
  )
  if (!row) throw new Problem(404, 'This scene is not on the shelf.')
  const known = new Set(row.known)
  if (base !== row.version) {
    const missed = base < row.version ? await keptSince(manager, id, base) : []
    const own = new Set(sent.map((entry) => entry.id))
    const behind = base > row.version || missed.length === MOST_MISSED || missed.some((entry) => !own.has(entry.id))
    if (behind) throw new Problem(409, 'This scene was changed somewhere else since. Take those changes in and send yours again.', { version: row.version, missed })
  }
  const fresh = sent.filter((entry) => !known.has(entry.id))
  if (fresh.length === 0) return { version: row.version }
  let scene = row.document
  const words: string[] = []
  const versions: { version: number; scene: Scene }[] = []
  for (const { edit } of fresh) {
    words.push(editInWords(edit, scene))
    for (const each of simpleEditsOf(edit)) {
      const before = scene
      scene = applyEdit(before, each).scene
      await keepInk(manager, id, each, before)
    }
    versions.push({ version: row.version + versions.length + 1, scene })
  }
  const version = row.version + fresh.length
  await manager.query(
    `WITH history AS (
       INSERT INTO edit (scene, version, id, edit, words)
       SELECT $1, $2 + n, id, edit, words FROM unnest($3::text[], $4::jsonb[], $7::text[]) WITH ORDINALITY AS sent (id, edit, words, n)
     )
     UPDATE scene SET document = $5, version = $6, updated_at = now() WHERE id = $1
     RETURNING pg_notify('${NEWS}', id || ' ' || version)`,
    [id, row.version, fresh.map((entry) => entry.id), fresh.map((entry) => JSON.stringify(entry.edit)), JSON.stringify(scene), version, words],
  )
  for (const moment of versions) if (moment.version % MOMENT_EVERY === 0) await keepMoment(manager, id, moment)
  return { version }
}

async function keptSince(manager: EntityManager, scene: string, version: number): Promise<KeptEdit[]> {
  const rows = await manager.getRepository(editEntity).createQueryBuilder('edit')
    .where('edit.scene = :scene AND edit.version > :version', { scene, version }).orderBy('edit.version').limit(MOST_MISSED).getMany()
  return rows.map((row: EditRow) => ({ id: row.id, version: row.version, edit: row.edit }))
}

async function inkOf(manager: EntityManager, scene: string, drawing: string, pass: string): Promise<Ink> {
  const rows = await manager.query<{ bytes: Buffer }[]>('SELECT bytes FROM ink WHERE scene = $1 AND drawing = $2 AND pass = $3', [scene, drawing, pass])
  return rows[0] ? readInk(rows[0].bytes) : []
}

const writeInk = (manager: EntityManager, scene: string, drawing: string, pass: string, ink: Ink) =>
  manager.query(
    'INSERT INTO ink (scene, drawing, pass, bytes) VALUES ($1, $2, $3, $4) ON CONFLICT (scene, drawing, pass) DO UPDATE SET bytes = excluded.bytes',
    [scene, drawing, pass, Buffer.from(packInk(ink))],
  )

/** Writes what an edit does to ink. A stroke on top, by far the most frequent edit, only appends its bytes. */
async function keepInk(manager: EntityManager, id: string, edit: SimpleEdit, before: Scene): Promise<void> {
  if (edit.type === 'drawing.copy') {
    await manager.query(
      `INSERT INTO ink (scene, drawing, pass, bytes) SELECT scene, $3, pass, bytes FROM ink WHERE scene = $1 AND drawing = $2 AND pass = ANY($4)
       ON CONFLICT (scene, drawing, pass) DO UPDATE SET bytes = excluded.bytes`,
      [id, edit.source, edit.drawing.id, PASSES],
    )
    return
  }
  if (edit.type !== 'ink.change') return
  const { drawing, pass, remove, add } = edit
  const count = before.drawings[drawing]?.passes[pass] ?? 0
  const onTop = remove.length === 0 && add.length > 0 && add.every(({ at }, i) => at >= count + i)
  if (onTop && count > 0) {
    // A piece id found anywhere in the bytes may be a repeat: then the slow way decides.
    const appended: [unknown[], number] = await manager.query(
      `UPDATE ink SET bytes = bytes || $4 WHERE scene = $1 AND drawing = $2 AND pass = $3
       AND NOT EXISTS (SELECT FROM unnest($5::text[]) AS piece (id) WHERE position(convert_to(piece.id, 'UTF8') IN ink.bytes) > 0)`,
      [id, drawing, pass, Buffer.from(packInk(add.map(({ piece }) => piece))), add.map(({ piece }) => piece.id)],
    )
    if (appended[1] === 1 && new Set(add.map(({ piece }) => piece.id)).size === add.length) return
  }
  const ink = count === 0 ? [] : await inkOf(manager, id, drawing, pass)
  await writeInk(manager, id, drawing, pass, changeInk(ink, edit))
}

export const sentEditSchema = z.strictObject({ id: z.string().regex(/^[A-Za-z0-9_-]{6,40}$/, 'An edit id is 6 to 40 letters, digits, - or _.'), edit: editSchema })
