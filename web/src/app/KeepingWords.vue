<script setup lang="ts">
import { keepingInWords } from '../session/sync/keeping'
import { useScene } from '../session/scene'

/** How far what was done is kept. It tells several things of every stroke, and nothing else is shown anew with it. */
const store = useScene()
</script>

<template>
  <span class="keeping" :class="store.keeping.state" role="status" data-test="keeping">{{
    keepingInWords(store.keeping)
  }}</span>
</template>

<style scoped>
.keeping {
  margin-left: auto;
  color: var(--graphite);
  font-size: 14px;
  text-align: right;
}

.keeping.kept {
  color: var(--moss);
}

.keeping.away,
.keeping.unstored {
  color: var(--plum);
  font-weight: 600;
}
</style>
