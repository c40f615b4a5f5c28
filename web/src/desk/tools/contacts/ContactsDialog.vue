<script setup lang="ts">
import type { Contact, Landmark } from '@unhurried/core'
import { computed, ref, watch } from 'vue'
import { useContacts } from './useContacts'

/** Which landmarks touch on which frames of the take; one more is asked for from the landmark in hand. */
const { landmark, level } = defineProps<{ landmark: Landmark; level: string }>()
const open = defineModel<boolean>({ required: true })
const { all, others, nameOf, frames, length, put, ask, turnAbout, remove } = useContacts()
const chosen = ref<number>()
const from = ref(1)
const to = ref(1)
watch(
  open,
  (shown) => {
    if (!shown) return
    ;[from.value, to.value] = [frames.value.from, frames.value.to]
    chosen.value = others.value.length === 1 ? 0 : undefined
  },
  { immediate: true },
)
const own = computed(() => nameOf({ level, landmark: landmark.id }))
function begin() {
  const leader = chosen.value === undefined ? undefined : others.value[chosen.value]
  if (leader) ask(landmark.id, leader, { from: from.value, to: Math.max(from.value, to.value) })
}
/** Its first and last frame, the one not typed carried along where it would come before the other. */
const ENDS = [
  {
    ...({ end: 'from', before: 'frames', words: 'First frame' } as const),
    move: (contact: Contact, from: number) => ({ ...contact, from, to: Math.max(from, contact.to) }),
  },
  {
    ...({ end: 'to', before: 'to', words: 'Last frame' } as const),
    move: (contact: Contact, to: number) => ({ ...contact, to, from: Math.min(to, contact.from) }),
  },
]
</script>

<template>
  <ElDialog v-model="open" title="What touches" width="min(720px, 94vw)" top="9vh">
    <p v-if="all.length === 0" class="note">
      A hand on a rail, a foot on a step: on the frames of a contact two landmarks of two levels are one place. Charts
      ask for it there, both show where the other is, and Second look tells what misses.
    </p>
    <ul v-else class="contacts">
      <li v-for="contact in all" :key="contact.id" class="line" data-test="contact">
        <span class="who"
          ><b>{{ nameOf(contact.follower) }}</b> goes to <b>{{ nameOf(contact.leader) }}</b></span
        >
        <label v-for="{ end, before, words, move } in ENDS" :key="end"
          >{{ before }}
          <NumberField
            size="small"
            :model-value="contact[end]"
            :min="1"
            :max="length"
            :aria-label="`${words}, ${nameOf(contact.follower)}`"
            @change="(frame: number | undefined) => frame && put(move(contact, frame))"
        /></label>
        <button class="word" title="Who follows leads" @click="turnAbout(contact)">The other way about</button>
        <button class="word" @click="remove(contact)">Take away</button>
      </li>
    </ul>
    <form v-if="others.length > 0" class="line ask" @submit.prevent="begin">
      <span class="who"
        ><b>{{ own }}</b> goes to</span
      >
      <ElSelect
        v-model="chosen"
        size="small"
        class="other"
        placeholder="a landmark of another level"
        aria-label="The landmark it touches"
      >
        <ElOption v-for="(other, i) in others" :key="i" :value="i" :label="nameOf(other)" />
      </ElSelect>
      <label
        >on frames
        <NumberField v-model="from" size="small" :min="1" :max="length" aria-label="First frame of the contact"
      /></label>
      <label
        >to <NumberField v-model="to" size="small" :min="1" :max="length" aria-label="Last frame of the contact"
      /></label>
      <button class="word main" :disabled="chosen === undefined">They touch</button>
    </form>
    <p v-else class="note">No other level has a landmark yet. Name one there first, such as the edge of a table.</p>
  </ElDialog>
</template>

<style scoped>
.contacts {
  padding: 0;
  margin: 0 0 14px;
  list-style: none;
}

.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 6px 0;
}

.contacts .line {
  border-bottom: 1px solid var(--rule);
}

.who {
  flex: 1 0 100%;
}

.other {
  width: 200px;
}

label {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}

.el-input-number {
  width: 96px;
}
</style>
