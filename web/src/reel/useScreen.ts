import type { Sound } from '@unhurried/core'
import { onUnmounted, ref, shallowRef, watch, type Ref } from 'vue'
import { SoundPlayer, type PlayingSound } from '../sound/sound-player'
import { playFrames } from '../stage/play-frames'
import { layMoment } from '../stage/reel/moment'
import { ReelPictures } from '../parts/reel/reel-pictures'
import { soundsRead } from './reel-sounds'
import type { UsedReel } from './useReel'

/** What must be ready before it begins to play, in seconds; waited for no longer than so many ms. */
const READY = 0.4
const PATIENCE = 4000
/** Nor is sound that is still on its way, in ms. */
const SOON = 500

/** The pictures of a reel on a canvas: those that come next are made ready, and the one of now lies on it. */
function useShown(reel: UsedReel, canvas: Ref<HTMLCanvasElement | undefined>) {
  const { times, frame, scenes } = reel
  const trouble = ref('')
  /** Whether a first picture was shown. */
  const isSeen = ref(false)
  const pictures = shallowRef<ReelPictures>()
  watch(
    canvas,
    (element) => {
      if (!element) return
      pictures.value ??= new ReelPictures(element, { onReady: lay, onTrouble: (told) => (trouble.value = told) })
      refresh()
    },
    { flush: 'post' },
  )
  watch([times, scenes], refresh)

  function refresh() {
    pictures.value?.show(times.value, scenes.value)
    pictures.value?.ahead(frame.value)
    lay()
  }
  /** Gives whether the frame could be shown. */
  function lay(): boolean {
    const layers = pictures.value?.at(frame.value)
    const surface = canvas.value?.getContext('2d')
    if (layers && surface) {
      layMoment(surface, layers)
      isSeen.value ||= times.value.shots.length > 0
    }
    return layers !== undefined
  }
  onUnmounted(() => pictures.value?.end())
  return { trouble, isSeen, pictures, refresh, lay }
}

/** Shows a reel on a canvas and plays it with its sound. */
export function useScreen(reel: UsedReel, canvas: Ref<HTMLCanvasElement | undefined>) {
  const { times, frame } = reel
  const { trouble, isSeen, pictures, refresh, lay } = useShown(reel, canvas)
  const state = ref<'still' | 'begins' | 'plays'>('still')
  const loops = ref(true)
  const heard = ref(true)
  /** Frames whose pictures came too late since it began to play. */
  const late = ref(0)
  const sounds = shallowRef<Readonly<Record<string, Sound>>>({})
  const readSounds = soundsRead()
  const player = new SoundPlayer()
  let stopFrames: (() => void) | undefined
  let sound: PlayingSound | undefined
  let wanted = 0

  watch(frame, () => state.value !== 'plays' && refresh())
  // What is seen comes first.
  watch([times, isSeen], () => isSeen.value && void listening())
  async function listen() {
    sounds.value = await readSounds(times.value, reel.entries.value)
  }
  const listening = () => listen().catch(() => undefined)

  async function play() {
    const shown = pictures.value
    if (!shown || times.value.frames === 0) return
    trouble.value = ''
    state.value = 'begins'
    const mine = ++wanted
    if (frame.value >= times.value.frames) frame.value = 1
    shown.ahead(frame.value)
    const all = heard.value ? listening() : undefined
    const began = performance.now()
    const isReady = () => shown.isReady(frame.value, READY) || performance.now() - began > PATIENCE
    while (mine === wanted && !isReady()) await nextPicture()
    // Sound does not hold up what is seen for long.
    await Promise.race([all, new Promise((resolve) => setTimeout(resolve, SOON))])
    if (mine === wanted) await begin(mine)
  }
  async function begin(mine: number) {
    const { fps, frames } = times.value
    const from = frame.value
    const passage = { sounds: sounds.value, fps, first: 1, last: frames, from }
    sound = heard.value ? await player.play(passage) : undefined
    if (mine !== wanted) return void sound?.stop()
    late.value = 0
    state.value = 'plays'
    const clock = sound && { clock: sound.heard }
    let before = from
    stopFrames = playFrames({
      ...{ fps, length: frames, from },
      ...clock,
      show(at) {
        if (at < before && !loops.value) return stop()
        before = at
        frame.value = at
        pictures.value!.ahead(at)
        if (!lay()) late.value++
      },
    })
  }
  function stop() {
    wanted++
    stopFrames?.()
    stopFrames = undefined
    sound?.stop()
    sound = undefined
    state.value = 'still'
  }
  const toggle = () => (state.value === 'still' ? void play() : stop())
  watch([times, loops], () => state.value !== 'still' && stop())
  onUnmounted(() => {
    stop()
    player.close()
  })
  const small = (shot: number, width: number, height: number) => pictures.value?.small(shot, width, height)
  return { state, loops, heard, trouble, late, isSeen, toggle, stop, small }
}
export type UsedScreen = ReturnType<typeof useScreen>

const nextPicture = () => new Promise((resolve) => requestAnimationFrame(resolve))
