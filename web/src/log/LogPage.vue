<script setup lang="ts">
import { writeLogCsv } from '@unhurried/core'
import { ElMessageBox } from 'element-plus'
import { ref } from 'vue'
import { handDown } from '../parts/hand-down'
import { useScene } from '../session/scene'
import CostPanel from './CostPanel.vue'
import DaysPanel from './DaysPanel.vue'
import { momentOf } from '../session/record/moment'
import HoursPanel from './HoursPanel.vue'
import LeftPanel from './LeftPanel.vue'
import MendPanel from './MendPanel.vue'
import RestPanel from './RestPanel.vue'
import SchedulePanel from './SchedulePanel.vue'
import StagesPanel from './StagesPanel.vue'
import { useLog } from './useLog'
import WrittenForm from './WrittenForm.vue'

const store = useScene()
const log = useLog()
const { paused, trouble, isRead, here, mine } = log
const writing = ref(false)

function csv() {
  const scene = store.scene!
  const entries = here.value.map((entry) => ({ ...entry, who: entry.person === log.person ? 'you' : 'someone else' }))
  handDown(
    new Blob([writeLogCsv({ scene, entries, momentOf })], { type: 'text/csv' }),
    `${scene.settings.name} log.csv`,
  )
}
async function forgetAll() {
  const sure = await ElMessageBox.confirm(
    'All that was counted and written of your work is forgotten, in every scene. What you drew stays as it is.',
    'Forget your whole log?',
    { confirmButtonText: 'Forget it', cancelButtonText: 'Keep it' },
  ).catch(() => undefined)
  if (sure) await log.forgetAll()
}
</script>

<template>
  <div class="page">
    <div class="line head">
      <h1>Log</h1>
      <p class="note">
        {{
          paused
            ? 'Nothing is counted now.'
            : 'Counts by itself while you draw, pauses over three minutes left out. It is yours: correct it, pause it, forget it.'
        }}
      </p>
      <div class="line acts">
        <button class="word" :aria-pressed="paused" @click="log.pause(!paused)">
          {{ paused ? 'Count again' : 'Pause counting' }}
        </button>
        <button class="word" :aria-expanded="writing" @click="writing = !writing">Write work in …</button>
        <button class="word" :disabled="here.length === 0" @click="csv">Log as CSV</button>
        <button class="word" :disabled="mine.length === 0" @click="forgetAll">Forget all …</button>
      </div>
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <WrittenForm v-if="writing" :log="log" @done="writing = false" />
    <div v-if="isRead || trouble" class="in-two">
      <div class="in-column">
        <MendPanel />
        <StagesPanel />
        <LeftPanel :log="log" />
        <SchedulePanel :log="log" />
      </div>
      <div class="in-column">
        <DaysPanel :log="log" />
        <HoursPanel :log="log" />
        <CostPanel :log="log" />
        <RestPanel />
      </div>
    </div>
    <p v-else class="note">Fetching the log …</p>
  </div>
</template>

<style scoped>
.page {
  display: flex;
  flex-direction: column;
  gap: 12px;
  padding: 14px 18px 18px;
  overflow: auto;
}

.head {
  align-items: baseline;
}

.head h1 {
  min-width: 90px;
}

.head .note {
  flex: 1;
  min-width: 260px;
}

.trouble {
  color: var(--plum);
}
</style>
