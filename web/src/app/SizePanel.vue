<script setup lang="ts">
import { LIMITS, placingOf, sceneSized, type Pass, type Sizing } from '@unhurried/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useScene } from '../session/scene'
import { composedPictures } from '../stage/player'

/** Another size of paper, with what becomes of the drawings shown before it is so. */
const emit = defineEmits<{ done: [] }>()
const store = useScene()
const settings = computed(() => store.scene!.settings)
const width = ref(settings.value.width)
const height = ref(settings.value.height)
const drawings = ref<Sizing['drawings']>('scale')
const across = ref(0.5)
const down = ref(0.5)
const sizing = computed<Sizing>(() => ({
  width: width.value,
  height: height.value,
  drawings: drawings.value,
  across: across.value,
  down: down.value,
}))
const SHARES = [0, 0.5, 1]
const PLACES = SHARES.flatMap((y) => SHARES.map((x) => ({ x, y })))
const WORDS = { 0: ['left', 'top'], 0.5: ['middle', 'middle'], 1: ['right', 'bottom'] } as Record<number, string[]>

const canvas = ref<HTMLCanvasElement>()
const SIDE = 220
function show() {
  const surface = canvas.value?.getContext('2d')
  if (!surface) return
  const now = settings.value
  const { scale, x, y } = placingOf(now, sizing.value)
  // Both papers are seen whole, wherever the old one reaches over the new.
  const [left, top] = [Math.min(0, x), Math.min(0, y)]
  const [right, bottom] = [Math.max(width.value, x + now.width * scale), Math.max(height.value, y + now.height * scale)]
  const k = SIDE / Math.max(right - left, bottom - top)
  surface.setTransform(1, 0, 0, 1, 0, 0)
  surface.clearRect(0, 0, SIDE, SIDE)
  surface.setTransform(k, 0, 0, k, -left * k, -top * k)
  surface.fillStyle = now.paper
  surface.fillRect(0, 0, width.value, height.value)
  const pictures = composedPictures({
    scene: store.scene!,
    inkOf: store.ink!.inkOf,
    scale: SIDE / now.width,
    clear: true,
    whole: true,
  })
  surface.drawImage(pictures.at(store.frame), x, y, now.width * scale, now.height * scale)
  // What lies beyond the new paper is there, and not seen.
  surface.globalCompositeOperation = 'destination-in'
  surface.fillRect(0, 0, width.value, height.value)
  surface.globalCompositeOperation = 'source-over'
  surface.lineWidth = 1 / k
  surface.strokeStyle = '#2a2932'
  surface.strokeRect(0, 0, width.value, height.value)
  surface.strokeStyle = '#23686c'
  surface.setLineDash([4 / k, 3 / k])
  surface.strokeRect(x, y, now.width * scale, now.height * scale)
  pictures.end()
}
onMounted(async () => {
  show()
  // In Plan the ink of this frame may not be here yet.
  await store.loadInk()
  show()
})
watch(sizing, show)

const same = computed(() => width.value === settings.value.width && height.value === settings.value.height)
async function change() {
  const here = store.thisScene()
  if (!(await store.allInk())) return
  const step = sceneSized(store.scene!, sizing.value, (drawing: string, pass: Pass) => store.ink!.inkOf(drawing, pass))
  if (here.change(...step)) emit('done')
}
</script>

<template>
  <div class="panel" role="group" aria-label="Size of the paper">
    <div class="line">
      <NumberField
        v-model="width"
        size="small"
        :controls="false"
        :min="LIMITS.side.min"
        :max="LIMITS.side.max"
        aria-label="New width in pixels"
      />
      ×
      <NumberField
        v-model="height"
        size="small"
        :controls="false"
        :min="LIMITS.side.min"
        :max="LIMITS.side.max"
        aria-label="New height in pixels"
      />
    </div>
    <div class="line" role="group" aria-label="The drawings">
      <button
        v-if="!settings.cells"
        class="word"
        :aria-pressed="drawings === 'scale'"
        title="As large as fits on the new paper"
        @click="drawings = 'scale'"
      >
        drawings grow along
      </button>
      <button
        class="word"
        :aria-pressed="drawings === 'keep' || settings.cells"
        title="What lies beyond the edge then is cropped from the picture, and still there"
        @click="drawings = 'keep'"
      >
        keep their size
      </button>
    </div>
    <div class="both">
      <canvas ref="canvas" :width="SIDE" :height="SIDE" role="img" aria-label="The old paper on the new" />
      <div class="places" role="group" aria-label="Where the old paper lies">
        <button
          v-for="place in PLACES"
          :key="`${place.x} ${place.y}`"
          class="word"
          :aria-pressed="across === place.x && down === place.y"
          :aria-label="`${WORDS[place.y]![1]} ${WORDS[place.x]![0]}`"
          @click="((across = place.x), (down = place.y))"
        >
          ·
        </button>
      </div>
    </div>
    <button class="word main" :disabled="same" @click="change">Make it {{ width }} × {{ height }}</button>
  </div>
</template>

<style scoped>
.both {
  display: flex;
  gap: 10px;
  align-items: center;
}

.places {
  display: grid;
  grid-template-columns: repeat(3, 30px);
  gap: 3px;
}

.line .el-input-number {
  width: 86px;
}
</style>
