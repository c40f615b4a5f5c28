import { dueIn, PieceStore, sounded, type Passage } from './sounding'

/** Samples a second of what goes out. */
const RATE = 48_000
/** It is mixed so many seconds at a time. */
const STEP = 30
/** More than so many minutes do not lie in memory at once. */
const MOST_MINUTES = 20

/**
 * The sounds of a passage mixed to two channels, as they are heard when it plays; undefined where nothing is heard.
 * Errors: with a sentence, when a sound cannot be read or the passage is too long.
 */
export async function mixdown(
  passage: Passage,
  onProgress: (share: number) => void,
): Promise<{ rate: number; channels: Float32Array<ArrayBuffer>[] } | undefined> {
  const all = dueIn(passage)
  if (all.length === 0) return undefined
  const seconds = (passage.last + 1 - passage.first) / passage.fps
  if (seconds > MOST_MINUTES * 60)
    throw new Error(`Sound goes out with at most ${MOST_MINUTES} minutes. Mute the sounds, or hand over fewer frames.`)
  const length = Math.round(seconds * RATE)
  const channels = [new Float32Array(length), new Float32Array(length)]
  const pieces = new PieceStore()
  try {
    for (let at = 0; at < length; at += STEP * RATE) {
      const count = Math.min(STEP * RATE, length - at)
      const context = new OfflineAudioContext({ numberOfChannels: 2, length: count, sampleRate: RATE })
      const [begins, ends] = [at / RATE, (at + count) / RATE]
      for (const due of all.filter((each) => each.at < ends && each.at + each.to - each.from > begins)) {
        const buffer = await pieces.of(due)
        const when = due.at - begins
        if (buffer)
          sounded(context, { due: startingAt(due, when), buffer, when: Math.max(0, when), out: context.destination })
      }
      const mixed = await context.startRendering()
      channels.forEach((channel, i) => mixed.copyFromChannel(channel.subarray(at, at + count), i))
      onProgress((at + count) / length)
    }
    return { rate: RATE, channels }
  } finally {
    pieces.close()
  }
}

/** What is left of a piece whose beginning, when below 0, lies before this step. */
const startingAt = <D extends { from: number }>(due: D, when: number): D =>
  when < 0 ? { ...due, from: due.from - when } : due
