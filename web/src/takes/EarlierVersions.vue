<script setup lang="ts">
import { counted } from '@unhurried/core'
import { onMounted } from 'vue'
import { api } from '../api/api'
import { createInkStore } from '../session/ink-store'
import { useScene } from '../session/scene'
import { framesAndSeconds } from '../parts/frames'
import BringBack from './BringBack.vue'
import { momentInWords, sittingInWords, type Sitting } from './history'
import MomentCard from './MomentCard.vue'
import MomentPicture from './MomentPicture.vue'
import { useHistory } from './useHistory'
import { useMoment } from './useMoment'

const emit = defineEmits<{ back: [] }>()
const store = useScene()
const { trouble, hasMore, numberOf, read, readEarlier, sittings } = useHistory()
const {
  chosen,
  shown,
  isComing,
  trouble: notComing,
  look,
  leave,
} = useMoment(async (version) => {
  const { scene } = await api.readMoment(store.id, version)
  const ink = createInkStore(store.id, (drawings) => api.readMomentInk(store.id, version, drawings))
  await ink.ensure(Object.keys(scene.drawings))
  return { scene, ink }
})
onMounted(async () => {
  await read()
  // The newest moment is shown at once: from there one goes back.
  const newest = sittings.value[0]?.chapters[0]
  if (newest && !chosen.value) await look(newest)
})

/** A drawing as its last change in a sitting left it. */
const drawingMoment = ({ chapters }: Sitting, { drawing, version, changes }: Sitting['drawings'][number]) => ({
  version,
  to: chapters.findLast((chapter) => chapter.version >= version)!.to,
  words: `${counted(changes, 'change')} to drawing ${numberOf(drawing)}`,
})
const today = new Date()
</script>

<template>
  <div class="earlier">
    <section class="paper list" aria-label="History">
      <p v-if="trouble || notComing" class="wrong" role="alert">{{ trouble || notComing }}</p>
      <p v-if="sittings.length === 0 && !trouble" class="note">Nothing was done to this scene yet.</p>
      <section v-for="(sitting, n) in sittings" :key="sitting.version" class="sitting">
        <h2>{{ sittingInWords(sitting, today) }}</h2>
        <div v-if="sitting.drawings.length > 0" class="line cards">
          <MomentCard
            v-for="each in sitting.drawings"
            :id="store.id"
            :key="`${each.drawing} ${each.version}`"
            :scene="store.scene!"
            :drawing="each.drawing"
            :version="each.version"
            :words="drawingMoment(sitting, each).words"
            :picked="chosen?.version === each.version"
            @click="look(drawingMoment(sitting, each))"
          />
        </div>
        <details :open="n === 0">
          <summary>{{ counted(sitting.steps, 'step') }}, one by one</summary>
          <ol>
            <li v-for="chapter in sitting.chapters" :key="chapter.version">
              <button
                class="step"
                :class="{ picked: chosen?.version === chapter.version }"
                :aria-pressed="chosen?.version === chapter.version"
                @click="look(chapter)"
              >
                <span class="note">{{ momentInWords(chapter.to, today).slice(-5) }}</span><span>{{
                  chapter.words
                }}</span>
              </button>
            </li>
          </ol>
        </details>
      </section>
      <button v-if="hasMore" class="word" @click="readEarlier">Show earlier steps</button>
    </section>
    <section
      v-if="shown"
      class="paper moment"
      :class="{ going: isComing }"
      :aria-busy="isComing"
      aria-label="The scene at this moment"
    >
      <h2>As it was {{ momentInWords(shown.moment.to, today) }}</h2>
      <p class="note">
        After “{{ shown.moment.words.replace(/\.$/, '') }}”.
        {{ framesAndSeconds(shown.scene.settings.length, shown.scene.settings.fps) }},
        {{ counted(Object.keys(shown.scene.drawings).length, 'drawing') }},
        {{ counted(shown.scene.levelOrder.length, 'level') }}.
      </p>
      <MomentPicture :shown="shown" />
      <BringBack :shown="shown" :today="today" :is-coming="isComing" @brought="leave" @leave="emit('back')" />
      <p class="note">
        It comes back as a new step. Drawings made since stay in the scene, and undo takes the step back.
      </p>
    </section>
    <p v-else class="note none">
      {{ isComing ? 'Fetching that moment …' : 'Choose a moment on the left to look at the scene as it was then.' }}
    </p>
  </div>
</template>

<style scoped>
.earlier {
  display: grid;
  grid-template-columns: minmax(300px, 420px) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
  min-height: 0;
}

.list {
  max-height: 100%;
  padding: 10px 12px;
  overflow: auto;
}

ol {
  margin: 0;
  padding: 0;
  list-style: none;
}

.sitting {
  display: grid;
  gap: 6px;
  padding: 6px 0 10px;
  border-bottom: 1px solid var(--rule);
}

.sitting h2 {
  font-size: 16px;
}

summary {
  color: var(--graphite);
  font-size: 14px;
  cursor: pointer;
}

.step {
  display: grid;
  grid-template-columns: 48px minmax(0, 1fr);
  gap: 8px;
  width: 100%;
  padding: 4px 6px;
  border: 0;
  border-bottom: 1px solid var(--hairline);
  background: none;
  color: var(--ink);
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.step:hover {
  background: var(--sheet-shade);
}

.step.picked {
  background: var(--chosen);
}

.moment {
  display: grid;
  gap: 10px;
  justify-items: start;
  padding: 14px 18px;
}

.going {
  opacity: 0.55;
}

.wrong {
  color: var(--plum);
}

.none {
  padding: 30px;
}
</style>
