<script setup lang="ts">
import {
  endOf,
  frameAtSecond,
  gainAt,
  heardWords,
  lastFrameOf,
  loudBetween,
  peakBetween,
  secondAt,
  type Said,
  type Sound,
} from '@unhurried/core'
import { computed, onMounted, ref, watch } from 'vue'
import { heardOf } from '../session/measured'

/** The waveform of a scene's sounds under some of its frames, down the sheet or along a strip. */
const props = defineProps<{
  sounds: Readonly<Record<string, Sound>>
  fps: number
  /** The first frame drawn, and how many. */
  first: number
  count: number
  /** Pixels a frame takes, and the strip across. */
  perFrame: number
  across: number
  down?: boolean
  /** What is said, by sound, written along the strip. */
  said?: Readonly<Record<string, Said>> | undefined
}>()

const canvas = ref<HTMLCanvasElement>()
const along = computed(() => Math.ceil(props.count * props.perFrame))
const laid = computed(() => Object.values(props.sounds).map((sound) => ({ sound, heard: heardOf(sound.file) })))
const frameOf = (sound: Sound, second: number) => Math.floor(frameAtSecond(sound, second, props.fps) + 1e-6)
const words = computed(() =>
  laid.value
    .map(({ sound, heard }) => {
      const trouble = heard && 'trouble' in heard ? `, cannot be read: ${heard.trouble}` : ''
      const muted = sound.muted ? ', muted' : ''
      const words = props.said?.[sound.id]?.words.map(({ text }) => text).join(' ')
      const saying = words ? `, saying: ${words}` : ''
      const notes = sound.notes?.map(({ at, text }) => `${text} (frame ${frameOf(sound, at)})`).join(', ')
      const noted = notes ? `, notes: ${notes}` : ''
      return `${sound.name}, frames ${sound.start} to ${lastFrameOf(sound, props.fps)}${muted}${saying}${noted}${trouble}`
    })
    .join('; '),
)

const WORDS_FONT = '11px "Source Sans 3 Variable", sans-serif'
/** Frames a last word may take beyond its end. */
const ROOM = 24
/** The quietest that is told, in dB below full scale, and how much of the strip the loudest takes. */
const QUIETEST = -48
const LOUDEST = 0.3

let loudnessColour = ''
let noteColour = ''

/** A stroke across the strip, whichever way it lies. */
function bar(surface: CanvasRenderingContext2D, at: number, thick: number, [from, to]: readonly [number, number]) {
  if (props.down) surface.fillRect(from, at, Math.max(1, to - from), thick)
  else surface.fillRect(at, from, thick, Math.max(1, to - from))
}

function drawSound(surface: CanvasRenderingContext2D, { sound, heard }: (typeof laid.value)[number]) {
  const { fps, first, perFrame, across } = props
  const middle = across / 2
  const secondOf = (at: number) => sound.from + (first - sound.start + at / perFrame) / fps
  const measured = heard && 'measured' in heard ? heard.measured : undefined
  const step = 1 / (perFrame * fps)
  surface.globalAlpha = sound.muted ? 0.25 : 0.8
  for (let at = 0; at < along.value; at++) {
    const second = secondOf(at)
    if (second < sound.from || second >= endOf(sound)) continue
    const [low, high] = measured ? peakBetween(measured.peaks, second, second + step) : [0, 0]
    const gain = Math.min(1, sound.muted ? sound.strength : gainAt(sound, second)) * (middle - 2)
    bar(surface, at, 1, [middle + low * gain, middle + high * gain])
  }
  drawLoudness(surface, { sound, heard })
  surface.globalAlpha = 0.9
  for (const { seconds } of measured?.onsets ?? []) {
    const at = ((seconds - sound.from) * fps + sound.start - first) * perFrame
    if (at >= 0 && at < along.value && seconds >= sound.from && seconds < endOf(sound))
      bar(surface, Math.round(at), 1, [0, 5])
  }
}

/** How loud each frame is, as a line that rises from the far edge. */
function drawLoudness(surface: CanvasRenderingContext2D, { sound, heard }: (typeof laid.value)[number]) {
  if (!heard || 'trouble' in heard || sound.muted) return
  const { fps, first, count, perFrame, across } = props
  surface.save()
  surface.fillStyle = loudnessColour
  surface.globalAlpha = 0.9
  for (let frame = first; frame < first + count; frame++) {
    const second = secondAt(sound, frame, fps)
    if (second === undefined) continue
    const gain = 20 * Math.log10(Math.max(1e-6, gainAt(sound, second)))
    const loud = loudBetween(heard.measured.peaks, second, second + 1 / fps) + gain
    const share = Math.min(1, Math.max(0, 1 - loud / QUIETEST))
    if (share === 0) continue
    const at = across - 1 - LOUDEST * share * across
    bar(surface, (frame - first) * perFrame, perFrame, [at, at + 1.5])
  }
  surface.restore()
}

/** As much of a text as there is room for. */
function cutToFit(surface: CanvasRenderingContext2D, text: string, room: number): string {
  if (surface.measureText(text).width <= room) return text
  let letters = text.length
  while (letters > 0 && surface.measureText(`${text.slice(0, letters)}…`).width > room) letters--
  return `${text.slice(0, letters)}…`
}

/** Notes to what is heard, each at its second. */
function drawNotes(surface: CanvasRenderingContext2D) {
  surface.font = WORDS_FONT
  surface.textBaseline = 'top'
  for (const { sound } of laid.value)
    for (const { at, text } of sound.notes ?? []) {
      const along = (frameAtSecond(sound, at, props.fps) - props.first) * props.perFrame
      surface.fillStyle = noteColour
      bar(surface, Math.round(along), 1, [0, props.across])
      if (props.down) surface.fillText(cutToFit(surface, text, props.across - 4), 3, along + 2)
      else surface.fillText(text, along + 3, 1)
    }
}

/** Words below the waveform, each from where it is heard to the next at most. */
function drawWords(surface: CanvasRenderingContext2D) {
  const { fps, first, perFrame, across } = props
  surface.font = WORDS_FONT
  surface.textBaseline = 'bottom'
  surface.globalAlpha = 1
  for (const { sound } of laid.value) {
    const words = heardWords(sound, props.said?.[sound.id], fps)
    words.forEach(({ text, from, to }, i) => {
      const [x, end] = [(from - first) * perFrame, ((words[i + 1]?.from ?? to + ROOM) - first) * perFrame]
      if (end < 0 || x > along.value) return
      surface.globalAlpha = 0.6
      surface.fillRect(x, across - 14, 1, 14)
      surface.globalAlpha = 1
      // A word that does not fit is only marked.
      if (surface.measureText(text).width + 4 <= end - x) surface.fillText(text, x + 3, across - 1)
    })
  }
}

function draw() {
  const surface = canvas.value?.getContext('2d')
  if (!canvas.value || !surface) return
  const dense = window.devicePixelRatio || 1
  const [width, height] = props.down ? [props.across, along.value] : [along.value, props.across]
  canvas.value.width = Math.max(1, Math.round(width * dense))
  canvas.value.height = Math.max(1, Math.round(height * dense))
  surface.scale(dense, dense)
  const style = getComputedStyle(canvas.value)
  loudnessColour = style.getPropertyValue('--ochre')
  noteColour = style.getPropertyValue('--plum')
  surface.fillStyle = style.color
  for (const each of laid.value) drawSound(surface, each)
  drawNotes(surface)
  surface.fillStyle = getComputedStyle(canvas.value.parentElement ?? canvas.value).color
  if (props.said && !props.down) drawWords(surface)
}
onMounted(draw)
watch([() => ({ ...props }), laid], draw, { flush: 'post' })
</script>

<template>
  <canvas
    ref="canvas"
    class="strip"
    role="img"
    :aria-label="`Sound: ${words}`"
    :style="{ width: `${down ? across : along}px`, height: `${down ? along : across}px` }"
  />
</template>

<style scoped>
.strip {
  display: block;
  color: var(--lagoon);
  pointer-events: none;
}
</style>
