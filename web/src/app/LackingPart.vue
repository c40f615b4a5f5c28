<script setup lang="ts">
import { lacking, loadAnew } from './lacking'

/** Says that a part of the app did not come, and gets it. */
const WORDS = {
  part: 'A part of the app did not come: load the page anew',
  server: 'A part of the app did not come, and the server does not answer: try again',
}
</script>

<template>
  <span v-if="lacking" role="alert">
    <button class="word" title="What is drawn is kept; the page is loaded anew" @click="loadAnew()">
      {{ WORDS[lacking] }}
    </button>
  </span>
</template>
