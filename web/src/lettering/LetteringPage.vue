<script setup lang="ts">
import { costOf } from '@unhurried/core'
import { computed, ref } from 'vue'
import PlannerInputs from '../parts/PlannerInputs.vue'
import DropsForm from './DropsForm.vue'
import RunnerForm from './RunnerForm.vue'
import TypedForm from './TypedForm.vue'
import { useLettering } from './useLettering'
import WaysList from './WaysList.vue'
import WaysOnPaper from './WaysOnPaper.vue'

/** Lettering that writes itself: the pen's way over it once, and the app lays every drawing. */
const work = useLettering()
const { store, scene, level, drawing, paths, plan, frame, inputs, fields, motion, revealed, trouble, busy, done } = work
const chosen = ref<string>()
const playing = ref(false)
const levels = computed(() =>
  [...scene.value.levelOrder].reverse().flatMap((id) => {
    const each = scene.value.levels[id]!
    return each.kind === 'ground' || each.hidden || each.follows ? [] : [each]
  }),
)
const cost = computed(() => motion.value.found && costOf(motion.value.found.motion))
const notes = computed(() => motion.value.found?.motion.notes ?? [])
</script>

<template>
  <div class="room">
    <section class="paper side" aria-label="Lettering">
      <h1>Lettering</h1>
      <div class="line">
        <ElSelect
          :model-value="level.id"
          size="small"
          class="level"
          aria-label="Level of the lettering"
          @change="(id: string) => (store.level = id)"
        >
          <ElOption v-for="each in levels" :key="each.id" :value="each.id" :label="each.name" />
        </ElSelect>
        <label for="lettering-frame" class="note">frame</label>
        <NumberField
          id="lettering-frame"
          :model-value="store.frame"
          :min="1"
          :max="scene.settings.length"
          size="small"
          class="number"
          @change="(to?: number) => to !== undefined && store.goTo(to)"
        />
      </div>
      <p class="note">
        <template v-if="drawing === undefined">No drawing here yet: type words, or draw them at the desk.</template>
        <template v-else-if="paths.length === 0">
          Drawing {{ scene.drawings[drawing]!.number }}. Draw over its letters as a pen would write them, stroke by
          stroke, at any speed; or let the lines be followed.
        </template>
        <template v-else>Drawing {{ scene.drawings[drawing]!.number }}, written in {{ paths.length }} ways.</template>
      </p>
      <details :open="drawing === undefined">
        <summary>Type words</summary>
        <TypedForm :work="work" />
      </details>
      <template v-if="drawing !== undefined">
        <h2>The way of the pen</h2>
        <div class="line">
          <button class="word" :disabled="busy !== ''" @click="work.propose()">Follow the lines</button>
          <button class="word" :disabled="paths.length === 0" @click="work.setPaths([])">Begin anew</button>
        </div>
        <WaysList v-model:chosen="chosen" :work="work" />
        <p v-if="revealed && revealed.unreached > 12" class="wrong" role="status">
          No way reaches some of it, marked on the paper: that comes with the last drawing.
        </p>
      </template>
      <template v-if="paths.length > 0">
        <h2>Its timing</h2>
        <div class="line">
          <label for="lettering-from">Begins at frame</label>
          <NumberField
            id="lettering-from"
            :model-value="frame"
            :min="1"
            :max="scene.settings.length"
            :disabled="plan !== undefined"
            size="small"
            class="number"
            @change="(to?: number) => to !== undefined && (frame = to)"
          />
        </div>
        <PlannerInputs :fields="fields" :inputs="inputs" :fps="scene.settings.fps" @set="work.set" />
        <RunnerForm :work="work" />
        <DropsForm :work="work" />
        <p v-for="note in notes" :key="note.words" class="note">
          {{ note.words }}
          <button v-if="note.nearest" class="word" @click="work.set(note.nearest!.inputs)">
            {{ note.nearest.words }}
          </button>
        </p>
        <p v-if="cost" class="note">{{ cost.words }}</p>
        <p v-if="motion.refused" class="wrong" role="alert">{{ motion.refused }}</p>
        <div class="line">
          <button class="word main" :disabled="!motion.found || !revealed || busy !== ''" @click="work.lay()">
            {{ plan ? 'Lay it anew' : 'Lay it in' }}
          </button>
          <button
            class="word"
            :aria-pressed="playing"
            :disabled="!motion.found || !revealed"
            @click="playing = !playing"
          >
            {{ playing ? 'Stop' : 'See it write' }}
          </button>
        </div>
      </template>
      <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
      <p v-if="busy" class="note" role="status">{{ busy }} …</p>
      <p v-if="done" class="note" role="status">{{ done }}</p>
      <RouterLink :to="{ name: 'draw', params: { scene: store.id } }">Back to the desk</RouterLink>
    </section>
    <section class="table" aria-label="Lettering on the paper">
      <WaysOnPaper v-model:playing="playing" :work="work" :chosen="chosen" @choose="(id) => (chosen = id)" />
    </section>
  </div>
</template>

<style scoped>
.room {
  display: grid;
  grid-template-columns: 348px minmax(0, 1fr);
  gap: 16px;
  padding: 14px 20px;
  overflow: auto;
}

.side {
  display: grid;
  gap: 8px;
  align-content: start;
  align-self: start;
  padding: 13px 16px;
}

.level {
  width: 140px;
}

.number {
  width: 100px;
}

summary {
  margin-bottom: 6px;
  color: var(--lagoon);
  cursor: pointer;
}

.table {
  position: sticky;
  top: 0;
  align-self: start;
  min-width: 0;
}

.wrong {
  color: var(--plum);
}

@media (max-width: 760px) {
  .room {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
