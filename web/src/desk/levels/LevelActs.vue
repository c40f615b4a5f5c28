<script setup lang="ts">
import { PASSES, type Level, type Pass } from '@unhurried/core'
import { computed } from 'vue'
import { useScene } from '../../session/scene'
import { useLevelActs } from './useLevelActs'

/** What makes one level two, or two one. */
const { level } = defineProps<{ level: Level }>()
const store = useScene()
const acts = useLevelActs()
const below = computed(() => {
  const { levelOrder, levels } = store.scene!
  return levels[levelOrder[levelOrder.indexOf(level.id) - 1] ?? '']
})
const passes = computed(() =>
  PASSES.filter((pass) =>
    Object.values(store.scene!.drawings).some((drawing) => drawing.level === level.id && drawing.passes[pass]),
  ),
)
const splitPass = (wanted: Pass) => acts.split(level.id, (_, pass) => pass === wanted)
const splitColour = (swatch: string) => acts.split(level.id, (piece) => piece.swatch === swatch)
</script>

<template>
  <button class="word" title="With its drawings, exposures and charts" @click="acts.copy(level.id)">
    Copy the level
  </button>
  <button
    v-if="below"
    class="word"
    title="One drawing wherever both show one, pass on pass; the upper level goes, and Undo brings it back"
    @click="acts.layTogether(level.id)"
  >
    Lay together with {{ below.name }}
  </button>
  <div class="line" role="group" aria-label="Divide the level">
    <span>Take up</span>
    <ElSelect size="small" placeholder="a pass" aria-label="Take a pass up onto a level of its own" @change="splitPass">
      <ElOption v-for="pass in passes" :key="pass" :value="pass" :label="`the ${pass} pass`" />
    </ElSelect>
    <ElSelect
      size="small"
      placeholder="a colour"
      aria-label="Take a colour up onto a level of its own"
      @change="splitColour"
    >
      <ElOption v-for="{ id, name } in store.scene!.palette" :key="id" :value="id" :label="name" />
    </ElSelect>
  </div>
</template>

<style scoped>
.line {
  flex-wrap: nowrap;
}

.el-select {
  flex: 1;
}
</style>
