<script setup lang="ts">
import { marked } from 'marked'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { guideAddress, guidePages, guidePictures } from './guide-pages'

/** A page of the guide, as it lies in docs/guide. */
const { page } = defineProps<{ page: string }>()
const router = useRouter()
const text = ref<string>()
const titles = ref<readonly { name: string; title: string }[]>([])
void Promise.all(
  Object.keys(guidePages).map(async (name) => ({
    name,
    title: /^# (.*)$/m.exec(await guidePages[name]!())?.[1] ?? name,
  })),
).then((all) => (titles.value = all.sort((a, b) => a.title.localeCompare(b.title))))
watch(
  () => page,
  async (name) => {
    text.value = await (guidePages[name] ?? guidePages['shelf']!)()
  },
  { immediate: true },
)
// What is shown is our own text, built with the app.
const html = computed(() => {
  if (text.value === undefined) return ''
  return (marked.parse(text.value, { async: false }) as string).replace(
    /(src|href)="([^"]+)"/g,
    (_, attribute: string, to: string) =>
      `${attribute}="${attribute === 'src' ? (guidePictures[nameOf(to)] ?? '') : guideAddress(to, page)}"`,
  )
})
const nameOf = (path: string) => path.split('/').at(-1)!

/** Pages of the guide lead to one another without a reload. */
function follow(event: MouseEvent) {
  const link = (event.target as Element).closest('a')
  const to = link?.getAttribute('href')
  if (!to?.startsWith('/guide/') || event.ctrlKey || event.metaKey) return
  event.preventDefault()
  void router.push(to)
}
</script>

<template>
  <div class="guide">
    <nav class="paper" aria-label="The guide">
      <RouterLink v-for="each in titles" :key="each.name" :to="{ name: 'guide', params: { page: each.name } }">{{
        each.title
      }}</RouterLink>
      <RouterLink class="word" to="/">Back to the shelf</RouterLink>
    </nav>
    <!-- eslint-disable-next-line vue/no-v-html -- our own text, built with the app -->
    <article class="paper" data-test="guide" @click="follow" v-html="html" />
  </div>
</template>

<style scoped>
.guide {
  display: grid;
  grid-template-columns: 220px minmax(0, 760px);
  gap: 16px;
  align-items: start;
  max-width: 1060px;
  margin: 0 auto;
  padding: 18px 28px 48px;
}

nav {
  display: grid;
  gap: 4px;
  padding: 12px 14px;
}

nav a {
  min-height: 24px;
}

nav .router-link-active {
  font-weight: 600;
}

article {
  padding: 18px 26px;
  overflow-wrap: anywhere;
}

article :deep(img) {
  max-width: 100%;
  border: 1px solid var(--rule);
  border-radius: 4px;
}

article :deep(h1),
article :deep(h2) {
  margin: 12px 0 8px;
}

article :deep(p),
article :deep(ul) {
  margin: 0 0 10px;
}

article :deep(table) {
  border-collapse: collapse;
}

article :deep(th),
article :deep(td) {
  padding: 4px 10px 4px 0;
  text-align: left;
  vertical-align: top;
}

@media (max-width: 760px) {
  .guide {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
