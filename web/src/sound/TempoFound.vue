<script setup lang="ts">
import { tempo, type Sound, type Tempo } from '@unhurried/core'
import { computed } from 'vue'
import { useScene } from '../session/scene'
import { measuredOf } from '../session/measured'

/** The tempo heard in a sound, with its half and double, to be taken over as the scene's beats. */
const { sounds } = defineProps<{ sounds: readonly Sound[] }>()
const store = useScene()
const fps = computed(() => store.scene!.settings.fps)
/** Of the sound with the clearest beats. */
const found = computed(() =>
  sounds
    .flatMap((sound) => {
      const told = tempo(measuredOf(sound.file)?.onsets ?? [])
      return told ? [{ sound, ...told }] : []
    })
    .toSorted((a, b) => b.best.confidence - a.best.confidence)
    .at(0),
)
/** Below this it is as good as chance: speech has no tempo. */
const UNSURE = 0.35
/** The frame of the first beat that is heard. */
const firstFrame = ({ from, start }: Sound, { first, bpm }: Tempo) => {
  const beats = Math.max(0, Math.ceil(((from - first) * bpm) / 60))
  return Math.max(1, start + Math.round((first + (beats * 60) / bpm - from) * fps.value))
}
const take = (told: Tempo) =>
  store.change({
    type: 'scene.set',
    settings: { beats: { bpm: told.bpm, first: firstFrame(found.value!.sound, told) } },
  })
const isTaken = ({ bpm }: Tempo) => store.scene!.settings.beats?.bpm === bpm
</script>

<template>
  <div v-if="found && found.best.confidence >= UNSURE" class="line" role="group" aria-label="Tempo found">
    <span>Beats of {{ found.sound.name }}:</span>
    <button
      v-for="told in [found.best, ...found.others]"
      :key="told.bpm"
      class="word"
      :aria-pressed="isTaken(told)"
      :title="`Rule beats from frame ${firstFrame(found.sound, told)}`"
      @click="take(told)"
    >
      {{ told.bpm }} a minute
    </button>
    <span class="note">{{ Math.round(100 * found.best.confidence) }} % sure</span>
  </div>
</template>
