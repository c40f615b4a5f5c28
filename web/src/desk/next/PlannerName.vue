<script setup lang="ts">
import { plannerOf } from '@unhurried/core'

/** A planner by name. Fetched when it is first written: the desk itself needs no planner. */
defineProps<{ planner: string }>()
</script>

<template>
  <b>{{ plannerOf(planner)?.name ?? planner }}</b>
</template>
