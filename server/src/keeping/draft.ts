import {
  applyEdit,
  drawingInked,
  drawingsBrought,
  EditRefused,
  editInWords,
  inkAfter,
  inkedBy,
  copyOf,
  inkSourcesOf,
  packInk,
  readInk,
  requireInk,
  simpleEditsOf,
  swatchesTakenOut,
  touchedBy,
  type Drawing,
  type Edit,
  type Ink,
  type InkKey,
  type Pass,
  type Scene,
} from '@unhurried/core'
import { MOST_MISSED, type SentEdit } from '@unhurried/core/api'
import type pg from 'pg'
import type { HotScenes } from './hot-scenes'
import { type Keepable, type KeepRow } from './commit'
import { linesOf, type LineIds, type PassBytes } from './ink'
import { countsOfIds } from './mend'
import { lineIdsAfter, remember, withInked, type HotScene } from './hot-scene'
import { keptSince } from './kept-since'

/** Edits asked to be kept, made on version `base`. */
export interface KeepRequest {
  readonly base: number
  readonly sent: readonly SentEdit[]
}

type InkEdit = Extract<Edit, { type: 'ink.change' }>

/** One edit ready to be kept, and the parts it touches. */
interface Row extends KeepRow {
  readonly touched: readonly string[]
}

/** The request and what others kept since are about the same part. */
export class Meeting extends Error {}

/** What a scene becomes, before it is written. */
export class Draft implements Keepable {
  readonly id: string
  readonly base: number
  version: number
  scene: Scene
  inked: Map<string, Drawing>
  readonly rows: Row[] = []
  readonly copies: (PassBytes & { version: number })[] = []
  readonly #ids = new Set<string>()
  readonly #lines = new Map<string, LineIds>()

  constructor(
    private readonly pool: pg.Pool,
    private readonly scenes: HotScenes,
    readonly hot: HotScene,
  ) {
    this.id = hot.id
    this.base = this.version = hot.version
    this.scene = hot.scene
    this.inked = new Map(hot.inked)
  }

  /**
   * Takes one request in whole, or leaves the draft as it was. Errors: Meeting when it meets what others changed
   * since on one part; EditRefused or TypeError when one of its edits cannot be made.
   */
  async take(request: KeepRequest): Promise<void> {
    const restore = this.#savepoint()
    try {
      await this.#makeAll(request)
    } catch (error) {
      restore()
      throw error
    }
  }

  /** The scene in memory becomes what was written. */
  settle(): void {
    const { hot, rows } = this
    rows.forEach(({ id, touched }, i) => remember(hot, { id, version: hot.version + i + 1, touched }))
    for (const [drawing, ids] of this.#lines) hot.lines.set(drawing, ids)
    hot.scene = this.scene
    hot.inked = this.inked
    hot.version = this.version
    // Whoever works on it has read what was mended; it stays in the history.
    if (rows.length > 0) hot.notice = ''
  }

  #savepoint(): () => void {
    const { scene, version } = this
    const inked = new Map(this.inked)
    const lines = new Map(this.#lines)
    const [rows, copies] = [this.rows.length, this.copies.length]
    return () => {
      for (const { id } of this.rows.slice(rows)) this.#ids.delete(id)
      this.scene = scene
      this.inked = inked
      this.version = version
      this.rows.length = rows
      this.copies.length = copies
      this.#lines.clear()
      for (const [drawing, ids] of lines) this.#lines.set(drawing, ids)
    }
  }

  async #makeAll(request: KeepRequest): Promise<void> {
    const { hot } = this
    const seen = new Set<string>()
    const fresh = request.sent.filter(
      ({ id }) => !this.#ids.has(id) && !hot.ids.has(id) && !seen.has(id) && seen.add(id),
    )
    const theirs = request.base > this.version ? undefined : await this.#partsSince(request)
    if (!theirs) throw new Meeting()
    for (const sent of fresh) {
      try {
        await this.#make(sent, theirs)
      } catch (error) {
        if (error instanceof EditRefused && request.base < hot.version) throw new Meeting()
        throw error
      }
    }
  }

  /** The parts others changed since a version; undefined when that is too long ago to tell. */
  async #partsSince({ base, sent }: KeepRequest): Promise<Set<string> | undefined> {
    const { hot, rows, version } = this
    const own = new Set(sent.map(({ id }) => id))
    const parts = new Set<string>()
    if (base < hot.version) {
      const { recent } = hot
      if (recent.length === 0 || recent[0]!.version > base + 1) {
        const older = await this.#inkPartsSince(base, own)
        if (!older) return undefined
        for (const part of older) parts.add(part)
      }
      for (let i = recent.length - 1; i >= 0 && recent[i]!.version > base; i--)
        if (!own.has(recent[i]!.id)) for (const part of recent[i]!.touched) parts.add(part)
    }
    // Those that wait in the same statement, before this one.
    const first = version - rows.length + 1
    rows.forEach(({ id, touched }, i) => {
      if (first + i > base && !own.has(id)) for (const part of touched) parts.add(part)
    })
    return parts
  }

  /** What is not remembered here, as after a start, when it was lines only: those are known by themselves. */
  async #inkPartsSince(base: number, own: ReadonlySet<string>): Promise<string[] | undefined> {
    const { id, version, scene } = this.hot
    const kept = await keptSince(this.pool, id, base)
    if (
      kept.length === MOST_MISSED ||
      kept.at(-1)?.version !== version ||
      kept.some(({ edit }) => edit.type !== 'ink.change')
    )
      return undefined
    return kept.flatMap((each) => (own.has(each.id) ? [] : touchedBy(scene, scene, each.edit)))
  }
  async #make(sent: SentEdit, theirs: ReadonlySet<string>): Promise<void> {
    if (sent.edit.type === 'ink.change') return this.#makeInk(sent as SentEdit & { edit: InkEdit }, theirs)
    const before = withInked(this.scene, this.inked)
    const { id, edit } = sent
    const words = editInWords(edit, before)
    const { scene: after } = applyEdit(before, edit)
    const touched = touchedBy(before, after, edit)
    requireApart(touched, theirs)
    await this.#lay(before, after, edit)
    this.scene = after
    this.inked = new Map()
    this.#push({ id, edit, words, touched, inked: [...new Set(inkedBy(edit))] })
  }

  /** Lines put on or taken off, by far the most frequent edit: only their drawing is looked at. */
  async #makeInk({ id, edit }: SentEdit & { edit: InkEdit }, theirs: ReadonlySet<string>): Promise<void> {
    const { hot, scene, inked } = this
    const lines = this.#lines
    const before = inked.get(edit.drawing) ?? scene.drawings[edit.drawing]
    if (!before) throw new EditRefused('This drawing is not in the scene any more.')
    const after = drawingInked(scene, before, edit)
    const touched = edit.remove.length === 0 ? [] : touchedBy(scene, scene, edit)
    requireApart(touched, theirs)
    if (!lines.has(edit.drawing)) await this.scenes.readLines(hot, [edit.drawing])
    lines.set(edit.drawing, lineIdsAfter(lines.get(edit.drawing) ?? hot.lines.get(edit.drawing) ?? {}, edit))
    inked.set(edit.drawing, after)
    this.#push({
      id,
      edit,
      words: editInWords(edit, { ...scene, drawings: { [before.id]: before } }),
      touched,
      inked: [edit.drawing],
    })
  }

  #push(row: Row): void {
    this.version++
    this.#ids.add(row.id)
    this.rows.push(row)
  }
  /** What an edit does to lines, held against those that are there. */
  async #lay(before: Scene, after: Scene, edit: Edit): Promise<void> {
    const { hot } = this
    const lines = this.#lines
    const brought = drawingsBrought(before, after, edit).map(({ drawing }) => drawing.id)
    const changed = simpleEditsOf(edit).flatMap((each) => (each.type === 'ink.change' ? [each.drawing] : []))
    await this.scenes.readLines(
      hot,
      [...new Set([...changed, ...brought])].filter((drawing) => !lines.has(drawing)),
    )
    const idsOf = (drawing: string): LineIds => lines.get(drawing) ?? hot.lines.get(drawing) ?? {}
    requireInk(before, after, edit, (drawing) => countsOfIds(idsOf(drawing)))
    for (const swatch of swatchesTakenOut(before, after)) await this.#requireUnused(swatch)
    if (inkSourcesOf(edit).length > 0) return this.#copy(edit)
    for (const each of simpleEditsOf(edit))
      if (each.type === 'ink.change') lines.set(each.drawing, lineIdsAfter(idsOf(each.drawing), each))
  }

  /** An edit that copies drawings: the lines of all it writes are worked out, and those of the copies written down. */
  async #copy(edit: Edit): Promise<void> {
    const { hot, rows, copies } = this
    const lines = this.#lines
    const parts = simpleEditsOf(edit)
    const needed = [
      ...new Set(parts.flatMap((each) => (each.type === 'ink.change' ? [each.drawing] : (copyOf(each)?.source ?? [])))),
    ]
    const ink = new Map<InkKey, Ink>(
      (await linesOf(this.pool, hot.id, needed)).map(({ drawing, pass, bytes }) => [
        `${drawing}/${pass}`,
        readInk(bytes),
      ]),
    )
    for (const copy of copies) ink.set(`${copy.drawing}/${copy.pass}`, readInk(copy.bytes))
    const lay = (each: Edit) => {
      const written = inkAfter(each, (drawing, pass) => ink.get(`${drawing}/${pass}`) ?? [])
      for (const { drawing, pass, ink: now } of written) ink.set(`${drawing}/${pass}`, now)
      return written
    }
    // Those before it in the same statement are not in the database yet; what was copied there has them up to its copying.
    const copiedAt = new Map(copies.map(({ drawing, version }) => [drawing, version]))
    rows.forEach((row, i) => {
      const version = this.base + i + 1
      for (const each of simpleEditsOf(row.edit))
        if (each.type === 'ink.change' && needed.includes(each.drawing) && version > (copiedAt.get(each.drawing) ?? 0))
          lay(each)
    })
    const targets = new Set(parts.flatMap((each) => copyOf(each)?.drawing ?? []))
    for (const { drawing, pass, ink: now } of lay(edit)) {
      lines.set(drawing, {
        ...(targets.has(drawing) ? lines.get(drawing) : (lines.get(drawing) ?? hot.lines.get(drawing))),
        [pass]: now.map((piece) => ({ id: piece.id })),
      })
      if (targets.has(drawing))
        copies.push({ drawing, pass: pass as Pass, bytes: packInk(now), version: this.version + 1 })
    }
    for (const target of targets) if (!lines.has(target)) lines.set(target, {})
  }

  /** A colour leaves the palette only when no line is drawn in it. */
  async #requireUnused(swatch: string): Promise<void> {
    const { hot, rows, pool } = this
    const used = () => new EditRefused('Lines are drawn in this colour, so it stays. Merge it into another instead.')
    const inSwatch = (each: Edit) =>
      simpleEditsOf(each).some(
        (part) => part.type === 'ink.change' && part.add.some(({ piece }) => piece.swatch === swatch),
      )
    if (rows.some(({ edit }) => inSwatch(edit))) throw used()
    const { rows: perhaps } = await pool.query<{ drawing: string }>(
      `SELECT drawing FROM ink WHERE scene = $1 AND position(convert_to($2, 'UTF8') IN bytes) > 0
       UNION SELECT ink_edit.drawing FROM ink_edit JOIN edit USING (scene, version) WHERE scene = $1 AND position($3 IN edit.edit::text) > 0`,
      [hot.id, swatch, `"swatch": "${swatch}"`],
    )
    const lines = await linesOf(
      pool,
      hot.id,
      perhaps.map(({ drawing }) => drawing),
    )
    if (lines.some(({ bytes }) => readInk(bytes).some((piece) => piece.swatch === swatch))) throw used()
  }
}

function requireApart(touched: readonly string[], theirs: ReadonlySet<string>) {
  if (touched.some((part) => theirs.has(part))) throw new Meeting()
}
