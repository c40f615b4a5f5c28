<script setup lang="ts">
import { type Sound } from '@unhurried/core'
import { computed, reactive } from 'vue'
import { useScene } from '../session/scene'
import { onInWords } from '../parts/frames'
import MouthShown from './MouthShown.vue'
import { useMouths, type MouthWish } from './useMouths'

/** The mouths to what is said: they move with the frames at once, and are laid on a level of their own. */
const { sound, frame } = defineProps<{ sound: Sound; frame: number }>()
const store = useScene()
const wish = reactive({ set: 'six' as MouthWish['set'], exposure: 2, lead: 1 })
/** What is laid says how; before that, what is wished. */
const now = (): MouthWish => {
  const inputs = mouths.laid.value?.inputs
  if (!inputs) return wish
  const [exposure] = String(inputs['exposure']).split(' ').map(Number)
  return { set: inputs['set'] === 'nine' ? 'nine' : 'six', exposure: exposure || 1, lead: Number(inputs['lead']) || 0 }
}
const mouths = useMouths(
  () => sound,
  () => frame,
  now,
)
const { shape, laid, drawn } = mouths
const said = computed(() => {
  const { set, exposure, lead } = now()
  const ahead = lead === 0 ? 'level with the sound' : `${lead} ahead of the sound`
  return `${set} shapes, on ${onInWords(exposure)}, ${ahead}`
})
const EXPOSURES = [1, 2, 3] as const
const LEADS = [0, 1, 2] as const
</script>

<template>
  <div class="mouths" role="group" :aria-label="`Mouths of ${sound.name}`">
    <figure>
      <MouthShown :shape="shape" />
      <figcaption class="note">{{ shape }}, frame {{ frame }}</figcaption>
    </figure>
    <div v-if="laid" class="how">
      <span>Mouths laid: {{ said }}.</span>
      <span class="note"
        >{{ drawn.done }} of {{ drawn.of }} shapes drawn. A word that is changed lays them anew but for what you changed
        on the sheet.</span
      >
      <span class="line">
        <RouterLink class="word" :to="{ name: 'plan', params: { scene: store.id }, query: { plan: laid.id } }">
          Change how …
        </RouterLink>
      </span>
    </div>
    <div v-else class="how">
      <span class="line" role="group" aria-label="Shapes of the mouth">
        <button
          v-for="set in ['six', 'nine'] as const"
          :key="set"
          class="word"
          :aria-pressed="wish.set === set"
          @click="wish.set = set"
        >
          {{ set }} shapes
        </button>
      </span>
      <span class="line" role="group" aria-label="Each mouth held">
        <button
          v-for="on in EXPOSURES"
          :key="on"
          class="word"
          :aria-pressed="wish.exposure === on"
          @click="wish.exposure = on"
        >
          on {{ onInWords(on) }}
        </button>
      </span>
      <span class="line" role="group" aria-label="Ahead of the sound">
        <button
          v-for="lead in LEADS"
          :key="lead"
          class="word"
          :aria-pressed="wish.lead === lead"
          @click="wish.lead = lead"
        >
          {{ lead === 0 ? 'level with it' : `${lead} ahead` }}
        </button>
      </span>
      <button class="word main" @click="mouths.lay()">Lay the mouths on a level of their own</button>
    </div>
  </div>
</template>

<style scoped>
.mouths {
  display: flex;
  gap: 10px;
  align-items: start;
}

figure {
  display: grid;
  justify-items: center;
  width: 104px;
  margin: 0;
}

.how {
  display: grid;
  flex: 1;
  gap: 3px;
}

.how > .word {
  justify-self: start;
}
</style>
