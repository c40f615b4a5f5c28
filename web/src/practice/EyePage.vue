<script setup lang="ts">
import { EYE_KINDS, eyeKindOf } from '@unhurried/core'
import { useEventListener } from '@vueuse/core'
import { computed, watch } from 'vue'
import { freshId } from '../api/ids'
import { combined, typing } from '../parts/typing'
import { withUnit } from './amounts'
import EyePictureView from './EyePictureView.vue'
import PracticeCurve from './PracticeCurve.vue'
import { useEye } from './useEye'
import { useEyePlay } from './useEyePlay'
import { usePractice } from './usePractice'

const props = defineProps<{ kind: string }>()
const kind = eyeKindOf(props.kind) ?? EYE_KINDS[0]!
const practice = usePractice()
const eye = useEye(kind)
const { trial, last, left, isEnough, threshold, answers, right } = eye
const { frame, plays, isSeen, play, stop } = useEyePlay(trial)
const moves = computed(() => trial.value.fps !== undefined)
/** Answers that fit no threshold there can be are as good as chance. */
const isChance = computed(() => (threshold.value ?? 0) > kind.most)
const told = computed(() => {
  if (threshold.value === undefined) return ''
  if (isChance.value) return 'These answers are as good as chance: nothing can be told from them yet.'
  return kind.sees(withUnit(kind.id, Math.max(kind.least, threshold.value)))
})

// Told once it is known; going on from there tells it anew, as the same sitting.
const sitting = freshId()
watch(answers, (all) => {
  if (!isEnough.value || isChance.value) return
  void practice.add({
    ...{ kind: 'eye', id: `${sitting}${sittings}`, what: kind.id, at: Date.now() },
    ...{ threshold: Number(threshold.value!.toFixed(3)), answers: all.length, right: right.value },
  })
})
let sittings = 0
function again() {
  sittings++
  eye.again()
}
function choose(choice: number) {
  if (isSeen.value && choice < trial.value.answers.length) eye.answer(choice)
}
useEventListener('keydown', (event) => {
  if (typing(event.target) || combined(event)) return
  if (/^[1-4]$/.test(event.key)) choose(Number(event.key) - 1)
  else if (event.key === 'p' && moves.value) play()
})
</script>

<template>
  <div class="eye">
    <div class="line head">
      <h1>{{ kind.name }}</h1>
      <p class="note">{{ kind.about }} Answer with the keys 1 to 4, or choose.</p>
      <RouterLink class="word" :to="{ name: 'practising' }">Back to practice</RouterLink>
    </div>
    <div class="parts">
      <section class="paper panel" aria-label="Look">
        <h2>{{ trial.question }}</h2>
        <div class="pictures" :class="{ one: trial.pictures.length === 1 }">
          <EyePictureView
            v-for="(picture, i) in trial.pictures"
            :key="i"
            :picture="picture"
            :frame="frame"
            :name="trial.pictures.length === 1 ? 'What is shown' : trial.answers[i]!"
            :class="{ choosable: trial.pictures.length > 1 }"
            @click="trial.pictures.length > 1 && choose(i)"
          />
        </div>
        <div class="line" role="group" aria-label="Answers">
          <button v-if="moves" class="word" title="Key P" @click="plays ? stop() : play()">
            {{ plays ? 'Stop' : trial.once && !isSeen ? 'Play it' : 'Play again' }}
          </button>
          <button
            v-for="(answer, i) in trial.answers"
            :key="answer"
            class="word answer"
            :disabled="!isSeen"
            :title="`Key ${i + 1}`"
            @click="choose(i)"
          >
            <kbd>{{ i + 1 }}</kbd> {{ answer }}
          </button>
        </div>
        <p class="note" role="status" data-test="last">{{ last }}</p>
      </section>
      <section class="paper panel" aria-label="What you see">
        <p v-if="!isEnough" data-test="left">{{ left }} more, then what you see is told. Nothing hurries.</p>
        <template v-else>
          <p class="told" role="status" data-test="threshold">{{ told }}</p>
          <p v-if="!isChance" class="note">
            Right in {{ right }} of {{ answers.length }}. At that amount you are right 79 times in 100; it is kept, and
            finer the longer you go on.
          </p>
          <PracticeCurve
            v-if="practice.ofWhat(kind.id).length > 1"
            :results="practice.ofWhat(kind.id)"
            :name="kind.name"
          />
          <p v-if="kind.limit" class="note">
            Second look can look for what you do not see: there, “Look for what I cannot see”.
          </p>
          <div class="line"><button class="word" @click="again">Begin anew</button></div>
        </template>
      </section>
    </div>
  </div>
</template>

<style scoped>
.eye {
  display: grid;
  gap: 12px;
  max-width: 980px;
  margin: 0 auto;
  padding: 18px 28px 40px;
}

.head {
  align-items: baseline;
}

.head .note {
  flex: 1;
  min-width: 240px;
}

.parts {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 260px;
  gap: 14px;
  align-items: start;
}

@media (max-width: 760px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }
}

.panel {
  display: grid;
  gap: 8px;
  padding: 14px 16px;
}

.pictures {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 10px;
}

.pictures.one {
  grid-template-columns: minmax(0, 1fr);
}

.choosable {
  cursor: pointer;
}

.told {
  font: 600 19px/1.4 var(--heading);
}

kbd {
  color: var(--graphite);
  font: inherit;
}
</style>
