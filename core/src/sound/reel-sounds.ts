import { secondsOfTick, type ReelTimes } from '../production/reel-times'
import type { Sound } from '../scene/schema'
import { stretchOf } from './schedule'

/**
 * What is heard of the scenes of a reel, as sounds of one long scene at the reel's rate. They begin within a frame where
 * their shot does.
 *
 * @param soundsOf - the sounds of a scene
 */
export function reelSounds(
  times: ReelTimes,
  soundsOf: (scene: string) => Readonly<Record<string, Sound>> | undefined,
): Record<string, Sound> {
  const heard: [string, Sound][] = []
  times.shots.forEach((time, i) => {
    const { shot, first, last, fps, start, fade } = time
    if (shot.scene === undefined || time.missing) return
    const begins = secondsOfTick(times, start)
    const fades = { fadeIn: secondsOfTick(times, fade), fadeOut: secondsOfTick(times, times.shots[i + 1]?.fade ?? 0n) }
    for (const sound of Object.values(soundsOf(shot.scene) ?? {})) {
      const stretch = stretchOf(sound, { first, last, fps })
      if (stretch) heard.push([`${shot.id} ${sound.id}`, heardIn(sound, { stretch, begins, fades, fps: times.fps })])
    }
  })
  return Object.fromEntries(heard)
}

interface Heard {
  readonly stretch: { readonly at: number; readonly from: number; readonly to: number }
  readonly begins: number
  readonly fades: { readonly fadeIn: number; readonly fadeOut: number }
  readonly fps: number
}

function heardIn(sound: Sound, { stretch: { at, from, to }, begins, fades, fps }: Heard): Sound {
  // A fade of its own that the trim cuts off is not heard; the shot's own goes over whatever is.
  const fadeIn = Math.max(from > sound.from ? 0 : (sound.fadeIn ?? 0), fades.fadeIn - at)
  const fadeOut = Math.max(to < (sound.to ?? sound.seconds) ? 0 : (sound.fadeOut ?? 0), fades.fadeOut)
  return { ...sound, start: 1 + (begins + at) * fps, from, to, fadeIn, fadeOut }
}
