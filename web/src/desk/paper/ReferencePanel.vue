<script setup lang="ts">
import { modelTouches, type Adjustment, type Level, type Reference } from '@unhurried/core'
import { computed, defineAsyncComponent } from 'vue'
import { freshId } from '../../api/ids'
import AdjustFields from '../../parts/AdjustFields.vue'
import PictureButton from '../../parts/files/PictureButton.vue'
import { useScene } from '../../session/scene'

const FootagePanel = defineAsyncComponent(() => import('../../footage/FootagePanel.vue'))
const props = defineProps<{ level: Level }>()
const store = useScene()
const all = computed(() => Object.values(store.scene!.references ?? {}))
const put = (reference: Reference) => store.change({ type: 'reference.put', reference })
function pin(kept: { picture: string; width: number; height: number; name: string }) {
  const beside = all.value.filter(({ place }) => place === 'beside').length
  put({
    id: freshId(),
    name: kept.name,
    picture: kept.picture,
    place: 'beside',
    x: 0.02 + 0.03 * (beside % 5),
    y: 0.03 + 0.05 * (beside % 5),
    width: 0.24,
    strength: 1,
  })
}
/** The same picture pinned once more, a little aside. */
function copy({ locked: _, ...reference }: Reference) {
  const aside = reference.place === 'under' ? 24 : 0.03
  put({ ...reference, id: freshId(), x: reference.x + aside, y: reference.y + aside })
}
function move(reference: Reference, place: Reference['place']) {
  const { width } = store.scene!.settings
  put(
    place === 'under'
      ? { ...reference, place, x: 0, y: 0, width, strength: Math.min(reference.strength, 0.5) }
      : { ...reference, place, x: 0.02, y: 0.03, width: 0.24, strength: 1 },
  )
}
function toggle(reference: Reference, field: 'locked' | 'level') {
  const { locked, level, ...rest } = reference
  const next = {
    locked: field === 'locked' ? !locked : locked,
    level: field === 'level' ? (level ? undefined : props.level.id) : level,
  }
  put({ ...rest, ...(next.locked && { locked: true }), ...(next.level && { level: next.level }) })
}
/** In other tones, or as it is. */
function toned({ adjust: _, ...reference }: Reference, adjust: Adjustment): Reference {
  return { ...reference, ...(Object.keys(adjust).length > 0 && { adjust }) }
}
function keepToned(reference: Reference, adjust: Adjustment) {
  store.attempt()
  put(toned(reference, adjust))
}
const isModel = computed(() => store.drawing !== undefined && props.level.model === store.drawing)
const model = computed(() => (props.level.model ? store.scene!.drawings[props.level.model] : undefined))
const touched = computed(() =>
  modelTouches(store.scene!, props.level.id)
    .map(({ pass, drawings }) => `${drawings} at ${pass}`)
    .join(', '),
)
</script>

<template>
  <div class="panel">
    <h3>Reference</h3>
    <p class="note">
      Pictures to look at while drawing; never handed over. Beside the paper they stay put however it is moved or
      turned; under the paper they lie on it, for tracing.
    </p>
    <PictureButton word="Pin a picture" @picture="pin" />
    <div v-for="each in all" :key="each.id" class="row" role="group" :aria-label="`Reference ${each.name}`">
      <ElInput
        :model-value="each.name"
        :model-modifiers="{ lazy: true }"
        size="small"
        class="name"
        :aria-label="`Name of reference ${each.name}`"
        @change="(name: string) => put({ ...each, name: name.trim() })"
      />
      <button class="word" :aria-pressed="each.place === 'beside'" @click="move(each, 'beside')">beside</button>
      <button class="word" :aria-pressed="each.place === 'under'" @click="move(each, 'under')">under</button>
      <ElSlider
        :model-value="Math.round(each.strength * 100)"
        size="small"
        :min="5"
        :show-tooltip="false"
        :aria-label="`Strength of ${each.name}`"
        @change="(value: number | number[]) => put({ ...each, strength: Number(value) / 100 })"
      />
      <button class="word" :aria-pressed="Boolean(each.locked)" @click="toggle(each, 'locked')">lock</button>
      <button
        class="word"
        :aria-pressed="each.level !== undefined"
        :title="`Shown only while drawing on level ${level.name}, as its model sheet`"
        @click="toggle(each, 'level')"
      >
        model sheet of {{ each.level ? (store.scene!.levels[each.level]?.name ?? '') : level.name }}
      </button>
      <button class="word" @click="copy(each)">copy</button>
      <button
        class="word"
        :disabled="each.locked"
        @click="store.change({ type: 'reference.remove', reference: each.id })"
      >
        take away
      </button>
      <details class="tones">
        <summary>tones and hues</summary>
        <AdjustFields
          :adjust="each.adjust"
          :of="`reference ${each.name}`"
          @try="(adjust) => store.attempt({ type: 'reference.put', reference: toned(each, adjust) })"
          @set="(adjust) => keepToned(each, adjust)"
        />
      </details>
    </div>
    <h3>Model of level {{ level.name }}</h3>
    <p v-if="model" class="note">
      Drawing {{ model.number }} is the model of size and colour.{{
        touched ? ` A change of it touches drawings: ${touched}.` : ''
      }}
    </p>
    <p v-else class="note">One drawing can be the model of size and colour for all of the level.</p>
    <div class="line">
      <button
        class="word"
        :disabled="store.drawing === undefined || isModel"
        @click="store.change({ type: 'level.set', level: level.id, fields: { model: store.drawing! } })"
      >
        Make this drawing the model
      </button>
      <button v-if="model" class="word" @click="store.showDrawing(model.id)">Go to it</button>
      <button
        v-if="model"
        class="word"
        @click="store.change({ type: 'level.set', level: level.id, fields: { model: null } })"
      >
        No model
      </button>
    </div>
    <FootagePanel class="films" />
  </div>
</template>

<style scoped>
.name {
  width: 110px;
}

.films {
  width: 100%;
}

.panel {
  justify-items: start;
  max-height: 60vh;
  overflow: auto;
}

.row {
  display: grid;
  grid-template-columns: 1fr auto auto 90px auto;
  gap: 5px 8px;
  align-items: center;
  width: 100%;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--rule);
}

.tones {
  grid-column: 1 / -1;
}

summary {
  color: var(--lagoon);
  cursor: pointer;
}

.row b {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
