<script setup lang="ts">
import { counted, pinOf } from '@unhurried/core'
import { useEventListener } from '@vueuse/core'
import { computed, defineAsyncComponent, ref } from 'vue'
import { typing } from '../../../parts/typing'
import { useLook } from '../../../session/look'
import { useScene } from '../../../session/scene'
import { useLandmarkNames } from '../useLandmarkNames'
import type { Landmarks } from '../useLandmarks'

const props = defineProps<{ landmarks: Landmarks }>()
const look = useLook()
const store = useScene()
const ContactsDialog = defineAsyncComponent(() => import('../contacts/ContactsDialog.vue'))
/** Fetched when it is first opened. */
const touching = ref<boolean>()
const { name, renaming, adding, naming, end, rename, give } = useLandmarkNames(props.landmarks)
// One press pins a whole run; with nothing proposed Enter is every button's own.
useEventListener(
  window,
  'keydown',
  (event) => {
    if (event.key !== 'Enter' || look.proposals.length === 0 || typing(event.target)) return
    event.preventDefault()
    event.stopPropagation()
    look.accept()
  },
  { capture: true },
)
/** How sure the least sure of the proposals is. */
const least = computed(() => Math.round(100 * Math.min(...look.proposals.map(({ confidence }) => confidence))))
const pin = computed(
  () => props.landmarks.inHand.value && pinOf(props.landmarks.entry.value, props.landmarks.inHand.value.id),
)
const asks = computed(() => {
  const { all, entry, inHand, missing } = props.landmarks
  if (all.value.length === 0)
    return 'Name a point to follow, such as nose or wrist, then press on the paper where it lies.'
  if (!entry.value) return 'There is no drawing here to pin on.'
  if (missing.value.length === 0) return `All landmarks of ${entry.value.number} are pinned. Drag one to move it.`
  return inHand.value && !pin.value
    ? `Press on the paper where ${inHand.value.name} lies on ${entry.value.number}.`
    : `Still to pin on ${entry.value.number}: ${missing.value.map((each) => each.name).join(', ')}.`
})
interface LandmarkAct {
  readonly word: string
  readonly title?: string
  readonly off?: boolean
  readonly act: () => void
}
/** What is done to the one in hand. */
const acts = computed((): LandmarkAct[] => {
  const { inHand, copy, canStep, step, remove, turnSharply, unpin } = props.landmarks
  if (!inHand.value) return []
  const landmark = inHand.value
  const { id } = landmark
  const sharp = Boolean(pin.value && pin.value.corner)
  const pinned = [
    {
      word: sharp ? 'No sharp turn' : 'Sharp turn',
      title: 'The path turns sharply here, as where a ball touches the ground',
      act: () => turnSharply(id, !sharp),
    },
    { word: 'Unpin', title: 'From this drawing', act: () => unpin(id) },
  ]
  return [
    ...(pin.value ? pinned : []),
    {
      word: 'Touches …',
      title: 'A landmark of another level, on chosen frames',
      act: () => (touching.value = true),
    },
    { word: 'Rename …', act: () => rename(landmark) },
    { word: 'Copy', title: 'With its pins, to be dragged on from there', act: () => copy(id) },
    { word: 'Earlier', off: !canStep(id, -1), act: () => step(id, -1) },
    { word: 'Later', off: !canStep(id, 1), act: () => step(id, 1) },
    { word: 'Take away', title: 'With its pins on every drawing; undo brings them back', act: () => remove(id) },
  ]
})
const vFocus = {
  mounted: (field: HTMLElement, { value }: { value: boolean }) => value && field.querySelector('input')?.focus(),
}
</script>

<template>
  <div class="landmarks" role="group" aria-label="Landmarks">
    <div v-if="landmarks.all.value.length > 0" class="chips">
      <button
        v-for="each in landmarks.all.value"
        :key="each.id"
        class="word chip"
        :aria-pressed="landmarks.inHand.value?.id === each.id"
        :title="pinOf(landmarks.entry.value, each.id) ? 'Pinned on this drawing' : 'Not pinned on this drawing yet'"
        @click="(landmarks.pick(each.id), end())"
      >
        {{ pinOf(landmarks.entry.value, each.id) ? '●' : '○' }} {{ each.name }}
      </button>
    </div>
    <form v-if="naming" v-focus="adding || renaming !== undefined" @submit.prevent="give" @keydown.esc.stop="end">
      <ElInput
        v-model="name"
        size="small"
        placeholder="New landmark"
        :aria-label="renaming ? 'Another name for this landmark' : 'Name of a new landmark'"
      />
      <button class="word">{{ renaming ? 'Rename' : 'Add' }}</button>
    </form>
    <button v-else class="word" aria-label="New landmark" title="Name another point to follow" @click="adding = true">
      New …
    </button>
    <template v-if="landmarks.inHand.value">
      <ElDropdown trigger="click" @command="(act: () => void) => act()">
        <button class="word">Change …</button>
        <template #dropdown
          ><ElDropdownMenu
            ><ElDropdownItem
              v-for="{ word, title, off, act } in acts"
              :key="word"
              :command="act"
              :disabled="off"
              :title
              >{{ word }}</ElDropdownItem
            ></ElDropdownMenu
          ></template
        >
      </ElDropdown>
      <ContactsDialog
        v-if="touching !== undefined"
        v-model="touching"
        :landmark="landmarks.inHand.value"
        :level="store.level"
      />
    </template>
    <template v-if="look.proposals.length > 0">
      <button class="word main" title="Enter" data-test="accept" @click="look.accept()">
        Pin on {{ counted(look.proposals.length, 'drawing') }}
      </button>
      <button class="word" @click="look.refuse()">Let go</button>
      <span class="note" role="status">Dotted where it seems to lie, at least {{ least }} % sure. Flip to see.</span>
    </template>
    <button
      v-else-if="pin && landmarks.entry.value"
      class="word"
      :disabled="look.following"
      title="Proposes where it lies on the drawings after this one, from the ink around it"
      @click="look.follow(landmarks.entry.value.id, landmarks.inHand.value!.id)"
    >
      {{ look.following ? 'Following …' : 'Follow on' }}
    </button>
    <span v-if="look.proposals.length === 0" class="note asks" role="status" :title="asks">{{ asks }}</span>
  </div>
</template>

<style scoped>
/* One line, as every tool's: what does not fit is reached by scrolling. */
.landmarks,
.chips,
form {
  display: flex;
  flex: none;
  gap: 5px;
  align-items: center;
}

.landmarks {
  flex: 1 0 auto;
  max-width: 100%;
}

.chips {
  flex: 0 1 auto;
  min-width: 90px;
  overflow: auto hidden;
  scrollbar-width: thin;
}

.chip {
  flex: none;
}

.asks {
  flex: 1 1 130px;
  min-width: 110px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

form .el-input {
  width: 108px;
}
</style>
