<script setup lang="ts">
import { framesOf, panForWalk } from '@unhurried/core'
import { computed, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import { framesAndSeconds } from '../parts/frames'
import { useScene } from '../session/scene'
import MotionGraph from './MotionGraph.vue'
import MotionPreview from './MotionPreview.vue'
import PlannerInputs from '../parts/PlannerInputs.vue'
import type { PlannerTable } from './usePlanner'

/** A planner beside the strip: what it is asked, the motion, what that costs and bends, and laying it in. */
const props = defineProps<{ table: PlannerTable }>()
const store = useScene()
const router = useRouter()
const settings = computed(() => store.scene!.settings)
const frame = ref(1)
const frames = computed(() => (props.table.motion.value ? framesOf(props.table.motion.value) : 1))
const t = reactive(props.table)
const levels = computed(() =>
  [...store.scene!.levelOrder]
    .reverse()
    .map((id) => store.scene!.levels[id]!)
    .filter(({ kind }) => kind === 'animated'),
)
/** A ground that could go by under a walk in place. */
const ground = computed(() =>
  store
    .scene!.levelOrder.map((id) => store.scene!.levels[id]!)
    .find(({ kind, locked }) => kind === 'ground' && !locked),
)
function panGround() {
  const level = ground.value!
  store.change({
    type: 'level.set',
    level: level.id,
    fields: {
      ground: {
        ...level.ground,
        pan: panForWalk({
          stepLength: t.motion!.pan!,
          framesPerStep: 1,
          length: settings.value.length,
          towards: 'right',
        }),
      },
    },
  })
}
</script>

<template>
  <section class="bench" :aria-label="`${t.planner!.name} planner`" data-test="bench">
    <div class="paper asked">
      <div class="line">
        <h2>{{ t.planner!.name }}</h2>
        <button class="word end" @click="table.close()">Put it away</button>
      </div>
      <p class="note">{{ t.planner!.about }}</p>
      <div v-if="t.planner!.presets" class="line" role="group" aria-label="Starting points">
        <span class="note">Start from</span>
        <button
          v-for="each in t.planner!.presets"
          :key="each.id"
          class="word"
          @click="table.set(each.inputs(t.context!))"
        >
          {{ each.words }}
        </button>
      </div>
      <PlannerInputs :fields="t.fields" :inputs="t.inputs" :fps="settings.fps" @set="table.set" />
    </div>
    <div class="paper shown">
      <MotionPreview
        v-if="t.motion"
        :motion="t.motion"
        :width="settings.width"
        :height="settings.height"
        :fps="settings.fps"
        :paper="settings.paper"
        :stale="t.refused !== undefined"
        @set="table.set"
        @frame="frame = $event"
      />
      <p v-if="t.refused" class="refused" role="alert" data-test="refused">
        {{ t.refused.refused }}
        <button v-if="t.refused.nearest" class="word" @click="table.set(t.refused!.nearest!.inputs)">
          {{ t.refused.nearest.words }}
        </button>
      </p>
      <div v-if="t.motion" class="laying">
        <div class="line">
          <label for="plan-on">On level</label>
          <ElSelect
            id="plan-on"
            :model-value="t.level"
            size="small"
            class="on"
            :disabled="t.record !== undefined"
            @change="table.putOn"
            ><ElOption v-for="each in levels" :key="each.id" :value="each.id" :label="each.name"
          /></ElSelect>
          <label for="plan-at">at frame</label>
          <NumberField
            id="plan-at"
            :model-value="t.frame"
            size="small"
            controls-position="right"
            :min="1"
            :max="7200"
            class="number"
            @change="(value?: number) => table.putAt(value ?? 1)"
          />
          <template v-if="t.motion.cycle">
            <label for="plan-turns">turns</label>
            <NumberField
              id="plan-turns"
              :model-value="t.turns ?? 1"
              size="small"
              controls-position="right"
              :min="1"
              :max="500"
              :disabled="t.turns === null"
              class="number"
              @change="(value?: number) => table.repeat(value ?? 1)"
            />
            <button class="word" :aria-pressed="t.turns === null" @click="table.repeat(t.turns === null ? 2 : null)">
              to the end
            </button>
          </template>
          <span class="note">to frame {{ t.until }}</span>
        </div>
        <div class="line">
          <button class="word main" :disabled="t.refused !== undefined" data-test="lay" @click="table.lay()">
            {{ t.record ? 'Lay the change in' : 'Lay it in' }}
          </button>
          <button v-if="t.record" class="word" @click="router.push({ name: 'draw', params: { scene: store.id } })">
            Draw over it
          </button>
          <button v-if="t.record" class="word" title="The same once more, to be laid after it" @click="table.copy()">
            Copy the plan
          </button>
          <button v-if="t.record" class="word" @click="table.takeOut()">Take the plan out</button>
          <button v-if="t.motion.pan && ground" class="word" @click="panGround">
            Let {{ ground.name }} go by with it
          </button>
        </div>
        <p v-if="t.trouble" class="refused" role="alert">{{ t.trouble }}</p>
        <p v-if="t.done" role="status" class="done" data-test="laid">{{ t.done }}</p>
        <p v-if="t.record && t.stays.length > 0" class="note" data-test="stays">
          Drawn, and left as it is whatever is changed here: {{ t.stays.map(({ number }) => number).join(', ') }}.
        </p>
      </div>
    </div>
    <div class="paper told">
      <template v-if="t.motion">
        <MotionGraph v-for="graph in t.graphs" :key="graph.id" :graph="graph" :frame="frame" :frames="frames" />
        <h3>What it asks</h3>
        <p v-if="t.cost" data-test="cost">{{ framesAndSeconds(t.cost.frames, settings.fps) }}. {{ t.cost.words }}</p>
        <p v-if="t.motion.pan" class="bend">The ground goes by at {{ t.motion.pan.toFixed(2) }} px a frame.</p>
        <ul v-if="t.motion.notes.length > 0">
          <li v-for="(each, i) in t.motion.notes" :key="i" :class="{ caution: each.caution }">
            {{ each.words }}
            <button v-if="each.nearest" class="word" @click="table.set(each.nearest.inputs)">
              {{ each.nearest.words }}
            </button>
          </li>
        </ul>
      </template>
    </div>
  </section>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: minmax(300px, 340px) minmax(0, 1fr) minmax(230px, 280px);
  gap: 12px;
  align-items: start;
}

.paper {
  display: grid;
  gap: 9px;
  min-width: 0;
  padding: 12px 14px;
}

.end {
  margin-left: auto;
}

.laying {
  display: grid;
  gap: 8px;
  padding-top: 9px;
  border-top: 1px solid var(--rule);
}

.on {
  width: 120px;
}

.number {
  width: 84px;
}

.refused {
  margin: 0;
  color: var(--plum);
}

.done {
  margin: 0;
  color: var(--moss);
}

.told p {
  margin: 0;
  font-size: 14px;
}

ul {
  display: grid;
  gap: 6px;
  padding-left: 18px;
  margin: 0;
  font-size: 14px;
}

.caution {
  color: var(--plum);
}

li .word {
  display: block;
  height: auto;
  margin-top: 3px;
  white-space: normal;
  text-align: left;
}

@media (width <= 1100px) {
  .bench {
    grid-template-columns: 300px minmax(0, 1fr);
  }

  .asked {
    grid-row: span 2;
  }
}
</style>
