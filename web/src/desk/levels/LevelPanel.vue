<script setup lang="ts">
import type { Level } from '@unhurried/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useScene } from '../../session/scene'
import GroundPanel from './GroundPanel.vue'
import LevelActs from './LevelActs.vue'
import SeenAs from './SeenAs.vue'

// Not every production has a library.
const LevelInLibrary = defineAsyncComponent(() => import('./LevelInLibrary.vue'))
const props = defineProps<{ level: Level }>()
const store = useScene()
const order = computed(() => store.scene!.levelOrder)
const at = computed(() => order.value.indexOf(props.level.id))
/** The sheet shows the top level leftmost, so left is up. */
function shift(by: 1 | -1) {
  const next = order.value.filter((id) => id !== props.level.id)
  store.change({ type: 'levels.order', order: next.toSpliced(at.value + by, 0, props.level.id) })
}
const toggle = (field: 'hidden' | 'locked' | 'loop') =>
  store.change({ type: 'level.set', level: props.level.id, fields: { [field]: !props.level[field] } })
const name = ref('')
watch(
  () => props.level.name,
  (now) => (name.value = now),
  { immediate: true },
)
function rename() {
  const wanted = name.value.trim()
  if (wanted !== props.level.name) store.change({ type: 'level.set', level: props.level.id, fields: { name: wanted } })
  name.value = props.level.name
}
const alone = computed(() => store.solo === props.level.id)
</script>

<template>
  <div class="panel" role="group" :aria-label="`Level ${level.name}`">
    <h3>Level {{ level.name }}</h3>
    <label class="line"
      >Name <ElInput v-model="name" size="small" aria-label="Name of the level" @change="rename"
    /></label>
    <div class="line many">
      <button
        class="word"
        :aria-pressed="Boolean(level.hidden)"
        title="Left out of the picture, in play and in what is handed over"
        @click="toggle('hidden')"
      >
        Hide it
      </button>
      <button class="word" :aria-pressed="Boolean(level.locked)" @click="toggle('locked')">Lock it</button>
      <button class="word" :aria-pressed="alone" @click="store.solo = alone ? undefined : level.id">
        Show it alone
      </button>
      <button class="word" :aria-pressed="level.loop" @click="toggle('loop')">Loop</button>
      <button
        class="word"
        :aria-pressed="level.kind === 'ground'"
        title="A held painting or picture under the others"
        @click="
          store.change({
            type: 'level.set',
            level: level.id,
            fields: { kind: level.kind === 'ground' ? 'animated' : 'ground' },
          })
        "
      >
        A ground
      </button>
    </div>
    <button class="word" @click="store.change({ type: 'drawings.renumber', level: level.id })">
      Renumber its drawings
    </button>
    <div class="line">
      <button class="word" :disabled="at === order.length - 1" @click="shift(1)">Left, above</button>
      <button class="word" :disabled="at === 0" @click="shift(-1)">Right, below</button>
    </div>
    <LevelInLibrary :level="level" />
    <LevelActs :level="level" />
    <button
      class="word"
      :disabled="order.length === 1"
      title="With its drawings and charts; their lines are kept, and Undo brings it back"
      @click="store.change({ type: 'level.remove', level: level.id })"
    >
      Take the level out
    </button>
    <GroundPanel :level="level" />
    <SeenAs :level="level" />
  </div>
</template>

<style scoped>
.panel {
  justify-items: start;
  max-height: 74vh;
  overflow: auto;
}

.panel > :deep(:not(button)) {
  justify-self: stretch;
}

.line {
  flex-wrap: nowrap;
}

.many {
  flex-wrap: wrap;
}
</style>
