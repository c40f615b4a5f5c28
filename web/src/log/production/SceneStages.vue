<script setup lang="ts">
import { STAGES } from '@unhurried/core'
import { computed } from 'vue'
import type { ShelvedScene } from '../../api/api'

/** How far each scene of a production is, pass by pass. */
const { scenes } = defineProps<{ scenes: readonly ShelvedScene[] }>()
const passes = computed(() =>
  STAGES.filter((pass) => scenes.some(({ stages }) => stages?.some((each) => each.pass === pass))),
)
const rows = computed(() =>
  scenes.map((scene) => ({
    ...{ id: scene.id, name: scene.name },
    passes: passes.value.map((pass) => {
      const own = (scene.stages ?? []).filter((each) => each.pass === pass)
      const [done, of] = [own.reduce((sum, each) => sum + each.done, 0), own.reduce((sum, each) => sum + each.of, 0)]
      return { pass, done, of }
    }),
  })),
)
</script>

<template>
  <section v-if="passes.length > 0" class="paper panel" aria-label="Scenes and stages">
    <h2>Scenes and stages</h2>
    <table>
      <thead>
        <tr>
          <th scope="col">Scene</th>
          <th v-for="pass in passes" :key="pass" scope="col">{{ pass }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.id">
          <th scope="row">{{ row.name }}</th>
          <td v-for="each in row.passes" :key="each.pass">
            <template v-if="each.of > 0">
              <meter min="0" :max="each.of" :value="each.done" :aria-label="`${row.name}, ${each.pass}`" />
              <span>{{ each.done }} of {{ each.of }}</span>
            </template>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.panel {
  padding: 14px 16px;
}

table {
  border-collapse: collapse;
}

th {
  font-weight: 600;
  text-align: left;
}

tbody th {
  font-weight: 400;
}

th,
td {
  padding: 3px 12px 3px 0;
}

td span {
  display: block;
  color: var(--graphite);
  font-size: 12px;
  font-variant-numeric: tabular-nums;
}

meter {
  width: 64px;
  height: 8px;
}
</style>
