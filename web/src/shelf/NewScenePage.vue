<script setup lang="ts">
import { clamp, counted, freeName, type Approach } from '@unhurried/core'
import { onMounted, onUnmounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, type Production } from '../api/api'
import { useFetching } from '../api/fetching'
import { freshId } from '../api/ids'
import { inWords } from '../api/in-words'
import { onInWords, USUAL_EXPOSURES } from '../parts/frames'
import RatePreview from './RatePreview.vue'
import { PAPERS, SIZES, useSceneForm } from './useSceneForm'

const APPROACHES: { value: Approach; word: string; what: string }[] = [
  {
    value: 'pose-to-pose',
    word: 'Pose to pose',
    what: 'Keys first, then what lies between. The light table shows both parents of a drawing.',
  },
  {
    value: 'straight-ahead',
    word: 'Straight ahead',
    what: 'First drawing to last by feel. The light table shows earlier drawings only.',
  },
  { value: 'every-drawing-a-key', word: 'Every drawing a key', what: 'No inbetweens; few drawings, each one meant.' },
]

const RATES = [6, 8, 12, 15, 24, 25, 30]

const route = useRoute()
const router = useRouter()
const { form, fps, length, isAhead, isSmall, onFrames, choose, changeUnit, wrong, settings } = useSceneForm()
const productions = ref<Production[]>([])
const production = ref(String(route.query['production'] ?? ''))
const { trouble: unread, fetching } = useFetching()
const trouble = ref('')
const busy = ref(false)
/** Somebody who went elsewhere while the scene was set up stays there. */
let left = false
onUnmounted(() => (left = true))

onMounted(() =>
  fetching(async () => {
    productions.value = await api.shelf()
    production.value ||= productions.value[0]?.id ?? ''
    // Who is writing a name already is not written over.
    if (document.activeElement?.id !== 'scene-name') form.name ||= untitled()
  }),
)
/** A name to begin with, so that nobody has to think of one before drawing. */
const untitled = () =>
  freeName('Scene 1', new Set(productions.value.flatMap(({ scenes }) => scenes.map(({ name }) => name))))

async function setUp() {
  const made = settings()
  // What productions there are is not known yet: none is made beside them.
  if (!made || (unread.value && !production.value)) return
  busy.value = true
  trouble.value = ''
  try {
    if (!production.value) {
      production.value = freshId()
      await api.createProduction({ id: production.value, name: 'My scenes' })
    }
    const id = freshId()
    await api.createScene({ id, production: production.value, settings: made })
    // Nothing is planned straight ahead: the paper comes first.
    const name = isAhead.value ? 'draw' : 'plan'
    if (!left) await router.push({ name, params: { scene: id } })
  } catch (error) {
    trouble.value = inWords(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form class="setup" novalidate @submit.prevent="setUp">
    <h1>Set up a new scene</h1>
    <div class="paper column">
      <div class="field">
        <label for="scene-name">Name</label>
        <ElInput
          id="scene-name"
          v-model="form.name"
          placeholder="What happens in it"
          :aria-invalid="wrong('name') !== ''"
        />
        <p v-if="wrong('name')" class="wrong" role="alert">{{ wrong('name') }}</p>
      </div>
      <div v-if="productions.length > 0" class="field">
        <label for="scene-production">Production</label>
        <ElSelect id="scene-production" v-model="production">
          <ElOption v-for="each in productions" :key="each.id" :label="each.name" :value="each.id" />
        </ElSelect>
      </div>
      <fieldset class="field">
        <legend>Size</legend>
        <div class="sizes">
          <button
            v-for="size in SIZES"
            :key="size.name"
            type="button"
            class="word size"
            :aria-pressed="form.size === size.name"
            @click="choose(size.name)"
          >
            <span class="shape"
              ><i
                :style="{
                  aspectRatio: `${size.width} / ${size.height}`,
                  [size.width >= size.height ? 'width' : 'height']: size.width < 100 ? '14px' : '34px',
                }"
            /></span>
            <b>{{ size.name }}</b>
            <span class="note">{{ size.width }} × {{ size.height }}<br />{{ size.use }}</span>
          </button>
        </div>
        <div class="line">
          <label for="scene-width">Own size</label>
          <ElInput
            id="scene-width"
            v-model="form.width"
            inputmode="numeric"
            class="short"
            aria-label="Width in pixels"
            @input="form.size = 'Own'"
          />
          ×
          <ElInput
            v-model="form.height"
            inputmode="numeric"
            class="short"
            aria-label="Height in pixels"
            @input="form.size = 'Own'"
          />
          <span class="note">pixels</span>
        </div>
        <label v-if="isSmall" class="line"
          ><input v-model="form.cells" type="checkbox" /> Draw in whole cells, with no smoothing anywhere</label
        >
        <p v-if="wrong('width') || wrong('height')" class="wrong" role="alert">
          {{ wrong('width') || wrong('height') }}
        </p>
      </fieldset>
      <fieldset class="field">
        <legend>Paper</legend>
        <div class="papers">
          <button
            v-for="colour in PAPERS"
            :key="colour"
            type="button"
            class="sheet"
            :style="{ backgroundColor: colour }"
            :aria-label="`Paper ${colour}`"
            :aria-pressed="form.paper === colour"
            @click="form.paper = colour"
          />
          <ElColorPicker
            :model-value="form.paper"
            aria-label="Own paper colour"
            @update:model-value="(colour: string | null) => (form.paper = colour ?? form.paper)"
          />
        </div>
      </fieldset>
    </div>
    <div class="paper column">
      <div class="field">
        <label for="scene-rate">Rate, frames a second</label>
        <div class="line">
          <ElInput
            id="scene-rate"
            v-model="form.fps"
            inputmode="numeric"
            class="short"
            :aria-invalid="wrong('fps') !== ''"
          />
          <button
            v-for="rate in RATES"
            :key="rate"
            type="button"
            class="word"
            :aria-pressed="Number(form.fps) === rate"
            @click="form.fps = String(rate)"
          >
            {{ rate }}
          </button>
        </div>
        <p v-if="wrong('fps')" class="wrong" role="alert">{{ wrong('fps') }}</p>
      </div>
      <RatePreview :fps="fps ?? 24" :length="clamp(Math.round(length ?? 48), 1, 7200)" />
      <div class="field">
        <label for="scene-length">Length</label>
        <div class="line">
          <ElInput
            id="scene-length"
            v-model="form.length"
            inputmode="decimal"
            class="short"
            :aria-invalid="wrong('length') !== ''"
          />
          <button
            v-for="unit in ['frames', 'seconds'] as const"
            :key="unit"
            type="button"
            class="word"
            :aria-pressed="form.unit === unit"
            @click="changeUnit(unit)"
          >
            {{ unit }}
          </button>
          <span v-if="length && fps" class="note">{{
            form.unit === 'frames' ? `${Number((length / fps).toFixed(2))} s` : counted(length, 'frame')
          }}</span>
        </div>
        <p v-if="wrong('length')" class="wrong" role="alert">{{ wrong('length') }}</p>
      </div>
      <fieldset class="field">
        <legend>Approach</legend>
        <label
          v-for="each in APPROACHES"
          :key="each.value"
          class="choice"
          :class="{ chosen: form.approach === each.value }"
        >
          <input v-model="form.approach" type="radio" name="approach" :value="each.value" />
          <span
            ><b>{{ each.word }}</b> <span class="note">{{ each.what }}</span></span
          >
        </label>
      </fieldset>
      <div v-if="isAhead" class="field line" role="group" aria-label="New drawings on">
        <span class="label">New drawings on</span>
        <button
          v-for="frames in USUAL_EXPOSURES"
          :key="frames"
          type="button"
          class="word"
          :aria-pressed="onFrames === frames"
          @click="form.exposure = frames"
        >
          {{ onInWords(frames) }}
        </button>
      </div>
      <div v-if="isAhead" class="field line" role="group" aria-label="The scene ends">
        <span class="label">The scene ends</span>
        <button type="button" class="word" :aria-pressed="form.follows" @click="form.follows = true">
          where its drawings do
        </button>
        <button type="button" class="word" :aria-pressed="!form.follows" @click="form.follows = false">
          at its length
        </button>
      </div>
      <div class="field line">
        <span class="label">Drawing numbers</span>
        <button
          type="button"
          class="word"
          :aria-pressed="form.numbering === 'by-frame'"
          @click="form.numbering = 'by-frame'"
        >
          by frame
        </button>
        <button
          type="button"
          class="word"
          :aria-pressed="form.numbering === 'in-order'"
          @click="form.numbering = 'in-order'"
        >
          1, 2, 3 …
        </button>
      </div>
    </div>
    <div class="end">
      <p v-if="trouble || unread" class="wrong" role="alert">{{ trouble || unread }}</p>
      <RouterLink class="word" to="/">Back to the shelf</RouterLink>
      <ElButton type="primary" native-type="submit" size="large" :loading="busy">{{
        isAhead ? 'Set up and draw' : 'Set up and plan it'
      }}</ElButton>
    </div>
  </form>
</template>

<style scoped>
.setup {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px 20px;
  align-items: start;
  max-width: 1120px;
  margin: 0 auto;
  padding: 20px 28px 32px;
}

h1,
.end {
  grid-column: 1 / -1;
}

.column {
  display: grid;
  gap: 15px;
  padding: 18px 20px;
}

.field {
  display: grid;
  gap: 6px;
  min-width: 0;
  margin: 0;
  padding: 0;
  border: 0;
}

.field.line {
  display: flex;
}

.field > label:not(.choice),
.label,
legend {
  padding: 0;
  font-weight: 600;
}

.short {
  width: 84px;
}

.sizes {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px;
}

.size {
  display: grid;
  justify-items: center;
  padding: 8px 4px;
  white-space: normal;
}

.size .note {
  font-size: 13px;
  line-height: 1.3;
}

.shape {
  display: grid;
  place-items: center;
  height: 40px;
}

.shape i {
  border: 1.5px solid var(--graphite);
  border-radius: 2px;
  background: var(--paper);
}

.papers {
  display: flex;
  gap: 8px;
  align-items: center;
}

.sheet {
  width: 42px;
  height: 32px;
  border: 1px solid var(--edge);
  border-radius: 4px;
  cursor: pointer;
}

.sheet[aria-pressed='true'] {
  outline: 2px solid var(--persimmon);
  outline-offset: 2px;
}

.wrong {
  color: var(--plum);
}

.end {
  display: flex;
  gap: 18px;
  align-items: center;
  justify-content: flex-end;
}

@media (max-width: 900px) {
  .setup {
    grid-template-columns: 1fr;
  }
}
</style>
