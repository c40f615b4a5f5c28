<script setup lang="ts">
import { clamp } from '@unhurried/core'
import type { Reference } from '@unhurried/core'
import { computed, onUnmounted, ref, shallowRef } from 'vue'
import { pictures } from '../../stage/pictures/pictures'
import { useScene } from '../../session/scene'
import { followDrag } from '../../parts/drag'
import AdjustedImage from '../../parts/AdjustedImage.vue'

const props = defineProps<{ picking: boolean }>()
const emit = defineEmits<{ pick: [number, number, number, number] }>()
const store = useScene()
const host = ref<HTMLElement>()
/** Pictures come when they come. */
const arrived = ref(0)
onUnmounted(pictures.onChange(() => arrived.value++))
const moving = shallowRef<Reference>()
const all = computed(() => {
  void arrived.value
  return Object.values(store.apartFromInk!.references ?? {})
    .filter((each) => each.place === 'beside' && (each.level === undefined || each.level === store.level))
    .map((each) => ({
      reference: moving.value?.id === each.id ? moving.value : each,
      address: pictures.address(each.picture),
    }))
})

function down(event: PointerEvent, reference: Reference, grow = false) {
  if (event.button > 0) return
  event.preventDefault()
  event.stopPropagation()
  if (props.picking) return pick(event, reference)
  if (reference.locked) return
  followDrag(event, {
    onMove(moved) {
      const box = host.value!.getBoundingClientRect()
      const [dx, dy] = [moved.dx / box.width, moved.dy / box.height]
      moving.value = grow
        ? { ...reference, width: clamp(reference.width + dx, 0.04, 1) }
        : { ...reference, x: clamp(reference.x + dx, -0.5, 0.97), y: clamp(reference.y + dy, -0.5, 0.97) }
    },
    onEnd() {
      if (moving.value) store.change({ type: 'reference.put', reference: moving.value })
      moving.value = undefined
    },
  })
}
function pick(event: PointerEvent, { picture }: Reference) {
  const bitmap = pictures.of(picture)
  if (!bitmap) return
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  const surface = new OffscreenCanvas(1, 1).getContext('2d')!
  surface.drawImage(
    bitmap,
    -Math.floor(((event.clientX - box.left) / box.width) * bitmap.width),
    -Math.floor(((event.clientY - box.top) / box.height) * bitmap.height),
  )
  const [r, g, b, a] = surface.getImageData(0, 0, 1, 1).data
  emit('pick', r!, g!, b!, a!)
}
const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-0.01, 0],
  ArrowRight: [0.01, 0],
  ArrowUp: [0, -0.01],
  ArrowDown: [0, 0.01],
}
function onKey(event: KeyboardEvent, reference: Reference) {
  const arrow = ARROWS[event.key]
  if (!arrow || reference.locked) return
  event.preventDefault()
  event.stopPropagation()
  store.change({
    type: 'reference.put',
    reference: { ...reference, x: reference.x + arrow[0], y: reference.y + arrow[1] },
  })
}
</script>

<template>
  <div ref="host" class="references">
    <figure
      v-for="{ reference, address } in all"
      :key="reference.id"
      class="paper pinned"
      :class="{ locked: reference.locked, picking }"
      :style="{
        left: `${reference.x * 100}%`,
        top: `${reference.y * 100}%`,
        width: `${reference.width * 100}%`,
        opacity: reference.strength,
      }"
      tabindex="0"
      role="img"
      :aria-label="`Reference ${reference.name}`"
      :data-reference="reference.name"
      @pointerdown="down($event, reference)"
      @keydown="onKey($event, reference)"
    >
      <AdjustedImage
        v-if="address"
        :picture="reference.picture"
        :address="address"
        :name="reference.name"
        :adjust="reference.adjust"
      />
      <span v-else class="note">{{ reference.name }} is on its way …</span>
      <i v-if="!reference.locked && !picking" class="grow" @pointerdown="down($event, reference, true)" />
    </figure>
  </div>
</template>

<style scoped>
.references {
  position: absolute;
  inset: 0;
  overflow: hidden;
  pointer-events: none;
}

.pinned {
  position: absolute;
  margin: 0;
  padding: 3px;
  pointer-events: all;
  touch-action: none;
  cursor: grab;
}

.pinned.locked {
  pointer-events: none;
}

.pinned.picking {
  pointer-events: all;
  cursor: copy;
}

.grow {
  position: absolute;
  right: -5px;
  bottom: -5px;
  width: 14px;
  height: 14px;
  border: 1px solid var(--persimmon);
  border-radius: 50%;
  background: var(--card);
  cursor: nwse-resize;
}
</style>
