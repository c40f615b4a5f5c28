<script setup lang="ts">
import { exposuresOf } from '@unhurried/core'
import { computed, ref } from 'vue'
import { framesAndSeconds } from '../parts/frames'
import { useScene } from '../session/scene'

const props = defineProps<{ fps: number }>()
const emit = defineEmits<{ done: [] }>()
const store = useScene()
const keep = ref<'frames' | 'seconds'>('frames')
const was = computed(() => store.working!)
const edit = computed(() => ({ type: 'scene.rate' as const, fps: props.fps, keep: keep.value }))
/** What each level shows now and would show, exposure by exposure. */
const after = computed(() => {
  const sentence = store.attempt(edit.value)
  const scene = sentence === undefined ? store.scene! : undefined
  store.attempt()
  return { sentence, scene }
})
const MOST = 24
const levels = computed(() =>
  [...was.value.levelOrder].reverse().map((id) => {
    const before = exposuresOf(was.value, id, store.take)
    const now = after.value.scene && exposuresOf(after.value.scene, id, store.take)
    return {
      id,
      name: was.value.levels[id]!.name,
      more: Math.max(0, before.length - MOST),
      exposures: before.slice(0, MOST).map((each, i) => ({
        number: each.drawing === null ? '×' : was.value.drawings[each.drawing]!.number,
        was: each.frames,
        now: now?.[i]?.frames ?? each.frames,
      })),
    }
  }),
)
const lasts = (scene: typeof was.value) => framesAndSeconds(scene.settings.length, scene.settings.fps)
function take() {
  if (store.change(edit.value)) emit('done')
}
</script>

<template>
  <section class="paper rate" aria-label="Change the rate">
    <h2>From {{ was.settings.fps }} to {{ fps }} frames a second</h2>
    <div class="line" role="group" aria-label="What to keep">
      <button class="word" :aria-pressed="keep === 'frames'" @click="keep = 'frames'">Keep the frames</button>
      <button class="word" :aria-pressed="keep === 'seconds'" @click="keep = 'seconds'">Keep the seconds</button>
      <span class="note">{{
        keep === 'frames'
          ? 'Every exposure stays as it is; it plays faster or slower.'
          : 'It lasts as long as now; every exposure is shared out anew, on every take.'
      }}</span>
    </div>
    <p v-if="after.sentence" class="wrong" role="alert">{{ after.sentence }}</p>
    <template v-else>
      <p>
        {{ lasts(was) }} become <b>{{ lasts(after.scene!) }}</b>.
      </p>
      <div class="levels">
        <table v-for="level in levels" :key="level.id">
          <caption>
            {{
              level.name
            }}
          </caption>
          <tbody>
            <tr>
              <th scope="row">drawing</th>
              <td v-for="(each, i) in level.exposures" :key="i">{{ each.number }}</td>
              <td v-if="level.more">and {{ level.more }} more</td>
            </tr>
            <tr>
              <th scope="row">held</th>
              <td v-for="(each, i) in level.exposures" :key="i">{{ each.was }}</td>
            </tr>
            <tr>
              <th scope="row">then</th>
              <td v-for="(each, i) in level.exposures" :key="i" :class="{ other: each.now !== each.was }">
                {{ each.now }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
    <div class="line">
      <button class="word main" :disabled="after.sentence !== undefined" @click="take">Change the rate</button>
      <button class="word" @click="emit('done')">Leave it at {{ was.settings.fps }}</button>
    </div>
  </section>
</template>

<style scoped>
.rate {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 9px;
  padding: 14px 18px;
}

.levels {
  display: flex;
  gap: 10px;
  max-height: 220px;
  flex-direction: column;
  overflow: auto;
}

table {
  border-collapse: collapse;
  font-size: 14px;
}

caption {
  font-weight: 600;
  text-align: left;
}

th {
  padding-right: 10px;
  color: var(--graphite);
  font-weight: 400;
  text-align: left;
}

td {
  padding: 0 5px;
  text-align: right;
}

.other {
  color: var(--lagoon);
  font-weight: 600;
}

.wrong {
  color: var(--plum);
}
</style>
