<script setup lang="ts">
import { clamp, exposuresOf, isDrawn, lengthOfTake, placed, type Difference, type Scene } from '@unhurried/core'
import { useElementSize } from '@vueuse/core'
import { computed, defineAsyncComponent, ref } from 'vue'
import { short } from '../parts/short'

// Most scenes are silent.
const SoundStrip = defineAsyncComponent(() => import('../sound/SoundStrip.vue'))

/** One take's sheet laid on its side: levels as rows, frames to the right, what differs hatched. */
const props = defineProps<{ scene: Scene; take: string; differs: readonly Difference[]; now: number }>()
const emit = defineEmits<{ pick: [frame: number] }>()
const host = ref<HTMLElement>()
const { width: room } = useElementSize(host)
const NAME = 54
const ROW = 20
const width = computed(() => Math.max(240, room.value || 400))
const step = computed(() => (width.value - NAME) / props.scene.settings.length)
/** The last frame of the take. */
const ends = computed(() => lengthOfTake(props.scene, props.take))
const x = (frame: number) => NAME + (frame - 1) * step.value
/** Wide enough for a number of this many characters. */
const fits = (text: string, frames: number) => frames * step.value >= text.length * 6.5 + 4
const rows = computed(() =>
  [...props.scene.levelOrder].reverse().map((id, i) => {
    const seen = new Set<string>()
    const blocks = placed(exposuresOf(props.scene, id, props.take)).map((each) => {
      const entry = each.drawing === null ? undefined : props.scene.drawings[each.drawing]
      const again = entry !== undefined && seen.has(entry.id)
      if (entry) seen.add(entry.id)
      return {
        ...each,
        text: entry ? (again ? `(${entry.number})` : entry.number) : '×',
        empty: !entry,
        drawn: entry !== undefined && isDrawn(entry),
        key: entry?.role === 'key' && !again,
      }
    })
    return {
      id,
      name: props.scene.levels[id]!.name,
      top: 16 + i * (ROW + 3),
      blocks,
      differs: props.differs.filter((each) => each.level === id),
    }
  }),
)
const height = computed(() => 18 + rows.value.length * (ROW + 3))
const seconds = computed(() =>
  Array.from({ length: Math.ceil(props.scene.settings.length / props.scene.settings.fps) }, (_, i) => i),
)
const frameAt = (event: MouseEvent) => {
  const left = host.value!.getBoundingClientRect().left
  return clamp(Math.floor((event.clientX - left - NAME) / step.value) + 1, 1, props.scene.settings.length)
}
const label = computed(() => {
  const frames = props.differs.reduce((sum, { from, to }) => sum + to - from + 1, 0)
  return `Sheet of ${props.scene.takes[props.take]!.name}${frames > 0 ? `, ${frames === 1 ? '1 frame differs' : `${frames} frames differ`}` : ''}`
})
</script>

<template>
  <div ref="host" class="strip">
    <svg :width="width" :height="height" role="img" :aria-label="label" @click="emit('pick', frameAt($event))">
      <defs>
        <pattern id="differs" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="5" height="5" fill="var(--plum-mist)" />
          <line x1="0" x2="0" y1="0" y2="5" stroke="var(--plum)" stroke-width="1.6" stroke-opacity="0.55" />
        </pattern>
      </defs>
      <text v-for="second in seconds" :key="second" :x="x(second * scene.settings.fps + 1)" y="11" class="second">
        {{ second }} s
      </text>
      <g v-for="row in rows" :key="row.id">
        <text x="0" :y="row.top + 14" class="name">
          <title>{{ row.name }}</title>
          {{ short(row.name, 7) }}
        </text>
        <rect
          v-for="each in row.differs"
          :key="each.from"
          :x="x(each.from)"
          :y="row.top"
          :width="(each.to - each.from + 1) * step"
          :height="ROW"
          fill="url(#differs)"
          data-test="differs"
        />
        <g v-for="each in row.blocks" :key="each.index">
          <rect
            :x="x(each.frame) + 0.5"
            :y="row.top + 0.5"
            :width="Math.max(1, each.frames * step - 1)"
            :height="ROW - 1"
            class="block"
            :class="{ empty: each.empty, key: each.key }"
            rx="3"
          />
          <text
            v-if="fits(each.text, each.frames)"
            :x="x(each.frame) + (each.frames * step) / 2"
            :y="row.top + 14"
            text-anchor="middle"
            class="number"
            :class="{ drawn: each.drawn }"
          >
            {{ each.text }}
          </text>
        </g>
      </g>
      <rect
        v-if="ends < scene.settings.length"
        :x="x(ends + 1)"
        y="14"
        :width="(scene.settings.length - ends) * step"
        :height="height - 14"
        class="beyond"
      />
      <line :x1="x(now) + step / 2" :x2="x(now) + step / 2" y1="14" :y2="height" class="now" />
    </svg>
    <SoundStrip
      v-if="scene.sounds"
      class="sound"
      :sounds="scene.sounds"
      :fps="scene.settings.fps"
      :first="1"
      :count="scene.settings.length"
      :per-frame="step"
      :across="26"
      :said="scene.said"
      :style="{ marginLeft: `${NAME}px` }"
    />
  </div>
</template>

<style scoped>
.strip {
  min-width: 0;
  overflow: hidden;
}

svg {
  display: block;
}

.beyond {
  fill: rgb(from var(--card) r g b / 70%);
  stroke: none;
}

.block {
  fill: none;
  stroke: var(--edge);
}

.block.key {
  stroke: var(--ink);
}

.block.empty {
  stroke: var(--rule);
  stroke-dasharray: 2 2;
}

text {
  font-size: 12px;
  fill: var(--graphite);
}

.name {
  font-weight: 600;
  fill: var(--ink);
}

.number {
  font-family: var(--heading);
}

.number.drawn {
  fill: var(--ink);
}

.second {
  font-size: 11px;
}

.now {
  stroke: var(--persimmon);
  stroke-width: 2;
}
</style>
