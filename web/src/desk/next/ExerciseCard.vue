<script setup lang="ts">
import { useExercise } from '../../session/practice/exercise'
import { useScene } from '../../session/scene'

/** What is practised here: its task, and on asking its law and its guide. */
const store = useScene()
const practice = useExercise()
</script>

<template>
  <section
    v-if="practice.exercise"
    class="paper exercise"
    data-thing="task"
    :aria-label="`Exercise: ${practice.exercise.name}`"
  >
    <h2>{{ practice.exercise.name }}</h2>
    <p data-test="task">{{ practice.task }}</p>
    <p v-if="practice.showsLaw" class="law" data-test="law">{{ practice.exercise.law }}</p>
    <div class="line">
      <button
        v-if="practice.exercise.copied"
        class="word main"
        @click="practice.watched === undefined ? practice.watchIt() : practice.stop()"
      >
        {{ practice.watched === undefined ? 'Watch it' : 'Stop' }}
      </button>
      <button class="word" :aria-pressed="practice.showsLaw" @click="practice.showsLaw = !practice.showsLaw">
        The law
      </button>
      <button
        v-if="!practice.exercise.copied"
        class="word"
        :aria-pressed="practice.showsGuide"
        title="The law’s own drawing of this frame, under yours"
        @click="practice.showsGuide = !practice.showsGuide"
      >
        A guide
      </button>
      <RouterLink class="word" data-thing="measure" :to="{ name: 'practice', params: { scene: store.id } }"
        >Measure it</RouterLink
      >
    </div>
  </section>
</template>

<style scoped>
.exercise {
  display: grid;
  gap: 6px;
  padding: 9px 10px;
}

h2 {
  font-size: 17px;
}

.law {
  padding-left: 8px;
  border-left: 2px solid var(--moss);
}

.line {
  gap: 4px;
}

.line .word {
  padding: 2px 7px;
}
</style>
