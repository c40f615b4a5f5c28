<script setup lang="ts">
import { useScene } from '../../session/scene'
import { keyOf } from '../commands/commands'
import type { Layout } from '../useLayout'
import type { ViewOf } from './useView'

const props = defineProps<{ view: ViewOf; layout: Layout }>()
const store = useScene()
const OUTSIDE = [
  { value: 'shown', word: 'shown' },
  { value: 'dim', word: 'dimmed' },
  { value: 'hidden', word: 'hidden' },
] as const
function phone() {
  const { width, height } = store.scene!.settings
  props.view.phone(width, height)
}
</script>

<template>
  <div class="panel">
    <h3>How the paper lies</h3>
    <div class="line">
      <button class="word" :title="`Key ${keyOf('fit')}`" @click="view.fit()">Fit</button>
      <button class="word" @click="view.actual()">Actual size</button>
      <button class="word" title="As small as a phone shows it" @click="phone()">As on a phone</button>
      <button class="word" :title="`Key ${keyOf('zoom-out')}`" aria-label="Farther" @click="view.farther()">−</button>
      <span class="note size" data-test="zoom">{{ view.percent.value }} %</span>
      <button class="word" :title="`Key ${keyOf('zoom-in')}`" aria-label="Nearer" @click="view.nearer()">+</button>
    </div>
    <div class="line">
      <button class="word" :title="`Key ${keyOf('turn-left')}`" @click="view.turnBy(-1)">Turn left</button>
      <button class="word" :title="`Key ${keyOf('turn-right')}`" @click="view.turnBy(1)">Turn right</button>
      <button class="word" @click="view.upright()">Upright</button>
      <button
        class="word"
        :aria-pressed="view.placement.value.view.mirror"
        :title="`Key ${keyOf('mirror')}`"
        @click="view.mirror()"
      >
        Mirrored
      </button>
    </div>
    <div class="line" role="group" aria-label="Beyond the edge">
      <span class="note">Beyond the frame</span>
      <button
        v-for="each in OUTSIDE"
        :key="each.value"
        class="word"
        :aria-pressed="view.outside.value === each.value"
        @click="view.showOutside(each.value)"
      >
        {{ each.word }}
      </button>
    </div>
    <button
      class="word"
      :aria-pressed="view.silhouettes.value"
      :title="`Key ${keyOf('silhouettes')}`"
      @click="view.toggleSilhouettes()"
    >
      Silhouettes
    </button>
    <div class="line" role="group" aria-label="The desk">
      <span class="note">The desk</span>
      <button class="word" :title="`Key ${keyOf('clear')}`" @click="layout.clear()">Clear the table</button>
      <button class="word" :title="`Key ${keyOf('full-screen')}`" @click="layout.fullScreen()">Full screen</button>
      <button
        class="word"
        :aria-pressed="layout.leftHanded.value"
        title="The whole desk the other way round"
        @click="layout.changeHands()"
      >
        For the left hand
      </button>
    </div>
    <p class="note">The wheel moves the paper, Ctrl and the wheel go nearer. Two fingers move, turn and enlarge it.</p>
  </div>
</template>

<style scoped>
.panel {
  justify-items: start;
}

.size {
  min-width: 46px;
  text-align: center;
}
</style>
