<script setup lang="ts">
import { ref } from 'vue'
import { useRoute } from 'vue-router'
import { keepApp, newerVersion, takeNewerVersion } from './newer-version'

/** Keeps the app on this machine; where one draws, a newer version waits until it is taken. */
const route = useRoute()
const others = ref(0)
// A browser that keeps nothing has the app while the server answers.
void keepApp(() => route.params['scene'] === undefined).catch(() => undefined)
const take = async () => (others.value = await takeNewerVersion())
</script>

<template>
  <button v-if="newerVersion" class="word" title="What is drawn is kept; the page is loaded anew" @click="take">
    {{ others === 0 ? 'Take the newer version' : 'Close the app’s other windows, then take the newer version' }}
  </button>
</template>
