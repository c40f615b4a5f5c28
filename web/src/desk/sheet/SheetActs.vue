<script setup lang="ts">
import { patternSchema, sentenceOf } from '@unhurried/core'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { framesAndSeconds } from '../../parts/frames'
import { sayWhy, useScene } from '../../session/scene'
import type { SheetHands } from './useSheet'

const props = defineProps<{ sheet: SheetHands }>()
const emit = defineEmits<{ done: [] }>()
const store = useScene()
const router = useRouter()
const pattern = ref('2')
const frames = ref(12)
const turns = ref(3)
const many = ref(2)
const chosen = computed(() => props.sheet.range.value.to - props.sheet.range.value.from + 1)
watch(chosen, (now) => (frames.value = now), { immediate: true })
const timed = (count: number) => framesAndSeconds(count, store.scene!.settings.fps)

function copyOn(mirrored: boolean) {
  if (props.sheet.copyOn(mirrored)) emit('done')
}
function withPattern(does: (numbers: number[]) => void) {
  const parsed = patternSchema.safeParse(
    pattern.value
      .trim()
      .split(/[\s,]+/)
      .map(Number),
  )
  if (parsed.success) does(parsed.data)
  else sayWhy(new Error(sentenceOf(parsed.error)))
}
</script>

<template>
  <div class="acts">
    <h3>{{ sheet.words.value }}</h3>
    <p class="note">{{ timed(chosen) }} chosen. Drag over the sheet, or hold Shift with the arrows, to choose more.</p>
    <div class="line">
      <label for="acts-pattern">On</label>
      <ElInput id="acts-pattern" v-model="pattern" size="small" class="short" placeholder="2 or 3 2" />
      <button class="word" @click="withPattern((numbers) => sheet.act({ do: 'expose', pattern: numbers }))">
        Expose each drawing
      </button>
      <button
        class="word"
        title="The chosen drawings over and over, for as many frames as are chosen"
        @click="withPattern((numbers) => sheet.act({ do: 'fill', pattern: numbers }))"
      >
        Fill with them
      </button>
    </div>
    <div class="line">
      <label for="acts-frames">Make it last</label>
      <NumberField id="acts-frames" v-model="frames" size="small" :min="1" :max="7200" />
      <button class="word" @click="sheet.act({ do: 'retime', frames })">Retime to {{ timed(frames) }}</button>
    </div>
    <div v-if="sheet.cycle.value" class="line">
      <span>This is a cycle</span>
      <NumberField v-model="turns" size="small" :min="1" :max="999" aria-label="Turns" />
      <button class="word" @click="sheet.act({ do: 'cycle-turns', turns })">
        {{ turns === 1 ? 'Once' : `${turns} times` }}
      </button>
      <button class="word" @click="sheet.act({ do: 'cycle-turns', turns: null })">To the end</button>
      <button class="word" title="Its turns become exposures of their own" @click="sheet.act({ do: 'uncycle' })">
        Write it out
      </button>
    </div>
    <div v-else class="line">
      <span>Repeat as a cycle</span>
      <NumberField v-model="turns" size="small" :min="1" :max="999" aria-label="Turns" />
      <button class="word" @click="sheet.act({ do: 'cycle', turns })">
        {{ turns === 1 ? 'Once' : `${turns} times` }}
      </button>
      <button class="word" @click="sheet.act({ do: 'cycle', turns: null })">To the end</button>
    </div>
    <div class="line">
      <button class="word" @click="sheet.act({ do: 'reverse' })">Reverse</button>
      <button class="word" title="There and back, over what follows" @click="sheet.act({ do: 'back-and-forth' })">
        There and back
      </button>
      <button class="word" @click="sheet.copy()">Copy</button>
      <button class="word" @click="sheet.cut()">Cut</button>
      <button class="word" :disabled="!sheet.canPaste.value" @click="sheet.paste()">Paste</button>
    </div>
    <div class="line">
      <span>Copy on after them</span>
      <button class="word" title="New drawings with the same lines, one after the other" @click="copyOn(false)">
        As they are
      </button>
      <button class="word" title="Mirrored: the second half of a walk" @click="copyOn(true)">Sides exchanged</button>
    </div>
    <div class="line">
      <span>Put in</span>
      <NumberField v-model="many" size="small" :min="1" :max="999" aria-label="Frames to put in" />
      <button class="word" @click="sheet.framesIn(many, false)">here only</button>
      <button class="word" @click="sheet.framesIn(many, true)">on all levels</button>
    </div>
    <div class="line">
      <span>Take out {{ timed(chosen) }}</span>
      <button
        class="word"
        title="What follows moves up; the drawings stay in the scene"
        @click="sheet.framesOut(false)"
      >
        here only
      </button>
      <button class="word" @click="sheet.framesOut(true)">on all levels</button>
    </div>
    <div class="line">
      <button
        class="word"
        title="Bounce, leap, walk and the others, laid in from this frame on"
        @click="router.push({ name: 'plan', params: { scene: store.id }, query: { planner: 'bounce' } })"
      >
        Plan a motion from frame {{ store.frame }}
      </button>
    </div>
    <p class="note">Every step can be undone.</p>
    <button class="word" @click="emit('done')">Close</button>
  </div>
</template>

<style scoped>
.acts {
  display: grid;
  gap: 9px;
  justify-items: start;
}

.short {
  width: 76px;
}

.el-input-number {
  width: 92px;
}
</style>
