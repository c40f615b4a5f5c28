import { lengthOfTake } from '@unhurried/core'
import { useLocalStorage } from '@vueuse/core'
import { computed, onUnmounted, ref, watch } from 'vue'
import { useScene } from '../session/scene'
import { playFrames } from '../stage/play-frames'
import type { PlayingSound, SoundPlayer } from './sound-player'

const HALF = 0.5

interface Playing {
  readonly from: number
  /** Frames until it begins anew; absent: those of the take. */
  readonly length?: number
  readonly show: (frame: number) => void
}

/** The sounds of the scene as they are heard on this page: played along, and under the frame one goes to. */
export function useHeard() {
  const store = useScene()
  /** Whether what lies under a frame is heard when one goes there; kept on this machine. */
  const scrubs = useLocalStorage('unhurried-scrub', true)
  /** Play goes half as fast, with the pitch kept; for as long as the page is open. */
  const slow = ref(false)
  const has = computed(() => Object.keys(store.scene?.sounds ?? {}).length > 0)
  let player: Promise<SoundPlayer> | undefined
  let playing = 0
  // What decodes sound is fetched when there is any.
  const ready = () => (player ??= import('./sound-player').then((module) => new module.SoundPlayer()))
  onUnmounted(() => void player?.then((own) => own.close()))

  /** All that is heard from a frame on, round and round; undefined where nothing is. */
  async function sounding(from: number, length: number): Promise<PlayingSound | undefined> {
    const { sounds, settings } = store.scene!
    const turns = { sounds, fps: settings.fps, from, first: 1, last: length }
    return slow.value ? (await import('./slowed')).playSlowed(turns, HALF) : (await ready()).play(turns)
  }
  /** Lets be heard what lies under a frame. */
  async function scrub(frame: number): Promise<void> {
    if (!has.value || !scrubs.value || playing > 0) return
    const { sounds, settings } = store.scene!
    await (await ready()).scrub({ sounds, fps: settings.fps }, frame)
  }

  return {
    scrubs,
    slow,
    /** Lets be heard what lies under the frame one goes to. */
    followFrame: () =>
      watch(
        () => store.frame,
        (frame) => void scrub(frame),
      ),
    /**
     * Plays frames with their sound, round and round; gives what stops both. The first picture waits for the first
     * sound; a sound that cannot be heard keeps nobody waiting.
     */
    playAlong({ show, length = lengthOfTake(store.scene!, store.take), ...wish }: Playing): () => void {
      const { fps } = store.scene!.settings
      // From beyond its end a take begins anew.
      const from = wish.from > length ? 1 : wish.from
      let over = false
      let stops: (() => void)[] = []
      const begin = (sound?: PlayingSound) => {
        if (over) return sound?.stop()
        // A sound tells the time of the scene, the screen its own.
        const clocked = sound ? { fps, clock: sound.heard } : { fps: slow.value ? fps * HALF : fps }
        stops = [playFrames({ length, from, show, ...clocked })]
        if (sound) stops.push(sound.stop)
      }
      playing++
      if (has.value) void sounding(from, length).then(begin, () => begin())
      else begin()
      return () => {
        if (!over) playing--
        over = true
        stops.forEach((stop) => stop())
      }
    },
  }
}
export type HeardSounds = ReturnType<typeof useHeard>
