<script setup lang="ts">
import type { Level, LightTable } from '@unhurried/core'
import { computed } from 'vue'
import { isClosed, TINTS } from '../../stage/light-table'
import { useScene } from '../../session/scene'

const props = defineProps<{ level: Level }>()
const store = useScene()
const SHOWS: { value: LightTable['shows']; word: string }[] = [
  { value: 'parents', word: 'both parents' },
  { value: 'around', word: 'earlier and later' },
  { value: 'earlier', word: 'earlier only' },
]
/** A switch that is off says nothing. */
function set(fields: { [Field in keyof LightTable]?: LightTable[Field] | undefined }) {
  const { keysOnly, alone, pinned, guides, ...lightTable } = { ...props.level.lightTable, ...fields }
  store.change({
    type: 'level.set',
    level: props.level.id,
    fields: {
      lightTable: {
        ...lightTable,
        ...(keysOnly && { keysOnly }),
        ...(alone && { alone }),
        ...(guides && { guides }),
        ...(pinned && pinned.length > 0 && { pinned }),
      },
    },
  })
}
const percent = (share: number) => Math.round(share * 100)
const tints = computed(() => props.level.lightTable.tints ?? TINTS)
const beyond = computed(() => isClosed(store.scene!, props.level.id, store.take))
/** What lies beyond the last drawing, and when. */
const loopWords = computed(() => {
  if (!props.level.loop) return 'This level is not a loop.'
  if (props.level.lightTable.beyond !== undefined) return 'This level is a loop.'
  return beyond.value
    ? 'This level is a loop: its first drawing lies beyond the last.'
    : 'This level is a loop: its first drawing lies beyond the last once no frame at its end is empty.'
})
const pinned = computed(() => props.level.lightTable.pinned ?? [])
const drawings = computed(() =>
  Object.values(store.scene!.drawings)
    .filter((drawing) => drawing.level === props.level.id)
    .sort((a, b) => a.number.localeCompare(b.number, 'en', { numeric: true })),
)
const GUIDES: { value: LightTable['guides']; word: string }[] = [
  { value: undefined, word: 'under the paper' },
  { value: 'play', word: 'in play too' },
  { value: 'off', word: 'put away' },
]
const SIDES = [
  { count: 'earlier', strength: 'earlierStrength', word: 'Earlier' },
  { count: 'later', strength: 'laterStrength', word: 'Later' },
] as const
</script>

<template>
  <div class="panel">
    <h3>Light table of level {{ level.name }}</h3>
    <p class="note">Puts other drawings under the paper (also called onion skin).</p>
    <div class="line" role="group" aria-label="What it shows">
      <button
        v-for="each in SHOWS"
        :key="each.value"
        class="word"
        :aria-pressed="level.lightTable.shows === each.value"
        @click="set({ shows: each.value })"
      >
        {{ each.word }}
      </button>
    </div>
    <p v-if="level.lightTable.shows === 'parents'" class="note">
      An inbetween of a chart shows the two drawings it is found between; any other drawing its neighbours.
    </p>
    <div v-for="side in SIDES" :key="side.count" class="row">
      <i class="mark" :class="side.count" :style="{ borderColor: tints[side.count] }" /><span>{{ side.word }}</span>
      <NumberField
        :model-value="level.lightTable[side.count]"
        :min="0"
        :max="8"
        size="small"
        :disabled="side.count === 'later' && level.lightTable.shows === 'earlier'"
        :aria-label="`${side.word} drawings`"
        @change="(count?: number) => set({ [side.count]: count ?? 0 })"
      />
      <ElSlider
        :model-value="percent(level.lightTable[side.strength])"
        size="small"
        :disabled="side.count === 'later' && level.lightTable.shows === 'earlier'"
        :aria-label="`Strength of ${side.count} drawings`"
        @change="(value: number | number[]) => set({ [side.strength]: Number(value) / 100 })"
      />
      <span class="note">{{ percent(level.lightTable[side.strength]) }} %</span>
      <ElColorPicker
        :model-value="tints[side.count]"
        size="small"
        :aria-label="`Tint of ${side.count} drawings`"
        @change="(colour: string | null) => colour && set({ tints: { ...tints, [side.count]: colour.toLowerCase() } })"
      />
    </div>
    <div class="line">
      <button
        class="word"
        :aria-pressed="Boolean(level.lightTable.keysOnly)"
        @click="set({ keysOnly: !level.lightTable.keysOnly })"
      >
        Keys and breakdowns only
      </button>
      <button
        class="word"
        :aria-pressed="beyond"
        title="The first drawing lies after the last, as a guide for loops"
        @click="set({ beyond: !beyond })"
      >
        First beyond the last
      </button>
      <button
        class="word"
        :aria-pressed="Boolean(level.lightTable.alone)"
        @click="set({ alone: !level.lightTable.alone })"
      >
        This level alone
      </button>
    </div>
    <div class="line" role="group" aria-label="Guides of plans">
      <span class="note">Guides of plans</span>
      <button
        v-for="each in GUIDES"
        :key="each.word"
        class="word"
        :aria-pressed="level.lightTable.guides === each.value"
        @click="set({ guides: each.value })"
      >
        {{ each.word }}
      </button>
    </div>
    <label class="pinned"
      ><span>Always under the paper</span>
      <ElSelect
        :model-value="pinned"
        multiple
        filterable
        size="small"
        placeholder="choose drawings to pin"
        aria-label="Drawings pinned to the light table"
        @change="(ids: string[]) => set({ pinned: ids })"
      >
        <ElOption v-for="drawing in drawings" :key="drawing.id" :value="drawing.id" :label="drawing.number" />
      </ElSelect>
    </label>
    <p class="note">{{ loopWords }} Kept with the level.</p>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 22px 50px 92px 1fr 40px 26px;
  gap: 8px;
  align-items: center;
}

.mark {
  border-bottom: 3px solid;
}

.mark.later {
  border-bottom-style: dotted;
}

.el-input-number {
  width: 92px;
}

.pinned {
  display: grid;
  gap: 3px;
}
</style>
