<script setup lang="ts">
import { sameItems, type Scene } from '@unhurried/core'
import { computed } from 'vue'
import { inPassing, squaresOf, type ShownColumn, type Square } from './grid/squares'

/** One frame of the sheet across all levels, and its note. */
const props = defineProps<{
  number: number
  /** It goes by too fast to be read: its squares are one line of text. */ passing: boolean
  // These three are asked for by the row itself: where nothing in them concerns it, it is not written anew.
  columns: () => readonly ShownColumn[]
  drawings: () => Scene['drawings']
  /** Squares where something is to be looked at, `level:frame`, and what. */ found: () => ReadonlyMap<string, string>
  /** The levels chosen at this frame. */ chosen: readonly string[]
  here: boolean
  second: boolean
  beat: boolean
  beyond: boolean
  note: string | undefined
}>()

const isPassing = computed(() => props.passing && props.chosen.length === 0)
type Kept = ReturnType<typeof squaresOf>
const isLit = (kept: Kept) => kept.some(({ square }) => square.chosen)
/** While the row goes by they stay as they were, unseen, unless some are chosen: at rest only what differs is written. */
const kept = computed<Kept>((was = []) => {
  if (isPassing.value && !isLit(was)) return was
  const { number: frame, chosen } = props
  const [drawings, found] = [props.drawings(), props.found()]
  return squaresOf(
    props.columns(),
    ({ level: { id } }) => ({
      ...{ frame, drawings },
      chosen: chosen.includes(id),
      finding: found.get(`${id}:${frame}`),
    }),
    was,
  )
})
const squares = computed<readonly Square[]>((was = []) => {
  const now = kept.value.map(({ square }) => square)
  return sameItems(now, was) ? was : now
})
const line = computed(() => {
  if (!isPassing.value) return undefined
  const columns = props.columns()
  const style = `${columns[0]?.style ?? ''}; width: calc(${columns.length} * var(--across))`
  return { style, text: inPassing(columns, props.drawings(), props.number) }
})
</script>

<template>
  <div class="row" role="row" :aria-rowindex="number" :class="{ here, second, beat, beyond }">
    <div class="squares" role="presentation" :class="{ skipped: isPassing }">
      <div
        v-for="square in squares"
        :key="square.id"
        v-memo="[square]"
        role="gridcell"
        :class="square.look"
        :aria-colindex="square.index + 1"
        :aria-label="square.words"
        :aria-selected="square.chosen"
        :title="square.title"
        :data-cell="square.name"
        :style="square.style"
      >
        <span>{{ square.text }}</span>
      </div>
    </div>
    <div v-if="line" class="passing" aria-hidden="true" :style="line.style" v-text="line.text" />
    <div
      class="note-cell"
      role="gridcell"
      :data-note="passing ? undefined : number"
      :title="passing ? undefined : (note ?? 'Write a note here')"
      :aria-label="passing ? undefined : `Note at frame ${number}${note === undefined ? '' : `: ${note}`}`"
    >
      {{ note }}
    </div>
  </div>
</template>

<style scoped>
.row {
  position: absolute;
  left: 0;
  width: var(--width);
  height: var(--row);
  border-bottom: 1px solid var(--hairline);
  contain: size layout style;
}

.row.second {
  border-top: 1.5px solid var(--edge);
}

.row.beat {
  border-top: 1.5px dashed var(--lagoon);
}

.row.beyond {
  opacity: 0.4;
}

.row.here {
  background: var(--chosen);
}

.squares {
  position: absolute;
  inset: 0;
}

.squares.skipped {
  content-visibility: hidden;
}

/* Every square at a stop of the tabs; the rules between them are painted, not laid out. */
.passing {
  position: absolute;
  top: 0;
  height: var(--row);
  padding-left: calc(var(--across) / 2 - 1ch);
  background: repeating-linear-gradient(to right, var(--rule) 0 1px, transparent 1px var(--across));
  color: var(--graphite);
  font: 560 13.5px/var(--row) var(--heading);
  tab-size: var(--across);
  white-space: pre;
  contain: strict;
}

.cell,
.note-cell {
  position: absolute;
  top: 0;
  height: var(--row);
  border-left: 1px solid var(--rule);
  color: var(--graphite);
  font: 560 13.5px/var(--row) var(--heading);
  text-align: center;
  cursor: cell;
  /* What cuts its content off is painted by itself, which so many squares cannot afford. */
  contain: size layout style;
}

.cell.long,
.note-cell {
  overflow: hidden;
}

.cell {
  width: var(--across);
}

.note-cell {
  right: 0;
  width: var(--notes);
  padding: 0 5px;
  font: 400 13px/var(--row) var(--text);
  text-align: left;
  text-overflow: ellipsis;
  white-space: nowrap;
  cursor: text;
}

.cell.locked {
  cursor: default;
}

.cell.chosen {
  background: rgb(from var(--lagoon) r g b / 15%);
  box-shadow: inset 0 0 0 1px rgb(from var(--lagoon) r g b / 45%);
}

.here .cell.chosen {
  box-shadow: inset 0 0 0 2px var(--persimmon);
}

.cell.found::after {
  position: absolute;
  top: 3px;
  right: 4px;
  width: 6px;
  height: 6px;
  border: 1.5px solid var(--plum);
  border-radius: 0 5px 5px 5px;
  content: '';
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

/* Where a drawing is held its line is what is marked. */
.cell.found:is(.hold, .end)::after {
  right: auto;
  width: 0;
  height: auto;
  border: 0 double var(--plum);
  border-left-width: 5px;
  border-radius: 0;
}

/* A cycle: bracketed down its left, its later turns paler. */
.cell.cycle {
  border-left: 3px double var(--lagoon);
}

.cell.cycle.later span {
  color: var(--pale-ink);
  font-weight: 400;
}

.cell.cycle.later::after {
  border-left-style: dotted;
}

.cell.ends::before {
  position: absolute;
  inset: auto 0 0;
  z-index: 1;
  height: 6px;
  cursor: ns-resize;
  content: '';
}

.cell.ends:hover::before {
  background: rgb(from var(--moss) r g b / 40%);
}
</style>
