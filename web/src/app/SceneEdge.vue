<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import PanelButton from '../parts/panel/PanelButton.vue'
import { useScene } from '../session/scene'
import KeepingWords from './KeepingWords.vue'
import { PLACES } from './places'
import ScenePanel from './ScenePanel.vue'

/** Where one is in a scene, its places, and the state of keeping. */
const store = useScene()
/** Nobody waits for it. */
const RestLine = defineAsyncComponent(() => import('../parts/rest/RestLine.vue'))
/** A link that is given another object finds its way anew, and the scene is another with every stroke. */
const onEdge = computed(() =>
  PLACES.filter((place) => !('aside' in place)).map(({ name, word }) => ({
    ...{ name, word },
    to: { name, params: { scene: store.id } },
  })),
)
const name = computed(() => store.apartFromInk?.settings.name)
</script>

<template>
  <template v-if="name !== undefined">
    <PanelButton
      class="where"
      data-thing="scene"
      title="Name, paper, approach and more of this scene"
      label="This scene"
      placement="bottom-start"
      :width="560"
    >
      <template #button>{{ name }}</template>
      <ScenePanel />
    </PanelButton>
    <nav aria-label="Places of this scene">
      <RouterLink v-for="place in onEdge" :key="place.name" :to="place.to" :data-thing="`place ${place.name}`">{{
        place.word
      }}</RouterLink>
    </nav>
    <RestLine />
    <KeepingWords />
  </template>
</template>

<style scoped>
.where {
  /* It gives way before any place does. */
  flex-shrink: 1000;
  min-width: 0;
  padding: 2px 4px;
  border: 0;
  background: none;
  font: inherit;
  cursor: pointer;
  overflow: hidden;
  color: var(--graphite);
  text-overflow: ellipsis;
  white-space: nowrap;
}

nav {
  display: flex;
  gap: 4px;
  overflow: auto hidden;
  scrollbar-width: none;
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

@media (max-width: 760px) {
  .where {
    display: none;
  }

  nav a {
    padding-inline: 6px;
  }
}
</style>
