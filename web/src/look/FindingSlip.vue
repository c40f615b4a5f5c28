<script setup lang="ts">
import { amountIn, checkOf, rounded, type Sureness } from '@unhurried/core'
import { computed, ref } from 'vue'
import type { Thing, ThingsAsked } from '../parts/things/things'
import { useLook } from '../session/look'
import { useScene } from '../session/scene'
import type { SeenFinding } from '../workers/look/messages'

/** One finding on its slip of paper: what, where, how much against how much is allowed, and what to do. */
const props = defineProps<{ finding: SeenFinding; shown: boolean }>()
const emit = defineEmits<{ show: [] }>()
const store = useScene()
const look = useLook()
const answering = ref(false)
const reason = ref('')
const numbers = computed(() => props.finding.drawings.map((id) => store.scene!.drawings[id]?.number ?? '?'))
const where = computed(() => {
  const [first] = props.finding.frames
  const frame = first === undefined ? '' : `, frame ${first}`
  if (numbers.value.length === 0) return `the scene${frame}`
  if (numbers.value.length > 6) return `${numbers.value.length} drawings${frame}`
  return `${numbers.value.length === 1 ? 'drawing' : 'drawings'} ${numbers.value.join(', ')}${frame}`
})
/** Some are there or are not: nothing is measured of them. */
const isMeasured = computed(() => props.finding.limit > 0 && props.finding.unit !== '')
const levelName = computed(() => store.scene!.levels[props.finding.level ?? '']?.name ?? 'the level')
const offered = computed(() => look.offered(props.finding))
const SURENESS: Readonly<Record<Sureness, string>> = {
  sure: 'Far over its limit, and measured where it matters',
  likely: 'Clearly over its limit, or judged by the shape alone',
  perhaps: 'Just over its limit, or judged by the shape alone: look before you mend',
}
/** How far over its limit, as far as a small bar can show. */
const share = computed(() => Math.min(1, Math.abs(props.finding.limit / (props.finding.value || 1))))
function answer() {
  if (reason.value.trim() === '') return
  void look.mean(props.finding, reason.value.trim())
  answering.value = false
}
/** What can be done with this finding. */
function things(): Thing[] {
  const { finding } = props
  const [reasonOffered, { value: name }] = [offered.value, levelName]
  const show = { words: 'Show it on the paper', does: () => emit('show') }
  const answers = finding.meant
    ? [{ words: 'Take the answer back', does: () => look.takeBack(finding) }]
    : [
        { words: 'It is meant …', does: () => (answering.value = true) },
        ...(reasonOffered === undefined
          ? []
          : [{ words: `${name} does that: ${reasonOffered}`, does: () => look.meanAlways(finding, reasonOffered) }]),
      ]
  return [{ words: checkOf(finding.check)?.name ?? 'This finding', acts: [show, ...answers] }]
}
</script>

<template>
  <li
    class="slip"
    :class="[finding.severity, { shown, meant: finding.meant }]"
    @things="(asked: ThingsAsked) => asked.detail.push(() => things)"
  >
    <div class="head">
      <b>{{ checkOf(finding.check)?.name }}</b>
      <span class="note">{{ where }}</span>
      <span class="note sureness" :title="SURENESS[finding.sureness]">{{ finding.sureness }}</span>
      <span
        v-if="isMeasured"
        class="gauge"
        :title="`${amountIn(finding.value, finding.unit)}, limit ${rounded(finding.limit)}`"
        ><i :style="{ width: `${share * 100}%` }" /><em>{{ amountIn(finding.value, finding.unit) }}</em></span
      >
    </div>
    <p>{{ finding.sentence }}</p>
    <p v-if="finding.meant" class="reason">
      {{ look.isAlways(finding) ? `Meant on all of ${levelName}` : 'Meant' }}: {{ finding.meant }}
      <button class="word" :aria-label="`Show on the paper: ${finding.sentence}`" @click="emit('show')">
        Show on the paper</button
      >{{ ' ' }}<button class="word" @click="look.takeBack(finding)">Take the answer back</button>
    </p>
    <div v-else class="acts">
      <button class="word" :aria-label="`Show on the paper: ${finding.sentence}`" @click="emit('show')">
        Show on the paper
      </button>
      <button class="word" :aria-expanded="answering" @click="answering = !answering">It is meant …</button>
      <span v-if="isMeasured" class="note limit">limit {{ amountIn(finding.limit, finding.unit) }}</span>
    </div>
    <p v-if="!finding.meant && offered !== undefined" class="acts learnt">
      Answered three times here: “{{ offered }}”
      <button class="word" @click="look.meanAlways(finding, offered)">{{ levelName }} does that</button>
    </p>
    <form v-if="answering" class="acts" @submit.prevent="answer">
      <ElInput
        v-model="reason"
        size="small"
        placeholder="Why? It stays answered until the drawing changes."
        aria-label="Why it is meant"
      />
      <button class="word" :disabled="reason.trim() === ''">Answer</button>
    </form>
  </li>
</template>

<style scoped>
.slip {
  display: grid;
  content-visibility: auto;
  contain-intrinsic-size: auto 88px;
  gap: 3px;
  padding: 7px 10px 8px 12px;
  border-left: 4px solid var(--rule);
  border-bottom: 1px solid var(--rule);
}

.slip.mend {
  border-left-color: var(--plum);
}

.slip.stop {
  border-left: 4px double var(--persimmon);
}

.slip.shown {
  background: var(--card);
}

.slip.meant {
  border-left-style: dotted;
}

.head {
  display: flex;
  gap: 8px;
  align-items: baseline;
}

.head b {
  font: 560 15px/1.3 var(--heading);
}

p {
  font-size: 14px;
}

.sureness {
  font-style: italic;
}

.learnt {
  font-size: 13px;
}

.acts {
  display: flex;
  gap: 6px;
  align-items: center;
}

.acts .word,
.reason .word {
  min-height: 24px;
  font-size: 13px;
}

.limit {
  margin-left: auto;
  font-size: 13px;
}

.gauge {
  position: relative;
  width: 112px;
  height: 16px;
  margin-left: auto;
  border: 1px solid var(--rule);
  border-radius: 3px;
  overflow: hidden;
}

.gauge i {
  position: absolute;
  inset: 0 auto 0 0;
  background: rgb(from var(--moss) r g b / calc(51 / 255));
  border-right: 1.5px solid var(--moss);
}

.gauge em {
  position: relative;
  display: block;
  font-size: 11.5px;
  font-style: normal;
  line-height: 14px;
  text-align: center;
  white-space: nowrap;
}

.reason {
  color: var(--graphite);
  font-style: italic;
}
</style>
