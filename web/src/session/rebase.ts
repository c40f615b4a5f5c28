import {
  applyEdit,
  editInWords,
  EditRefused,
  inkedBy,
  partsBetween,
  touchedBy,
  type Edit,
  type Scene,
} from '@unhurried/core'
import type { KeptEdit, SentEdit } from '@unhurried/core/api'

/** An edit of this page that the server has not confirmed. */
export type WaitingEdit = SentEdit

/** What became known of the server's scene. */
export interface ServerChanges {
  /** Edits kept since, in the order in which they were kept, our own among them. */
  readonly missed: readonly KeptEdit[]
  /** Waiting edits that will not be sent: the server has them already, or never takes them. */
  readonly gone?: readonly string[]
  /** The scene as the server has it, when there is no way there by edits. */
  readonly fresh?: { readonly scene: Scene; readonly version: number }
}

export interface Rebased<W extends WaitingEdit> {
  readonly confirmed: Scene
  readonly version: number
  readonly working: Scene
  readonly waiting: readonly W[]
  /** Waiting edits that met another's change or no longer fit, each with a sentence. */
  readonly conflicts: readonly { readonly edit: W; readonly sentence: string }[]
}

/**
 * Takes in what the server kept and lays the edits that wait on top again. One that is about the same part as
 * somebody else's change is put aside: it is never laid over theirs.
 */
export function rebase<W extends WaitingEdit>(
  { confirmed, version, waiting }: { confirmed: Scene; version: number; waiting: readonly W[] },
  { missed, gone = [], fresh }: ServerChanges,
): Rebased<W> {
  const own = new Set(waiting.map(({ id }) => id))
  const theirs = new Set<string>()
  let base = confirmed
  for (const { id, edit } of missed) {
    const after = applyEdit(base, edit).scene
    if (!own.has(id)) for (const part of touchedBy(base, after, edit)) theirs.add(part)
    base = after
  }
  if (fresh) {
    for (const part of partsBetween(base, fresh.scene)) theirs.add(part)
    base = fresh.scene
  }
  const arrived = new Set([...missed.map(({ id }) => id), ...gone])
  const left = waiting.filter(({ id }) => !arrived.has(id))
  return {
    confirmed: base,
    version: fresh?.version ?? missed.at(-1)?.version ?? version,
    ...laidAgain(base, left, theirs),
  }
}

function laidAgain<W extends WaitingEdit>(base: Scene, waiting: readonly W[], theirs: ReadonlySet<string>) {
  let working = base
  const conflicts: { edit: W; sentence: string }[] = []
  const stay = waiting.filter((entry) => {
    const words = editInWords(entry.edit, working)
    try {
      const after = applyEdit(working, entry.edit).scene
      if (!touchedBy(working, after, entry.edit).some((part) => theirs.has(part))) {
        working = after
        return true
      }
      const sentence = `Also changed somewhere else: ${words}. The other change is on the sheet now; yours is put aside.`
      conflicts.push({ edit: entry, sentence })
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
      const sentence = `Your change (${words}) does not fit what was changed somewhere else: ${error.message}`
      conflicts.push({ edit: entry, sentence })
    }
    return false
  })
  return { working, waiting: stay, conflicts }
}

/** The scene after an edit, or undefined when it is refused. */
export function laidOn(scene: Scene, edit: Edit): Scene | undefined {
  try {
    return applyEdit(scene, edit).scene
  } catch (error) {
    if (error instanceof EditRefused) return undefined
    throw error
  }
}

/** The drawings whose ink any of some edits writes. */
export const drawingsInked = (edits: readonly { readonly edit: Edit }[]): ReadonlySet<string> =>
  new Set(edits.flatMap(({ edit }) => inkedBy(edit)))
