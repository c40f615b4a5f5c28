<script setup lang="ts">
import { LIMITS, seenAt } from '@unhurried/core'
import { computed, ref } from 'vue'
import PictureButton from '../parts/files/PictureButton.vue'
import { useSorted } from '../parts/useSorted'
import ShotCard from './ShotCard.vue'
import type { UsedReel } from './useReel'
import type { UsedScreen } from './useScreen'

/** The shots of a reel in order, read like a page: line after line, each as long as it lasts. */
const { reel, screen } = defineProps<{ reel: UsedReel; screen: UsedScreen }>()
defineEmits<{ pick: [shot: number] }>()
const { times, frame, chosenId, entries, left } = reel
const list = ref<HTMLElement>()
useSorted(list, {
  ...{ group: 'shots', draggable: 'li' },
  onMoved: (item, _, at) => reel.moveShot(item.dataset['id']!, at),
})
const seen = computed(() => new Map(seenAt(times.value, frame.value).map(({ at, frame: own }) => [at, own])))
const second = () => reel.reel.value!.fps
const adding = ref('')
function addScene(id: string) {
  reel.addShots([{ scene: id }])
  adding.value = ''
}
const addStory = ({ picture, name }: { picture: string; name: string }) =>
  reel.addShots([{ picture, name, frames: Math.min(LIMITS.length.max, 2 * second()) }])
</script>

<template>
  <section class="strip" aria-label="Shots">
    <div class="line">
      <ElSelect
        v-model="adding"
        size="small"
        class="scene"
        filterable
        placeholder="Put in a scene"
        aria-label="Put in a scene"
        @change="addScene"
      >
        <ElOption v-for="entry in reel.scenes.value" :key="entry.id" :value="entry.id" :label="entry.name" />
      </ElSelect>
      <button v-if="left.length > 1" class="word" @click="reel.addShots(left.map(({ id }) => ({ scene: id })))">
        The {{ left.length }} scenes left
      </button>
      <PictureButton word="Story pictures …" @picture="addStory" />
      <button class="word" title="A hold on black, one second long" @click="reel.addShots([{ frames: second() }])">
        Black
      </button>
    </div>
    <p v-if="times.shots.length === 0" class="note">
      Nothing on this reel yet: put in scenes, or story pictures whose lengths make the scenes later.
    </p>
    <ol ref="list">
      <ShotCard
        v-for="(time, n) in times.shots"
        :key="time.shot.id"
        :time="time"
        :times="times"
        :n="n"
        :entry="entries.get(time.shot.scene ?? '')"
        :chosen="time.shot.id === chosenId"
        :now="seen.get(n)"
        :screen="screen"
        @pick="$emit('pick', n)"
        @step="(by) => reel.moveShot(time.shot.id, n + by)"
      />
    </ol>
  </section>
</template>

<style scoped>
.strip {
  display: grid;
  gap: 10px;
}

.scene {
  width: 170px;
}

ol {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 4px;
  margin: 0;
  padding: 0;
  list-style: none;
}
</style>
