<script setup lang="ts">
import { clamp, secondsOfTick, type ReelTimes, type ShotTime } from '@unhurried/core'
import { useIntersectionObserver } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { ShelvedScene } from '../api/api'
import { framesAndSeconds } from '../parts/frames'
import { restfulQueue } from '../parts/stillness'
import { pictures } from '../stage/pictures/pictures'
import type { UsedScreen } from './useScreen'
import { shotName } from './words'

/** A shot on the strip: its first picture, how long it lasts, what of it is drawn. */
const { time, times, entry, screen, n, now } = defineProps<{
  time: ShotTime
  times: ReelTimes
  n: number
  entry: ShelvedScene | undefined
  chosen: boolean
  /** The frame of it that is seen now. */
  now: number | undefined
  screen: UsedScreen
}>()
defineEmits<{ pick: []; step: [by: number] }>()

/** Pixels a second takes on the strip, and what a card is at the least and at the most. */
const PER_SECOND = 52
const LEAST = 112
const MOST = 280
const HEIGHT = 66
const seconds = computed(() => secondsOfTick(times, time.end - time.start))
const width = computed(() => clamp(seconds.value * PER_SECOND, LEAST, MOST))
const words = computed(() => shotName(time, entry))
const story = computed(() => time.shot.picture && (!entry || entry.done === 0))
const share = computed(() => {
  if (now === undefined) return undefined
  return (now - time.first + 0.5) / (time.last - time.first + 1)
})
const state = computed(() => {
  if (time.missing) return 'not on the shelf'
  if (!entry) return time.shot.picture ? 'story picture' : 'black'
  if (entry.toDo > 0) return `${entry.toDo} to draw`
  return entry.done > 0 ? 'all drawn' : 'nothing drawn'
})
const drawn = computed(() => (entry && entry.done + entry.toDo > 0 ? entry.done / (entry.done + entry.toDo) : 0))

const host = ref<HTMLElement>()
const canvas = ref<HTMLCanvasElement>()
const onScreen = ref(false)
useIntersectionObserver(host, ([seen]) => (onScreen.value = seen?.isIntersecting === true))
watch(
  [onScreen, screen.isSeen, () => entry?.version, () => time.first, story],
  () => onScreen.value && screen.isSeen.value && queue(paint, () => onScreen.value),
)
async function paint() {
  const image = story.value
    ? undefined
    : await screen.small(n, Math.round(HEIGHT * 1.78), HEIGHT)?.catch(() => undefined)
  if (image) canvas.value?.getContext('2d')?.drawImage(image, 0, 0)
  image?.close()
}
</script>

<script lang="ts">
const queue = restfulQueue()
</script>

<template>
  <li
    ref="host"
    class="paper shot"
    :class="{ chosen, missing: time.missing }"
    :style="{ width: `${width}px`, '--now': share === undefined ? undefined : `${share * 100}%` }"
    :data-id="time.shot.id"
  >
    <div
      class="pick"
      :data-thing="entry ? 'shot' : undefined"
      role="button"
      tabindex="0"
      :aria-pressed="chosen"
      :aria-label="`Shot ${n + 1}, ${words}, ${framesAndSeconds(time.last - time.first + 1, time.fps)}, ${state}`"
      @click="$emit('pick')"
      @keydown.enter="$emit('pick')"
      @keydown.space.prevent.stop="$emit('pick')"
      @keydown.shift.arrow-left.prevent.stop="$emit('step', -1)"
      @keydown.shift.arrow-right.prevent.stop="$emit('step', 1)"
    >
      <span class="seen" :style="{ backgroundColor: entry?.paper ?? '#111' }">
        <img v-if="story" :src="pictures.address(time.shot.picture!)" alt="" draggable="false" />
        <canvas v-else-if="entry" ref="canvas" :width="Math.round(HEIGHT * 1.78)" :height="HEIGHT" />
        <span v-if="time.fade > 0n" class="fade" title="Comes in over the shot before" />
        <span v-if="share !== undefined" class="now" />
      </span>
      <span class="bar" :title="state"><span :style="{ width: `${drawn * 100}%` }" /></span>
      <span class="name">{{ n + 1 }} {{ words }}</span>
      <span class="length">{{ time.last - time.first + 1 }} f · {{ Number(seconds.toFixed(2)) }} s</span>
    </div>
  </li>
</template>

<style scoped>
.shot {
  overflow: hidden;
  max-width: 100%;
  touch-action: manipulation;
}

.pick {
  display: grid;
  cursor: pointer;
}

.pick:focus-visible {
  outline-offset: -3px;
}

.chosen {
  border-color: var(--lagoon);
  box-shadow: inset 0 -3px 0 var(--lagoon);
}

.missing {
  border-style: dashed;
}

.seen {
  forced-color-adjust: none;
  position: relative;
  overflow: hidden;
  height: 66px;
}

.seen > canvas,
.seen > img {
  width: 100%;
  height: 66px;
  object-fit: cover;
}

.fade {
  position: absolute;
  inset: 0 auto 0 0;
  width: 22px;
  background: var(--paper);
  clip-path: polygon(0 0, 100% 0, 0 100%);
}

.now {
  position: absolute;
  top: 0;
  bottom: 0;
  left: var(--now);
  width: 3px;
  background: var(--persimmon);
}

.bar {
  forced-color-adjust: none;
  height: 4px;
  background: var(--rule);
}

.bar > span {
  display: block;
  height: 100%;
  background: var(--moss);
}

.name,
.length {
  overflow: hidden;
  padding: 2px 6px 0;
  font-size: 13px;
  line-height: 1.3;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.name {
  font-weight: 600;
}

.length {
  padding-bottom: 4px;
  color: var(--graphite);
}
</style>
