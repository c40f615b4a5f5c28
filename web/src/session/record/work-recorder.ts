import {
  compacted,
  logEntrySchema,
  PASSES,
  PAUSE,
  passSchema,
  sittings,
  type Edit,
  type LogEntry,
  type Pass,
} from '@unhurried/core'
import { z } from 'zod'

const KEPT = 'unhurried-work'
/** Entries that wait for a server at most: weeks of work. */
const MOST_WAITING = 5000
/** A gap as long as this is a rest, in seconds: whoever sits down after it has sat for no time. */
const REST = 300
/** Less is looking, in seconds. */
const LEAST = 1

/** What happened, as it is kept until it is counted; a drawing goes by its scene and level as well. */
const eventSchema = z.union([
  z.object({ at: z.number(), page: z.string(), what: z.literal('worked'), drawing: z.string(), pass: passSchema }),
  z.object({ at: z.number(), page: z.string(), what: z.enum(['hidden', 'shown']) }),
])
type Noted = z.infer<typeof eventSchema>
const keptSchema = z.object({ events: z.array(eventSchema), waiting: z.array(logEntrySchema) })
type Kept = z.infer<typeof keptSchema>

interface RecorderOptions {
  /** Which of several open pages this is. */
  readonly page: string
  readonly storage: Storage
  readonly now: () => number
  readonly isPaused: () => boolean
  readonly send: (entries: readonly LogEntry[]) => Promise<void>
  /** Runs one at a time over all pages. */
  readonly alone: (act: () => Promise<void>) => Promise<void>
}

/** Counts work while somebody draws. Noting costs a push; counting, keeping and sending are done when there is time. */
export class WorkRecorder {
  #fresh: Noted[] = []
  /** Since when somebody works with no rest, and when something was done last, in milliseconds since 1970. */
  #sat: { since: number; last: number } | undefined
  constructor(private readonly options: RecorderOptions) {
    const before = sittings(this.#read().events, { pause: REST }).at(-1)
    this.#sat = before && { since: before.from, last: before.to }
  }

  worked(scene: string, level: string, drawing: string, pass: Pass): void {
    const now = this.options.now()
    this.#sat = { since: this.sittingSince ?? now, last: now }
    if (this.options.isPaused()) return
    this.#note({ what: 'worked', drawing: `${scene}/${level}/${drawing}`, pass })
  }

  seen(what: 'hidden' | 'shown'): void {
    this.#note({ what })
  }

  /** When the sitting that goes on began; undefined after a rest. */
  get sittingSince(): number | undefined {
    return this.#sat && this.options.now() - this.#sat.last <= 1000 * REST ? this.#sat.since : undefined
  }

  get hasFresh(): boolean {
    return this.#fresh.some(({ what }) => what === 'worked')
  }

  /**
   * Counts what was noted, here and by pages that are closed or crashed, and sends what it comes to. `over`: the sitting ends
   * with it, so that nothing of it is told anew.
   */
  flush({ over = false } = {}): Promise<void> {
    return this.options.alone(async () => {
      const { now, send } = this.options
      const { events, waiting } = this.#read()
      const all = compacted([...events, ...this.#fresh]) as Noted[]
      this.#fresh = []
      const found = sittings(all)
      const entries = newest([...waiting, ...found.flatMap(({ worked }) => worked.flatMap(entryOf))])
      // A sitting that may still go on is counted again from its beginning.
      const last = found.at(-1)
      const open = last && !over && now() - last.to <= 1000 * PAUSE ? all.filter(({ at }) => at >= last.from) : []
      this.#write({ events: open, waiting: entries })
      if (entries.length === 0) return
      await send(entries)
      this.#write({ events: open, waiting: [] })
    })
  }

  /** Forgets what was noted from one moment until before another. */
  forget({ from = -Infinity, until = Infinity }: { from?: number; until?: number }): Promise<void> {
    const stays = (at: number) => at < from || at >= until
    return this.options.alone(async () => {
      this.#fresh = this.#fresh.filter(({ at }) => stays(at))
      const { events, waiting } = this.#read()
      this.#write({
        events: events.filter(({ at }) => stays(at)),
        waiting: waiting.filter((entry) => stays(entry.from)),
      })
    })
  }

  #note(what: { what: 'worked'; drawing: string; pass: Pass } | { what: 'hidden' | 'shown' }): void {
    this.#fresh.push({ ...what, at: this.options.now(), page: this.options.page })
  }

  #read(): Kept {
    try {
      return keptSchema.parse(JSON.parse(this.options.storage.getItem(KEPT) ?? ''))
    } catch {
      return { events: [], waiting: [] }
    }
  }

  #write(kept: Kept): void {
    try {
      this.options.storage.setItem(KEPT, JSON.stringify({ ...kept, waiting: kept.waiting.slice(-MOST_WAITING) }))
    } catch {
      // A full storage costs the log of a sitting at most, never a line.
    }
  }
}

const newest = (entries: readonly LogEntry[]): LogEntry[] => [
  ...new Map(entries.map((entry) => [entry.id, entry])).values(),
]

function entryOf({
  drawing: name,
  pass,
  from,
  seconds,
}: ReturnType<typeof sittings>[number]['worked'][number]): LogEntry[] {
  const [scene, level, drawing] = name.split('/')
  if (!scene || !level || !drawing || seconds < LEAST) return []
  const id = `${Math.round(from).toString(36)}-${scene}-${drawing}-${PASSES.indexOf(pass)}`
  return [{ id, scene, level, drawing, pass, from: Math.round(from), seconds: Math.round(seconds), by: 'counted' }]
}

/** The drawing and pass that an edit draws on, if it does. */
export function workedOn(edit: Edit): { drawing: string; pass: Pass } | undefined {
  if (edit.type === 'ink.change') return { drawing: edit.drawing, pass: edit.pass }
  if (edit.type !== 'together') return undefined
  for (const each of edit.edits) if (each.type === 'ink.change') return { drawing: each.drawing, pass: each.pass }
  return undefined
}
