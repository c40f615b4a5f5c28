import { writeWav } from '@unhurried/core'
import { mixdown } from './mixdown'
import type { PlayingSound, Turns } from './sound-player'

/** It began anew when it is so much nearer to its beginning than before, in seconds. */
const SEAM = 0.3

/**
 * Plays the sounds of a scene slower or faster with their pitch kept, round and round; the browser's own player stretches
 * them. Undefined where there is nothing to hear, or the browser does not let it be heard.
 */
export async function playSlowed(turns: Turns, speed: number): Promise<PlayingSound | undefined> {
  const mixed = await mixdown(turns, () => undefined)
  if (!mixed) return undefined
  const url = URL.createObjectURL(new Blob([writeWav(mixed.channels, mixed.rate) as BlobPart], { type: 'audio/wav' }))
  const audio = new Audio(url)
  const whole = (turns.last + 1 - turns.first) / turns.fps
  const begins = (turns.from - turns.first) / turns.fps
  Object.assign(audio, { loop: true, preservesPitch: true, playbackRate: speed, currentTime: begins })
  const stop = () => {
    audio.pause()
    audio.removeAttribute('src')
    URL.revokeObjectURL(url)
  }
  try {
    await audio.play()
  } catch {
    stop()
    return undefined
  }
  let [turn, before] = [0, begins]
  return {
    heard() {
      const now = audio.currentTime
      if (now < before - SEAM) turn++
      before = now
      return turn * whole + now - begins
    },
    stop,
  }
}
