import type { FormatId } from '@unhurried/core'
import { z } from 'zod'

/** What making a file costs, for each million pixels of each picture of it. */
const costSchema = z.object({ bytes: z.number().positive(), ms: z.number().positive() })
type Cost = z.infer<typeof costSchema>

/** Measured on the sample film at 1280 × 720; what is made on this machine tells it better. */
const USUAL: Partial<Record<FormatId, Cost>> = {
  gif: { bytes: 3400, ms: 55 },
  apng: { bytes: 7400, ms: 33 },
  webp: { bytes: 9000, ms: 50 },
  svg: { bytes: 12_000, ms: 3 },
  webm: { bytes: 2700, ms: 14 },
  mp4: { bytes: 3500, ms: 8 },
  stills: { bytes: 53_000, ms: 8 },
  sprites: { bytes: 10_000, ms: 40 },
}
/** Formats that hold every frame; the others hold a picture once while it stands. */
const EVERY_FRAME: ReadonlySet<FormatId> = new Set(['webm', 'mp4', 'stills'])

/** What is to be made. */
export interface Making {
  readonly as: FormatId
  readonly scene: string
  readonly width: number
  readonly height: number
  readonly pictures: number
  readonly frames: number
}

const KEY = 'unhurried-making'
const learntSchema = z.record(z.string(), costSchema)
const MOST_LEARNT = 200

function learnt(storage: Pick<Storage, 'getItem'>): Record<string, Cost> {
  try {
    return learntSchema.parse(JSON.parse(storage.getItem(KEY) ?? '{}'))
  } catch {
    // Written by another version, or by hand.
    return {}
  }
}

function workOf({ as, width, height, pictures, frames }: Making): number {
  return ((width * height) / 1e6) * (EVERY_FRAME.has(as) ? frames : pictures)
}

/** About how many bytes and milliseconds it will take; undefined for what takes next to none of either. */
export function estimated(making: Making, storage: Pick<Storage, 'getItem'>): Cost | undefined {
  const known = learnt(storage)
  const cost = known[`${making.as}/${making.scene}`] ?? known[making.as] ?? USUAL[making.as]
  const work = workOf(making)
  return cost && work > 0 ? { bytes: cost.bytes * work, ms: cost.ms * work } : undefined
}

/** Remembers what a making took: of this scene, and of its format. */
export function learn(making: Making, took: Cost, storage: Pick<Storage, 'getItem' | 'setItem'>): void {
  const work = workOf(making)
  if (!(work > 0) || !(took.bytes > 0) || !USUAL[making.as]) return
  const cost = { bytes: took.bytes / work, ms: Math.max(0.01, took.ms / work) }
  const { [`${making.as}/${making.scene}`]: _, ...others } = learnt(storage)
  const all = Object.entries({ ...others, [making.as]: cost, [`${making.as}/${making.scene}`]: cost })
  storage.setItem(KEY, JSON.stringify(Object.fromEntries(all.slice(-MOST_LEARNT))))
}
