<script setup lang="ts">
import { isDrawn, mainSheet, placed, timecode, type Scene } from '@unhurried/core'
import { useElementSize, useScroll } from '@vueuse/core'
import { computed, ref, watch } from 'vue'

const props = defineProps<{ scene: Scene; frame: number; level: string }>()
const emit = defineEmits<{ pick: [level: string, frame: number] }>()

const ROW = 22
/** Height taken before the page has been laid out, so that the sheet is never empty. */
const UNMEASURED = 800
const host = ref<HTMLElement>()
const { height } = useElementSize(host)
const { y } = useScroll(host)
const length = computed(() => props.scene.settings.length)
/** As on paper: the top level stands leftmost. */
const levels = computed(() => [...props.scene.levelOrder].reverse().map((id) => props.scene.levels[id]!))

interface Cell { text: string; role: string; drawn: boolean; kind: 'start' | 'again' | 'hold' | 'end' | 'empty' | 'empty-hold' }
const columns = computed(() =>
  levels.value.map((level) => {
    const seen = new Set<string>()
    const cells: Cell[] = []
    for (const { drawing, frames } of placed(mainSheet(props.scene, level.id))) {
      const entry = drawing === null ? undefined : props.scene.drawings[drawing]!
      const again = entry !== undefined && seen.has(entry.id)
      if (entry) seen.add(entry.id)
      for (let i = 0; i < frames; i++) {
        const role = entry?.role ?? ''
        if (!entry) cells.push({ text: i === 0 ? '×' : '', role, drawn: false, kind: i === 0 ? 'empty' : 'empty-hold' })
        else if (i === 0) cells.push({ text: again ? `(${entry.number})` : entry.number, role, drawn: isDrawn(entry), kind: again ? 'again' : 'start' })
        else cells.push({ text: '', role, drawn: true, kind: i === frames - 1 ? 'end' : 'hold' })
      }
    }
    return { level, cells }
  }))
// Only the rows in view are in the page.
const rows = computed(() => {
  const first = Math.max(0, Math.floor(y.value / ROW) - 4)
  const last = Math.min(length.value, Math.ceil((y.value + (height.value || UNMEASURED)) / ROW) + 4)
  return Array.from({ length: last - first }, (_, i) => first + i + 1)
})
watch([() => props.frame, height], () => {
  const view = host.value
  if (!view) return
  const at = (props.frame - 1) * ROW
  if (at < view.scrollTop + ROW || at > view.scrollTop + view.clientHeight - 2 * ROW) view.scrollTop = at - view.clientHeight / 2
}, { flush: 'post' })

function told(cell: Cell, name: string, frame: number) {
  const what = cell.kind.startsWith('empty') ? 'empty' : cell.text ? `drawing ${cell.text}${cell.drawn ? '' : ', not drawn yet'}` : 'held'
  return `Level ${name}, frame ${frame}: ${what}`
}
</script>

<template>
  <div class="sheet" :style="{ '--levels': levels.length }">
    <div class="heads" aria-hidden="true">
      <span>frame</span>
      <span v-for="each in levels" :key="each.id" :class="{ active: each.id === level }" :title="each.name">{{ each.name }}</span>
    </div>
    <div ref="host" class="view" role="grid" tabindex="0" aria-label="Exposure sheet" :aria-rowcount="length">
      <div class="all" :style="{ height: `${length * ROW}px` }" role="rowgroup">
        <div v-for="number in rows" :key="number" class="row" :class="{ here: number === frame, second: (number - 1) % scene.settings.fps === 0 }" :style="{ transform: `translateY(${(number - 1) * ROW}px)` }" role="row" :aria-rowindex="number">
          <span class="number" role="rowheader" :title="timecode(number, scene.settings.fps)">{{ number }}</span>
          <button
            v-for="column in columns" :key="column.level.id" class="cell" role="gridcell" tabindex="-1"
            :class="[column.cells[number - 1]!.kind, column.cells[number - 1]!.role, { drawn: column.cells[number - 1]!.drawn, chosen: number === frame && column.level.id === level }]"
            :aria-label="told(column.cells[number - 1]!, column.level.name, number)" :aria-selected="number === frame && column.level.id === level"
            :data-cell="`${column.level.name}:${number}`" @click="emit('pick', column.level.id, number)"
          ><span>{{ column.cells[number - 1]!.text }}</span></button>
        </div>
      </div>
    </div>
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  grid-template-rows: auto 1fr;
  min-height: 0;
  border-top: 1px solid var(--rule);
}

.heads,
.row {
  display: grid;
  grid-template-columns: 44px repeat(var(--levels), minmax(40px, 1fr));
}

.heads {
  padding-right: 10px;
  border-bottom: 1px solid #a9987a;
  font-size: 13px;
}

.heads span {
  overflow: hidden;
  padding: 2px 4px;
  color: var(--graphite);
  text-align: center;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.heads .active {
  color: var(--ink);
  font-weight: 600;
}

.view {
  position: relative;
  overflow-y: scroll;
  scrollbar-width: thin;
}

.all {
  position: relative;
}

.row {
  position: absolute;
  inset: 0 0 auto;
  height: 22px;
  border-bottom: 1px solid #ece2cf;
}

.row.second {
  border-top: 1.5px solid #a9987a;
}

.row.here {
  background: #f3d9d0;
}

.number {
  padding-right: 9px;
  color: var(--graphite);
  font-size: 13px;
  line-height: 22px;
  text-align: right;
}

.here .number {
  color: #8c2f1c;
  font-weight: 700;
}

.cell {
  position: relative;
  padding: 0;
  border: 0;
  border-left: 1px solid var(--rule);
  background: none;
  color: var(--graphite);
  font: 560 13.5px/22px var(--heading);
  cursor: pointer;
}

.cell.chosen {
  box-shadow: inset 0 0 0 2px var(--persimmon);
}

.cell.drawn {
  color: var(--ink);
}

.cell.key.start span {
  display: inline-block;
  min-width: 21px;
  padding: 0 4px;
  border: 1.3px solid currentcolor;
  border-radius: 11px;
  line-height: 17px;
}

.cell.key.start:not(.drawn) span {
  border-style: dashed;
}

.cell.breakdown.start span {
  text-decoration: underline;
  text-underline-offset: 2px;
}

.cell.hold::after,
.cell.end::after {
  position: absolute;
  top: 0;
  bottom: 0;
  left: 50%;
  border-left: 1.6px solid var(--moss);
  content: '';
}

.cell.end::after {
  bottom: 6px;
}
</style>
