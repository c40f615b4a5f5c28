<script setup lang="ts">
import { framesFromTo, frameAtSecond, lastFrameOf, type Said, type Sound } from '@unhurried/core'
import { computed, onMounted, ref, watch } from 'vue'
import { heardOf } from '../session/measured'
import { alongOf, drawStrip, type LaidSound } from './strip-picture'

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
const laid = computed<LaidSound[]>(() =>
  Object.values(props.sounds).map((sound) => ({ sound, heard: heardOf(sound.file) })),
)
const size = computed(() => {
  const along = alongOf(props)
  return props.down ? { width: props.across, height: along } : { width: along, height: props.across }
})

function soundInWords({ sound, heard }: LaidSound): string {
  const frameOf = (second: number) => Math.floor(frameAtSecond(sound, second, props.fps) + 1e-6)
  const words = props.said?.[sound.id]?.words.map(({ text }) => text).join(' ')
  const notes = sound.notes?.map(({ at, text }) => `${text} (frame ${frameOf(at)})`).join(', ')
  return [
    sound.name,
    framesFromTo(sound.start, lastFrameOf(sound, props.fps)),
    ...(sound.muted ? ['muted'] : []),
    ...(words ? [`saying: ${words}`] : []),
    ...(notes ? [`notes: ${notes}`] : []),
    ...(heard && 'trouble' in heard ? [`cannot be read: ${heard.trouble}`] : []),
  ].join(', ')
}
const words = computed(() => laid.value.map(soundInWords).join('; '))

function draw() {
  const surface = canvas.value?.getContext('2d')
  if (!canvas.value || !surface) return
  const dense = window.devicePixelRatio || 1
  const { width, height } = size.value
  canvas.value.width = Math.max(1, Math.round(width * dense))
  canvas.value.height = Math.max(1, Math.round(height * dense))
  surface.scale(dense, dense)
  const style = getComputedStyle(canvas.value)
  drawStrip(surface, props, laid.value, {
    wave: style.color,
    loudness: style.getPropertyValue('--ochre'),
    notes: style.getPropertyValue('--plum'),
    words: getComputedStyle(canvas.value.parentElement ?? canvas.value).color,
  })
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
    :style="{ width: `${size.width}px`, height: `${size.height}px` }"
  />
</template>

<style scoped>
.strip {
  display: block;
  color: var(--lagoon);
  pointer-events: none;
}
</style>
