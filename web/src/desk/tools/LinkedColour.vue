<script setup lang="ts">
import { libraryColour, type Swatch } from '@unhurried/core'
import { computed, ref } from 'vue'
import { useSceneLibrary } from '../../session/library'

/** Which colour of the library a pot follows, and what is done where the two are not the same. */
const { swatch } = defineProps<{ swatch: Swatch }>()
const emit = defineEmits<{ put: [swatch: Swatch] }>()
const { entries, trouble } = useSceneLibrary()
const entry = computed(() => entries.value.find(({ id }) => id === swatch.linked?.entry))
const there = computed(() => swatch.linked && libraryColour({ characters: [...entries.value] }, swatch.linked))
const differs = computed(() => there.value && there.value.colour.toLowerCase() !== swatch.colour.toLowerCase())
const all = computed(() =>
  entries.value.flatMap(({ id, name, colours }) =>
    colours.map((colour) => ({ value: `${id} ${colour.id}`, label: `${name}, ${colour.name}` })),
  ),
)
const chosen = ref('')
function link(to: string) {
  const [entryId, of] = to.split(' ')
  const colour = libraryColour({ characters: [...entries.value] }, { entry: entryId!, of: of! })
  const { tone: _, ...plain } = swatch
  if (colour) emit('put', { ...plain, colour: colour.colour, linked: { entry: entryId!, of: of! } })
  chosen.value = ''
}
function follow() {
  const { tone: _, linked, ...plain } = swatch
  const { own: __, ...link } = linked!
  emit('put', { ...plain, colour: there.value!.colour, linked: link })
}
const keepOwn = () => emit('put', { ...swatch, linked: { ...swatch.linked!, own: true } })
function letGo() {
  const { linked: _, ...plain } = swatch
  emit('put', plain)
}
</script>

<template>
  <div v-if="swatch.linked" class="line" role="group" aria-label="In the library">
    <span v-if="!there" class="note">It followed a colour that is not in the library any more.</span>
    <span v-else-if="swatch.linked.own" class="note">
      Keeps its own on purpose; {{ entry!.name }}’s {{ there.name }} is {{ there.colour }}.
    </span>
    <span v-else-if="differs" class="note wrong">
      {{ entry!.name }}’s {{ there.name }} is {{ there.colour }} in the library, not {{ swatch.colour }}.
    </span>
    <span v-else class="note">Follows {{ entry!.name }}’s {{ there.name }}.</span>
    <button v-if="there && (differs || swatch.linked.own)" class="word" @click="follow">Take the library’s</button>
    <button v-if="there && !swatch.linked.own" class="word" @click="keepOwn">Keep it here on purpose</button>
    <button class="word" @click="letGo">Let it go</button>
  </div>
  <div v-else-if="all.length > 0" class="line">
    <ElSelect
      v-model="chosen"
      size="small"
      class="choose"
      filterable
      placeholder="Follow a colour of the library"
      aria-label="Follow a colour of the library"
      @change="link"
    >
      <ElOption v-for="each in all" :key="each.value" v-bind="each" />
    </ElSelect>
  </div>
  <p v-if="trouble" class="note wrong" role="alert">{{ trouble }}</p>
</template>

<style scoped>
.choose {
  width: 230px;
}

.wrong {
  color: var(--plum);
}
</style>
