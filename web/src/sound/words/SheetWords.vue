<script setup lang="ts">
import { frameAtSecond, heardWords, type HeardWord, type Scene, type Sound } from '@unhurried/core'
import { computed, ref } from 'vue'
import { followDrag } from '../../parts/drag'
import { useWords } from './useWords'

/** The words of one sound down the sheet: each where it is heard, its edges to be dragged or stepped. */
const props = defineProps<{
  sound: Sound
  scene: Scene
  /** The first frame drawn, and how many. */
  first: number
  count: number
  perFrame: number
  across: number
}>()
const work = useWords(() => props.sound)
const fps = computed(() => props.scene.settings.fps)
const said = computed(() => props.scene.said?.[props.sound.id])
const all = computed(() => heardWords(props.sound, said.value, fps.value))
const words = computed(() => all.value.filter(({ from, to }) => to > props.first && from < props.first + props.count))
/** Room for the sounds of a word beside it. */
const ROOMY = 84
/** An edge as near to the next word's is one with it, in frames. */
const TOGETHER = 0.5
const STEP = 0.25

/** The edge being dragged, and where it is now. */
const dragged = ref<{ place: number; border: number; frame: number }>()
const topOf = (frame: number) => (frame - props.first) * props.perFrame
const borderOf = ({ place, from, to }: HeardWord, end: boolean) => {
  const border = end ? said.value!.words[place]!.sounds.length : 0
  const own = dragged.value
  return own?.place === place && own.border === border ? own.frame : end ? to : from
}
const endsAlone = (word: HeardWord) => {
  const next = all.value.find(({ place }) => place === word.place + 1)
  return !next || next.from - word.to > TOGETHER
}
/** The second of the sound that is heard at a part of a frame. */
const secondAt = (frame: number) => props.sound.from + (frame - props.sound.start) / fps.value

function put({ place }: HeardWord, end: boolean, frame: number) {
  const border = end ? said.value!.words[place]!.sounds.length : 0
  dragged.value = { place, border, frame }
  void work.putBorder(place, border, Math.max(props.sound.from, secondAt(frame))).finally(() => {
    dragged.value = undefined
  })
}
function drag(event: PointerEvent, word: HeardWord, end: boolean) {
  const was = borderOf(word, end)
  const border = end ? said.value!.words[word.place]!.sounds.length : 0
  const at = (dy: number) => was + dy / props.perFrame
  followDrag(event, {
    onMove: ({ dy }) => (dragged.value = { place: word.place, border, frame: at(dy) }),
    onEnd(lifted) {
      const now = dragged.value
      if (lifted && now && Math.abs(now.frame - was) > 0.05) put(word, end, now.frame)
      else dragged.value = undefined
    },
  })
}
const edges = (word: HeardWord) => (endsAlone(word) ? [false, true] : [false])
const at = (frame: number) => frameAtSecond(props.sound, secondAt(frame), fps.value).toFixed(2)
</script>

<template>
  <div class="said">
    <div
      v-for="word in words"
      :key="word.place"
      class="spoken"
      :class="{ unsure: word.unsure }"
      :style="{
        top: `${topOf(borderOf(word, false))}px`,
        height: `${Math.max(3, topOf(borderOf(word, true)) - topOf(borderOf(word, false)))}px`,
      }"
    >
      <b>{{ word.text }}</b>
      <template v-if="across > ROOMY">
        <i v-for="(heard, i) in word.sounds" :key="i" :style="{ top: `${topOf(heard.from) - topOf(word.from)}px` }">{{
          heard.sound.replace(/[012]$/, '')
        }}</i>
      </template>
      <span
        v-for="end in edges(word)"
        :key="String(end)"
        class="edge"
        :class="{ end }"
        role="slider"
        tabindex="0"
        aria-orientation="vertical"
        :aria-label="`${end ? 'End' : 'Beginning'} of ${word.text}`"
        :aria-valuenow="Number(at(borderOf(word, end)))"
        :aria-valuetext="`frame ${at(borderOf(word, end))}`"
        @pointerdown.stop="drag($event, word, end)"
        @keydown.up.stop.prevent="put(word, end, borderOf(word, end) - STEP)"
        @keydown.down.stop.prevent="put(word, end, borderOf(word, end) + STEP)"
      />
    </div>
    <p v-if="work.trouble.value" class="wrong" role="alert">{{ work.trouble.value }}</p>
  </div>
</template>

<style scoped>
.said {
  position: absolute;
  inset: 0;
  pointer-events: none;
}

.spoken {
  position: absolute;
  right: 0;
  left: 0;
  overflow: visible;
  background: rgb(from var(--lagoon) r g b / 9%);
  border-top: 1px solid var(--lagoon);
}

.spoken.unsure {
  border-top-style: dotted;
  border-top-color: var(--plum);
}

b {
  position: absolute;
  top: 0;
  left: 2px;
  max-width: calc(100% - 2px);
  overflow: hidden;
  font-size: 11px;
  font-weight: 600;
  line-height: 13px;
  color: var(--ink);
  text-overflow: clip;
  white-space: nowrap;
  text-shadow:
    0 0 3px var(--paper),
    0 0 3px var(--paper);
}

i {
  position: absolute;
  right: 3px;
  font-size: 9px;
  font-style: normal;
  line-height: 9px;
  color: var(--ink);
}

.edge {
  position: absolute;
  top: -4px;
  right: 0;
  left: 0;
  height: 8px;
  pointer-events: auto;
  touch-action: none;
  cursor: ns-resize;
}

.edge.end {
  top: auto;
  bottom: -4px;
}

.edge:hover,
.edge:focus-visible {
  background: rgb(from var(--lagoon) r g b / 35%);
}

.wrong {
  position: absolute;
  left: 0;
  z-index: 5;
  width: 200px;
  padding: 3px 6px;
  margin: 0;
  font-size: 12px;
  color: var(--plum);
  background: var(--paper);
  border: 1px solid var(--rule);
}
</style>
