import { beginsWith, type Ink } from '@unhurried/core'
import { LRUCache } from 'lru-cache'
import type { BitmapWanted } from '../../stage/paint/surface'
import { WorkerClient } from '../client'
import { bitmapReportSchema, type BitmapOrder, type BitmapReport } from './messages'

const DIED = 'The painting of drawings stopped unexpectedly. Nothing was changed.'
/** How much ink the worker keeps, in points: what it was asked for longest ago goes first. */
const KEPT_POINTS = 1_500_000

const pointsOf = (ink: Ink): number =>
  ink.reduce((sum, piece) => sum + (piece.kind === 'stroke' ? piece.points.length / 3 : 20), 1)

/** Bitmaps painted by a worker. It is told of a drawing's ink once, and then of what was laid on top. */
export class BitmapPainter {
  readonly #client: WorkerClient<BitmapOrder, BitmapReport>
  readonly #told = new LRUCache<string, Ink>({
    maxSize: KEPT_POINTS,
    sizeCalculation: (ink) => Math.min(KEPT_POINTS, pointsOf(ink)),
    dispose: (_, name, why) => {
      if (why === 'evict') this.#client.tell({ kind: 'forget', id: 0, name })
    },
  })

  constructor(start: () => Worker) {
    const onEnd = () => this.#told.clear()
    this.#client = new WorkerClient({ start, reportSchema: bitmapReportSchema, died: DIED, onEnd })
  }

  /** Rejects with a sentence when the worker could not, or WorkerStopped. */
  async paint({ ink, palette, ...wanted }: BitmapWanted): Promise<ImageBitmap> {
    this.#tell(wanted.name, ink)
    const answer = await this.#client.ask({ kind: 'paint', ...wanted, palette: [...palette] })
    return answer.image
  }

  end(): void {
    this.#client.stop()
  }

  #tell(name: string, ink: Ink): void {
    const before = this.#told.get(name)
    if (before === ink) return
    const isOnTop = before !== undefined && beginsWith(ink, before)
    const from = isOnTop ? before.length : 0
    this.#client.tell({ kind: 'ink', id: 0, name, from, pieces: ink.slice(from) })
    this.#told.set(name, ink)
  }
}
