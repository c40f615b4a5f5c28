<script setup lang="ts">
import { nameSchema, sentenceOf } from '@unhurried/core'
import { computed, ref } from 'vue'
import type { Production, ShelvedScene } from '../api/api'
import { bytesInWords } from '../parts/bytes'
import { dayInWords, goneOn } from './words'
import type { Shelf } from './useShelf'

/** What can be done with a scene on the shelf. */
const { shelf, production, entry } = defineProps<{ shelf: Shelf; production: Production; entry: ShelvedScene }>()
const name = ref(entry.name)
const trouble = ref('')
const forgetting = ref(false)
const others = computed(() => (shelf.productions.value ?? []).filter(({ id }) => id !== production.id))
const at = computed(() => production.scenes.findIndex(({ id }) => id === entry.id))

function rename() {
  const parsed = nameSchema.safeParse(name.value)
  trouble.value = parsed.success ? '' : sentenceOf(parsed.error)
  if (parsed.success && parsed.data !== entry.name) void shelf.renameScene(entry, parsed.data)
}
const step = (by: number) => shelf.moveScene(entry, { production: production.id, at: at.value + by })
const moveInto = (id: string) =>
  shelf.moveScene(entry, { production: id, at: others.value.find((each) => each.id === id)!.scenes.length })
</script>

<template>
  <div class="panel acts">
    <label class="line">
      <span>Name</span>
      <ElInput v-model="name" size="small" :aria-label="`Name of ${entry.name}`" @change="rename" />
    </label>
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
    <div class="line" role="group" aria-label="Place on the shelf">
      <span>Move</span>
      <button class="word" :disabled="at <= 0" title="Shift and an arrow, on the card" @click="step(-1)">
        earlier
      </button>
      <button class="word" :disabled="at >= production.scenes.length - 1" @click="step(1)">later</button>
      <select
        v-if="others.length > 0"
        class="word"
        aria-label="Into another production"
        @change="moveInto(($event.target as HTMLSelectElement).value)"
      >
        <option value="" selected disabled>into …</option>
        <option v-for="each in others" :key="each.id" :value="each.id">{{ each.name }}</option>
      </select>
    </div>
    <div class="line" role="group" aria-label="Copy">
      <span>Copy</span>
      <button class="word" @click="shelf.copyScene(entry, 'everything')">with its drawings</button>
      <button class="word" @click="shelf.copyScene(entry, 'set-up')">the set-up alone</button>
    </div>
    <div class="line">
      <button class="word" @click="shelf.putAway(entry)">Put away</button>
      <button class="word" :aria-expanded="forgetting" @click="forgetting = !forgetting">Forget …</button>
    </div>
    <div v-if="forgetting" class="panel" role="group" aria-label="Forget this scene">
      <p>
        It goes into the drawer. On {{ dayInWords(goneOn(new Date())) }} it is gone: its drawings, its whole history,
        and the pictures no other scene has. Until then it can be brought back.
      </p>
      <div class="line">
        <button class="word" @click="shelf.forget(entry)">Forget it</button>
        <button class="word main" @click="forgetting = false">Keep it</button>
      </div>
    </div>
    <p class="note">
      {{ bytesInWords(entry.bytes) }} in store · last changed {{ dayInWords(new Date(entry.updatedAt)) }}
    </p>
  </div>
</template>

<style scoped>
.acts {
  padding: 6px 14px 4px;
  font-size: 14px;
}

.line > span {
  min-width: 44px;
}

.line .el-input {
  flex: 1;
}

select {
  max-width: 110px;
}

.wrong {
  color: var(--plum);
}
</style>
