import type { Edit } from '@unhurried/core'
import type pg from 'pg'
import { sqlStateOf } from '../database/pool'
import type { PassBytes } from './ink'
import { CHANNEL } from './change-feed'

/** One edit ready to be kept. */
export interface KeepRow {
  readonly id: string
  readonly edit: Edit
  readonly words: string
  /** Drawings whose lines it writes. */
  readonly inked: readonly string[]
}

/** Edits ready to be kept on one scene that is at version `base`. */
export interface Keepable {
  readonly id: string
  readonly base: number
  readonly rows: readonly KeepRow[]
  /** Lines of copied drawings, written down at once: their source may change afterwards. */
  readonly copies: readonly (PassBytes & { readonly version: number })[]
}

/** `behind`: another server was quicker; `known`: an id was kept long ago; `refused`: the database takes one of the values nowhere. */
export type Outcome = 'kept' | 'behind' | 'known' | 'refused'

/** Statements under way at once, and scenes one of them writes. */
const STATEMENTS = 3
const SCENES = 64

interface Waiting {
  readonly draft: Keepable
  readonly resolve: (outcome: Outcome) => void
  readonly reject: (error: unknown) => void
}

/**
 * Writes what is ready: while the disk is busy with some scenes, others gather and go down together in the next
 * statement. Each scene is kept or not by itself; one whose values the database takes nowhere is found by writing
 * them one by one.
 */
export function committer(pool: pg.Pool): (draft: Keepable) => Promise<Outcome> {
  const waiting: Waiting[] = []
  let under = 0
  let called = false

  function pump() {
    called = false
    while (under < STATEMENTS && waiting.length > 0) {
      const some = waiting.splice(0, SCENES)
      under++
      void write(some).finally(() => {
        under--
        pump()
      })
    }
  }

  async function write(some: readonly Waiting[]): Promise<void> {
    try {
      const { rows } = await pool.query<{ kept: string[] }>({
        name: 'keep',
        text: KEEP,
        values: valuesOf(some.map(({ draft }) => draft)),
      })
      const kept = new Set(rows[0]?.kept)
      for (const { draft, resolve } of some) resolve(kept.has(draft.id) ? 'kept' : 'behind')
    } catch (error) {
      const state = sqlStateOf(error)
      const ofOne = state === '23505' || /^(22|54|40)/.test(state)
      if (ofOne && some.length > 1) for (const each of some) await write([each])
      else if (state === '23505') some.forEach(({ resolve }) => resolve('known'))
      // Class 22: a value no column takes; 54: one too large or too deep.
      else if (/^(22|54)/.test(state)) some.forEach(({ resolve }) => resolve('refused'))
      // Class 40: given up for another server's sake.
      else if (/^40/.test(state)) some.forEach(({ resolve }) => resolve('behind'))
      else some.forEach(({ reject }) => reject(error))
    }
  }

  return (draft) =>
    new Promise((resolve, reject) => {
      waiting.push({ draft, resolve, reject })
      // What arrives in the same moment goes together.
      if (!called) setImmediate(pump)
      called = true
    })
}

function valuesOf(drafts: readonly Keepable[]): unknown[] {
  const rows = drafts.flatMap(({ id, base, rows: own }) =>
    own.map((row, i) => ({ scene: id, version: base + i + 1, ...row })),
  )
  const inked = rows.flatMap((row) => row.inked.map((drawing) => ({ scene: row.scene, drawing, version: row.version })))
  const copies = drafts.flatMap(({ id, copies: own }) => own.map((copy) => ({ scene: id, ...copy })))
  const column = <T, V>(list: readonly T[], value: (each: T) => V): V[] => list.map(value)
  return [
    column(drafts, (draft) => draft.id),
    column(drafts, (draft) => draft.base),
    column(drafts, (draft) => draft.rows.length),
    column(rows, (row) => row.scene),
    column(rows, (row) => row.version),
    column(rows, (row) => row.id),
    column(rows, (row) => JSON.stringify(row.edit)),
    column(rows, (row) => row.words),
    column(rows, (row) => row.edit.type),
    column(rows, (row) => (row.edit.type === 'ink.change' ? row.edit.drawing : null)),
    column(inked, (each) => each.scene),
    column(inked, (each) => each.drawing),
    column(inked, (each) => each.version),
    column(copies, (each) => each.scene),
    column(copies, (each) => each.drawing),
    column(copies, (each) => each.pass),
    column(copies, (each) => each.version),
    column(copies, (each) => Buffer.from(each.bytes)),
  ]
}

/** One statement: versions, history, what it wrote on, and word to the other servers; of each scene all or nothing. */
const KEEP = `WITH kept AS (
    UPDATE scene SET version = scene.version + wanted.edits, updated_at = now(), notice = ''
    FROM unnest($1::text[], $2::int[], $3::int[]) AS wanted (id, version, edits)
    WHERE scene.id = wanted.id AND scene.version = wanted.version RETURNING scene.id, scene.version
  ), history AS (
    INSERT INTO edit (scene, version, id, edit, words, kind, drawing)
    SELECT sent.* FROM unnest($4::text[], $5::int[], $6::text[], $7::jsonb[], $8::text[], $9::text[], $10::text[]) AS sent (scene, version, id, edit, words, kind, drawing)
    WHERE sent.scene IN (SELECT id FROM kept)
  ), inked AS (
    INSERT INTO ink_edit (scene, drawing, version)
    SELECT each.* FROM unnest($11::text[], $12::text[], $13::int[]) AS each (scene, drawing, version) WHERE each.scene IN (SELECT id FROM kept)
  ), copies AS (
    INSERT INTO ink (scene, drawing, pass, version, bytes)
    SELECT each.* FROM unnest($14::text[], $15::text[], $16::text[], $17::int[], $18::bytea[]) AS each (scene, drawing, pass, version, bytes) WHERE each.scene IN (SELECT id FROM kept)
    ON CONFLICT (scene, drawing, pass) DO UPDATE SET bytes = excluded.bytes, version = excluded.version
  )
  SELECT array_agg(id) AS kept, pg_notify('${CHANNEL}', string_agg(id || ' ' || version, ',')) FROM kept HAVING count(*) > 0`
