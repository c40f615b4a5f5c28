import {
  changeInk,
  copyOf,
  inkKey,
  packInk,
  PASSES,
  readInk,
  simpleEditsOf,
  type Edit,
  type Ink,
  type InkKey,
  type InkPiece,
  type Pass,
} from '@unhurried/core'
import type pg from 'pg'

/**
 * The lines of a scene. What lies on a drawing are its bytes as they were last gathered, and the edits that
 * wrote on it since; those are in the history already, so a stroke is written once.
 */

/** A pass as it lies in the database: all edits up to `version` are in it. */
interface Gathered {
  readonly drawing: string
  readonly pass: Pass
  readonly version: number
  readonly bytes: Buffer
}
export interface PassBytes {
  readonly drawing: string
  readonly pass: Pass
  readonly bytes: Uint8Array
}
interface Written {
  readonly version: number
  readonly edit: Edit
}

const gatheredOf = async (pool: pg.Pool, scene: string, drawings: readonly string[]): Promise<Gathered[]> =>
  (
    await pool.query<Gathered>({
      name: 'ink-gathered',
      text: 'SELECT drawing, pass, version, bytes FROM ink WHERE scene = $1 AND drawing = ANY($2)',
      values: [scene, drawings],
    })
  ).rows

/** The edits after a version of each drawing, and up to one for all, that wrote on any of them; oldest first. */
async function editsOn(
  pool: pg.Pool,
  scene: string,
  after: ReadonlyMap<string, number>,
  until = 2 ** 31 - 1,
): Promise<Written[]> {
  const text = `SELECT version, edit FROM edit WHERE scene = $1 AND version IN (
      SELECT ink_edit.version FROM unnest($2::text[], $3::int[]) AS wanted (drawing, after)
      JOIN ink_edit ON ink_edit.scene = $1 AND ink_edit.drawing = wanted.drawing AND ink_edit.version > wanted.after AND ink_edit.version <= $4
    ) ORDER BY version`
  return (
    await pool.query<Written>({
      name: 'ink-edits',
      text,
      values: [scene, [...after.keys()], [...after.values()], until],
    })
  ).rows
}

/** The version up to which the bytes of each drawing hold its edits. */
function versionsOf(drawings: readonly string[], gathered: readonly Gathered[]): Map<string, number> {
  const versions = new Map(drawings.map((drawing) => [drawing, 0]))
  for (const { drawing, version } of gathered) versions.set(drawing, Math.max(version, versions.get(drawing)!))
  return versions
}

/** Lines of a pass while edits are laid on them one after the other. */
interface Pile {
  readonly drawing: string
  readonly pass: Pass
  ink: InkPiece[]
}

/** Lays a change that was kept on what lay there then: most put a line on top, and nothing has to be looked through for that. */
function layOn(pile: Pile, change: Extract<Edit, { type: 'ink.change' }>) {
  const onTop = change.remove.length === 0 && change.add.every(({ at }, i) => at >= pile.ink.length + i)
  if (onTop) for (const { piece } of change.add) pile.ink.push(piece)
  else pile.ink = [...changeInk<InkPiece>(pile.ink, change)]
}

/** What an edit does to the lines of one drawing; copies were gathered as they were made. */
function changesOn(edit: Edit, drawing: string) {
  return simpleEditsOf(edit).filter((each) => each.type === 'ink.change' && each.drawing === drawing) as Extract<
    Edit,
    { type: 'ink.change' }
  >[]
}

/** The lines of some drawings as they are now. Drawings and passes without any are left out. */
export async function linesOf(pool: pg.Pool, scene: string, drawings: readonly string[]): Promise<PassBytes[]> {
  const gathered = await gatheredOf(pool, scene, drawings)
  const versions = versionsOf(drawings, gathered)
  const since = await editsOn(pool, scene, versions)
  const now = new Map<InkKey, Gathered | (PassBytes & { ink: Ink })>(
    gathered.map((row) => [inkKey(row.drawing, row.pass), row]),
  )
  const laid = new Map<InkKey, Pile>()
  for (const { version, edit } of since) {
    for (const drawing of drawings) {
      if (version <= versions.get(drawing)!) continue
      for (const change of changesOn(edit, drawing)) {
        const key = inkKey(drawing, change.pass)
        const pile = laid.get(key) ?? {
          drawing,
          pass: change.pass,
          ink: [...readInk(now.get(key)?.bytes ?? new Uint8Array())],
        }
        layOn(pile, change)
        laid.set(key, pile)
      }
    }
  }
  for (const [key, { drawing, pass, ink }] of laid) now.set(key, { drawing, pass, ink, bytes: packInk(ink) })
  return [...now.values()]
    .filter(({ bytes }) => bytes.length > 0)
    .map(({ drawing, pass, bytes }) => ({ drawing, pass, bytes }))
}

/** The ids of the lines on each pass of a drawing, from the bottom up. */
export type LineIds = Readonly<Partial<Record<Pass, readonly { readonly id: string }[]>>>

export async function lineIdsOf(
  pool: pg.Pool,
  scene: string,
  drawings: readonly string[],
): Promise<Map<string, LineIds>> {
  const found = new Map<string, Partial<Record<Pass, readonly { id: string }[]>>>(
    drawings.map((drawing) => [drawing, {}]),
  )
  for (const { drawing, pass, bytes } of await linesOf(pool, scene, drawings))
    found.get(drawing)![pass] = readInk(bytes).map(({ id }) => ({ id }))
  return found
}

/** Writes down the lines of a drawing with every edit in them, so that they are read in one piece. */
export async function gather(pool: pg.Pool, scene: string, drawing: string, version: number): Promise<void> {
  const lines = new Map((await linesOf(pool, scene, [drawing])).map(({ pass, bytes }) => [pass, bytes]))
  // Up to which version that was: an edit that came in between is in it or not, and is laid on again only if not.
  const { rows } = await pool.query<{ version: number }>(
    'SELECT max(version) AS version FROM ink_edit WHERE scene = $1 AND drawing = $2',
    [scene, drawing],
  )
  if ((rows[0]?.version ?? 0) > version) return
  await pool.query(
    gatheredStatement(
      scene,
      PASSES.map((pass) => ({ drawing, pass, version, bytes: lines.get(pass) ?? new Uint8Array() })),
    ),
  )
}

function gatheredStatement(
  scene: string,
  rows: readonly { drawing: string; pass: Pass; version: number; bytes: Uint8Array }[],
) {
  return {
    name: 'ink-gather',
    text: `INSERT INTO ink (scene, drawing, pass, version, bytes) SELECT $1, * FROM unnest($2::text[], $3::text[], $4::int[], $5::bytea[])
      ON CONFLICT (scene, drawing, pass) DO UPDATE SET bytes = excluded.bytes, version = excluded.version WHERE ink.version < excluded.version`,
    values: [
      scene,
      rows.map((row) => row.drawing),
      rows.map((row) => row.pass),
      rows.map((row) => row.version),
      rows.map((row) => Buffer.from(row.bytes)),
    ],
  }
}

/** The lines of some drawings as they were at a version. */
export async function linesAt(
  pool: pg.Pool,
  scene: string,
  version: number,
  drawings: readonly string[],
): Promise<PassBytes[]> {
  const wanted = new Set(drawings)
  let edits: Written[] = []
  for (let size = -1; size !== wanted.size;) {
    size = wanted.size
    edits = await editsOn(pool, scene, new Map([...wanted].map((drawing) => [drawing, 0])), version)
    // What was copied had the lines its source had then.
    for (const { edit } of edits)
      for (const copy of simpleEditsOf(edit).map(copyOf)) if (copy && wanted.has(copy.drawing)) wanted.add(copy.source)
  }
  const ink = new Map<InkKey, Pile>()
  const pileOf = (drawing: string, pass: Pass) => {
    const pile = ink.get(inkKey(drawing, pass)) ?? { drawing, pass, ink: [] }
    ink.set(inkKey(drawing, pass), pile)
    return pile
  }
  for (const { edit } of edits) {
    for (const each of simpleEditsOf(edit)) {
      if (each.type === 'ink.change' && wanted.has(each.drawing)) layOn(pileOf(each.drawing, each.pass), each)
      const copy = copyOf(each)
      if (copy && wanted.has(copy.drawing))
        for (const pass of PASSES) pileOf(copy.drawing, pass).ink = [...(ink.get(inkKey(copy.source, pass))?.ink ?? [])]
    }
  }
  const asked = new Set(drawings)
  return [...ink.values()]
    .filter((entry) => asked.has(entry.drawing) && entry.ink.length > 0)
    .map(({ drawing, pass, ink: pieces }) => ({ drawing, pass, bytes: packInk(pieces) }))
}
