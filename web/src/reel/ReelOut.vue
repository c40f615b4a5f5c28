<script setup lang="ts">
import { REEL_FORMATS, reelFormat } from '@unhurried/core'
import { computed } from 'vue'
import { bytesInWords } from '../parts/bytes'
import ProgressLine from '../parts/ProgressLine.vue'
import { useReelOut } from './useReelOut'
import type { UsedReel } from './useReel'

/** What a reel goes out as, made and handed down. */
const { reel } = defineProps<{ reel: UsedReel }>()
defineEmits<{ close: [] }>()
const { form, progress, result, trouble, make, stop } = useReelOut(reel)
const format = computed(() => reelFormat(form.as))
</script>

<template>
  <section class="paper panel" aria-label="Hand over the reel">
    <div class="line" role="group" aria-label="As what">
      <button
        v-for="each in REEL_FORMATS"
        :key="each.id"
        class="word"
        :aria-pressed="form.as === each.id"
        :title="each.note"
        @click="form.as = each.id"
      >
        {{ each.word }}
      </button>
      <button class="word shut" @click="$emit('close')">Shut</button>
    </div>
    <div class="line">
      <span class="note">{{ format.note }}</span>
      <label v-if="format.painted">
        <NumberField v-model="form.width" size="small" :min="64" :max="4096" aria-label="Pixels across" /> pixels across
      </label>
      <span v-if="format.paper" class="line" role="group" aria-label="Paper">
        <button class="word" :aria-pressed="form.paper === 'a4'" @click="form.paper = 'a4'">A4</button>
        <button class="word" :aria-pressed="form.paper === 'letter'" @click="form.paper = 'letter'">US Letter</button>
      </span>
      <button v-if="!progress" class="word main" :disabled="reel.times.value.shots.length === 0" @click="make">
        Make it
      </button>
    </div>
    <ProgressLine v-if="progress" v-bind="progress" @stop="stop" />
    <p v-if="result">
      <a class="word" :href="result.url" :download="result.name">Save {{ result.name }}</a>
      {{ bytesInWords(result.bytes) }}
    </p>
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 8px;
  padding: 10px 14px;
}

.shut {
  margin-left: auto;
}

.wrong {
  color: var(--plum);
}
</style>
