<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref, watch } from 'vue'
import { PASSES, type Drawing, type Scene, type Swatch } from '@unhurried/core'
import type { InkStore } from '../../session/ink-store'
import { paintQuick } from '../../stage/paint/ink'
import { pagesOf, showsPage } from '../../stage/paint/scans'
import { pictures } from '../../stage/pictures/pictures'
import { atPause } from '../../stage/at-pause'
import type { Box } from '../../stage/paint/box'

const props = defineProps<{
  entry: Drawing
  paper: string
  palette: readonly Swatch[]
  pages: Scene['pages']
  ink: InkStore
  here: boolean
  drawn: boolean
  found?: string | undefined
  /** The part of the paper it shows, in scene pixels. */
  crop: Box
}>()
const canvas = ref<HTMLCanvasElement>()
const HEIGHT = 50
/** No line is finer on a card, in its pixels: finer ones are not seen. */
const FINEST = 1.2
const scale = computed(() => HEIGHT / (props.crop.bottom - props.crop.top))
const width = computed(() => Math.max(1, Math.round((props.crop.right - props.crop.left) * scale.value)))

const me = {}
let forget = () => {}
function paint() {
  forget = atPause(me, () => {
    const surface = canvas.value?.getContext('2d')
    if (!surface) return
    surface.setTransform(1, 0, 0, 1, 0, 0)
    surface.fillStyle = props.paper
    surface.fillRect(0, 0, canvas.value!.width, canvas.value!.height)
    const { left, top } = props.crop
    const k = scale.value
    surface.setTransform(k, 0, 0, k, -left * k, -top * k)
    // As small as this nobody sees how a line swells.
    for (const pass of PASSES) paintQuick(surface, props.ink.inkOf(props.entry.id, pass), props.palette, FINEST / k)
  })
}
onMounted(paint)
const releases = [
  props.ink.onChange((drawing) => drawing === props.entry.id && paint()),
  // A page of paper comes when it comes.
  pictures.onChange((picture) => {
    const pages = pagesOf(props.pages, picture)
    if (PASSES.some((pass) => showsPage(props.ink.inkOf(props.entry.id, pass), pages))) paint()
  }),
]
watch(() => [props.palette, props.paper, props.crop], paint, { flush: 'post' })
// A card laid with another drawing is bare until that is painted, never with the wrong one.
watch(
  () => props.entry.id,
  () => {
    canvas.value?.getContext('2d')?.reset()
    paint()
  },
  { flush: 'post' },
)
onUnmounted(() => {
  for (const release of releases) release()
  forget()
})
</script>

<template>
  <button
    class="card"
    :class="{ here, drawn }"
    :aria-label="`Drawing ${entry.number}${drawn ? '' : ', not drawn yet'}${found ? ', to be looked at' : ''}`"
    :title="found"
    :data-drawing="entry.id"
    :aria-pressed="here"
  >
    <canvas ref="canvas" :width="width" :height="HEIGHT" aria-hidden="true" />
    <b :class="entry.role">{{ entry.number }}</b>
    <i v-if="found" class="found" aria-hidden="true" />
  </button>
</template>

<style scoped>
.card {
  position: relative;
  flex: none;
  padding: 2px 2px 0;
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--paper);
  cursor: pointer;
}

.card:not(.drawn) {
  border-style: dashed;
  border-color: var(--edge);
}

.card.here {
  border: 1px solid var(--persimmon);
  box-shadow: inset 0 -3px 0 var(--persimmon);
}

canvas {
  display: block;
  max-width: 120px;
  border-radius: 3px;
}

.found {
  position: absolute;
  right: 4px;
  bottom: 5px;
  width: 7px;
  height: 7px;
  border: 1.5px solid var(--plum);
  border-radius: 0 6px 6px 6px;
}

b {
  display: block;
  font: 560 12.5px/1.5 var(--heading);
  text-align: center;
}

b.breakdown {
  text-decoration: underline;
}

b.key::before {
  content: '( ';
  color: transparent;
}

b.key::after {
  content: ' )';
  color: transparent;
}

b.key {
  display: inline-block;
  padding: 0 1px;
  border: 1.2px solid var(--ink);
  border-radius: 10px;
  line-height: 15px;
}
</style>
