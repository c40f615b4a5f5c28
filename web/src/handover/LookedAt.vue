<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { useLook } from '../session/look'
import { useScene } from '../session/scene'

/** What Second look says of what is to be handed over: flashes above all. */
const props = defineProps<{ take: string }>()
const store = useScene()
const look = useLook()
const flashing = computed(() => look.open.find(({ check }) => check === 'flashing'))
const others = computed(() => look.open.length - (flashing.value ? 1 : 0))
const checked = computed(() => store.scene?.takes[store.take]?.name ?? '')
onMounted(() => {
  if (!look.found && !look.progress) look.look()
})
</script>

<template>
  <p v-if="flashing" class="wrong" role="alert">{{ flashing.sentence }}</p>
  <p v-else-if="look.found" class="note" data-test="no-flashes">
    No more than three flashes in any second (WCAG 2.2){{
      props.take === store.take ? '' : `, in the take ${checked}`
    }}.
    <RouterLink :to="{ name: 'look', params: { scene: store.id } }">{{
      others === 0 ? 'Nothing else found' : `${others} other ${others === 1 ? 'finding' : 'findings'}`
    }}</RouterLink>
  </p>
  <p v-else-if="look.progress" class="note">Looking for flashes …</p>
</template>

<style scoped>
.wrong {
  color: var(--plum);
}
</style>
