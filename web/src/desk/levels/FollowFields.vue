<script setup lang="ts">
import { drawingsShown, exposuresOf, newLevel, type Follows, type Level } from '@unhurried/core'
import { computed } from 'vue'
import { freshId } from '../../api/ids'
import { useScene } from '../../session/scene'

/** A level that shows what another shows: later or ahead, elsewhere, in other colours. */
const { level, others } = defineProps<{ level: Level; others: readonly Level[] }>()
const emit = defineEmits<{ set: [follows: Follows | null] }>()
const store = useScene()
const follows = computed(() => level.follows)
const palette = computed(() => store.scene!.palette)
const wordFor = computed(() => {
  const frames = follows.value?.frames ?? 0
  return frames < 0 ? 'frames ahead of it' : 'frames behind it'
})
function put(fields: Partial<Follows>) {
  const { swatch, swatches, only, ...rest } = { ...{ frames: 2, x: 0, y: 0 }, ...follows.value!, ...fields }
  emit('set', {
    ...rest,
    ...(swatch && { swatch }),
    ...(swatches && Object.keys(swatches).length > 0 && { swatches }),
    ...(only && only.length > 0 && { only }),
  })
}
const follow = (other: string) => (other === 'none' ? emit('set', null) : put({ level: other }))

/** A new level right under this one that follows it. */
function addFollower() {
  const id = freshId()
  const { levelOrder, settings } = store.scene!
  const made = newLevel({ id, name: `${level.name.slice(0, 100)} · echo`, approach: settings.approach })
  const own: Level = { ...made, strength: 0.5, follows: { level: level.id, frames: 2, x: 0, y: 0 } }
  store.change({ type: 'level.add', level: own, at: levelOrder.indexOf(level.id) })
}

/** The drawings of the other level that are shown on the frames chosen on the sheet. */
const chosenOnly = computed(() => {
  const { chosen, scene, take } = store
  const original = follows.value?.level
  if (!chosen || original === undefined || !scene?.levels[original]) return []
  const { from, to } = chosen
  let frame = 1
  const over = exposuresOf(scene, original, take).flatMap(({ drawing, frames }) => {
    const [first, last] = [frame, (frame += frames) - 1]
    return drawing !== null && first <= to && last >= from ? [drawing] : []
  })
  return [...new Set(over)]
})
const all = computed(() =>
  follows.value && store.scene!.levels[follows.value.level]
    ? drawingsShown(exposuresOf(store.scene!, follows.value.level, store.take)).length
    : 0,
)
const other = (id: string) => follows.value?.swatches?.[id] ?? id
function recolour(id: string, to: string) {
  const { [id]: _, ...rest } = follows.value?.swatches ?? {}
  put({ swatches: to === id ? rest : { ...rest, [id]: to } })
}
</script>

<template>
  <div class="line" role="group" aria-label="Follower">
    <label :for="`follows-${level.id}`">Follows</label>
    <ElSelect
      :id="`follows-${level.id}`"
      :model-value="follows?.level ?? 'none'"
      size="small"
      class="of"
      :aria-label="`Level ${level.name} follows`"
      @change="follow"
    >
      <ElOption value="none" label="nothing" />
      <ElOption v-for="each in others" :key="each.id" :value="each.id" :label="each.name" />
    </ElSelect>
    <button
      v-if="!follows"
      class="word"
      title="A copy under it that shows what it shows, two frames later; change this level, and the copy changes"
      @click="addFollower"
    >
      An echo of it
    </button>
  </div>
  <template v-if="follows">
    <div class="line">
      <NumberField
        :model-value="Math.abs(follows.frames)"
        :min="0"
        :max="500"
        size="small"
        class="number"
        aria-label="Frames between"
        @change="(frames?: number) => frames !== undefined && put({ frames: follows!.frames < 0 ? -frames : frames })"
      />
      <button class="word" @click="put({ frames: -follows.frames })">{{ wordFor }}</button>
    </div>
    <div class="line">
      <label v-for="axis in ['x', 'y'] as const" :key="axis" class="field"
        >{{ axis }}
        <NumberField
          fractional
          :model-value="follows[axis]"
          :min="-20000"
          :max="20000"
          :controls="false"
          size="small"
          class="place"
          :aria-label="`Off in ${axis}, in pixels`"
          @change="(value?: number) => put({ [axis]: value ?? 0 })"
        />
      </label>
      <span class="note">px off</span>
    </div>
    <div class="line">
      <label :for="`follow-colour-${level.id}`">Colours</label>
      <ElSelect
        :id="`follow-colour-${level.id}`"
        :model-value="follows.swatch ?? '*'"
        size="small"
        class="of"
        aria-label="Colours of the follower"
        @change="(swatch: string) => put({ swatch: swatch === '*' ? '' : swatch })"
      >
        <ElOption value="*" label="each its own" />
        <ElOption v-for="each in palette" :key="each.id" :value="each.id" :label="`all ${each.name}`" />
      </ElSelect>
    </div>
    <details v-if="!follows.swatch">
      <summary>Colour by colour</summary>
      <div v-for="each in palette" :key="each.id" class="line">
        <span class="pot">{{ each.name }} as</span>
        <ElSelect
          :model-value="other(each.id)"
          size="small"
          class="of"
          :aria-label="`${each.name} shown as`"
          @change="(to: string) => recolour(each.id, to)"
        >
          <ElOption v-for="to in palette" :key="to.id" :value="to.id" :label="to.name" />
        </ElSelect>
      </div>
    </details>
    <div class="line">
      <button
        class="word"
        :disabled="chosenOnly.length === 0"
        title="Choose frames on the sheet first"
        @click="put({ only: chosenOnly })"
      >
        Only the drawings chosen
      </button>
      <button v-if="follows.only" class="word" @click="put({ only: [] })">
        All {{ all }}, not {{ follows.only.length }}
      </button>
    </div>
  </template>
</template>

<style scoped>
.of {
  flex: 1;
}

.number {
  width: 92px;
}

.place {
  width: 70px;
}

.pot {
  width: 96px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

summary {
  color: var(--lagoon);
  cursor: pointer;
}
</style>
