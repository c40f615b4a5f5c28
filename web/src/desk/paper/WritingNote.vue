<script setup lang="ts">
import { ref, watch } from 'vue'
import { useScene } from '../../session/scene'
import { useWritingBehind } from '../../writing/useWritingBehind'

/** Told over the paper while lettering writes itself as its lines were before. */
const store = useScene()
const { behind, busy, trouble, layAnew } = useWritingBehind()
const later = ref(false)
watch([() => store.drawing, behind], () => (later.value = false))
</script>

<template>
  <p v-if="behind && !later" class="paper" role="status" data-test="writing-behind">
    {{ trouble || 'This lettering writes itself as its lines were before.' }}
    <button class="word" :disabled="busy" @click="layAnew()">{{ busy ? 'Laying it anew …' : 'Lay it anew' }}</button>
    <button class="word" @click="later = true">Later</button>
  </p>
</template>
