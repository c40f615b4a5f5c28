<script setup lang="ts">
import type { Character, Scene } from '@unhurried/core'
import { computed, ref } from 'vue'
import { inWords } from '../api/in-words'
import { api } from '../api/api'
import type { UsedLibrary } from './useLibrary'

/** Where the mouths of an entry are drawn: scenes it is brought into lay them to their own words. */
const { library, entry } = defineProps<{ library: UsedLibrary; entry: Character }>()
const busy = ref(false)
const trouble = ref('')
const from = computed(() => library.scenes.value.find(({ id }) => id === entry.mouths?.scene))

/** The plan of mouths with the most of them drawn. */
function mouthsIn({ plans = {}, drawings }: Scene) {
  const drawn = (ids: readonly string[]) =>
    ids.filter((id) => Object.keys(drawings[id]?.passes ?? {}).length > 0).length
  return Object.values(plans)
    .filter(({ planner }) => planner === 'mouths')
    .sort((a, b) => drawn(b.drawings) - drawn(a.drawings))[0]
}
async function choose(scene: string) {
  busy.value = true
  trouble.value = ''
  try {
    const plan = mouthsIn((await api.readScene(scene)).scene)
    if (plan) library.changeEntry(entry, { mouths: { scene, plan: plan.id } })
    else trouble.value = 'No mouths are laid in that scene: plan some there first, in Plan or with its words.'
  } catch (error) {
    trouble.value = inWords(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="line" role="group" aria-label="Mouths">
    <span>Mouths</span>
    <ElSelect
      size="small"
      class="scene"
      filterable
      :model-value="from?.id"
      :disabled="busy"
      placeholder="Drawn in …"
      aria-label="Scene its mouths are drawn in"
      @change="choose"
    >
      <ElOption v-for="each in library.scenes.value" :key="each.id" :value="each.id" :label="each.name" />
    </ElSelect>
    <button v-if="entry.mouths" class="word" @click="library.changeEntry(entry, { mouths: undefined })">None</button>
    <span v-if="entry.mouths && !from" class="note">The scene they were drawn in is not here any more.</span>
    <span v-if="trouble" class="wrong" role="alert">{{ trouble }}</span>
  </div>
</template>

<style scoped>
.scene {
  width: 190px;
}

.wrong {
  color: var(--plum);
}
</style>
