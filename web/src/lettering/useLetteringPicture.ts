import { framesOf, levelPalette, PASSES } from '@unhurried/core'
import { tryOnScopeDispose } from '@vueuse/core'
import { computed, ref, watch, watchEffect, type Ref } from 'vue'
import { pictures } from '../stage/pictures/pictures'
import { paintInk } from '../stage/paint/ink'
import { knowPages } from '../stage/paint/scans'
import { playFrames } from '../stage/play-frames'
import type { LetteringWork } from './useLettering'
import { wayAt } from './ways'

/** The picture of lettering: all of it, or as far as it is written while it plays. */
export function useLetteringPicture(
  work: LetteringWork,
  canvas: Ref<HTMLCanvasElement | undefined>,
  playing: Ref<boolean>,
) {
  const settings = computed(() => work.scene.value.settings)
  const scale = computed(() => work.across / settings.value.width)
  const frame = ref(0)

  function paint() {
    const element = canvas.value
    const surface = element?.getContext('2d')
    if (!element || !surface) return
    knowPages(work.scene.value.pages, pictures.of)
    element.width = work.across
    element.height = Math.max(1, Math.round(settings.value.height * scale.value))
    surface.fillStyle = settings.value.paper
    surface.fillRect(0, 0, element.width, element.height)
    const found = work.motion.value.found
    const written = (ahead: number) => (playing.value && found ? wayAt(found, frame.value, ahead) : Infinity)
    const runner = playing.value ? work.runner.value : undefined
    if (runner) layLettering(work, surface, { swatch: runner.swatch, upTo: written(runner.ahead) })
    layLettering(work, surface, { upTo: written(0) })
  }
  const inkChanges = ref(0)
  const releases = [work.store.ink?.onChange(() => inkChanges.value++), pictures.onChange(() => inkChanges.value++)]
  tryOnScopeDispose(() => releases.forEach((release) => release?.()))
  watchEffect(
    () => {
      void inkChanges.value
      paint()
    },
    { flush: 'post' },
  )

  let stop: (() => void) | undefined
  const end = () => {
    stop?.()
    stop = undefined
  }
  tryOnScopeDispose(end)
  watch(
    [playing, work.motion, settings],
    ([on, { found }]) => {
      end()
      if (!on || !found) return
      const written = framesOf(found.motion) - Number(work.inputs.value['stays'] ?? 0)
      stop = playFrames({
        fps: settings.value.fps,
        // A second of rest before it begins again.
        length: written + settings.value.fps,
        show: (n) => (frame.value = Math.min(n - 1, written)),
      })
    },
    { immediate: true },
  )

  return { settings, scale }
}

interface Laid {
  /** All in this colour; absent: in its own. */
  readonly swatch?: string
  /** What the pen passed by then, along the whole way. */
  readonly upTo: number
}

/** The lettering on a sheet of its own, so that what is not written yet is cut off it alone. */
function layLettering(work: LetteringWork, surface: CanvasRenderingContext2D, { swatch, upTo }: Laid) {
  const { scene, drawing, level, store } = work
  if (drawing.value === undefined || !store.ink) return
  const { width, height } = surface.canvas
  const sheet = new OffscreenCanvas(width, height).getContext('2d')!
  const scale = work.across / scene.value.settings.width
  sheet.scale(scale, scale)
  const own = levelPalette(scene.value, level.value.id)
  const colour = own.find(({ id }) => id === swatch)?.colour
  const palette = colour ? own.map(({ id, name }) => ({ id, name, colour })) : own
  for (const pass of PASSES)
    if (!level.value.passes?.[pass]?.hidden) paintInk(sheet, store.ink.inkOf(drawing.value, pass), palette)
  const times = work.revealed.value?.times
  if (upTo < Infinity && times) {
    sheet.setTransform(1, 0, 0, 1, 0, 0)
    sheet.globalCompositeOperation = 'destination-in'
    sheet.drawImage(passedBy(times, upTo, { width, height }), 0, 0)
  }
  surface.drawImage(sheet.canvas, 0, 0)
}

/** What the pen passed, opaque on nothing. */
function passedBy(times: ArrayLike<number>, upTo: number, { width, height }: { width: number; height: number }) {
  const mask = new ImageData(width, height)
  for (let i = 0; i < times.length; i++) mask.data[4 * i + 3] = times[i]! <= upTo ? 255 : 0
  const cut = new OffscreenCanvas(width, height)
  cut.getContext('2d')!.putImageData(mask, 0, 0)
  return cut
}
