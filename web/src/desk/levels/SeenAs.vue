<script setup lang="ts">
import type { Adjustment, Edit, Effects, Level } from '@unhurried/core'
import { computed, defineAsyncComponent, ref } from 'vue'
import AdjustFields from '../../parts/AdjustFields.vue'
import { useScene } from '../../session/scene'
import FollowFields from './FollowFields.vue'

/** How a level is seen: cut by another, following another, in other tones. */
const { level } = defineProps<{ level: Level }>()
const store = useScene()
// Paints a picture of its own: only while it is looked at.
const EffectFields = defineAsyncComponent(() => import('./EffectFields.vue'))
const showsEffects = ref(false)
const others = computed(() =>
  store.scene!.levelOrder.filter((id) => id !== level.id).map((id) => store.scene!.levels[id]!),
)
const set = (fields: Extract<Edit, { type: 'level.set' }>['fields']) =>
  store.change({ type: 'level.set', level: level.id, fields })
const WHERE = [
  { where: 'ink', words: 'only where it has ink' },
  { where: 'none', words: 'only where it has none' },
] as const
const cutBy = (other: string) =>
  set({ matte: other === 'none' ? null : { level: other, where: level.matte?.where ?? 'ink' } })
const adjusted = (adjust: Adjustment): Edit => ({
  type: 'level.set',
  level: level.id,
  fields: { adjust: Object.keys(adjust).length > 0 ? adjust : null },
})
const withEffects = (effects: Effects): Edit => ({
  type: 'level.set',
  level: level.id,
  fields: { effects: Object.keys(effects).length > 0 ? effects : null },
})
function keepEffects(effects: Effects) {
  store.attempt()
  store.change(withEffects(effects))
}
function keepAdjusted(adjust: Adjustment) {
  store.attempt()
  store.change(adjusted(adjust))
}
</script>

<template>
  <h3>How it is seen</h3>
  <div class="line" role="group" aria-label="Matte">
    <label :for="`cut-${level.id}`">Cut by</label>
    <ElSelect
      :id="`cut-${level.id}`"
      :model-value="level.matte?.level ?? 'none'"
      size="small"
      class="of"
      :aria-label="`Level ${level.name} is cut by`"
      @change="cutBy"
    >
      <ElOption value="none" label="nothing" />
      <ElOption v-for="other in others" :key="other.id" :value="other.id" :label="other.name" />
    </ElSelect>
  </div>
  <div v-if="level.matte" class="line">
    <button
      v-for="{ where, words } in WHERE"
      :key="where"
      class="word"
      :aria-pressed="level.matte.where === where"
      @click="set({ matte: { level: level.matte!.level, where } })"
    >
      {{ words }}
    </button>
  </div>
  <FollowFields :level="level" :others="others" @set="(follows) => set({ follows })" />
  <details>
    <summary>Tones and hues</summary>
    <AdjustFields
      :adjust="level.adjust"
      :of="`level ${level.name}`"
      @try="(adjust) => store.attempt(adjusted(adjust))"
      @set="keepAdjusted"
    />
  </details>
  <details
    v-if="!store.scene!.settings.cells"
    @toggle="({ target }) => (showsEffects = (target as HTMLDetailsElement).open)"
  >
    <summary>Effects</summary>
    <EffectFields
      v-if="showsEffects"
      :level="level"
      @try="(effects) => store.attempt(withEffects(effects))"
      @set="keepEffects"
    />
  </details>
</template>

<style scoped>
.of {
  flex: 1;
}

summary {
  color: var(--lagoon);
  cursor: pointer;
}
</style>
