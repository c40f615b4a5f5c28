<script setup lang="ts">
import { checkOf, counted, type Limits } from '@unhurried/core'
import { computed, ref, watch } from 'vue'
import { inWords } from '../api/in-words'
import { allScenes } from '../api/all-scenes'
import { api, type ShelvedScene } from '../api/api'
import ProgressLine from '../parts/ProgressLine.vue'
import { useScene } from '../session/scene'
import type { LimitFit } from '../workers/fit/messages'
import { withLimit } from './limits'
import { useFit } from './useFit'

/** What finished scenes of this production would have as limits: tried on those chosen, taken over one by one. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ keep: [limits: Limits] }>()
const store = useScene()
const { progress, fitted, trouble, fit, stop } = useFit()

const scenes = ref<readonly ShelvedScene[]>()
const chosen = ref<ReadonlySet<string>>(new Set())
const drawn = computed(() => scenes.value?.filter(({ done }) => done > 0) ?? [])
const picked = computed(() => drawn.value.filter(({ id }) => chosen.value.has(id)))
const isFinished = ({ done, toDo }: ShelvedScene) => done > 0 && toDo === 0
async function fetchScenes() {
  const found: ShelvedScene[] = []
  try {
    const production = (await api.shelf()).find(({ id }) => id === store.production)
    if (production) for await (const scene of allScenes(production)) found.push(scene)
  } catch (error) {
    trouble.value = inWords(error)
  }
  scenes.value = found
  chosen.value = new Set(found.filter(isFinished).map(({ id }) => id))
}
watch(open, (is) => (is ? fetchScenes() : stop()), { immediate: true })

const toggled = <T,>(set: ReadonlySet<T>, each: T): ReadonlySet<T> => {
  const next = new Set(set)
  if (!next.delete(each)) next.add(each)
  return next
}

/** Fits that are left as the limits are. */
const refused = ref<ReadonlySet<string>>(new Set())
watch(fitted, () => (refused.value = new Set()))
const taken = computed(() => fitted.value?.fits.filter(({ check }) => !refused.value.has(check)) ?? [])
const nameOf = ({ check }: LimitFit) => checkOf(check)?.name ?? check
const wordsOf = ({ check, limit }: LimitFit) => checkOf(check)?.limits[limit]?.words ?? limit
const unitOf = ({ check, limit }: LimitFit) => checkOf(check)?.limits[limit]?.unit ?? ''

function keep() {
  emit(
    'keep',
    taken.value.reduce<Limits>(
      (limits, { check, limit, proposed }) => withLimit(limits, check, limit, proposed),
      store.limits,
    ),
  )
  open.value = false
}
</script>

<template>
  <ElDialog v-model="open" title="Limits from finished work" width="min(720px, 94vw)" top="7vh">
    <div class="fit">
      <p class="note">
        What you call finished is what you call right. Each limit is tried on the scenes chosen, tighter and looser: one
        finding in a hundred of their drawings may remain. What you answered as meant does not count.
      </p>
      <fieldset v-if="drawn.length > 0" :disabled="progress !== undefined">
        <legend>Scenes of this production</legend>
        <label v-for="scene in drawn" :key="scene.id">
          <input type="checkbox" :checked="chosen.has(scene.id)" @change="chosen = toggled(chosen, scene.id)" />
          <span>{{ scene.name }}</span>
          <span class="note">{{
            scene.toDo > 0
              ? `${counted(scene.done, 'drawing')}, ${scene.toDo} still to draw`
              : counted(scene.done, 'drawing')
          }}</span>
        </label>
      </fieldset>
      <p v-else-if="scenes && !trouble" class="quiet">No scene of this production has a drawing yet.</p>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <div class="line">
        <ProgressLine
          v-if="progress"
          :share="progress.share"
          :words="`Trying the limits on ${progress.words}`"
          @stop="stop()"
        />
        <button
          v-else
          class="word"
          :class="{ main: !fitted }"
          :disabled="picked.length === 0"
          @click="fit(picked, store.limits)"
        >
          Try the limits on {{ counted(picked.length, 'scene') }}
        </button>
      </div>
      <section v-if="fitted" role="status" aria-label="What the finished scenes say">
        <p v-if="fitted.unread.length > 0" class="trouble">
          {{ fitted.unread.join(', ') }} could not be read and {{ fitted.unread.length === 1 ? 'is' : 'are' }} left out.
        </p>
        <p v-if="fitted.fits.length === 0" class="quiet">
          {{
            fitted.drawings < fitted.least
              ? `${counted(fitted.drawings, 'drawing')} are too few to tell: choose scenes with ${fitted.least} or more.`
              : `The ${counted(fitted.drawings, 'drawing')} ask for no other limits.`
          }}
        </p>
        <table v-else>
          <caption>
            {{
              `From ${counted(fitted.drawings, 'drawing')}`
            }}
          </caption>
          <thead>
            <tr>
              <th scope="col">Limit</th>
              <th scope="col" class="number">now</th>
              <th scope="col" class="number">fitted</th>
              <th scope="col" class="number">findings</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="each in fitted.fits" :key="each.check" :class="{ refused: refused.has(each.check) }">
              <th scope="row">
                <label :title="wordsOf(each)">
                  <input
                    type="checkbox"
                    :checked="!refused.has(each.check)"
                    @change="refused = toggled(refused, each.check)"
                  />
                  {{ nameOf(each) }}
                </label>
              </th>
              <td class="number">{{ each.now }} {{ unitOf(each) }}</td>
              <td class="number">
                <strong>{{ each.proposed }} {{ unitOf(each) }}</strong>
              </td>
              <td class="number">{{ each.found }} → {{ each.left }}</td>
            </tr>
          </tbody>
        </table>
        <div v-if="fitted.fits.length > 0" class="line">
          <button class="word main" :disabled="taken.length === 0" @click="keep">
            Take over {{ counted(taken.length, 'limit') }}
          </button>
          <span class="note">For every scene of this production; each can be changed back under Limits.</span>
        </div>
      </section>
    </div>
  </ElDialog>
</template>

<style scoped>
.fit {
  display: grid;
  gap: 12px;
}

fieldset {
  display: grid;
  gap: 2px;
  max-height: 34vh;
  margin: 0;
  padding: 6px 10px 8px;
  border: 1px solid var(--rule);
  overflow: auto;
}

fieldset label {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 8px;
  align-items: baseline;
}

input[type='checkbox'] {
  accent-color: var(--lagoon);
}

.line {
  display: flex;
  gap: 12px;
  align-items: center;
}

section {
  display: grid;
  gap: 10px;
}

table {
  border-collapse: collapse;
}

caption {
  padding-bottom: 4px;
  color: var(--graphite);
  text-align: left;
}

th,
td {
  padding: 3px 8px;
  border-bottom: 1px solid var(--hairline);
  font-weight: inherit;
  text-align: left;
}

.number {
  text-align: right;
  font-variant-numeric: tabular-nums;
}

.refused td {
  color: var(--graphite);
}

.trouble {
  color: var(--plum);
}
</style>
