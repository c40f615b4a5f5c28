<script setup lang="ts">
import { useRest } from '../parts/rest/rest'

const { after, minutes } = useRest()
</script>

<template>
  <section class="paper panel rest" aria-label="Rest">
    <h2>Rest</h2>
    <p>{{ minutes > 0 ? `You have sat here for ${minutes} min.` : 'You have just sat down.' }}</p>
    <div class="line">
      <span>Suggest a rest after</span>
      <NumberField
        :model-value="after"
        size="small"
        class="after"
        :min="0"
        :max="600"
        :controls="false"
        aria-label="Minutes before a rest is suggested"
        @change="(value?: number) => (after = value ?? 0)"
      />
      <span>minutes{{ after === 0 ? ': never' : '' }}</span>
    </div>
    <p class="note">One line at the top, nothing more. Pain that stays, in hand, back or eyes, is for a doctor.</p>
  </section>
</template>

<style scoped>
.rest {
  padding: 14px 16px;
}

.after {
  width: 64px;
}
</style>
