<script setup lang="ts">
import { isAdjusted, type Adjustment } from '@unhurried/core'
import { computed, ref, watchEffect } from 'vue'
import { adjustedPicture } from '../stage/paint/adjusted-picture'
import { pictures } from '../stage/pictures/pictures'

/** A picture as it is shown, in other tones where it has some. */
const props = defineProps<{ picture: string; address: string; name: string; adjust: Adjustment | undefined }>()
const canvas = ref<HTMLCanvasElement>()
const other = computed(() => isAdjusted(props.adjust))
watchEffect(
  () => {
    const bitmap = pictures.of(props.picture)
    if (!canvas.value || !bitmap) return
    const shown = adjustedPicture(bitmap, props.adjust)
    canvas.value.width = shown.width
    canvas.value.height = shown.height
    canvas.value.getContext('2d')!.drawImage(shown, 0, 0)
  },
  { flush: 'post' },
)
</script>

<template>
  <canvas v-if="other" ref="canvas" />
  <img v-else :src="address" :alt="name" draggable="false" />
</template>

<style scoped>
canvas,
img {
  display: block;
  width: 100%;
}
</style>
