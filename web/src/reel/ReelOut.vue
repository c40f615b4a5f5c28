<script setup lang="ts">
import type { UsedReel } from './useReel'

defineProps<{ reel: UsedReel; productionName: string }>()
defineEmits<{ close: [] }>()
</script>

<template>
  <section class="paper" aria-label="Hand over the reel"></section>
</template>
