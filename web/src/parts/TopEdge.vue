<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { keepingInWords } from '../keeping/keeper'
import { useScene } from '../stores/scene'

const store = useScene()
const route = useRoute()
const inScene = computed(() => route.params['scene'] !== undefined && store.scene !== undefined)
const places = [
  { name: 'plan', word: 'Plan' },
  { name: 'draw', word: 'Draw' },
  { name: 'look', word: 'Second look' },
  { name: 'takes', word: 'Takes' },
  { name: 'hand-over', word: 'Hand over' },
]
</script>

<template>
  <header class="edge no-print">
    <RouterLink class="home" to="/">Unhurried Sketch</RouterLink>
    <template v-if="inScene">
      <span class="where" :title="store.scene!.settings.name">{{ store.scene!.settings.name }}</span>
      <nav aria-label="Places of this scene">
        <RouterLink v-for="place in places" :key="place.name" :to="{ name: place.name, params: { scene: store.id } }">{{ place.word }}</RouterLink>
      </nav>
      <span class="keeping" :class="store.keeping.state" role="status" data-test="keeping">{{ keepingInWords(store.keeping) }}</span>
    </template>
  </header>
</template>

<style scoped>
.edge {
  display: flex;
  align-items: baseline;
  gap: 18px;
  padding: 7px 18px 5px;
  background: var(--paper);
  border-bottom: 1px solid var(--rule);
}

.home {
  font: 560 17px/1.3 var(--heading);
  color: var(--ink);
  text-decoration: none;
  white-space: nowrap;
}

.where {
  min-width: 0;
  overflow: hidden;
  color: var(--graphite);
  text-overflow: ellipsis;
  white-space: nowrap;
}

nav {
  display: flex;
  gap: 4px;
}

nav a {
  padding: 3px 11px 4px;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 2px solid transparent;
  white-space: nowrap;
}

nav a.router-link-active {
  border-color: var(--persimmon);
  font-weight: 600;
}

.keeping {
  margin-left: auto;
  color: var(--graphite);
  font-size: 14px;
  text-align: right;
}

.keeping.kept {
  color: var(--moss);
}

.keeping.away,
.keeping.unstored {
  color: var(--plum);
  font-weight: 600;
}
</style>
