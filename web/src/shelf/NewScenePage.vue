<script setup lang="ts">
import {
  clamp,
  counted,
  framesToSeconds,
  freeName,
  LIMITS,
  secondsToFrames,
  settingsSchema,
  usualExposure,
  type Approach,
  type Settings,
} from '@unhurried/core'
import { computed, onMounted, onUnmounted, reactive, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, type Production } from '../api/api'
import { freshId } from '../api/ids'
import { onInWords, USUAL_EXPOSURES } from '../parts/frames'
import RatePreview from './RatePreview.vue'

const SIZES = [
  { name: 'Wide', use: 'screens, film', width: 1280, height: 720 },
  { name: 'Upright', use: 'phones', width: 720, height: 1280 },
  { name: 'Square', use: 'posts, stickers', width: 800, height: 800 },
  { name: 'Small sprite', use: 'games', width: 64, height: 64 },
]
const PAPERS = ['#fbf7ee', '#ffffff', '#eef1ec', '#e6edf2', '#f3e3cf', '#3b3f4a']
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

const route = useRoute()
const router = useRouter()
const productions = ref<Production[]>([])
const trouble = ref('')
const busy = ref(false)
/** Somebody who went elsewhere while the scene was set up stays there. */
let left = false
onUnmounted(() => (left = true))
const form = reactive({
  name: '',
  production: String(route.query['production'] ?? ''),
  size: 'Wide',
  width: '1280',
  height: '720',
  fps: '24',
  length: '48',
  unit: 'frames' as 'frames' | 'seconds',
  paper: PAPERS[0]!,
  approach: 'pose-to-pose' as Approach,
  /** Frames a new drawing is shown for; as is usual at the rate until it is chosen. */
  exposure: undefined as number | undefined,
  follows: true,
  numbering: 'by-frame' as Settings['numbering'],
  cells: true,
})
onMounted(async () => {
  try {
    productions.value = await api.shelf()
    form.production ||= productions.value[0]?.id ?? ''
    // Who is writing a name already is not written over.
    if (document.activeElement?.id !== 'scene-name') form.name ||= untitled()
  } catch (error) {
    trouble.value = (error as Error).message
  }
})

/** A name to begin with, so that nobody has to think of one before drawing. */
const untitled = () =>
  freeName('Scene 1', new Set(productions.value.flatMap(({ scenes }) => scenes.map(({ name }) => name))))

function choose(name: string) {
  const size = SIZES.find((each) => each.name === name)
  form.size = name
  if (size) {
    form.width = String(size.width)
    form.height = String(size.height)
  }
}
const fps = computed(() => {
  const value = Number(form.fps)
  return Number.isInteger(value) && value >= LIMITS.fps.min && value <= LIMITS.fps.max ? value : undefined
})
const length = computed(() => {
  const value = Number(form.length)
  if (!(value > 0) || !Number.isFinite(value)) return undefined
  return form.unit === 'frames' ? value : value < 1e5 ? secondsToFrames(value, fps.value ?? 24) : undefined
})
function changeUnit(unit: typeof form.unit) {
  if (unit === form.unit || !length.value) return
  form.length =
    unit === 'frames' ? String(length.value) : String(Number(framesToSeconds(length.value, fps.value ?? 24).toFixed(3)))
  form.unit = unit
}

/** Drawn one after the other, not planned from key to key. */
const ahead = computed(() => form.approach !== 'pose-to-pose')
const onFrames = computed(() => form.exposure ?? usualExposure({ fps: fps.value ?? 24 }))

/** Small enough to be drawn cell by cell. */
const small = computed(() => Math.max(Number(form.width), Number(form.height)) <= LIMITS.cellSide)
const parsed = computed(() =>
  settingsSchema.safeParse({
    name: form.name,
    width: Number(form.width),
    height: Number(form.height),
    fps: Number(form.fps),
    length: length.value ?? 0,
    paper: form.paper,
    approach: form.approach,
    ...(ahead.value && form.exposure && { exposure: form.exposure }),
    ...(ahead.value && form.follows && { lengthFollows: true }),
    numbering: form.numbering,
    ...(small.value && form.cells && { cells: true }),
  }),
)
const tried = ref(false)
/** The sentence for one field, once the person has tried to go on or filled it in. */
function wrong(field: keyof Settings): string {
  if (parsed.value.success || (!tried.value && (field === 'name' || form[field as 'fps'] === ''))) return ''
  return parsed.value.error.issues.find((issue) => issue.path[0] === field)?.message ?? ''
}

async function setUp() {
  tried.value = true
  if (!parsed.value.success) return
  busy.value = true
  trouble.value = ''
  try {
    if (!form.production) {
      form.production = freshId()
      await api.createProduction({ id: form.production, name: 'My scenes' })
    }
    const id = freshId()
    await api.createScene({ id, production: form.production, settings: parsed.value.data })
    // Nothing is planned straight ahead: the paper comes first.
    const name = ahead.value ? 'draw' : 'plan'
    if (!left) await router.push({ name, params: { scene: id } })
  } catch (error) {
    trouble.value = (error as Error).message
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
        <ElSelect id="scene-production" v-model="form.production">
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
        <label v-if="small" class="line"
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
            v-for="rate in [6, 8, 12, 15, 24, 25, 30]"
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
      <div v-if="ahead" class="field line" role="group" aria-label="New drawings on">
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
      <div v-if="ahead" class="field line" role="group" aria-label="The scene ends">
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
      <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
      <RouterLink class="word" to="/">Back to the shelf</RouterLink>
      <ElButton type="primary" native-type="submit" size="large" :loading="busy">{{
        ahead ? 'Set up and draw' : 'Set up and plan it'
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
