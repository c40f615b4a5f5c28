import {
  applyEdit,
  editInWords,
  EditRefused,
  inkedBy,
  numbersOf,
  partsBetween,
  simpleEditsOf,
  touchedBy,
  type Edit,
  type Scene,
} from '@unhurried/core'
import { z } from 'zod'
import { ApiProblem, api } from '../../api/api'
import { editsApi, type KeptEdit } from '../../api/edits'
import { freshId } from '../../api/ids'
import { breathe, openOutbox, type AsideRow, type OutboxRow } from './outbox'

export type Keeping =
  | { state: 'opening' }
  | { state: 'kept' }
  /** On its way; `stored` of them are safe on this machine already. */
  | { state: 'keeping'; waiting: number; stored: number }
  /** `why` when the server answered that it cannot keep anything now. */
  | { state: 'away'; waiting: number; why?: string }
  | { state: 'unstored'; waiting: number; sentence: string }

export interface KeeperEvents {
  onKeeping: (keeping: Keeping) => void
  onAside: (asides: AsideRow[]) => void
  /** The scene after others' edits were taken in, and the drawings whose ink they touched (undefined: any). */
  onScene: (scene: Scene, inked: ReadonlySet<string> | undefined) => void
}

const newsSchema = z
  .string()
  .transform((text, context): unknown => {
    try {
      return JSON.parse(text)
    } catch {
      context.addIssue('News must be JSON.')
      return z.NEVER
    }
  })
  .pipe(z.object({ version: z.int() }))

/** What a server says of an edit it will never take. */
const REFUSED: ReadonlySet<number> = new Set([400, 404, 413, 422])
/** A fault of the server itself, not of its database (503) or its disk (507). */
const isFault = (error: unknown): boolean =>
  error instanceof ApiProblem && error.status >= 500 && error.status !== 503 && error.status !== 507

/** Edits the server tells of in one answer. */
const MOST_MISSED = 500
const MOST_AT_ONCE = 200
const LARGEST_REQUEST = 6_000_000
const FIRST_RETRY = 400
const LONGEST_RETRY = 5000
/** How soon to look again whether another page's edits have gone out. */
const OTHERS_AGAIN = 1000

/**
 * Keeps one scene's edits: first in this browser, then on the server, each exactly once. When the
 * scene was changed elsewhere, others' edits are taken in and our own laid on top; where both changed
 * the same thing, ours is put aside and said, never dropped and never laid over theirs.
 */
export function createKeeper({
  id,
  scene: opened,
  version: openedAt,
  events,
  retryAfter = FIRST_RETRY,
}: {
  id: string
  scene: Scene
  version: number
  events: KeeperEvents
  /** Milliseconds to the first try after a failure; each later one waits twice as long. */
  retryAfter?: number
}) {
  const outbox = openOutbox(id, freshId())
  /** The scene as the server has it. */
  let confirmed = opened
  let version = openedAt
  let waiting: OutboxRow[] = []
  const storing = new Set<string>()
  let unstored: string | undefined
  let away = false
  let awayWhy: string | undefined
  let sending = false
  let retry = retryAfter
  let timer: ReturnType<typeof setTimeout> | undefined
  let asides: AsideRow[] = []
  let closed = false
  /** Edits of other pages of this browser that are not on the server yet; undefined until they were counted. */
  let ofOthers: number | undefined

  function tell() {
    if (waiting.length === 0) {
      if (ofOthers !== undefined)
        events.onKeeping(ofOthers === 0 ? { state: 'kept' } : { state: 'keeping', waiting: ofOthers, stored: ofOthers })
    } else if (unstored !== undefined && away)
      events.onKeeping({ state: 'unstored', waiting: waiting.length, sentence: unstored })
    else if (away)
      events.onKeeping({ state: 'away', waiting: waiting.length, ...(awayWhy !== undefined && { why: awayWhy }) })
    else events.onKeeping({ state: 'keeping', waiting: waiting.length, stored: waiting.length - storing.size })
  }

  function putAside(row: OutboxRow, sentence: string) {
    const aside = { id: row.id, scene: id, sentence, edit: row.edit }
    asides = [...asides, aside]
    events.onAside(asides)
    // Until this is stored the row stays in the outbox, so it is never in neither.
    void outbox.putAside(aside).catch(() => undefined)
  }

  /**
   * Takes in edits kept by others, or a whole `fresh` scene, and lays our waiting ones on top again.
   * Done in one go, so that nothing made or answered meanwhile can come between. `inked` are drawings
   * whose ink must be read again besides those that change here.
   */
  function takeIn(
    missed: readonly KeptEdit[],
    { fresh, inked = [] }: { fresh?: { scene: Scene; version: number }; inked?: readonly string[] } = {},
  ) {
    const own = new Set(waiting.map((row) => row.id))
    const theirs = new Set<string>()
    const readAgain = new Set(inked)
    for (const { id: editId, edit } of missed) {
      const after = applyEdit(confirmed, edit).scene
      if (!own.has(editId)) for (const part of touchedBy(confirmed, after, edit)) theirs.add(part)
      // Our own lines are here already; under others' they may lie in another order.
      if (!own.has(editId)) for (const drawing of inkedBy(edit)) readAgain.add(drawing)
      confirmed = after
    }
    if (fresh) {
      for (const part of partsBetween(confirmed, fresh.scene)) theirs.add(part)
      confirmed = fresh.scene
      version = fresh.version
    } else version = missed.at(-1)?.version ?? version
    const kept = new Set(missed.map((entry) => entry.id))
    void outbox.remove(waiting.filter((row) => kept.has(row.id)).map((row) => row.id)).catch(() => undefined)

    let working = confirmed
    waiting = waiting.filter((row) => {
      if (kept.has(row.id)) return false
      const words = editInWords(row.edit, working)
      let refusal: string
      try {
        const after = applyEdit(working, row.edit).scene
        if (!touchedBy(working, after, row.edit).some((part) => theirs.has(part))) {
          working = after
          return true
        }
        refusal = `Also changed somewhere else: ${words}. The other change is on the sheet now; yours is put aside.`
      } catch (error) {
        if (!(error instanceof EditRefused)) throw error
        refusal = `Your change (${words}) does not fit what was changed somewhere else: ${error.message}`
      }
      for (const drawing of inkedBy(row.edit)) readAgain.add(drawing)
      putAside(row, refusal)
      return false
    })
    events.onScene(working, fresh ? undefined : readAgain)
  }

  /** Edits laid one after the other before the hand is let in again. */
  const LAID_AT_ONCE = 100

  /** Takes over what a closed page left: laid bit by bit, since it may be a day's work, unless something else changes meanwhile. */
  async function takeOver(rows: readonly OutboxRow[]) {
    const inked = rows.flatMap(({ edit }) => inkedBy(edit))
    const from = confirmed
    let working: Scene | undefined = confirmed
    for (let i = 0; working && i < rows.length && confirmed === from && waiting.length === 0; i++) {
      working = laidOn(working, rows[i]!.edit)
      if (i % LAID_AT_ONCE === LAID_AT_ONCE - 1) await breathe()
    }
    if (closed) return
    ofOthers = Math.max(0, (ofOthers ?? rows.length) - rows.length)
    const undisturbed = working !== undefined && confirmed === from && waiting.length === 0
    waiting.unshift(...rows)
    if (undisturbed) events.onScene(working!, new Set(inked))
    else takeIn([], { inked })
    tell()
    void send()
  }

  /** Takes in what others kept since our version, starting with what a conflict has told already. */
  async function catchUp(conflict?: { version: number; missed: readonly KeptEdit[] }) {
    // A database put back to an earlier day: there is no way forward from here but its scene as it is.
    if (conflict && conflict.version < version) return takeIn([], { fresh: await api.readScene(id) })
    for (let missed = conflict?.missed; ; missed = undefined) {
      missed ??= await editsApi.editsSince(id, version)
      if (missed.length > 0) takeIn(missed)
      if (missed.length < MOST_MISSED) return
    }
  }

  function nextBatch(): OutboxRow[] {
    const batch: OutboxRow[] = []
    let size = 0
    for (const row of waiting.slice(0, MOST_AT_ONCE)) {
      for (const edit of simpleEditsOf(row.edit)) {
        if (edit.type === 'ink.change')
          for (const { piece } of [...edit.add, ...edit.remove]) size += numbersOf(piece) * 9
      }
      if (batch.length > 0 && size > LARGEST_REQUEST) break
      batch.push(row)
    }
    return batch
  }

  async function sendBatch(batch: OutboxRow[]) {
    try {
      const answer = await editsApi.keep(
        id,
        version,
        batch.map(({ id: editId, edit }) => ({ id: editId, edit })),
      )
      // Kept on top of what others kept meanwhile: all of it is taken in, in the order in which it was kept.
      if (answer.version !== version + batch.length) return await catchUp()
      for (const { edit } of batch) confirmed = applyEdit(confirmed, edit).scene
      version = answer.version
      const sent = new Set(batch.map((row) => row.id))
      waiting = waiting.filter((row) => !sent.has(row.id))
      await outbox.remove([...sent]).catch(() => undefined)
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      if (error.status === 409) return catchUp(editsApi.conflictIn(error))
      const refused = REFUSED.has(error.status)
      if (!refused && !isFault(error)) throw error
      // One of them is refused: alone it says why, together they would hold each other up.
      if (batch.length > 1) return sendAlone(batch)
      if (!refused) throw error
      setAside(batch[0]!, error.message)
    }
  }

  /**
   * Sends some edits one by one. One at which the server fails while it keeps others is put aside too, or it
   * would hold up all that come after it for ever; when it keeps none, the fault is not the edit's.
   */
  async function sendAlone(batch: readonly OutboxRow[]) {
    const failing = new Map<OutboxRow, unknown>()
    let taken = 0
    for (const row of batch) {
      // What others changed may come in between, and put some of these aside.
      if (!waiting.includes(row)) continue
      try {
        await sendBatch([row])
        taken++
      } catch (error) {
        if (!isFault(error)) throw error
        failing.set(row, error)
      }
    }
    const [fault] = failing.values()
    if (taken === 0 && fault !== undefined) throw fault
    for (const row of failing.keys())
      if (waiting.includes(row))
        setAside(
          row,
          `The server failed at one change (${editInWords(row.edit, confirmed)}), so it is put aside; what came after it is kept.`,
        )
  }

  /** Takes a change that can never be kept out of what waits, and says why. */
  function setAside(row: OutboxRow, sentence: string) {
    waiting = waiting.filter((each) => each !== row)
    putAside(row, sentence)
    takeIn([], { inked: inkedBy(row.edit) })
  }

  async function send() {
    if (sending || closed) return
    sending = true
    clearTimeout(timer)
    try {
      while (waiting.length > 0 && !closed) {
        await sendBatch(nextBatch())
        away = false
        retry = retryAfter
        tell()
      }
    } catch (error) {
      away = true
      awayWhy = error instanceof ApiProblem && error.status === 507 ? error.message : undefined
      timer = setTimeout(() => void send(), retry)
      retry = Math.min(LONGEST_RETRY, retry * 2)
    } finally {
      sending = false
      tell()
    }
    if (heard > version && !away) void lookAgain()
  }

  async function countOthers() {
    ofOthers = await outbox.ofOthers().catch(() => 0)
    tell()
    if (ofOthers > 0 && !closed) setTimeout(() => void countOthers(), OTHERS_AGAIN)
  }

  const onFocus = () => (waiting.length === 0 ? void lookAgain() : void send())
  window.addEventListener('focus', onFocus)
  window.addEventListener('online', onFocus)

  // Only a page in view listens: a browser allows few connections to one server.
  let news: EventSource | undefined
  /** The newest version anybody told of. */
  let heard = openedAt
  function listen() {
    news?.close()
    news = undefined
    if (closed || document.visibilityState !== 'visible') return
    news = new EventSource(`/api/scenes/${id}/events`)
    news.onopen = () => void lookAgain()
    news.onmessage = ({ data }: MessageEvent<string>) => {
      const told = newsSchema.safeParse(data)
      if (told.success) heard = Math.max(heard, told.data.version)
      if (heard > version && !sending) void lookAgain()
    }
  }
  async function lookAgain() {
    if (sending || closed) return
    sending = true
    await catchUp().catch(() => undefined)
    sending = false
    tell()
    if (waiting.length > 0) void send()
  }
  listen()
  document.addEventListener('visibilitychange', listen)

  return {
    /** Lays edits that closed pages left in this browser on the scene and goes on sending them. */
    async resume() {
      asides = await outbox.asides().catch(() => [])
      if (asides.length > 0) events.onAside(asides)
      await countOthers()
      await outbox.adopt((rows) => void takeOver(rows)).catch(() => undefined)
    },
    add(edit: Edit) {
      const row: OutboxRow = { id: freshId(), scene: id, page: '', made: 0, edit }
      waiting.push(row)
      storing.add(row.id)
      tell()
      outbox
        .add(row.id, edit)
        .then(
          () => (unstored = undefined),
          () =>
            (unstored =
              'This browser’s storage is full or closed, so what you draw is not safe until the server answers. Free some space.'),
        )
        .finally(() => {
          storing.delete(row.id)
          tell()
          void send()
        })
    },
    /** What is waiting, for laying ink on top of what the server has. */
    waiting: (): readonly Edit[] => waiting.map((row) => row.edit),
    async settle(asideId: string) {
      asides = asides.filter((aside) => aside.id !== asideId)
      events.onAside(asides)
      await outbox.settle(asideId).catch(() => undefined)
    },
    close() {
      closed = true
      clearTimeout(timer)
      news?.close()
      document.removeEventListener('visibilitychange', listen)
      window.removeEventListener('focus', onFocus)
      window.removeEventListener('online', onFocus)
    },
  }
}

/** The scene after an edit, or undefined when it is refused. */
function laidOn(scene: Scene, edit: Edit): Scene | undefined {
  try {
    return applyEdit(scene, edit).scene
  } catch (error) {
    if (error instanceof EditRefused) return undefined
    throw error
  }
}

export type Keeper = ReturnType<typeof createKeeper>

/** The state of keeping in words. */
export function keepingInWords(keeping: Keeping): string {
  const changes = (n: number) => `${n} change${n === 1 ? '' : 's'}`
  switch (keeping.state) {
    case 'opening':
      return 'Opening'
    case 'kept':
      return 'Kept'
    case 'keeping':
      return `Keeping ${changes(keeping.waiting)}`
    case 'away':
      return `${changes(keeping.waiting)} on this machine only${keeping.why === undefined ? ', server not answering' : `. ${keeping.why}`}`
    case 'unstored':
      return keeping.sentence
  }
}
