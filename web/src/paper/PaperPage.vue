<script setup lang="ts">
import { computed, onUnmounted } from 'vue'
import FilesButton from '../parts/files/FilesButton.vue'
import { useScene } from '../session/scene'
import CameraPanel from './CameraPanel.vue'
import LayersForm from './layers/LayersForm.vue'
import { isLayered, useLayersIn } from './layers/useLayersIn'
import LayingForm from './LayingForm.vue'
import PageCard from './PageCard.vue'
import PageOnPaper from './PageOnPaper.vue'
import PageSettings from './PageSettings.vue'
import { useCamera } from './useCamera'
import { useLaying } from './useLaying'
import { usePaperIn } from './usePaperIn'

/** Drawings on paper come in: from files or a camera, laid on one another, and onto the sheet. */
const store = useScene()
const work = usePaperIn()
const layered = useLayersIn()
onUnmounted(() => {
  work.client.rest()
  layered.rest()
})
const laying = useLaying(work)
const camera = useCamera()
const { pages, chosen, page, first, busy, trouble } = work
const open = computed(() => camera.stream.value !== undefined)
const ACCEPT = 'image/png,image/jpeg,image/webp,image/tiff,.tif,.tiff,application/pdf,.pdf,.ora,.svg'
async function take(files: Iterable<File>) {
  const all = [...files]
  const layers = all.find(isLayered)
  await Promise.all([layers && layered.read(layers), work.bring(all.filter((file) => !isLayered(file)))])
}

function keep(file: Blob) {
  if (work.add(`Page ${pages.length + 1}`, file)) chosen.value = pages.at(-1)!.key
  else trouble.value = 'No more pages lie here at once. Lay these in, then take the rest.'
}
</script>

<template>
  <div class="room" @dragover.prevent @drop.prevent="take($event.dataTransfer?.files ?? [])">
    <section class="paper side" aria-label="Paper in">
      <h1>Paper in</h1>
      <p v-if="pages.length === 0" class="note">
        Drawings made on paper become drawings of this scene. Choose scans or photographs, or drop them here: PNG, JPEG,
        WebP, TIFF, or the pages of a PDF. Pages with peg holes are laid by them, others by what they share. A file of
        layers, OpenRaster or SVG, comes in as levels.
      </p>
      <div class="line">
        <FilesButton name="Bring in pages" class="main" :accept="ACCEPT" multiple @files="take"
          >Bring in pages …</FilesButton
        >
      </div>
      <div v-if="!open" class="line" role="group" aria-label="Camera">
        <button class="word" @click="camera.open('own')">Camera on a stand</button>
        <button class="word" title="Made-up pages, to try it with no camera" @click="camera.open('stand-in')">
          the stand-in
        </button>
      </div>
      <p v-if="camera.trouble.value" class="wrong" role="alert">{{ camera.trouble.value }}</p>
      <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
      <div v-if="busy" class="line">
        <p class="note" role="status">{{ busy }} …</p>
        <button
          v-if="work.unread.value.length > 1"
          class="word"
          title="Take out what is not read yet"
          @click="work.stop()"
        >
          Stop
        </button>
      </div>
      <LayersForm :work="layered" />
      <template v-if="pages.length > 0">
        <PageSettings :work="work" />
        <LayingForm :work="work" :laying="laying" />
      </template>
      <RouterLink :to="{ name: 'hand-over', params: { scene: store.id }, query: { as: 'drawing-sheets' } }"
        >Print pegged sheets to draw on</RouterLink
      >
      <RouterLink :to="{ name: 'draw', params: { scene: store.id } }">Back to the desk</RouterLink>
    </section>
    <section class="table" aria-label="The page on the paper">
      <CameraPanel
        v-if="open"
        :camera="camera"
        :over="pages.slice(-2)"
        :again="page"
        @taken="keep"
        @retaken="(file) => page && work.replace(page, file)"
        @trouble="(sentence) => (trouble = sentence)"
      />
      <PageOnPaper v-else :work="work" />
      <div v-if="pages.length > 0" class="pages" role="group" aria-label="Pages">
        <PageCard
          v-for="each in pages"
          :key="each.key"
          :page="each"
          :chosen="each.key === chosen"
          :lie="work.lieOf(each)"
          :is-first="each === first"
          :apart="work.settings.apart"
          @choose="chosen = each.key"
          @take-out="work.takeOut(each)"
        />
      </div>
    </section>
  </div>
</template>

<style scoped>
.room {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  gap: 16px;
  padding: 14px 20px;
  overflow: auto;
}

.side {
  display: grid;
  gap: 8px;
  align-content: start;
  align-self: start;
  padding: 13px 16px;
}

.table {
  display: grid;
  min-width: 0;
  grid-template-rows: minmax(0, 1fr) auto;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  align-content: start;
  min-height: 0;
}

.pages {
  display: flex;
  gap: 10px;
  overflow: auto hidden;
  padding: 2px 2px 8px;
}

.wrong {
  color: var(--plum);
}

@media (max-width: 760px) {
  .room {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
