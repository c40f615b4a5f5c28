<script setup lang="ts">
import { counted, LIMITS, type Take } from '@unhurried/core'
import { useRouter } from 'vue-router'
import { framesAndSeconds } from '../parts/frames'
import { useScene } from '../session/scene'
import TakeStrip from './TakeStrip.vue'
import { usePlayInStep } from './usePlayInStep'
import { useTakeNames, useTakes, useTakeTimes } from './useTakes'

const store = useScene()
const router = useRouter()
const takes = useTakes()
const { scene, out, away, beside, toggle, addFrom } = takes
const { names, rename } = useTakeNames(takes)
const { lasts, setLength, length, beyond, differences, differencesInWords } = useTakeTimes(takes)
const { size, now, isPlaying, play, stop, goTo, keep } = usePlayInStep({
  scene: () => scene.value,
  beside: () => beside.value,
  length: () => length.value,
})

async function open(take: Take) {
  store.take = take.id
  await router.push({ name: 'draw', params: { scene: store.id } })
}
</script>

<template>
  <div class="takes">
    <aside class="paper list" aria-label="Takes of this scene">
      <section
        v-for="take in out"
        :key="take.id"
        class="take"
        :class="{ on: beside.includes(take.id) }"
        :aria-label="take.name"
      >
        <div class="line">
          <ElInput
            v-model="names[take.id]"
            :placeholder="take.name"
            size="small"
            class="name"
            :aria-label="`Name of take ${take.name}`"
            @change="(text: string) => rename(take, text)"
          />
          <b v-if="take.id === scene.mainTake" class="main-mark">main take</b>
        </div>
        <div class="line">
          <label
            >lasts
            <NumberField
              size="small"
              class="lasts"
              :controls="false"
              :model-value="lasts(take)"
              :min="1"
              :max="LIMITS.length.max"
              :aria-label="`Frames take ${take.name} lasts`"
              @change="(frames: number | undefined) => frames && setLength(take, frames)"
            />
            frames</label
          >
          <span class="note">{{ Number((lasts(take) / scene.settings.fps).toFixed(2)) }} s</span>
          <span v-if="beyond(take) > 0" class="note" data-test="beyond"
            >{{ counted(beyond(take), 'drawing') }} beyond its end</span
          >
        </div>
        <div class="line">
          <button class="word" :aria-pressed="beside.includes(take.id)" @click="toggle(take.id)">
            {{ beside.includes(take.id) ? 'On the table' : 'Lay it beside' }}
          </button>
          <button class="word" @click="open(take)">Time it on the desk</button>
        </div>
        <div class="line">
          <button class="word" @click="addFrom(take)">New take from this</button>
          <template v-if="take.id !== scene.mainTake">
            <button class="word" @click="store.change({ type: 'take.main', take: take.id })">
              Make it the main take
            </button>
            <button class="word" @click="store.change({ type: 'take.set', take: take.id, fields: { away: true } })">
              Put away
            </button>
          </template>
        </div>
      </section>
      <template v-if="away.length > 0">
        <h3>Put away</h3>
        <p v-for="take in away" :key="take.id" class="line">
          {{ take.name }}
          <button class="word" @click="store.change({ type: 'take.set', take: take.id, fields: { away: false } })">
            Bring it back
          </button>
        </p>
      </template>
      <div class="line">
        <button class="word" :disabled="!store.canUndo" @click="store.undo()">Undo</button>
        <button class="word" :disabled="!store.canRedo" @click="store.redo()">Redo</button>
      </div>
      <p v-if="out.length === 1" class="note">
        There is one timing so far. Make a new take from it, change its holds on the desk, and play the two in step
        here.
      </p>
    </aside>
    <div class="table">
      <div class="line">
        <button class="word main play" :aria-pressed="isPlaying" @click="isPlaying ? stop() : play()">
          {{ isPlaying ? 'Stop' : 'Play in step' }}
        </button>
        <input
          class="scrub"
          type="range"
          min="1"
          :max="length"
          :value="now"
          aria-label="Frame"
          @input="goTo(Number(($event.target as HTMLInputElement).value))"
        />
        <span class="note">frame {{ now }} of {{ framesAndSeconds(length, scene.settings.fps) }}</span>
      </div>
      <div class="reels" :class="{ single: beside.length === 1 }">
        <figure v-for="id in beside" :key="id" class="paper reel" :data-take="scene.takes[id]!.name">
          <figcaption>
            <b>{{ scene.takes[id]!.name }}</b><span v-if="id === scene.mainTake" class="main-mark"> main take</span
            ><span v-if="id !== beside[0]" class="note">, {{ differencesInWords(id) }}</span>
          </figcaption>
          <canvas
            :ref="(canvas) => keep(id, canvas)"
            :width="size.width"
            :height="size.height"
            role="img"
            :aria-label="`Take ${scene.takes[id]!.name} playing`"
          />
          <TakeStrip :scene="scene" :take="id" :differs="differences.get(id)!" :now="now" @pick="goTo" />
        </figure>
      </div>
    </div>
  </div>
</template>

<style scoped>
.takes {
  display: grid;
  grid-template-columns: 310px minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}

.list,
.table {
  display: grid;
  gap: 10px;
}

.list {
  padding: 12px 14px;
}

.take {
  display: grid;
  gap: 6px;
  padding: 8px 0 10px 10px;
  border-bottom: 1px solid var(--rule);
  border-left: 3px solid transparent;
}

.take.on {
  border-left-color: var(--persimmon);
}

.name {
  flex: 1;
}

.lasts {
  width: 64px;
}

.main-mark {
  color: var(--moss-dark);
  font-size: 14px;
  font-weight: 600;
}

.scrub {
  flex: 1;
  height: 24px;
  max-width: 420px;
  accent-color: var(--persimmon);
}

.play {
  min-width: 100px;
}

.reels {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px;
}

.reels.single {
  grid-template-columns: minmax(0, 1fr);
}

.reel {
  display: grid;
  gap: 8px;
  justify-items: center;
  margin: 0;
  padding: 10px 12px;
}

.reel figcaption {
  justify-self: start;
}

.reel .strip {
  width: 100%;
}

canvas {
  max-width: 100%;
  border: 1px solid var(--rule);
}
</style>
