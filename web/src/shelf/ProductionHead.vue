<script setup lang="ts">
import { counted, nameSchema, sentenceOf } from '@unhurried/core'
import { computed, nextTick, ref } from 'vue'
import type { Production } from '../api/api'
import FilesButton from '../parts/files/FilesButton.vue'
import type { Shelf } from './useShelf'

const { shelf, production } = defineProps<{ shelf: Shelf; production: Production }>()
defineEmits<{ bring: [File[]]; handOut: [] }>()
const open = ref(false)
const name = ref('')
const trouble = ref('')
const field = ref<{ focus: () => void }>()
const at = computed(() => shelf.productions.value!.findIndex(({ id }) => id === production.id))
const last = computed(() => at.value === shelf.productions.value!.length - 1)

async function openActs() {
  open.value = !open.value
  name.value = production.name
  await nextTick()
  if (open.value) field.value?.focus()
}
function rename() {
  const parsed = nameSchema.safeParse(name.value)
  trouble.value = parsed.success ? '' : sentenceOf(parsed.error)
  if (parsed.success && parsed.data !== production.name) void shelf.changeProduction(production, { name: parsed.data })
}
</script>

<template>
  <div class="head">
    <h2 title="Drag to another place">{{ production.name }}</h2>
    <span class="note">{{ counted(production.count, 'scene') }}</span>
    <button
      class="word"
      data-thing="production acts"
      :aria-expanded="open"
      :aria-label="`Change ${production.name}`"
      @click="openActs"
    >
      Change
    </button>
    <span class="bring">
      <FilesButton
        :name="`Bring a scene from an archive into ${production.name}`"
        accept=".zip,application/zip"
        multiple
        :title="`Archives of scenes, or of a whole production, into ${production.name}`"
        @files="(files) => $emit('bring', files)"
        >Bring in …</FilesButton
      ></span
    >
    <RouterLink class="word" data-thing="reel" :to="{ name: 'reel', params: { production: production.id } }"
      >Reel</RouterLink
    >
    <RouterLink class="word" data-thing="library" :to="{ name: 'library', params: { production: production.id } }"
      >Library</RouterLink
    >
    <RouterLink class="word" :to="{ name: 'production-log', params: { production: production.id } }">Log</RouterLink>
    <RouterLink class="word" :to="{ name: 'new', query: { production: production.id } }">Set up a new scene</RouterLink>
  </div>
  <div v-if="open" class="line" role="group" :aria-label="`Production ${production.name}`">
    <ElInput ref="field" v-model="name" size="small" aria-label="Name of this production" @change="rename" />
    <button class="word" :disabled="at === 0" @click="shelf.moveProduction(production.id, at - 1)">Move up</button>
    <button class="word" :disabled="last" @click="shelf.moveProduction(production.id, at + 1)">Move down</button>
    <button class="word" @click="shelf.copyProduction(production)">Copy with its scenes</button>
    <button class="word" :disabled="production.count === 0" @click="$emit('handOut')">All of it as an archive</button>
    <button class="word" @click="shelf.changeProduction(production, { away: true })">Put away with its scenes</button>
    <button v-if="production.count === 0" class="word" @click="shelf.forgetProduction(production)">Take it off</button>
    <span v-if="trouble" class="wrong" role="alert">{{ trouble }}</span>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 8px 16px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--shelf-edge);
}

h2 {
  cursor: grab;
  touch-action: manipulation;
}

.bring {
  margin-left: auto;
}

.line .el-input {
  width: 240px;
}

.wrong {
  color: var(--plum);
}
</style>
