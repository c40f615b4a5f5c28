<script setup lang="ts">
import { lengthOfTake } from '@unhurried/core'
import { framesAndSeconds } from '../../parts/frames'
import { keyOf } from '../commands/commands'
import SpanCards from '../sheet/SpanCards.vue'
import type { Desk } from '../useDesk'
import FoldedEdge from '../FoldedEdge.vue'
import PaperTools from './PaperTools.vue'

const { desk } = defineProps<{ desk: Desk }>()
const { store, scene, level, drawing, span, flips, flipped, loop, stage, layout } = desk
const { playing, playFrame } = stage
const { slow } = desk.heard
</script>

<template>
  <div class="strip">
    <div class="line">
      <button class="word" :title="`Key ${keyOf('earlier')}`" @click="stage.flip(-1)">Flip back</button>
      <button
        class="word main play"
        data-thing="play"
        :title="`Key ${keyOf('play')}`"
        :aria-pressed="playing"
        @click="stage.play"
      >
        {{ playing ? 'Stop' : 'Play' }}
      </button>
      <button class="word" :title="`Key ${keyOf('later')}`" @click="stage.flip(1)">Flip on</button>
      <button
        class="word"
        :aria-pressed="slow"
        aria-label="½ speed"
        title="Plays half as fast; sounds keep their pitch"
        @click="((slow = !slow), playing && stage.play())"
      >
        ½
      </button>
      <button
        class="word"
        :aria-pressed="flips.beating.value !== undefined"
        :title="`Key ${keyOf('beat')}`"
        @click="flips.beat('parents')"
      >
        Beat
      </button>
      <button
        class="word"
        :aria-pressed="loop.on.value"
        :title="`Key ${keyOf('live-loop')}`"
        @click="loop.on.value = !loop.on.value"
      >
        Loop
      </button>
      <span v-if="playing" class="note" data-test="play-frame"
        >frame {{ playFrame }} of {{ lengthOfTake(scene, store.take) }}</span
      >
      <span v-else-if="drawing" class="note">
        Drawing <b class="ink">{{ drawing.number }}</b>{{
          flipped ? `, showing ${scene.drawings[flipped]?.number}` : ''
        }}, held {{ framesAndSeconds(store.here?.frames ?? 1, scene.settings.fps) }}
      </span>
      <span v-else class="note">Empty frame: draw here and a key is put in.</span>
      <FoldedEdge class="cards" :layout="layout" panel="cards" words="Cards" />
      <PaperTools :view="stage.view" :level="level" :layout="layout" @keys="desk.openKeys" />
      <span v-if="store.solo" class="note"
        >Level {{ scene.levels[store.solo]?.name }} alone.
        <button class="word" @click="store.solo = undefined">Show all levels</button></span
      >
    </div>
    <SpanCards v-if="layout.isShown('cards')" :span="span" />
  </div>
</template>

<style scoped>
.line {
  gap: 4px;
}

.strip {
  display: grid;
  gap: 3px;
  padding: 0 8px 4px;
}

.strip .line {
  flex-wrap: nowrap;
  gap: 5px;
  overflow: auto hidden;
  scrollbar-width: none;
}

.line > * {
  flex: none;
}

@media (max-width: 900px) {
  .strip .note {
    display: none;
  }
}

.cards {
  padding: 2px 8px;
  border-radius: var(--corner);
}

.strip .note {
  margin-left: 8px;
}

.ink {
  color: var(--ink);
}

.play {
  min-width: 62px;
}
</style>
