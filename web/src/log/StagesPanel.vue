<script setup lang="ts">
import { drawnLevels, feetAndFrames, stagesDone, stagesOf, type Drawing, type Scene } from '@unhurried/core'
import { computed } from 'vue'
import { framesAndSeconds } from '../parts/frames'
import { useScene } from '../session/scene'

const store = useScene()

const stagesIn = (scene: Scene, level: string) => {
  const drawings = stagesDone(scene, level)
  return stagesOf(scene, level).map((pass) => {
    const lacking = drawings.filter(({ done }) => !done.has(pass)).map(({ drawing }) => drawing.number)
    return {
      pass,
      cells: drawings.map(({ drawing, done }) => ({ id: drawing.id, number: drawing.number, done: done.has(pass) })),
      count: drawings.length - lacking.length,
      all: drawings.length,
      words: lacking.length === 0 ? 'all done' : `still to do: ${lacking.join(', ')}`,
    }
  })
}
const levels = computed(() => {
  const scene = store.scene!
  return drawnLevels(scene)
    .map((level) => ({
      id: level,
      name: scene.levels[level]!.name,
      stages: stagesIn(scene, level),
      drawings: stagesDone(scene, level).map(({ drawing }) => drawing),
    }))
    .filter(({ stages }) => stages.some(({ all }) => all > 0))
})
const check = ({ id, checked }: Drawing) =>
  store.change({ type: 'drawing.set', drawing: id, fields: { checked: !checked } })
const length = computed(() => {
  const { length: frames, fps } = store.scene!.settings
  return `${framesAndSeconds(frames, fps)}, ${feetAndFrames(frames)} feet and frames of film`
})
</script>

<template>
  <section class="paper panel stages" aria-label="Drawings and stages">
    <h2>Drawings and stages</h2>
    <p class="note">{{ length }}.</p>
    <p v-if="levels.length === 0" class="note">No drawing is on the sheet yet. Plan or draw one, and it stands here.</p>
    <section v-for="level in levels" :key="level.id">
      <h3>{{ level.name }}</h3>
      <div v-for="stage in level.stages" :key="stage.pass" class="stage">
        <span class="pass">{{ stage.pass }}</span>
        <span class="count">{{ stage.count }} of {{ stage.all }}</span>
        <span class="cells" role="img" :aria-label="`${level.name}, ${stage.pass}: ${stage.words}`">
          <span
            v-for="cell in stage.cells"
            :key="cell.id"
            class="cell"
            :class="{ done: cell.done }"
            :title="`${cell.number}: ${stage.pass} ${cell.done ? 'done' : 'to do'}`"
          />
        </span>
      </div>
      <div class="stage" role="group" :aria-label="`${level.name}, checked`">
        <span class="pass">checked</span>
        <span class="count"
          >{{ level.drawings.filter(({ checked }) => checked).length }} of {{ level.drawings.length }}</span
        >
        <span class="cells">
          <button
            v-for="drawing in level.drawings"
            :key="drawing.id"
            class="cell"
            :class="{ done: drawing.checked }"
            :disabled="Object.keys(drawing.passes).length === 0"
            :aria-pressed="drawing.checked === true"
            :aria-label="`${level.name} ${drawing.number} checked`"
            :title="`${drawing.number}: looked over, nothing more to do. A change of its lines takes it back.`"
            @click="check(drawing)"
          >
            {{ drawing.number }}
          </button>
        </span>
      </div>
    </section>
  </section>
</template>

<style scoped>
.stages {
  padding: 14px 16px;
}

h3 {
  margin-top: 6px;
}

.stage {
  display: grid;
  grid-template-columns: 70px 76px minmax(0, 1fr);
  gap: 8px;
  align-items: baseline;
  padding: 2px 0;
}

.count {
  color: var(--graphite);
  font-variant-numeric: tabular-nums;
  text-align: right;
}

.cells {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
}

.cell {
  width: 12px;
  height: 12px;
  border: 1px solid var(--edge);
  border-radius: 3px;
  background: var(--card);
}

button.cell {
  width: auto;
  min-width: 26px;
  height: 24px;
  padding: 0 4px;
  color: var(--ink);
  font: 500 12px/1 var(--heading);
  cursor: pointer;
}

button.cell.done {
  color: var(--card);
}

button.cell:disabled {
  color: var(--edge);
  cursor: default;
}

.cell.done {
  border-color: var(--moss);
  background: var(--moss);
}

@media (forced-colors: active) {
  .cell.done {
    background: CanvasText;
  }
}
</style>
