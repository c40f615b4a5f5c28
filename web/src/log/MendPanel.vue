<script setup lang="ts">
import { counted, mendEdit, toMend } from '@unhurried/core'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useScene } from '../session/scene'

const store = useScene()
const router = useRouter()
const drawings = computed(() => toMend(store.scene!))

function open(drawing: string) {
  store.showDrawing(drawing)
  void router.push({ name: 'draw', params: { scene: store.id } })
}
function takeOff(drawing: string) {
  const entry = store.scene!.drawings[drawing]
  const edit = entry?.mend && mendEdit(store.scene!, { drawing, passes: entry.mend, on: false })
  if (edit) store.change(edit)
}
</script>

<template>
  <section v-if="drawings.length > 0" class="paper panel mend" aria-label="To be mended">
    <h2>To be mended</h2>
    <p class="note">
      {{ counted(drawings.length, 'drawing') }}. Each goes off the list when its lines are drawn again.
    </p>
    <ul>
      <li v-for="each in drawings" :key="each.drawing.id" class="line">
        <span class="what">
          {{ store.scene!.levels[each.drawing.level]!.name }} <b>{{ each.drawing.number }}</b>
          <span class="note">{{ each.passes.join(', ') }}</span>
        </span>
        <button class="word" :aria-label="`Open drawing ${each.drawing.number}`" @click="open(each.drawing.id)">
          Open it
        </button>
        <button
          class="word"
          :aria-label="`Take drawing ${each.drawing.number} off the list`"
          @click="takeOff(each.drawing.id)"
        >
          Take it off
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.mend {
  padding: 14px 16px;
}

ul {
  display: grid;
  gap: 2px;
  max-height: 260px;
  margin: 0;
  padding: 0;
  overflow: auto;
  list-style: none;
}

.what {
  flex: 1;
}

b {
  font-family: var(--heading);
}
</style>
