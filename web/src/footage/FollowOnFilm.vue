<script setup lang="ts">
import { counted, type Footage } from '@unhurried/core'
import ProgressLine from '../parts/ProgressLine.vue'
import { useLook } from '../session/look'
import { useFollowOnFilm } from './useFollowOnFilm'

/** A landmark followed on a film, and what its movement says of time: where it turns, and how long a step takes. */
const { film } = defineProps<{ film: Footage }>()
const look = useLook()
const following = useFollowOnFilm(() => film)
const { pinned, landmark, inHand, progress, found, compared, exposure, said, follow, stop, layKeys, compare } =
  following
</script>

<template>
  <div class="follow" role="group" :aria-label="`Follow on ${film.name}`">
    <div class="line">
      <ProgressLine v-if="progress !== undefined" :share="progress" words="Following" quiet @stop="stop" />
      <template v-else>
        <ElSelect
          v-if="pinned.length > 1"
          :model-value="inHand?.id"
          size="small"
          class="which"
          aria-label="Landmark to follow"
          @change="(id: string) => (landmark = id)"
        >
          <ElOption v-for="each in pinned" :key="each.id" :value="each.id" :label="each.name" />
        </ElSelect>
        <button
          class="word"
          :disabled="!inHand"
          title="Where it lies on the film, frame by frame from here"
          @click="follow"
        >
          {{ inHand ? `Follow ${inHand.name} on it` : 'Pin a landmark here to follow it' }}
        </button>
      </template>
    </div>
    <template v-if="found">
      <p class="note" role="status">{{ said }}</p>
      <div class="line">
        <button v-if="look.proposals.length > 0" class="word" @click="look.accept()">
          Pin on {{ counted(look.proposals.length, 'drawing') }}
        </button>
        <button class="word" title="Keys where it begins, turns and ends, and charts with its spacing" @click="layKeys">
          Lay keys at its turns
        </button>
        <button
          class="word"
          title="Keys you drew after watching, this landmark pinned on each: which you found, on which frames, how far off"
          @click="compare"
        >
          Compare keys with it
        </button>
        <label class="held"
          >on
          <NumberField
            v-model="exposure"
            size="small"
            :min="1"
            :max="8"
            :controls="false"
            aria-label="Frames each drawing between is held"
        /></label>
      </div>
      <ul v-if="compared.length > 0" class="compared" role="status" data-test="compared">
        <li v-for="sentence in compared" :key="sentence">{{ sentence }}</li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.follow {
  display: grid;
  gap: 5px;
}

.which {
  width: 110px;
}

.compared {
  margin: 0;
  padding-left: 18px;
}

.held {
  display: inline-flex;
  gap: 5px;
  align-items: center;
}

.held .el-input-number {
  width: 44px;
}
</style>
