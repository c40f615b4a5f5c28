import {
  applyEdit,
  changeInk,
  simpleEditsOf,
  touchedBy,
  type Drawing,
  type Edit,
  type Pass,
  type Scene,
} from '@unhurried/core'
import type pg from 'pg'
import { KeepingRefused } from './refused'
import { lineIdsOf, type LineIds } from './ink'
import { foundWhole, keepMended, madeWhole } from './mend'

/** A kept edit as those behind it want to know it. */
export interface Recent {
  readonly id: string
  readonly version: number
  /** The parts of the scene it touches. */
  readonly touched: readonly string[]
}

/** A scene as one server knows it. Whether that is the newest, the version in the statement that keeps decides. */
export interface HotScene {
  readonly id: string
  readonly production: string
  version: number
  /** All but the newest counts of lines, which lie in `inked`: `sceneNow` has both. */
  scene: Scene
  /** Drawings whose lines alone changed since `scene`: a stroke costs the same however many drawings there are. */
  inked: ReadonlyMap<string, Drawing>
  /** What was mended when it was opened, in words. */
  told: string
  /** The newest edits, oldest first, up to `version`. */
  readonly recent: Recent[]
  /** The versions of edits known by their ids: the recent ones, and older ones that were sent again. */
  readonly ids: Map<string, number>
  /** Lines on the drawings that were written on here. */
  readonly lines: Map<string, LineIds>
  /** The version of the newest moment. */
  momentAt: number
  /** The same of the newest one that stays. */
  stayingAt: number
  /** Roughly what it takes in memory. */
  bytes: number
}

/** Edits remembered for those who are a little behind: a minute of many hands at once. */
const MOST_RECENT = 4000
const BYTES_IN_ALL = 192 * 1024 * 1024
/** A parsed document takes about so many times the bytes of its text. */
const PARSED = 4
/** What is counted for one line known by its id, and for one recent edit. */
const BYTES_A_LINE = 80
const BYTES_A_RECENT = 150

const NOT_THERE = 'This scene is not on the shelf.'

/** The scene as it is, its drawings with the newest counts of their lines. */
export function sceneNow(hot: HotScene): Scene {
  if (hot.inked.size > 0) {
    hot.scene = withInked(hot.scene, hot.inked)
    hot.inked = new Map()
  }
  return hot.scene
}

export const withInked = (scene: Scene, inked: ReadonlyMap<string, Drawing>): Scene =>
  inked.size === 0 ? scene : { ...scene, drawings: { ...scene.drawings, ...Object.fromEntries(inked) } }

export type HotScenes = ReturnType<typeof hotScenes>

/** The scenes in use, as many as fit in memory. */
export function hotScenes(pool: pg.Pool, { onLoad }: { onLoad?: (hot: HotScene) => void } = {}) {
  const held = new Map<string, HotScene>()
  const loading = new Map<string, Promise<HotScene>>()
  let bytes = 0

  function drop(id: string) {
    const hot = held.get(id)
    if (!hot) return
    held.delete(id)
    bytes -= hot.bytes
  }
  function hold(hot: HotScene) {
    drop(hot.id)
    held.set(hot.id, hot)
    bytes += hot.bytes
    for (const id of held.keys()) {
      if (bytes <= BYTES_IN_ALL || id === hot.id) break
      drop(id)
    }
  }

  async function load(id: string): Promise<HotScene> {
    const { rows } = await pool.query<{
      production: string
      version: number
      told: string
      at: number
      document: Scene
      whole: boolean
      size: number
      staying: number | null
    }>({
      name: 'scene-load',
      text: `SELECT scene.production, scene.version, scene.told, moment.version AS at, moment.document, moment.whole, pg_column_size(moment.document) AS size,
          (SELECT max(version) FROM moment WHERE moment.scene = scene.id AND NOT passing) AS staying
        FROM scene JOIN LATERAL (SELECT * FROM moment WHERE moment.scene = scene.id ORDER BY version DESC LIMIT 1) AS moment ON true WHERE scene.id = $1`,
      values: [id],
    })
    const row = rows[0]
    if (!row) throw new KeepingRefused('not here', NOT_THERE)
    const { production, at, document, told } = row
    if (!row.whole && !(await foundWhole(pool, id, document, at))) {
      const edits = await editsAfter(pool, id, at)
      // Nothing was kept on a broken scene since this version of the app is here.
      const version = edits.at(-1)?.version ?? at
      const made = await madeWhole(pool, id, document, version)
      if (!made)
        throw new KeepingRefused(
          'refused',
          'This scene cannot be read, nor anything of its history. The others are not touched by it.',
        )
      await keepMended(pool, id, { broken: document, version, made })
      return load(id)
    }
    const hot: HotScene = {
      id,
      production,
      version: at,
      scene: document,
      inked: new Map(),
      told,
      recent: [],
      ids: new Map(),
      lines: new Map(),
      momentAt: at,
      stayingAt: row.staying ?? at,
      bytes: row.size * PARSED + 4096,
    }
    await catchUp(hot)
    return hot
  }

  /** Takes in what other servers kept since. */
  async function catchUp(hot: HotScene): Promise<void> {
    const edits = await editsAfter(pool, hot.id, hot.version)
    for (const { id, version, edit } of edits)
      advance(hot, { id, version, edit, after: applyEdit(sceneNow(hot), edit).scene })
  }

  /** The scene one kept edit further. */
  function advance(
    hot: HotScene,
    { id, version, edit, after }: { id: string; version: number; edit: Edit; after: Scene },
  ) {
    remember(hot, { id, version, touched: touchedBy(sceneNow(hot), after, edit) })
    for (const each of simpleEditsOf(edit)) {
      if (each.type === 'drawing.copy') hot.lines.delete(each.drawing.id)
      const known = each.type === 'ink.change' ? hot.lines.get(each.drawing) : undefined
      if (each.type === 'ink.change' && known) hot.lines.set(each.drawing, lineIdsAfter(known, each))
    }
    hot.scene = after
    hot.version = version
  }

  function remember(hot: HotScene, recent: Recent) {
    hot.recent.push(recent)
    hot.ids.set(recent.id, recent.version)
    if (hot.recent.length > 2 * MOST_RECENT) for (const { id } of hot.recent.splice(0, MOST_RECENT)) hot.ids.delete(id)
  }

  return {
    /** The scene as this server knows it. Errors: KeepingRefused. */
    async get(id: string): Promise<HotScene> {
      const known = held.get(id)
      if (known) {
        held.delete(id)
        held.set(id, known)
        return known
      }
      const under = loading.get(id)
      if (under) return under
      const job = load(id)
        .then((hot) => {
          hold(hot)
          onLoad?.(hot)
          return hot
        })
        .finally(() => loading.delete(id))
      loading.set(id, job)
      return job
    },
    /** The same, known to be as new as the database has it now. */
    async newest(id: string): Promise<HotScene> {
      const hot = await this.get(id)
      const { rows } = await pool.query<{ version: number }>({
        name: 'scene-version',
        text: 'SELECT version FROM scene WHERE id = $1',
        values: [id],
      })
      const version = rows[0]?.version
      if (version === undefined) throw new KeepingRefused('not here', NOT_THERE)
      return version <= hot.version ? hot : this.refreshed(id)
    },
    /** Read again: another server was ahead, or what became of a write is not known. */
    async refreshed(id: string): Promise<HotScene> {
      drop(id)
      return this.get(id)
    },
    /** The lines on some drawings, read once and kept up to date from then on. */
    async lineIds(hot: HotScene, drawings: readonly string[]): Promise<void> {
      const unknown = drawings.filter((drawing) => !hot.lines.has(drawing))
      if (unknown.length === 0) return
      // A drawing without lines has none to read.
      const empty = unknown.filter((drawing) => {
        const known = hot.inked.get(drawing) ?? hot.scene.drawings[drawing]
        return known && Object.keys(known.passes).length === 0
      })
      for (const drawing of empty) hot.lines.set(drawing, {})
      const lined = unknown.filter((drawing) => !empty.includes(drawing))
      if (lined.length > 0)
        for (const [drawing, ids] of await lineIdsOf(pool, hot.id, lined)) hot.lines.set(drawing, ids)
    },
    /** Weighs a scene anew once the length of its document is known. */
    weigh(hot: HotScene, length: number) {
      if (held.get(hot.id) !== hot) return
      let lines = 0
      for (const ids of hot.lines.values()) for (const list of Object.values(ids)) lines += list.length
      const now = length * PARSED + lines * BYTES_A_LINE + hot.recent.length * BYTES_A_RECENT
      bytes += now - hot.bytes
      hot.bytes = now
      if (bytes > BYTES_IN_ALL) hold(hot)
    },
    remember,
    drop,
    held: () => ({ scenes: held.size, bytes }),
  }
}

/** The ids of the lines on a drawing after a change. Errors: EditRefused when it takes out what is not there, or puts on what is. */
export function lineIdsAfter(ids: LineIds, change: Extract<Edit, { type: 'ink.change' }>): LineIds {
  const slim = ({ at, piece }: { at: number; piece: { id: string } }) => ({ at, piece: { id: piece.id } })
  return {
    ...ids,
    [change.pass as Pass]: changeInk(ids[change.pass] ?? [], {
      remove: change.remove.map(slim),
      add: change.add.map(slim),
    }),
  }
}

const editsAfter = async (
  pool: pg.Pool,
  scene: string,
  version: number,
): Promise<{ id: string; version: number; edit: Edit }[]> =>
  (
    await pool.query<{ id: string; version: number; edit: Edit }>({
      name: 'edits-after',
      text: 'SELECT version, id, edit FROM edit WHERE scene = $1 AND version > $2 ORDER BY version',
      values: [scene, version],
    })
  ).rows
