import {
  applyEdit,
  drawingInked,
  drawingsBrought,
  EditRefused,
  editInWords,
  inkAfter,
  inkedBy,
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
import { MOST_MISSED, type KeptEdit, type SentEdit } from '@unhurried/core/api'
import type pg from 'pg'
import { KeepingRefused } from './refused'
import { lineIdsAfter, withInked, type HotScene, type HotScenes } from './hot-scenes'
import { committer, type Keepable, type KeepRow } from './commit'
import { linesOf, type LineIds, type PassBytes } from './ink'
import { countsOfIds } from './mend'
import type { Upkeep } from './upkeep'

/** Requests for one scene that are kept by one statement. */
const MOST_TOGETHER = 40
/** Times a batch is made anew because another server was quicker. */
const TRIES = 20

type InkEdit = Extract<Edit, { type: 'ink.change' }>

interface Job {
  readonly base: number
  readonly sent: readonly SentEdit[]
  readonly resolve: (answer: { version: number }) => void
  readonly reject: (error: unknown) => void
}

/** One edit ready to be kept, and the parts it touches. */
interface Row extends KeepRow {
  readonly touched: readonly string[]
}

/** What a scene becomes, before it is written. */
interface Draft extends Keepable {
  scene: Scene
  inked: Map<string, Drawing>
  version: number
  readonly hot: HotScene
  readonly rows: Row[]
  readonly ids: Map<string, number>
  readonly lines: Map<string, LineIds>
  readonly copies: (PassBytes & { version: number })[]
  readonly answers: { job: Job; version: number }[]
}

/** It and what others kept since are about the same part. */
class Meeting extends Error {}

/**
 * Keeps edits: those of one scene one after the other in memory, as many as wait at once; scenes beside each
 * other. They are written only where the scene is at the version we know; if another server was quicker, what it
 * kept is taken in and the edits are made on that.
 */
export function sceneWriter(
  pool: pg.Pool,
  scenes: HotScenes,
  upkeep: Upkeep,
  onKept: (edits: number) => void = () => undefined,
) {
  const queues = new Map<string, Job[]>()
  const commit = committer(pool)

  async function work(id: string, queue: Job[]) {
    while (queue.length > 0) {
      const jobs = queue.splice(0, MOST_TOGETHER)
      await keepAll(id, jobs).catch((error: unknown) => {
        scenes.drop(id)
        for (const job of jobs) job.reject(error)
      })
    }
    queues.delete(id)
  }

  async function keepAll(id: string, jobs: readonly Job[]): Promise<void> {
    let hot = await scenes.get(id)
    for (let tries = 0; tries < TRIES; tries++) {
      // A page that knows a newer version than we do was served by another server.
      if (jobs.some((job) => job.base > hot.version)) hot = await scenes.newest(id)
      const draft = startDraft(hot)
      const later: Job[] = []
      for (const job of jobs) if (!(await take(draft, job))) later.push(job)
      const outcome = draft.rows.length === 0 ? 'kept' : await commit(draft)
      if (outcome === 'kept') {
        settle(draft)
        return later.length > 0 ? keepAll(id, later) : undefined
      }
      if (outcome === 'behind') hot = await scenes.refreshed(id)
      else if (outcome === 'known') await recallIds(hot, jobs)
      // One of them cannot be written: alone each says so for itself.
      else if (jobs.length > 1) {
        for (const job of jobs) await keepAll(id, [job]).catch(job.reject)
        return
      } else
        throw new KeepingRefused(
          'refused',
          'This change holds something that cannot be kept. Undo it and make it another way.',
        )
    }
    throw new KeepingRefused(
      'busy',
      'Too many are writing on this scene at once. Your change is sent again in a moment.',
    )
  }

  const startDraft = (hot: HotScene): Draft => ({
    hot,
    id: hot.id,
    base: hot.version,
    scene: hot.scene,
    inked: new Map(hot.inked),
    version: hot.version,
    rows: [],
    ids: new Map(),
    lines: new Map(),
    copies: [],
    answers: [],
  })

  /**
   * Takes one request into the draft; or leaves the draft as it was and tells its maker why not. False when
   * it did not fit what waits before it: that has to be written first, to be told of.
   */
  async function take(draft: Draft, job: Job): Promise<boolean> {
    const mark = {
      scene: draft.scene,
      inked: new Map(draft.inked),
      version: draft.version,
      rows: draft.rows.length,
      copies: draft.copies.length,
      lines: new Map(draft.lines),
    }
    try {
      await makeAll(draft, job)
      draft.answers.push({ job, version: draft.version })
      return true
    } catch (error) {
      for (const { id } of draft.rows.slice(mark.rows)) draft.ids.delete(id)
      draft.scene = mark.scene
      draft.inked = mark.inked
      draft.version = mark.version
      draft.rows.length = mark.rows
      draft.copies.length = mark.copies
      draft.lines.clear()
      for (const [drawing, ids] of mark.lines) draft.lines.set(drawing, ids)
      if (mark.rows > 0) return false
      job.reject(error)
      return true
    }
  }

  async function makeAll(draft: Draft, job: Job): Promise<void> {
    const { hot } = draft
    const seen = new Set<string>()
    const fresh = job.sent.filter(({ id }) => !draft.ids.has(id) && !hot.ids.has(id) && !seen.has(id) && seen.add(id))
    if (job.base > draft.version) throw await conflict(hot, job.base)
    const theirs = await partsSince(draft, job)
    if (!theirs) throw await conflict(hot, job.base)
    for (const sent of fresh) {
      try {
        await make(draft, sent, theirs)
      } catch (error) {
        if (error instanceof Meeting || (error instanceof EditRefused && job.base < hot.version))
          throw await conflict(hot, job.base)
        throw error
      }
    }
  }

  /** The parts others changed since a version; undefined when that is too long ago to tell. */
  async function partsSince({ hot, rows, version }: Draft, { base, sent }: Job): Promise<Set<string> | undefined> {
    const own = new Set(sent.map(({ id }) => id))
    const parts = new Set<string>()
    if (base < hot.version) {
      const { recent } = hot
      if (recent.length === 0 || recent[0]!.version > base + 1) {
        const older = await inkPartsSince(hot, base, own)
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
  async function inkPartsSince(
    { id, version, scene }: HotScene,
    base: number,
    own: ReadonlySet<string>,
  ): Promise<string[] | undefined> {
    const kept = await keptSince(pool, id, base)
    if (
      kept.length === MOST_MISSED ||
      kept.at(-1)?.version !== version ||
      kept.some(({ edit }) => edit.type !== 'ink.change')
    )
      return undefined
    return kept.flatMap((each) => (own.has(each.id) ? [] : touchedBy(scene, scene, each.edit)))
  }

  async function make(draft: Draft, sent: SentEdit, theirs: ReadonlySet<string>): Promise<void> {
    if (sent.edit.type === 'ink.change') return makeInk(draft, sent as SentEdit & { edit: InkEdit }, theirs)
    const before = withInked(draft.scene, draft.inked)
    const { id, edit } = sent
    const words = editInWords(edit, before)
    const { scene: after } = applyEdit(before, edit)
    const touched = touchedBy(before, after, edit)
    requireApart(touched, theirs)
    await laid(draft, before, after, edit)
    draft.scene = after
    draft.inked = new Map()
    push(draft, { id, edit, words, touched, inked: [...new Set(inkedBy(edit))] })
  }

  /** Lines put on or taken off, by far the most frequent edit: only their drawing is looked at. */
  async function makeInk(
    draft: Draft,
    { id, edit }: SentEdit & { edit: InkEdit },
    theirs: ReadonlySet<string>,
  ): Promise<void> {
    const { hot, scene, inked, lines } = draft
    const before = inked.get(edit.drawing) ?? scene.drawings[edit.drawing]
    if (!before) throw new EditRefused('This drawing is not in the scene any more.')
    const after = drawingInked(scene, before, edit)
    const touched = edit.remove.length === 0 ? [] : touchedBy(scene, scene, edit)
    requireApart(touched, theirs)
    if (!lines.has(edit.drawing)) await scenes.lineIds(hot, [edit.drawing])
    lines.set(edit.drawing, lineIdsAfter(lines.get(edit.drawing) ?? hot.lines.get(edit.drawing) ?? {}, edit))
    inked.set(edit.drawing, after)
    push(draft, {
      id,
      edit,
      words: editInWords(edit, { ...scene, drawings: { [before.id]: before } }),
      touched,
      inked: [edit.drawing],
    })
  }

  function requireApart(touched: readonly string[], theirs: ReadonlySet<string>) {
    if (touched.some((part) => theirs.has(part))) throw new Meeting()
  }

  function push(draft: Draft, row: Row) {
    draft.version++
    draft.ids.set(row.id, draft.version)
    draft.rows.push(row)
  }

  /** What an edit does to lines, held against those that are there. */
  async function laid(draft: Draft, before: Scene, after: Scene, edit: Edit): Promise<void> {
    const { hot, lines } = draft
    const brought = drawingsBrought(before, after, edit).map(({ drawing }) => drawing.id)
    const changed = simpleEditsOf(edit).flatMap((each) => (each.type === 'ink.change' ? [each.drawing] : []))
    await scenes.lineIds(
      hot,
      [...new Set([...changed, ...brought])].filter((drawing) => !lines.has(drawing)),
    )
    const idsOf = (drawing: string): LineIds => lines.get(drawing) ?? hot.lines.get(drawing) ?? {}
    requireInk(before, after, edit, (drawing) => countsOfIds(idsOf(drawing)))
    for (const swatch of swatchesTakenOut(before, after)) await requireUnused(draft, swatch)
    if (inkSourcesOf(edit).length > 0) return copied(draft, edit)
    for (const each of simpleEditsOf(edit))
      if (each.type === 'ink.change') lines.set(each.drawing, lineIdsAfter(idsOf(each.drawing), each))
  }

  /** An edit that copies drawings: the lines of all it writes are worked out, and those of the copies written down. */
  async function copied(draft: Draft, edit: Edit): Promise<void> {
    const { hot, lines, rows, copies } = draft
    const parts = simpleEditsOf(edit)
    const needed = [
      ...new Set(
        parts.flatMap((each) =>
          each.type === 'drawing.copy' ? [each.source] : each.type === 'ink.change' ? [each.drawing] : [],
        ),
      ),
    ]
    const ink = new Map<InkKey, Ink>(
      (await linesOf(pool, hot.id, needed)).map(({ drawing, pass, bytes }) => [`${drawing}/${pass}`, readInk(bytes)]),
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
      const version = draft.base + i + 1
      for (const each of simpleEditsOf(row.edit))
        if (each.type === 'ink.change' && needed.includes(each.drawing) && version > (copiedAt.get(each.drawing) ?? 0))
          lay(each)
    })
    const targets = new Set(parts.flatMap((each) => (each.type === 'drawing.copy' ? [each.drawing.id] : [])))
    for (const { drawing, pass, ink: now } of lay(edit)) {
      lines.set(drawing, {
        ...(targets.has(drawing) ? lines.get(drawing) : (lines.get(drawing) ?? hot.lines.get(drawing))),
        [pass]: now.map((piece) => ({ id: piece.id })),
      })
      if (targets.has(drawing))
        copies.push({ drawing, pass: pass as Pass, bytes: packInk(now), version: draft.version + 1 })
    }
    for (const target of targets) if (!lines.has(target)) lines.set(target, {})
  }

  /** A colour leaves the palette only when no line is drawn in it. */
  async function requireUnused({ hot, rows }: Draft, swatch: string): Promise<void> {
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

  async function conflict(hot: HotScene, base: number): Promise<KeepingRefused> {
    const missed = base < hot.version ? await keptSince(pool, hot.id, base) : []
    return new KeepingRefused(
      'changed since',
      'This scene was changed somewhere else since. Take those changes in and send yours again.',
      { version: hot.version, missed },
    )
  }

  function settle({ hot, scene, inked, version, rows, lines, answers }: Draft) {
    rows.forEach(({ id, touched }, i) => scenes.remember(hot, { id, version: hot.version + i + 1, touched }))
    for (const [drawing, ids] of lines) hot.lines.set(drawing, ids)
    hot.scene = scene
    hot.inked = inked
    hot.version = version
    // Whoever works on it has read what was mended; it stays in the history.
    if (rows.length > 0) hot.told = ''
    if (rows.length > 0) onKept(rows.length)
    if (rows.length > 0) upkeep.wrote(hot, new Set(rows.flatMap((row) => row.inked)))
    for (const answer of answers) answer.job.resolve({ version: answer.version })
  }

  /** Edits that were kept so long ago that they are not remembered: they are passed over from now on. */
  async function recallIds(hot: HotScene, jobs: readonly Job[]) {
    const ids = jobs.flatMap((job) => job.sent.map(({ id }) => id))
    const { rows } = await pool.query<{ id: string; version: number }>(
      'SELECT id, version FROM edit WHERE scene = $1 AND id = ANY($2)',
      [hot.id, ids],
    )
    for (const { id, version } of rows) hot.ids.set(id, version)
  }

  return {
    /**
     * Keeps edits made on version `base`, all or none; those whose id is known already are passed over. Made on
     * an older version they are laid on the newest one where they touch other parts. Errors: KeepingRefused with the
     * edits missed when they meet others' on one part; EditRefused when one cannot be made.
     */
    keep(id: string, base: number, sent: readonly SentEdit[]): Promise<{ version: number }> {
      return new Promise((resolve, reject) => {
        const job = { base, sent, resolve, reject }
        const queue = queues.get(id)
        if (queue) return void queue.push(job)
        const begun = [job]
        queues.set(id, begun)
        void work(id, begun)
      })
    },
  }
}

export async function keptSince(pool: pg.Pool, scene: string, version: number): Promise<KeptEdit[]> {
  const { rows } = await pool.query<KeptEdit>({
    name: 'edits-since',
    text: `SELECT id, version, edit FROM edit WHERE scene = $1 AND version > $2 ORDER BY version LIMIT ${MOST_MISSED}`,
    values: [scene, version],
  })
  return rows.map(({ id, version: at, edit }) => ({ id, version: at, edit }))
}
