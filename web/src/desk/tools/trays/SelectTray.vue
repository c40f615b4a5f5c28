<script setup lang="ts">
import { LAW_WORDS, PASSES, SPACING_LAWS, type Pass, type SpacingLaw } from '@unhurried/core'
import { computed } from 'vue'
import PanelButton from '../../../parts/panel/PanelButton.vue'
import { useScene } from '../../../session/scene'
import type { PencilSettings } from '../pencil'
import type { Selection } from '../selection/useSelection'

const pencil = defineModel<PencilSettings>({ required: true })
const props = defineProps<{ selection: Selection; cells: boolean }>()
const emit = defineEmits<{ again: [] }>()
const set = (fields: Partial<PencilSettings>) => (pencil.value = { ...pencil.value, ...fields })
const any = computed(() => props.selection.selected.value !== undefined)
const degrees = computed(() => Math.round(((((props.selection.axis.value * 180) / Math.PI) % 180) + 180) % 180))
const acts = {
  copy: () => props.selection.copy(),
  cut: () => props.selection.cut(),
  paste: () => props.selection.paste(),
  mirrored: () => props.selection.paste(true),
  remove: () => props.selection.remove(),
  all: () => props.selection.all(),
}
const width = computed(() => pencil.value.brushes[pencil.value.brush].size)
/** So much finer or heavier at a time. */
const WEIGHT = 1.25
const restyles: Record<string, () => unknown> = {
  again: () => emit('again'),
  swatch: () => props.selection.inColour(pencil.value.swatch),
  finer: () => props.selection.byWidth(1 / WEIGHT),
  heavier: () => props.selection.byWidth(WEIGHT),
  width: () => props.selection.toWidth(width.value),
  brush: () => props.selection.withBrush(pencil.value.brush),
  steadier: () => props.selection.steadier(),
  closed: () => props.selection.closed(),
  join: () => props.selection.join(),
  front: () => props.selection.order('front'),
  behind: () => props.selection.order('behind'),
}
function restyle(act: string) {
  const [what, which = ''] = act.split(' ')
  if (what === 'pass') return props.selection.toPass(which as Pass)
  if (what === 'level') return props.selection.toLevel(which)
  return restyles[act]!()
}
const store = useScene()
const otherLevels = computed(() =>
  store.scene!.levelOrder.filter((id) => id !== store.level).map((id) => store.scene!.levels[id]!),
)
const onLines = computed(() => !props.selection.anyLine.value)
function squashTo(value: number | undefined) {
  if (value === undefined) return
  props.selection.squash(value / 100)
  props.selection.settle('lines squashed and stretched')
}
</script>

<template>
  <div class="in-tray" role="group" aria-label="Selecting">
    <button class="word" :aria-pressed="pencil.form === 'lasso'" @click="set({ form: 'lasso' })">Lasso</button>
    <button class="word" :aria-pressed="pencil.form === 'box'" @click="set({ form: 'box' })">Box</button>
    <button
      v-if="!cells"
      class="word"
      :aria-pressed="pencil.form === 'part'"
      title="A line is cut in two where it is touched"
      @click="set({ form: 'part' })"
    >
      Part
    </button>
    <ElDropdown trigger="click" max-height="360" @command="restyle">
      <button class="word" :disabled="!any" title="Another colour, width, brush, place or pass for what is selected">
        Change …
      </button>
      <template #dropdown>
        <ElDropdownMenu>
          <ElDropdownItem command="again">Again on the next drawing, moved as last time</ElDropdownItem>
          <ElDropdownItem command="swatch">In the colour in hand</ElDropdownItem>
          <ElDropdownItem command="finer" :disabled="onLines">Finer lines</ElDropdownItem>
          <ElDropdownItem command="heavier" :disabled="onLines">Heavier lines</ElDropdownItem>
          <ElDropdownItem command="width" :disabled="onLines"
            >As wide as the brush in hand, {{ width }} px</ElDropdownItem
          >
          <ElDropdownItem command="brush" :disabled="onLines"
            >With the brush in hand, {{ pencil.brush }}</ElDropdownItem
          >
          <ElDropdownItem command="steadier" :disabled="onLines">Steadier lines</ElDropdownItem>
          <ElDropdownItem command="join" :disabled="onLines">Join to one line</ElDropdownItem>
          <ElDropdownItem command="closed" :disabled="onLines">Close: lead them back to their beginning</ElDropdownItem>
          <ElDropdownItem command="front">In front of all</ElDropdownItem>
          <ElDropdownItem command="behind">Behind all</ElDropdownItem>
          <ElDropdownItem v-for="pass in PASSES" :key="pass" :command="`pass ${pass}`"
            >Onto the {{ pass }} pass</ElDropdownItem
          >
          <ElDropdownItem v-for="{ id, name } in otherLevels" :key="id" :command="`level ${id}`"
            >Over to level {{ name }}</ElDropdownItem
          >
        </ElDropdownMenu>
      </template>
    </ElDropdown>
    <ElDropdown trigger="click" @command="(act: keyof typeof acts) => acts[act]()">
      <button class="word" title="Copy, cut out, paste, take out">Copy …</button>
      <template #dropdown>
        <ElDropdownMenu>
          <ElDropdownItem command="copy" :disabled="!any">Copy (Ctrl+C)</ElDropdownItem>
          <ElDropdownItem command="cut" :disabled="!any">Cut out (Ctrl+X)</ElDropdownItem>
          <ElDropdownItem command="paste" :disabled="!selection.hasCopy.value">Paste in place (Ctrl+V)</ElDropdownItem>
          <ElDropdownItem command="mirrored" :disabled="!selection.hasCopy.value"
            >Paste mirrored about the line through the pivot (Ctrl+Shift+V)</ElDropdownItem
          >
          <ElDropdownItem command="remove" :disabled="!any">Take out (Delete)</ElDropdownItem>
          <ElDropdownItem command="all">All of this pass (Ctrl+A)</ElDropdownItem>
        </ElDropdownMenu>
      </template>
    </ElDropdown>
    <PanelButton
      v-if="!cells"
      class="word"
      title="What a lasso takes, and selecting further: by colour, by part, by touch"
      label="Reach"
      placement="top"
      :width="300"
    >
      <template #button>Reach …</template>
      <div class="panel">
        <button
          class="word"
          :aria-pressed="pencil.cut"
          title="Else taken whole, by their greater part"
          @click="set({ cut: !pencil.cut })"
        >
          Cut lines where the lasso crosses them
        </button>
        <button
          class="word"
          :aria-pressed="pencil.everyPass"
          title="That is shown and not locked, lines and paint together"
          @click="set({ everyPass: !pencil.everyPass })"
        >
          Every pass
        </button>
        <div class="further" role="group" aria-label="Select further">
          <button class="word" @click="selection.byColour()">
            {{ any ? 'All that is in its colours' : 'All that is in the colour in hand' }}
          </button>
          <button class="word" :disabled="!any" @click="selection.byPart()">
            Its part: the paint, and the lines round it
          </button>
          <button class="word" :disabled="!any" @click="selection.byTouch()">What touches it too</button>
        </div>
        <button class="word" :disabled="!any" @click="selection.toOwnLevel()">
          Onto a level of its own, with its exposures
        </button>
      </div>
    </PanelButton>
    <PanelButton
      class="word"
      :disabled="!any"
      title="Flip, stretch, the direction of both"
      label="Shape"
      placement="top"
      :width="250"
    >
      <template #button>Shape …</template>
      <div class="panel">
        <div class="line">
          <button class="word" @click="selection.flip('across')">Flip across ↔</button>
          <button class="word" @click="selection.flip('down')">Flip down ↕</button>
        </div>
        <template v-if="!cells">
          <label class="tray-field"
            >Stretch
            <NumberField
              size="small"
              :controls="false"
              fractional
              :model-value="100"
              :min="20"
              :max="500"
              :step="5"
              aria-label="Stretch along the axis in per cent, keeping the area"
              @change="squashTo"
            />
            %</label
          >
          <label class="tray-field"
            >along
            <NumberField
              size="small"
              :controls="false"
              fractional
              :model-value="degrees"
              :min="0"
              :max="179"
              :step="15"
              aria-label="Direction of the stretch and of the mirror line in degrees"
              @change="(value?: number) => selection.face(((value ?? 90) * Math.PI) / 180)"
            />°</label
          >
        </template>
      </div>
    </PanelButton>
    <ElSelect
      v-if="pencil.on !== 'one'"
      size="small"
      class="grows"
      :model-value="pencil.grows ?? 'same'"
      aria-label="How much of a move each drawing gets"
      @change="(law: SpacingLaw | 'same') => set({ grows: law === 'same' ? undefined : law })"
    >
      <ElOption value="same" label="by the same" />
      <ElOption v-for="law in SPACING_LAWS" :key="law" :value="law" :label="`growing, ${LAW_WORDS[law]}`" />
    </ElSelect>
  </div>
</template>

<style scoped>
.further {
  display: grid;
  gap: inherit;
  padding-top: 6px;
  border-top: 1px dashed var(--rule);
}

.grows {
  width: 150px;
}

.word {
  padding: 2px 6px;
}
</style>
