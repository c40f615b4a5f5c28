<script setup lang="ts">
import { PASSES, type Page, type Scan, type SimpleEdit } from '@unhurried/core'
import { computed } from 'vue'
import PaperLevels from '../../parts/PaperLevels.vue'
import { useScene } from '../../session/scene'

/** The pages of paper this drawing shows: their names and levels, and taking them away. */
const { drawing } = defineProps<{ drawing: string }>()
const store = useScene()
const scans = computed(() =>
  PASSES.flatMap((pass) =>
    (store.ink?.inkOf(drawing, pass) ?? []).flatMap((piece, at) =>
      piece.kind === 'scan' && store.scene!.pages?.[piece.page] ? [{ pass, at, piece }] : [],
    ),
  ),
)
const pageOf = ({ page }: Scan) => store.scene!.pages![page]!
const put = (page: Page) => ({ type: 'page.put' as const, page })
function rename(page: Page, name: string) {
  if (name.trim()) store.change(put({ ...page, name: name.trim() }))
}
/** Out of the drawing, and out of the scene when no other one shows it. */
async function takeAway({ pass, at, piece }: (typeof scans.value)[number]) {
  const here = store.thisScene()
  if (!(await store.allInk())) return
  const others = Object.keys(store.scene!.drawings).some((id) =>
    PASSES.some((each) =>
      store.ink!.inkOf(id, each).some((one) => one.kind === 'scan' && one.page === piece.page && one.id !== piece.id),
    ),
  )
  const edits: SimpleEdit[] = [{ type: 'ink.change', drawing, pass, remove: [{ at, piece }], add: [] }]
  if (!others) edits.push({ type: 'page.remove', page: piece.page })
  here.change({ type: 'together', words: 'a page of paper taken away', edits })
}
</script>

<template>
  <div
    v-for="scan in scans"
    :key="scan.piece.id"
    class="page"
    role="group"
    :aria-label="`Page ${pageOf(scan.piece).name}`"
  >
    <div class="line">
      <span class="note">{{ pageOf(scan.piece).colours ? 'picture' : 'paper' }}, {{ scan.pass }}</span>
      <ElInput
        size="small"
        class="name"
        :model-value="pageOf(scan.piece).name"
        :model-modifiers="{ lazy: true }"
        aria-label="Name of the page"
        @change="(name: string) => rename(pageOf(scan.piece), name)"
      />
      <button class="word" @click="takeAway(scan)">Take the page away</button>
    </div>
    <PaperLevels
      v-if="!pageOf(scan.piece).colours"
      :levels="pageOf(scan.piece)"
      @input="(black, white) => store.attempt(put({ ...pageOf(scan.piece), black, white }))"
      @change="(black, white) => store.change(put({ ...pageOf(scan.piece), black, white }))"
    />
  </div>
</template>

<style scoped>
.page {
  display: grid;
  gap: 4px;
  width: 100%;
}

.name {
  width: 130px;
}
</style>
