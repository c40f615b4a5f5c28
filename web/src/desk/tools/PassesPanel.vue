<script setup lang="ts">
import { BLENDS, PASSES, type Blend, type Level, type Pass, type PassState, type SimpleEdit } from '@unhurried/core'
import { computed } from 'vue'
import { freshId } from '../../api/ids'
import { sayWhy, useScene } from '../../session/scene'
import type { PencilSettings } from './pencil'

const pencil = defineModel<PencilSettings>({ required: true })
const props = defineProps<{ level: Level }>()
const store = useScene()
/** As they lie, the uppermost first. */
const rows = computed(() =>
  [...PASSES].reverse().map((pass) => ({
    pass,
    state: props.level.passes?.[pass] ?? {},
    pieces: store.drawing ? (store.scene!.drawings[store.drawing]?.passes[pass] ?? 0) : 0,
  })),
)
function set(pass: Pass, fields: Partial<PassState>, also: SimpleEdit[] = []) {
  const edit: SimpleEdit = {
    type: 'level.set',
    level: props.level.id,
    fields: { passes: { ...props.level.passes, [pass]: { ...props.level.passes?.[pass], ...fields } } },
  }
  return store.change(
    also.length > 0
      ? { type: 'together', words: `the ${pencil.value.pass} pass begun from the ${pass} pass`, edits: [edit, ...also] }
      : edit,
  )
}
const percent = (share: number | undefined) => Math.round((share ?? 1) * 100)
const below = computed(() => [...PASSES].reverse().filter((pass) => pass !== pencil.value.pass))

/** Draws on the pass in hand with another pale beneath it, empty or with its lines to begin from. */
function beginFrom(pass: Pass, withLines: boolean) {
  const { drawing } = store
  const ink = drawing !== undefined && withLines ? store.ink!.inkOf(drawing, pass) : []
  if (withLines && ink.length === 0)
    return sayWhy(new Error(`There is nothing on the ${pass} pass of this drawing to begin from.`))
  const at = drawing !== undefined ? store.ink!.inkOf(drawing, pencil.value.pass).length : 0
  set(
    pass,
    { dim: true },
    ink.length > 0
      ? [
          {
            type: 'ink.change',
            drawing: drawing!,
            pass: pencil.value.pass,
            remove: [],
            add: ink.map((piece, i) => ({ at: at + i, piece: { ...piece, id: freshId() } })),
          },
        ]
      : [],
  )
}
</script>

<template>
  <div class="panel">
    <h3>Passes of level {{ level.name }}</h3>
    <p class="note">All on the same pegs, with the drawing’s one timing. Choose the one you draw on.</p>
    <div v-for="{ pass, state, pieces } in rows" :key="pass" class="row" role="group" :aria-label="`The ${pass} pass`">
      <button class="word name" :aria-pressed="pencil.pass === pass" @click="pencil = { ...pencil, pass }">
        {{ pass }}
      </button>
      <span class="note count">{{ pieces || '' }}</span>
      <button class="word" :aria-pressed="!state.hidden" @click="set(pass, { hidden: !state.hidden })">show</button>
      <button
        class="word"
        :aria-pressed="Boolean(state.dim)"
        title="Pale on the desk only"
        @click="set(pass, { dim: !state.dim })"
      >
        dim
      </button>
      <button class="word" :aria-pressed="Boolean(state.locked)" @click="set(pass, { locked: !state.locked })">
        lock
      </button>
      <ElSlider
        :model-value="percent(state.strength)"
        size="small"
        :min="5"
        :show-tooltip="false"
        :aria-label="`Strength of the ${pass} pass`"
        @change="(value: number | number[]) => set(pass, { strength: Number(value) / 100 })"
      />
      <span class="note share">{{ percent(state.strength) }} %</span>
      <ElSelect
        :model-value="state.blend ?? 'normal'"
        size="small"
        :aria-label="`How the ${pass} pass blends`"
        @change="(blend: Blend) => set(pass, { blend })"
        ><ElOption v-for="blend in BLENDS" :key="blend" :value="blend" :label="blend"
      /></ElSelect>
    </div>
    <div class="line">
      <span class="note">Begin the {{ pencil.pass }} pass from</span>
      <ElDropdown trigger="click" @command="(pass: Pass) => beginFrom(pass, false)">
        <button class="word">one dimmed beneath</button>
        <template #dropdown
          ><ElDropdownMenu
            ><ElDropdownItem v-for="pass in below" :key="pass" :command="pass"
              >{{ pass }}, dimmed beneath</ElDropdownItem
            ></ElDropdownMenu
          ></template
        >
      </ElDropdown>
      <ElDropdown trigger="click" @command="(pass: Pass) => beginFrom(pass, true)">
        <button class="word">a copy of its lines</button>
        <template #dropdown
          ><ElDropdownMenu
            ><ElDropdownItem v-for="pass in below" :key="pass" :command="pass"
              >the lines of {{ pass }}</ElDropdownItem
            ></ElDropdownMenu
          ></template
        >
      </ElDropdown>
      <button
        class="word"
        :aria-pressed="pencil.beneath"
        title="New lines go below what is on the pass"
        @click="pencil = { ...pencil, beneath: !pencil.beneath }"
      >
        Draw under
      </button>
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 84px 26px auto auto auto 1fr 46px 92px;
  gap: 6px 9px;
  align-items: center;
}

.name {
  text-align: left;
}

.share {
  padding-left: 5px;
}

.count {
  text-align: right;
}
</style>
